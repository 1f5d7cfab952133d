import { describe } from '../../document/parameters';
import { spotParameters, type LookKind } from './look';

/** Meshes made by code that particles can be drawn as. */
export const INSTANCE_FORMS = ['grain', 'chip', 'card', 'cone'] as const;

const own = (name: string) => (v: Readonly<Record<string, unknown>>) => v[name] === 'mesh';
const options = (none: boolean) =>
  [
    ...(none ? [{ value: 'none', label: 'none' }] : []),
    { value: 'grain', label: 'grain' },
    { value: 'chip', label: 'chip' },
    { value: 'card', label: 'curled card' },
    { value: 'cone', label: 'cone' },
    { value: 'mesh', label: 'a mesh of the scene' },
  ] as const;

const { colour, colourBy, field, cover, topSpeed, mixing, gain, gainBy, sizeOverAge, sizeOverSpeed } = spotParameters;

const parameters = describe({
  form: {
    type: 'choice',
    label: 'Form',
    default: 'grain',
    options: options(false),
    help: 'What is drawn, as large as the particle.',
  },
  mesh: {
    type: 'reference',
    to: 'mesh',
    label: 'Mesh',
    default: '',
    help: 'The mesh that is drawn.',
    shown: own('form'),
  },
  form2: {
    type: 'choice',
    label: 'Second form',
    default: 'none',
    options: options(true),
    help: 'Drawn in place of the first for some of the particles.',
  },
  mesh2: {
    type: 'reference',
    to: 'mesh',
    label: 'Second mesh',
    default: '',
    help: 'The mesh that is drawn.',
    shown: own('form2'),
  },
  form3: {
    type: 'choice',
    label: 'Third form',
    default: 'none',
    options: options(true),
    help: 'Drawn in place of the others for some of the particles.',
    shown: (v) => v['form2'] !== 'none',
  },
  mesh3: {
    type: 'reference',
    to: 'mesh',
    label: 'Third mesh',
    default: '',
    help: 'The mesh that is drawn.',
    shown: (v) => v['form2'] !== 'none' && v['form3'] === 'mesh',
  },
  picks: {
    type: 'choice',
    label: 'Form goes by',
    default: 'number',
    options: [
      { value: 'number', label: 'at random' },
      { value: 'zone', label: 'its zone' },
      { value: 'field', label: 'a field’s weight' },
    ],
    help: 'Which of the forms a particle has.',
    shown: (v) => v['form2'] !== 'none',
  },
  leads: {
    type: 'choice',
    label: 'Turned',
    default: 'own',
    options: [
      { value: 'own', label: 'own turn' },
      { value: 'x', label: 'X ahead' },
      { value: 'y', label: 'Y ahead' },
      { value: 'z', label: 'Z ahead' },
    ],
    help: 'How it lies: as its particle tumbles, or with one of its axes along the way it goes.',
  },
  flips: {
    type: 'switch',
    label: 'Backwards',
    default: false,
    help: 'The axis points back.',
    shown: (v) => v['leads'] !== 'own',
  },
  stretch: {
    type: 'number',
    label: 'Stretch',
    unit: 's',
    default: 0,
    min: 0,
    max: 10,
    usual: [0, 0.2],
    help: 'Makes it longer along its way, by what it covers in this time.',
    shown: (v) => v['leads'] !== 'own',
  },
  uneven: {
    type: 'number',
    label: 'Uneven',
    unit: '%',
    default: 0,
    min: 0,
    max: 95,
    usual: [0, 60],
    help: 'Each is longer or shorter along each of its axes by up to so much, by itself.',
  },
  shading: {
    type: 'number',
    label: 'Lit',
    unit: '',
    default: 1,
    min: 0,
    max: 1,
    usual: [0, 1],
    help: 'At 1 it is seen in the light of the scene, at 0 in its own colour.',
  },
  colour: {
    ...colour,
    default: [
      { at: 0, colour: '#cdbfa6' },
      { at: 1, colour: '#8d7f6a' },
    ],
  },
  mixing,
  colourBy,
  field,
  cover,
  topSpeed,
  gain,
  gainBy,
  image: {
    type: 'image',
    label: 'Image',
    default: '',
    help: 'Printed on cards, chips and meshes that have texture coordinates.',
  },
  columns: {
    type: 'number',
    label: 'Crops across',
    unit: '',
    default: 1,
    min: 1,
    max: 64,
    usual: [1, 8],
    whole: true,
    fixed: true,
    help: 'The image is cut into so many columns; each particle shows one piece.',
    shown: (v) => v['image'] !== '',
  },
  rows: {
    type: 'number',
    label: 'Crops down',
    unit: '',
    default: 1,
    min: 1,
    max: 64,
    usual: [1, 8],
    whole: true,
    fixed: true,
    help: 'The image is cut into so many rows.',
    shown: (v) => v['image'] !== '',
  },
  sizeOverAge: { ...sizeOverAge, default: [{ at: 0, value: 1 }] },
  sizeOverSpeed,
});

/** A small solid body. */
export const instance: LookKind = {
  kind: 'instance',
  label: 'mesh',
  summary:
    'A small solid body at every particle, turned as its particle is or along its way, seen in the light of the scene.',
  parameters,
  softness: 0,
  turns: true,
};
