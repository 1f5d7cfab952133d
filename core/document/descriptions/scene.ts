import { describe } from '../parameters';
import { seed } from './seed';

/** Numbers of the scene as a whole. */
export const sceneParameters = describe({
  seed: { ...seed, help: 'Another seed gives another throw of every dice in the scene.' },
  draftShare: {
    type: 'number',
    label: 'Draft share',
    unit: '',
    default: 1,
    min: 0,
    above: true,
    max: 1,
    usual: [0.01, 1],
    fixed: true,
    help: 'The part of the particles that is simulated while working. A draft is a true sample of the whole.',
  },
  flat: {
    type: 'switch',
    label: 'In a plane',
    default: false,
    help: 'Every free particle keeps the depth, Z, at which it is born: for scenes that a flat camera sees.',
  },
});

/** Frames and seconds. */
export const timeParameters = describe({
  fps: {
    type: 'number',
    label: 'Rate',
    unit: 'fps',
    default: 24,
    min: 1,
    max: 240,
    usual: [12, 60],
    fixed: true,
    help: 'Frames a second.',
  },
  first: {
    type: 'number',
    label: 'First frame',
    unit: 'f',
    default: 0,
    min: -100000,
    max: 1000000,
    whole: true,
    usual: [0, 240],
    fixed: true,
    help: 'The first frame of the shot.',
  },
  last: {
    type: 'number',
    label: 'Last frame',
    unit: 'f',
    default: 96,
    min: -100000,
    max: 1000000,
    whole: true,
    usual: [24, 480],
    fixed: true,
    help: 'The last frame of the shot. Not before the first.',
  },
  preRoll: {
    type: 'number',
    label: 'Pre-roll',
    unit: 'f',
    default: 0,
    min: 0,
    max: 100000,
    whole: true,
    usual: [0, 240],
    fixed: true,
    help: 'Frames simulated before the first frame of the shot.',
  },
  substeps: {
    type: 'number',
    label: 'Substeps',
    unit: '',
    default: 1,
    min: 1,
    max: 64,
    whole: true,
    usual: [1, 16],
    fixed: true,
    help: 'Steps a frame: more for fast or stiff motion.',
  },
  loop: {
    type: 'number',
    label: 'Loop',
    unit: 'f',
    default: 0,
    min: 0,
    max: 100000,
    whole: true,
    usual: [0, 240],
    fixed: true,
    help: 'After so many frames of its own time the scene is the same again: births, tides and noise are closed. 0 for no loop.',
  },
  scale: {
    type: 'number',
    label: 'Time scale',
    unit: '×',
    default: 1,
    min: 0,
    max: 100,
    usual: [0.1, 2],
    help: 'How fast the time of the scene runs: below 1 is slow motion on the same paths, 0 stands still. The camera keeps its own time.',
  },
});

/** The box that keeps the particles of the whole scene. */
export const boundsParameters = describe({
  on: { type: 'switch', label: 'On', default: false, help: 'A box that no particle leaves.' },
  response: {
    type: 'choice',
    label: 'At its faces they',
    default: 'die',
    options: [
      { value: 'die', label: 'die' },
      { value: 'bounce', label: 'bounce' },
      { value: 'stick', label: 'stick' },
    ],
    help: 'What happens to a particle that reaches a face from inside.',
    shown: (v) => v['on'] === true,
  },
  centre: {
    type: 'vector',
    label: 'Centre',
    unit: 'm',
    default: [0, 0, 0],
    help: 'Middle of the box.',
    shown: (v) => v['on'] === true,
  },
  size: {
    type: 'vector',
    label: 'Size',
    unit: 'm',
    default: [20, 20, 20],
    help: 'Widths along X, Y and Z, each above 0.',
    shown: (v) => v['on'] === true,
  },
});

/** The finished result as a whole; what is simulated stays as it is. */
export const wholeParameters = describe({
  sizes: {
    type: 'switch',
    label: 'Sizes follow',
    default: true,
    help: 'Whether particles are drawn larger and smaller with the scale of the whole.',
  },
});

/** How the view looks while working; no file is drawn like this. */
export const workParameters = describe({
  tint: {
    type: 'colour',
    label: 'Tint of meshes',
    default: '#6d675c',
    help: 'The colour in which the view draws meshes and colliders.',
  },
  plain: {
    type: 'switch',
    label: 'Own background',
    default: false,
    help: 'Gives the view a background for work only.',
  },
  background: {
    type: 'colour',
    label: 'Work background',
    default: '#33312d',
    help: 'What is behind the particles in the view, not in the file.',
    shown: (v) => v['plain'] === true,
  },
  enlarge: {
    type: 'switch',
    label: 'Drafts enlarged',
    default: true,
    help: 'Draws the dots of a draft larger, so that the picture keeps its weight.',
  },
  guides: {
    type: 'choice',
    label: 'Frame guides',
    default: 'none',
    options: [
      { value: 'none', label: 'none' },
      { value: 'thirds', label: 'thirds' },
      { value: 'safe', label: 'safe areas' },
      { value: 'both', label: 'both' },
    ],
    help: 'Lines over the shot’s frame while one looks through it: thirds, and the areas in which action (93 %) and titles (90 %) are safe.',
  },
});
