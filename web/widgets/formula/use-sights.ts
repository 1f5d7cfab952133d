import { useCallback, useState } from 'react';
import type { WithReach } from '../../../core/document/scene';
import { sceneFrame } from '../../state/scene-clock';
import { useAssets } from '../../simulation/scene-assets';
import { useStage } from '../../simulation/stage';
import { useScene } from '../../state/scene-store';
import { gateSight, particleSight } from './particle-sight';

/** Values for the formulas of a field or group: of a living particle on the frame that is on the screen. */
export function useParticleSight(thing: WithReach) {
  const scene = useScene();
  const { session } = useStage();
  const { assets } = useAssets();
  const [turn, setTurn] = useState(0);
  return useCallback(() => {
    const frame = session.shown;
    const sight = frame && particleSight(scene, assets, thing, frame, turn);
    return sight && { ...sight, another: () => setTurn((t) => t + 1) };
  }, [scene, session, assets, thing, turn]);
}

/** Values for the formula of a gate: at the playhead. */
export function useGateSight() {
  const scene = useScene();
  return useCallback(() => gateSight(scene, sceneFrame()), [scene]);
}
