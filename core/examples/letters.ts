import type { Written } from '../scene/read';

/** The title stands in silt, letter by letter, and is carried off by a current that comes in from the left. */
export const letters: Written = {
  format: 'bathyclast-scene',
  version: 5,
  name: 'Letters',
  seed: 17,
  time: { fps: 24, first: 0, last: 120, preRoll: 0 },
  camera: { position: [0, 0, 7.4], target: [0, 0, 0], angle: 34 },
  output: {
    width: 1280,
    height: 720,
    background: '#050609',
    backdrop: 'gradient',
    topColour: '#0c1319',
    exposure: 1,
    tone: 'soft',
    whitePoint: 4,
    glow: 30,
    glowThreshold: 0.6,
    glowRadius: 1.4,
  },
  emitters: [
    {
      id: 'title',
      name: 'Title',
      seed: 1,
      shape: { kind: 'lettering', text: 'The Quiet Mile', size: 0.98, spacing: 0.01, depth: 0.06 },
      emission: [{ kind: 'burst', timing: 'start', count: 12000 }],
      birth: { life: 6, lifeVariance: 0.8, speed: 0, size: 0.021, sizeVariance: 0.009, drag: 2.4, dragVariance: 0.9 },
      look: {
        kind: 'point',
        blend: 'normal',
        opacity: 0.9,
        colour: [
          { at: 0, colour: '#f1e6cb' },
          { at: 0.45, colour: '#d9c49a' },
          { at: 1, colour: '#6b7a86' },
        ],
        sizeOverAge: [
          { at: 0, value: 1 },
          { at: 0.8, value: 1 },
          { at: 1, value: 0 },
        ],
      },
    },
    {
      id: 'edge',
      name: 'Glow of the edges',
      seed: 2,
      shape: { kind: 'lettering', text: 'The Quiet Mile', size: 0.98, spacing: 0.01, from: 'outline' },
      emission: [{ kind: 'rate', rate: 900 }],
      gate: { kind: 'formula', formula: 'frame < 40 and mod(frame, 2) == 0' },
      birth: { life: 1.1, lifeVariance: 0.4, speed: 0.06, spread: 70, size: 0.03, sizeVariance: 0.014, drag: 1.6 },
      look: {
        kind: 'sprite',
        blend: 'additive',
        opacity: 0.35,
        colour: [
          { at: 0, colour: '#ffe7ad' },
          { at: 1, colour: '#6a4f35' },
        ],
        sizeOverAge: [
          { at: 0, value: 0.4 },
          { at: 0.3, value: 1 },
          { at: 1, value: 0 },
        ],
      },
    },
  ],
  fields: [
    {
      id: 'current',
      name: 'Current',
      settings: { kind: 'wind', direction: [1, 0.1, -0.1] },
      strength: 1.9,
      keys: {
        'transform.position': [
          { frame: 30, value: [-7.4, 0, 0], ease: 'linear' },
          { frame: 110, value: [1.6, 0, 0], ease: 'linear' },
        ],
      },
      falloff: { kind: 'ball', inner: 2.6, outer: 4.4 },
      curve: { kind: 'smooth' },
    },
    {
      id: 'eddies',
      name: 'Eddies',
      settings: { kind: 'turbulence', size: 0.8, octaves: 3 },
      strength: 0.85,
      actsAs: 'flow',
      seed: 6,
      keys: {
        'transform.position': [
          { frame: 30, value: [-7.6, 0, 0], ease: 'linear' },
          { frame: 110, value: [1.2, 0, 0], ease: 'linear' },
        ],
      },
      falloff: { kind: 'ball', inner: 2.6, outer: 4.6 },
      curve: { kind: 'smooth' },
    },
  ],
};
