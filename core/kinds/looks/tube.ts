import { lineParameters } from './drawn';
import type { LookKind } from './look';

/** A round tube along each strand. */
export const tube: LookKind = {
  kind: 'tube',
  label: 'tube',
  summary: 'A round tube along each strand.',
  parameters: lineParameters(0.85),
  softness: 0,
  turns: false,
  draws: 'strands',
};
