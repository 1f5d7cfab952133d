import { useEffect, useRef, useState } from 'react';
import { Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import type { Fault } from '../core/describe/faults';
import { api } from './api';
import { ConflictDialog } from './conflict-dialog';
import { pasteOrTell } from './desk/field-clipboard';
import { rememberScene } from './handbook/last-scene';
import { NotFound } from './not-found';
import { loadAssets, useAssets } from './stage/scene-assets';
import { usePlayer } from './stage/player-store';
import { Session } from './stage/session';
import { StageProvider, type Stage } from './stage/stage';
import { Transport } from './stage/transport';
import { Saver } from './store/save-store';
import { onHold, onRefusal, openScene, useSceneStore } from './store/scene-store';
import { select } from './store/selection-store';
import { TopBar } from './top-bar';

const calm = () => window.matchMedia('(prefers-reduced-motion: reduce)').matches;

/** Opens a scene: its document, its simulation, its saving. Returns how to close it. */
async function raise(id: string): Promise<{ stage: Stage; close: () => void }> {
  const stored = await api.open(id);
  openScene(stored.scene);
  const { fields } = stored.scene;
  select(fields.length > 0 ? { type: 'field', id: fields[0]!.id } : { type: 'scene' });
  const session = new Session();
  const transport = new Transport(session);
  const saver = new Saver(id, stored.revision, stored.scene, stored.changed);
  usePlayer.setState({ frame: stored.scene.time.first, shown: undefined, playing: false, beyond: 0, cached: [], problem: undefined });
  await loadAssets(stored.scene);
  const push = () => {
    const { scene } = useSceneStore.getState();
    if (scene) session.setScene(scene, useAssets.getState().assets);
  };
  push();
  const stops = [useSceneStore.subscribe(push), useAssets.subscribe(push), onHold((held) => session.setHeld(held))];
  const leave = () => void saver.flush(true);
  const hide = () => document.visibilityState === 'hidden' && leave();
  window.addEventListener('pagehide', leave);
  document.addEventListener('visibilitychange', hide);
  if (!calm()) transport.play();
  return {
    stage: { id, session, transport, saver, rig: undefined },
    close: () => {
      for (const stop of stops) stop();
      window.removeEventListener('pagehide', leave);
      document.removeEventListener('visibilitychange', hide);
      transport.pause();
      saver.dispose();
      session.dispose();
    },
  };
}

/** Says why an edit was refused; the scene stays as it was. */
const tellRefusal = ([fault]: readonly Fault[]) => void toast.error(`That can’t be done: ${fault!.message}`, { id: 'refused' });

/** Everything under `/scene/:id`: the bar on top and the screen that was chosen. */
export function ScenePage() {
  const { id } = useParams();
  const [stage, setStage] = useState<Stage>();
  const [failed, setFailed] = useState<string>();
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
        setStage(raised.stage);
      },
      (error: Error) => gone || setFailed(error.message),
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

  if (failed) return <NotFound what={failed} />;
  if (!stage) return <p className="grid h-full place-content-center text-second">Opening …</p>;
  return (
    <StageProvider value={stage}>
      <div className="flex h-full flex-col">
        <TopBar />
        <Outlet />
        <ConflictDialog />
      </div>
    </StageProvider>
  );
}
