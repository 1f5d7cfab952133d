import { surfaceParameters } from './drawn';
import type { LookKind } from './look';

/** The surface of a mesh that is bent by its vertices. */
export const skin: LookKind = {
  kind: 'skin',
  label: 'skin',
  summary: 'The surface of a mesh whose vertices are the particles.',
  parameters: surfaceParameters,
  softness: 0,
  turns: false,
  draws: 'soft-mesh',
};
