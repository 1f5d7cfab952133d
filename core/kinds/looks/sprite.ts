import { describe } from '../../document/parameters';
import { spotParameters, streakParameters, turnedParameter, type LookKind } from './look';

/** Outlines of sprites, in the order of the shader that draws them. */
export const SPRITE_FORMS = ['round', 'ring', 'square', 'triangle', 'star', 'drop'] as const;

const parameters = describe({
  ...spotParameters,
  ...streakParameters,
  form: {
    type: 'choice',
    label: 'Form',
    default: 'round',
    options: SPRITE_FORMS.map((value) => ({ value, label: value })),
    help: 'Its outline.',
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
    help: 'How far from its edge inwards it fades: 0 is a hard edge, 100 fades from the middle.',
  },
});

/** A spot that fades from its middle. */
export const sprite: LookKind = {
  kind: 'sprite',
  label: 'soft sprite',
  summary: 'A spot of a form that faces the camera and fades from its middle to its edge.',
  parameters,
  softness: 1,
  turns: false,
};
