import { bodyMesh, bodyOptions } from '../../document/descriptions/small-body';
import { describe } from '../../document/parameters';
import { spotParameters, type LookKind } from './look';

const own = (name: string) => (v: Readonly<Record<string, unknown>>) => v[name] === 'mesh';
const orNone = [{ value: 'none', label: 'none' }, ...bodyOptions] as const;

const { colour, colourBy, field, cover, topSpeed, interpolation, brightness, brighten, sizeOverAge, sizeOverSpeed } =
  spotParameters;

const parameters = describe({
  form: {
    type: 'choice',
    label: 'Body',
    default: 'grain',
    options: bodyOptions,
    help: 'The body that is drawn at each particle, at its size.',
  },
  mesh: {
    ...bodyMesh,
    shown: own('form'),
  },
  form2: {
    type: 'choice',
    label: 'Second body',
    default: 'none',
    options: orNone,
    help: 'Replaces the first body for some of the particles.',
  },
  mesh2: {
    ...bodyMesh,
    label: 'Second mesh',
    shown: own('form2'),
  },
  form3: {
    type: 'choice',
    label: 'Third body',
    default: 'none',
    options: orNone,
    help: 'Replaces the others for some of the particles.',
    shown: (v) => v['form2'] !== 'none',
  },
  mesh3: {
    ...bodyMesh,
    label: 'Third mesh',
    shown: (v) => v['form2'] !== 'none' && v['form3'] === 'mesh',
  },
  picks: {
    type: 'choice',
    label: 'Body by',
    default: 'number',
    options: [
      { value: 'number', label: 'random' },
      { value: 'zone', label: 'zone' },
      { value: 'field', label: 'field weight' },
    ],
    help: 'Chooses the body of each particle. By zone, a particle has the body that its zone names, or the second for the first zone and the third for others.',
  },
  leads: {
    type: 'choice',
    label: 'Body rotation',
    default: 'own',
    options: [
      { value: 'own', label: 'own rotation' },
      { value: 'x', label: 'X forward' },
      { value: 'y', label: 'Y forward' },
      { value: 'z', label: 'Z forward' },
    ],
    help: 'Own rotation follows the spin of the particle; otherwise an axis points along its motion.',
  },
  flips: {
    type: 'switch',
    label: 'Reverse',
    default: false,
    help: 'Points the axis backwards.',
    shown: (v) => v['leads'] !== 'own',
  },
  stretch: {
    type: 'number',
    label: 'Motion stretch',
    unit: 's',
    default: 0,
    min: 0,
    max: 10,
    usual: [0, 0.2],
    help: 'Stretches the body along its motion by the distance covered in this time.',
    shown: (v) => v['leads'] !== 'own',
  },
  uneven: {
    type: 'number',
    label: 'Shape variation',
    unit: '%',
    default: 0,
    min: 0,
    max: 95,
    usual: [0, 60],
    help: 'Each body is stretched or squeezed along each axis by up to this.',
  },
  shading: {
    type: 'number',
    label: 'Shading',
    unit: '',
    fraction: true,
    default: 1,
    min: 0,
    max: 1,
    usual: [0, 1],
    help: 'At 100 % the scene’s light shades it; at 0 it shows its plain colour.',
  },
  colour: {
    ...colour,
    default: [
      { at: 0, colour: '#cdbfa6' },
      { at: 1, colour: '#8d7f6a' },
    ],
  },
  interpolation,
  colourBy,
  field,
  cover,
  topSpeed,
  brightness,
  brighten,
  image: {
    type: 'image',
    label: 'Image',
    default: '',
    help: 'An image on cards, chips and meshes with UV coordinates.',
  },
  columns: {
    type: 'number',
    label: 'Image columns',
    unit: '',
    default: 1,
    min: 1,
    max: 64,
    usual: [1, 8],
    whole: true,
    fixed: true,
    help: 'Cuts the image into this many columns. Each particle shows one piece.',
    shown: (v) => v['image'] !== '',
  },
  rows: {
    type: 'number',
    label: 'Image rows',
    unit: '',
    default: 1,
    min: 1,
    max: 64,
    usual: [1, 8],
    whole: true,
    fixed: true,
    help: 'Cuts the image into this many rows.',
    shown: (v) => v['image'] !== '',
  },
  sizeOverAge: { ...sizeOverAge, default: [{ at: 0, value: 1 }] },
  sizeOverSpeed,
});

/** A small solid body. */
export const instance: LookKind = {
  kind: 'instance',
  label: 'mesh',
  summary: 'A small solid body at every particle, shaded by the scene’s light.',
  parameters,
  softness: 0,
  turns: true,
};
