import { describe } from '../../document/parameters';
import { spotParameters, streakParameters, turnedParameter, type LookKind } from './look';

/** Outlines of sprites, in the order of the shader that draws them. */
export const SPRITE_FORMS = ['round', 'ring', 'square', 'triangle', 'star', 'drop'] as const;

const parameters = describe({
  ...spotParameters,
  ...streakParameters,
  form: {
    type: 'choice',
    label: 'Outline',
    default: 'round',
    options: SPRITE_FORMS.map((value) => ({ value, label: value })),
    help: 'The outline of the spot.',
  },
  turned: { ...turnedParameter, shown: (v) => v['form'] !== 'round' && v['form'] !== 'ring' },
  soft: {
    type: 'number',
    label: 'Softness',
    unit: '%',
    default: 100,
    min: 0,
    max: 100,
    usual: [0, 100],
    help: 'How far the edge fades inwards. 0 is a hard edge; 100 fades from the centre.',
  },
});

/** A spot that fades from its middle. */
export const sprite: LookKind = {
  kind: 'sprite',
  label: 'soft sprite',
  summary: 'A soft spot that faces the camera.',
  parameters,
  softness: 1,
  turns: false,
};
