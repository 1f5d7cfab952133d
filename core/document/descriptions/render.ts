import { describe } from '../parameters';

const ownSize = (v: Readonly<Record<string, unknown>>) => v['width'] !== 0 && v['height'] !== 0;
const ofPart = (v: Readonly<Record<string, unknown>>) => v['wholeShot'] !== true;

const side = {
  type: 'number',
  unit: 'px',
  default: 0,
  min: 0,
  max: 8192,
  whole: true,
  usual: [0, 3840],
  fixed: true,
} as const;
const frame = { type: 'number', unit: 'f', default: 0, whole: true, usual: [0, 240], fixed: true } as const;

/** How the shot is written to files. A scene may have several of these. */
export const renderParameters = describe({
  format: { type: 'text', label: 'Format', default: 'mp4', most: 20, help: 'The file format of the render.' },
  bits: {
    type: 'choice',
    label: 'Depth',
    default: '8',
    options: [
      { value: '8', label: '8 bits' },
      { value: '16', label: '16 bits' },
      { value: 'half', label: '16-bit floats' },
      { value: 'float', label: '32-bit floats' },
    ],
    help: 'The number of bits of each colour channel. More keep smoother gradients.',
  },
  alpha: {
    type: 'choice',
    label: 'Alpha',
    default: 'none',
    options: [
      { value: 'none', label: 'none' },
      { value: 'straight', label: 'straight' },
      { value: 'premultiplied', label: 'premultiplied' },
    ],
    help: 'None fills the background. Straight and premultiplied leave it out, so that the picture can lie over another.',
  },
  layers: {
    type: 'switch',
    label: 'Layers',
    default: false,
    help: 'Also writes data about the nearest particle at each pixel: its distance (Z), its velocity (velocity.X to Z) and its number (number.id).',
  },
  split: {
    type: 'choice',
    label: 'Pictures',
    default: 'together',
    options: [
      { value: 'together', label: 'one for all' },
      { value: 'emitters', label: 'one per emitter' },
      { value: 'both', label: 'both' },
    ],
    help: 'Draws all emitters in one picture, each emitter in a picture of its own in a folder of its name, or both.',
  },
  width: {
    ...side,
    label: 'Render width',
    help: 'The width of this render. 0 is the size of the picture.',
    shown: ownSize,
  },
  height: {
    ...side,
    label: 'Render height',
    help: 'The height of this render. 0 is the size of the picture.',
    shown: ownSize,
  },
  wholeShot: {
    type: 'switch',
    label: 'Whole shot',
    default: true,
    help: 'Renders the shot from its first to its last frame, also when it becomes longer.',
  },
  from: { ...frame, label: 'From frame', help: 'The first frame that is rendered.', shown: ofPart },
  through: { ...frame, label: 'Through frame', help: 'The last frame that is rendered.', shown: ofPart },
  every: {
    type: 'number',
    label: 'Frame step',
    unit: 'f',
    default: 1,
    min: 1,
    max: 1000,
    whole: true,
    usual: [1, 10],
    fixed: true,
    help: 'Draws every frame at 1, every second frame at 2, and so on.',
  },
  pattern: {
    type: 'text',
    label: 'Name',
    default: '',
    most: 100,
    help: 'The name of the files. A row of # becomes the frame number, with as many digits. Without a name it is that of the scene.',
  },
});
