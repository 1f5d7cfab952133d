import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { useHandbook } from '../panels/handbook/handbook-store';
import type { Fault } from '../../core/document/faults';
import { api, ApiError } from '../state/api';
import { Guide } from '../panels/guide/guide';
import { ConflictDialog } from './conflict-dialog';
import { pasteOrTell } from '../panels/desk/field-clipboard';
import { rememberScene } from '../screens/handbook/last-scene';
import { NotFound } from '../widgets/not-found';
import { Loading } from '../widgets/loading';
import { loadAssets, useAssets } from '../simulation/scene-assets';
import { dropOpening, usePlayer } from '../state/player-store';
import { openedElsewhere } from '../simulation/plays-bakes';
import { Opening } from '../state/opening';
import { Session } from '../simulation/session';
import { StageProvider, type Stage } from '../simulation/stage';
import { Transport } from '../simulation/transport';
import { keepHistory } from '../state/saving/keep-history';
import { closeSaved, openSaved } from '../state/saving/open-saved';
import { onSceneNews } from '../state/saving/scene-news';
import { onHold, onRefusal, openScene, useSceneStore } from '../state/scene-store';
import { notLoaded, Screen } from './screen';
import { firstSelection, select } from '../state/selection-store';
import { TopBar } from './top-bar';

const calm = () => window.matchMedia('(prefers-reduced-motion: reduce)').matches;

/** Opens a scene: its document, its simulation, its saving. Returns how to close it. */
async function raise(id: string): Promise<{ stage: Stage; close: () => void }> {
  const kept = window.location.pathname === `/scene/${id}` ? api.opening(id).catch(() => undefined) : undefined;
  const { saver, present, undo } = await openSaved(id, openScene);
  openScene(present, undo);
  select(firstSelection(present));
  let gone = false;
  const showOpening = async () => {
    const picture = await kept;
    // Edits that were not saved are not in it.
    if (!picture || !saver.isSaved) return;
    const opening = await Opening.read(picture, present);
    if (!gone && useSceneStore.getState().scene === present) usePlayer.setState({ opening });
  };
  // Where it can’t be read, the view begins without.
  void showOpening().catch(() => undefined);
  const session = new Session();
  const transport = new Transport(session);
  usePlayer.setState({
    frame: present.time.first,
    shown: undefined,
    opening: undefined,
    playing: false,
    beyond: 0,
    cached: [],
    problem: undefined,
  });
  const stopSaving = useSceneStore.subscribe(({ scene }) => scene && saver.take(scene));
  const stopKeeping = keepHistory(saver);
  const stopHearing = onSceneNews((news) => {
    if (!news) void saver.look();
    else if (news.id === id && news.revision > 0) void saver.hear(news.revision);
  });
  await loadAssets(present);
  const push = () => {
    const { scene } = useSceneStore.getState();
    // The opening is one of the scene as it was opened.
    if (scene !== present) dropOpening();
    if (scene) session.setScene(scene, useAssets.getState().assets);
  };
  push();
  const stops = [
    stopSaving,
    stopKeeping,
    stopHearing,
    useSceneStore.subscribe(push),
    useAssets.subscribe(push),
    onHold((held) => session.setHeld(held)),
  ];
  const leave = () => void saver.flush(true);
  const hide = () => document.visibilityState === 'hidden' && leave();
  // Edits are in the journal; only where that can't be written to must the window stay open.
  const hold = (event: BeforeUnloadEvent) =>
    void (!saver.isSaved && saver.unkept.getState().unkept && event.preventDefault());
  window.addEventListener('pagehide', leave);
  window.addEventListener('beforeunload', hold);
  document.addEventListener('visibilitychange', hide);
  if (!calm()) transport.play();
  return {
    stage: { id, session, transport, saver, rig: undefined },
    close: () => {
      gone = true;
      dropOpening();
      for (const stop of stops) stop();
      window.removeEventListener('pagehide', leave);
      window.removeEventListener('beforeunload', hold);
      document.removeEventListener('visibilitychange', hide);
      transport.pause();
      closeSaved(saver);
      session.dispose();
    },
  };
}

/** The id of a copy of a scene's newest version that can be read. Throws where there is none. */
async function openReadable(id: string): Promise<string> {
  for (const { revision } of await api.versions(id)) {
    const copy = await api.create({ copyOf: id, version: revision }).catch(() => undefined);
    if (copy) return copy.id;
  }
  throw new Error('No version of this scene can be read.');
}

/** Its pages and examples are large, and few need them at once. */
const HandbookPanel = lazy(() => import('../panels/handbook/handbook-panel').catch(notLoaded));

/** Says why an edit was refused; the scene stays as it was. */
const tellRefusal = ([fault]: readonly Fault[]) =>
  void toast.error(`This did not work: ${fault!.message}`, { id: 'refused' });

/** Everything under `/scene/:id`: the bar on top and the screen that was chosen. */
export function ScenePage() {
  const { id } = useParams();
  const [stage, setStage] = useState<Stage>();
  const handbook = useHandbook((state) => state.address !== undefined);
  const [failed, setFailed] = useState<Error>();
  const close = useRef<() => void>(undefined);
  const location = useLocation();
  const navigate = useNavigate();

  useEffect(() => {
    let gone = false;
    setStage(undefined);
    setFailed(undefined);
    raise(id!).then(
      (raised) => {
        if (gone) return raised.close();
        close.current = raised.close;
        rememberScene(id!);
        if (window.location.pathname !== `/scene/${id}`) openedElsewhere(raised.stage.session);
        setStage(raised.stage);
      },
      (error: Error) => gone || setFailed(error),
    );
    return () => {
      gone = true;
      close.current?.();
      close.current = undefined;
    };
  }, [id]);

  useEffect(() => onRefusal(tellRefusal), []);

  // A field that was sent here from the handbook, once.
  const sent = (location.state as { paste?: boolean } | null)?.paste === true;
  useEffect(() => {
    if (!stage || !sent) return;
    void navigate(location.pathname, { replace: true, state: null });
    pasteOrTell();
  }, [stage, sent, location.pathname, navigate]);

  if (failed)
    return (
      <NotFound what={failed.message}>
        {failed instanceof ApiError && failed.status === 422 && (
          <button
            className="line-button justify-self-center"
            onClick={() => void openReadable(id!).then((copy) => navigate(`/scene/${copy}`), setFailed)}
          >
            Open the last readable version as a copy
          </button>
        )}
      </NotFound>
    );
  if (!stage) return <Loading />;
  return (
    <StageProvider value={stage}>
      <div className="flex h-full flex-col">
        <TopBar />
        <div className="flex min-h-0 flex-1">
          <div className="flex min-w-0 flex-1 flex-col">
            <Screen key={location.pathname}>
              <Outlet />
            </Screen>
          </div>
          {handbook && (
            <Screen>
              <Suspense fallback={<aside className="w-96 shrink-0 border-l border-rule bg-panel" />}>
                <HandbookPanel />
              </Suspense>
            </Screen>
          )}
        </div>
        <Guide />
        <ConflictDialog />
      </div>
    </StageProvider>
  );
}
