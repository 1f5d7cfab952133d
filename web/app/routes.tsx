import { lazy, Suspense, useEffect, type ComponentType, type ReactNode } from 'react';
import { createBrowserRouter } from 'react-router';
import { Broken, NotFound } from '../widgets/not-found';
import { Loading } from '../widgets/loading';
import { ScenePage } from './scene-page';
import { notLoaded } from './screen';
import { ScenesPage } from '../screens/scenes/scenes-page';

/** A screen of a scene. The scene is opened, and its simulation begun, while the code of the screen is loaded. */
function screen(load: () => Promise<ComponentType>): ReactNode {
  const Loaded = lazy(async () => ({ default: await load().catch(notLoaded) }));
  return (
    <Suspense fallback={<Loading />}>
      <Loaded />
    </Suspense>
  );
}

const studio = async () => (await import('../screens/studio/studio-page')).StudioPage;

/** Milliseconds after which the list of scenes has what it needs. */
const SETTLED = 400;

/** The list of scenes. The code that a scene is opened with is loaded while the list is looked at. */
function Scenes() {
  useEffect(() => {
    const soon = setTimeout(() => void studio().catch(() => undefined), SETTLED);
    return () => clearTimeout(soon);
  }, []);
  return <ScenesPage />;
}

/**
 * Every address of the application. The screens that draw in three dimensions are loaded when they are first opened.
 */
export const router = createBrowserRouter([
  { path: '/', element: <Scenes />, errorElement: <Broken /> },
  {
    path: '/scene/:id',
    errorElement: <Broken />,
    element: <ScenePage />,
    children: [
      { index: true, element: screen(studio) },
      {
        path: 'soundings',
        element: screen(async () => (await import('../screens/soundings/soundings-page')).SoundingsPage),
      },
      { path: 'trials', element: screen(async () => (await import('../screens/trials/trials-page')).TrialsPage) },
      { path: 'output', element: screen(async () => (await import('../screens/output/output-page')).OutputPage) },
    ],
  },
  ...['/handbook', '/handbook/:sort/:kind'].map((path) => ({
    path,
    errorElement: <Broken />,
    hydrateFallbackElement: <Loading />,
    lazy: async () => ({ Component: (await import('../screens/handbook/handbook-page')).HandbookPage }),
  })),
  {
    path: '/headless',
    errorElement: <Broken />,
    hydrateFallbackElement: <Loading />,
    lazy: async () => ({ Component: (await import('./headless/headless-page')).HeadlessPage }),
  },
  { path: '*', element: <NotFound what="There is nothing at this address." /> },
]);
