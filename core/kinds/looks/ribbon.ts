import { lineParameters } from './drawn';
import type { LookKind } from './look';

/** A flat band along each strand. */
export const ribbon: LookKind = {
  kind: 'ribbon',
  label: 'ribbon',
  summary: 'A flat band along each strand, facing the camera.',
  parameters: lineParameters(0.35),
  softness: 0,
  turns: false,
  draws: 'strands',
};
