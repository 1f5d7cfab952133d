import { lazy, Suspense, type ComponentType, type ReactNode } from 'react';
import { createBrowserRouter } from 'react-router';
import { Broken, NotFound } from '../widgets/not-found';
import { Opening } from '../widgets/opening';
import { ScenePage } from './scene-page';
import { ScenesPage } from '../screens/scenes/scenes-page';

/** A screen of a scene. The scene is opened, and its simulation begun, while the code of the screen is loaded. */
function screen(load: () => Promise<ComponentType>): ReactNode {
  const Loaded = lazy(async () => ({ default: await load() }));
  return (
    <Suspense fallback={<Opening />}>
      <Loaded />
    </Suspense>
  );
}

/**
 * Every address of the application. The screens that draw in three dimensions are loaded when they are first opened.
 */
export const router = createBrowserRouter([
  { path: '/', element: <ScenesPage />, errorElement: <Broken /> },
  {
    path: '/scene/:id',
    errorElement: <Broken />,
    element: <ScenePage />,
    children: [
      { index: true, element: screen(async () => (await import('../screens/studio/studio-page')).StudioPage) },
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
    lazy: async () => ({ Component: (await import('../screens/handbook/handbook-page')).HandbookPage }),
  })),
  {
    path: '/headless',
    errorElement: <Broken />,
    lazy: async () => ({ Component: (await import('./headless/headless-page')).HeadlessPage }),
  },
  { path: '*', element: <NotFound what="There is nothing at this address." /> },
]);
