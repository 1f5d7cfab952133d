import { describe } from '../parameters';
import { seed } from './seed';

/** Numbers of the scene as a whole. */
export const sceneParameters = describe({
  seed: { ...seed, help: 'Another seed changes everything random in the scene.' },
  draftFraction: {
    type: 'number',
    label: 'Draft amount',
    unit: '',
    fraction: true,
    default: 1,
    min: 0,
    above: true,
    max: 1,
    usual: [0.01, 1],
    fixed: true,
    help: 'The fraction of the particles that is simulated while you work. The draft is a random sample of all particles.',
  },
  keepFlat: {
    type: 'choice',
    label: 'Keep flat (2D)',
    default: 'off',
    options: [
      { value: 'off', label: 'off' },
      { value: 'x', label: 'keep X' },
      { value: 'y', label: 'keep Y' },
      { value: 'z', label: 'keep Z' },
    ],
    help: 'Every free particle keeps that coordinate of its birth, for scenes seen along it by an orthographic camera.',
  },
});

/** Frames and seconds. */
export const timeParameters = describe({
  fps: {
    type: 'number',
    label: 'Frame rate',
    unit: 'fps',
    default: 24,
    min: 1,
    max: 240,
    usual: [12, 60],
    fixed: true,
    help: 'The number of frames per second.',
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
    help: 'The last frame of the shot. At least the first frame.',
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
    help: 'Frames that are simulated before the first frame of the shot.',
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
    help: 'Simulation steps per frame. More steps are more accurate for fast or stiff motion, and take longer.',
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
    help: 'The number of frames after which the scene repeats: births, automation and noise close seamlessly. 0 is no loop.',
  },
  scale: {
    type: 'number',
    label: 'Time scale',
    unit: '×',
    default: 1,
    min: 0,
    max: 100,
    usual: [0.1, 2],
    help: 'The speed of the scene’s time. Below 1 is slow motion along the same paths; 0 stands still. The camera is not slowed.',
  },
});

/** The box that keeps the particles of the whole scene. */
export const boundsParameters = describe({
  on: { type: 'switch', label: 'Enabled', default: false, help: 'Keeps all particles inside a box.' },
  response: {
    type: 'choice',
    label: 'At the faces',
    default: 'die',
    options: [
      { value: 'die', label: 'die' },
      { value: 'bounce', label: 'bounce' },
      { value: 'stick', label: 'stick' },
    ],
    help: 'The fate of a particle that reaches a face from inside.',
    shown: (v) => v['on'] === true,
  },
  centre: {
    type: 'vector',
    label: 'Centre',
    unit: 'm',
    default: [0, 0, 0],
    help: 'The centre of the box.',
    shown: (v) => v['on'] === true,
  },
  size: {
    type: 'vector',
    label: 'Size',
    unit: 'm',
    default: [20, 20, 20],
    help: 'The widths along X, Y and Z, each above 0.',
    shown: (v) => v['on'] === true,
  },
});

/** The finished result as a whole; what is simulated stays as it is. */
export const sceneTransformParameters = describe({
  sizes: {
    type: 'switch',
    label: 'Scale particles',
    default: true,
    help: 'Draws particles larger or smaller with the scale of the scene transform.',
  },
});

/** How the view looks while working; no file is drawn like this. */
export const workParameters = describe({
  tint: {
    type: 'colour',
    label: 'Mesh colour',
    default: '#6d675c',
    help: 'The colour in which the view draws meshes and colliders.',
  },
  plain: {
    type: 'switch',
    label: 'Separate background',
    default: false,
    help: 'Gives the view a background of its own, for working only.',
  },
  background: {
    type: 'colour',
    label: 'Work background',
    default: '#33312d',
    help: 'The colour behind the particles in the view. Renders do not use it.',
    shown: (v) => v['plain'] === true,
  },
  enlarge: {
    type: 'switch',
    label: 'Enlarge drafts',
    default: true,
    help: 'Draws the particles of a draft larger, so that the picture keeps its density.',
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
    help: 'Guides over the frame of the shot camera: thirds, and the safe areas for action (93 %) and titles (90 %).',
  },
});
