import { useEffect } from 'react';
import { create } from 'zustand';
import type { StoredBakes } from '../../formats/stored-bake';
import { api } from '../state/api';
import { usePlayer } from '../state/player-store';
import { openedScene, useScene } from '../state/scene-store';
import { bakesOf, holding } from './bakes';
import type { Session } from './session';
import { useStage } from './stage';

/** The bake in place of which a person wants the scene simulated; it is not played by itself again. */
export const useDeclined = create<{ readonly bake: string | undefined }>()(() => ({ bake: undefined }));

/** Milliseconds without an edit after which a bake is looked for. */
const REST = 400;

/** Whether all frames of the shot are simulated already, with all particles. */
function isSimulatedWhole({ time }: { readonly time: { readonly first: number; readonly last: number } }): boolean {
  const { cached, draftFraction } = usePlayer.getState();
  return draftFraction >= 1 && cached.some(([from, through]) => from <= time.first && through >= time.last);
}

/**
 * Scenes that have been opened: a bake was looked for at once, and taken though the shot may have been simulated by then;
 * or they were opened on another screen, where bakes are chosen.
 */
const opened = new WeakSet<Session>();

/** Says that a scene was opened on a screen that plays no bakes by itself. */
export const openedElsewhere = (session: Session): void => void opened.add(session);

/** Plays a bake by itself while the scene is as it was baked; an edit lets go of it. */
export function PlaysBakes(): null {
  const { session } = useStage();
  const scene = useScene();
  const playing = usePlayer((player) => player.bake);
  useEffect(() => {
    if (playing !== undefined) return;
    let gone = false;
    const play = async () => {
      const { bakes }: StoredBakes = await api.bakes();
      const whole = holding(await bakesOf(scene, bakes), scene.time.first, scene.time.last);
      if (gone) return;
      opened.add(session);
      if (!whole || whole.id === useDeclined.getState().bake) return;
      if (openedScene() === scene && (atOnce || !isSimulatedWhole(scene))) session.playBake(whole);
    };
    const atOnce = !opened.has(session);
    // Without an answer it is simulated, as without a bake.
    const due = setTimeout(() => void play().catch(() => undefined), atOnce ? 0 : REST);
    return () => {
      gone = true;
      clearTimeout(due);
    };
  }, [scene, playing, session]);
  return null;
}
