import { lookParameters, type LookKind } from './look';

/** A round spot that fades from its middle. */
export const sprite: LookKind = {
  kind: 'sprite',
  label: 'soft sprite',
  summary: 'A round spot that faces the camera and fades from its middle to its edge.',
  parameters: lookParameters,
  softness: 1,
  turns: false,
};
