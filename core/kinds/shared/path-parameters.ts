import { describe } from '../../document/parameters';
import { TYPEFACES } from '../../lib/lettering/typeface';

const is =
  (...forms: string[]) =>
  (v: Readonly<Record<string, unknown>>) =>
    forms.includes(String(v['form']));

/** The forms of a path that a thing has by itself. */
export const ownPathForms = [
  { value: 'drawn', label: 'drawn' },
  { value: 'line', label: 'line' },
  { value: 'circle', label: 'circle' },
  { value: 'flower', label: 'flower' },
  { value: 'helix', label: 'helix' },
  { value: 'lettering', label: 'lettering' },
] as const;

/** The forms of a path, or one of the scene’s paths, which several things can share. */
export const pathForms = [...ownPathForms, { value: 'shared', label: 'shared path' }] as const;

/** A path: drawn point by point, or of a form that numbers give. */
export const pathParameters = describe({
  form: {
    type: 'choice',
    label: 'Path',
    default: 'drawn',
    options: pathForms,
    help: 'Drawn in the view or read from an SVG file; or a line, circle, flower, helix or the outlines of letters; or a path of the scene, which several things can share.',
  },
  sharedPath: {
    type: 'reference',
    to: 'carrier',
    holding: 'path',
    label: 'Shared path',
    default: '',
    help: 'The path of the scene. It stands in the frame of that path once it is chosen.',
    shown: is('shared'),
  },
  points: {
    type: 'points',
    label: 'Points',
    unit: 'm',
    default: [
      [-1, 0, 0],
      [-0.3, 0.5, 0],
      [0.4, 0.1, 0],
      [1, 0.6, 0],
    ],
    least: 0,
    help: 'The points of the path.',
    shown: is('drawn'),
  },
  smooth: {
    type: 'switch',
    label: 'Smooth',
    default: true,
    help: 'Rounds the path through its points.',
    shown: is('drawn'),
  },
  closed: {
    type: 'switch',
    label: 'Closed',
    default: false,
    help: 'Joins the last point to the first.',
    shown: is('drawn'),
  },
  pathLength: {
    type: 'number',
    label: 'Path length',
    unit: 'm',
    default: 2,
    min: 0,
    usual: [0, 10],
    help: 'The length from end to end: of a line along X, of a helix along Y.',
    shown: is('line', 'helix'),
  },
  pathRadius: {
    type: 'number',
    label: 'Path radius',
    unit: 'm',
    default: 1,
    min: 0,
    usual: [0, 5],
    help: 'The radius of the circle, flower or helix about Y.',
    shown: is('circle', 'flower', 'helix'),
  },
  petals: {
    type: 'number',
    label: 'Petals',
    unit: '',
    default: 5,
    min: 1,
    max: 50,
    whole: true,
    usual: [2, 12],
    help: 'The number of petals of the flower.',
    shown: is('flower'),
  },
  petalDepth: {
    type: 'number',
    label: 'Petal depth',
    unit: '%',
    default: 40,
    min: 0,
    max: 100,
    usual: [0, 100],
    help: 'How far the flower falls back towards its middle between the petals: at 0 it is a circle, at 100 it touches the middle.',
    shown: is('flower'),
  },
  pathTurns: {
    type: 'number',
    label: 'Turns',
    unit: '',
    default: 3,
    min: -50,
    max: 50,
    usual: [-10, 10],
    help: 'The number of turns of the helix. Negative turns the other way.',
    shown: is('helix'),
  },
  words: {
    type: 'text',
    label: 'Text',
    default: 'Quiet',
    most: 80,
    help: 'The path follows the outlines of this text.',
    shown: is('lettering'),
  },
  typeface: {
    type: 'choice',
    label: 'Typeface',
    default: 'instrument-sans',
    options: TYPEFACES.map(({ value, label }) => ({ value, label })),
    help: 'A built-in typeface.',
    shown: is('lettering'),
  },
  letterSize: {
    type: 'number',
    label: 'Letter size',
    unit: 'm',
    default: 1,
    min: 0.001,
    max: 10000,
    usual: [0.1, 5],
    help: 'The font size: the height of the em.',
    shown: is('lettering'),
  },
});

const { form: _form, sharedPath: _sharedPath, ...sizes } = pathParameters;

/** The path that a carrier holds, which makes it a path of the scene. */
export const scenePathParameters = describe({
  form: {
    type: 'choice',
    label: 'Path',
    default: 'none',
    options: [{ value: 'none', label: 'none' }, ...ownPathForms],
    help: 'Drawn in the view or read from an SVG file; or a line, circle, flower, helix or the outlines of letters. Everything on the path follows it.',
  },
  ...sizes,
});
