import { spotParameters, streakParameters, type LookKind } from './look';

/** A round dot with a clean edge. */
export const point: LookKind = {
  kind: 'point',
  label: 'point',
  summary: 'A round dot with a clean edge.',
  parameters: { ...spotParameters, ...streakParameters },
  softness: 0.12,
  turns: false,
};
