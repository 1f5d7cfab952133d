import { looksOf } from '../kinds/looks';
import type { Emitter } from '../document/scene';
import type { Diagnosis } from './diagnosis';

/** Symmetries of what turns, in turns after which it looks the same. */
const SAME_AFTER: Readonly<Record<string, number>> = { flake: 0.25, instance: 0.5 };

const round = (n: number): string => String(Number(n.toPrecision(3)));

/**
 * Why what an emitter draws will seem to stand or turn back: turning by half of what makes it look the same again, from
 * frame to frame, or by more, its turns can't be told apart (the sampling theorem, by the frame rate); undefined where
 * it is slower.
 */
export function whyStrobes(emitter: Emitter, fps: number): Diagnosis | undefined {
  const turning = looksOf(emitter).find(({ kind, leads }) => kind in SAME_AFTER && (leads ?? 'own') === 'own');
  if (!turning) return undefined;
  const { spin, spinVariance, spinUnit } = emitter.birth;
  if (spinUnit === 'metre') return undefined;
  const fastest = (Math.abs(spin) + Math.abs(spinVariance)) * (spinUnit === 'frame' ? fps : 1);
  const most = 360 * SAME_AFTER[turning.kind]! * 0.5 * fps;
  if (fastest < most) return undefined;
  const part = (0.8 * most) / fastest;
  return {
    code: 'strobes',
    fix: {
      label: 'Reduce the spin',
      change: (scene) => ({
        ...scene,
        emitters: scene.emitters.map((e) =>
          e.id === emitter.id
            ? { ...e, birth: { ...e.birth, spin: spin * part, spinVariance: spinVariance * part } }
            : e,
        ),
      }),
    },
    words: `it turns by up to ${round(fastest / fps)}° a frame, and at ${round(fps)} frames a second the direction of a spin faster than ${round(most / fps)}° can’t be seen. Use motion blur, a slower spin or more frames`,
  };
}
