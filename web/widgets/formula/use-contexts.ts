import { useCallback, useState } from 'react';
import type { WeightedThing } from '../../../core/document/scene';
import { sceneFrame } from '../../state/scene-clock';
import { useAssets } from '../../simulation/scene-assets';
import { useStage } from '../../simulation/stage';
import { useScene } from '../../state/scene-store';
import { gateContext, particleContext } from './particle-context';

/** Values for the formulas of a field or group: of a living particle on the frame that is on the screen. */
export function useParticleContext(thing: WeightedThing) {
  const scene = useScene();
  const { session } = useStage();
  const { assets } = useAssets();
  const [turn, setTurn] = useState(0);
  return useCallback(() => {
    const frame = session.screen.frame;
    const context = frame && particleContext(scene, assets, thing, frame, turn);
    return context && { ...context, another: () => setTurn((t) => t + 1) };
  }, [scene, session, assets, thing, turn]);
}

/** Values for the formula of a gate: at the playhead. */
export function useGateContext() {
  const scene = useScene();
  return useCallback(() => gateContext(scene, sceneFrame()), [scene]);
}
