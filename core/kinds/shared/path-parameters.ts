import { describe } from '../../document/parameters';
import { TYPEFACES } from '../../lib/lettering/typeface';

const is =
  (...forms: string[]) =>
  (v: Readonly<Record<string, unknown>>) =>
    forms.includes(String(v['form']));

/** The forms of a path. */
export const pathForms = [
  { value: 'drawn', label: 'drawn' },
  { value: 'line', label: 'line' },
  { value: 'circle', label: 'circle' },
  { value: 'helix', label: 'helix' },
  { value: 'lettering', label: 'lettering' },
] as const;

/** A path: drawn point by point, or of a form that numbers give. */
export const pathParameters = describe({
  form: {
    type: 'choice',
    label: 'Path',
    default: 'drawn',
    options: pathForms,
    help: 'Drawn in the view or read from an SVG file; or a line, circle, helix or the outlines of letters.',
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
    help: 'The radius of the circle or helix about Y.',
    shown: is('circle', 'helix'),
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
