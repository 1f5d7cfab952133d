import { spotParameters, type LookKind } from './look';

/** A flat square that turns with its particle. */
export const flake: LookKind = {
  kind: 'flake',
  label: 'flake',
  summary: 'A small flat square that turns in space with its particle.',
  parameters: spotParameters,
  softness: 0.08,
  turns: true,
};
