import type { Written } from '../scene/complete';

/** Grains that settle at their own speeds through a current that is strongest at mid-depth. */
export const sedimentFall: Written = {
  format: 'bathyclast-scene',
  version: 1,
  name: 'Sediment fall',
  seed: 11,
  time: { fps: 24, first: 0, last: 120, preRoll: 96 },
  camera: { position: [0, 1.5, 8], target: [0.3, 1.5, 0], angle: 30 },
  output: { width: 1280, height: 720, background: '#0a0c0e' },
  emitters: [
    {
      id: 'silt',
      name: 'Silt',
      seed: 1,
      place: { position: [-1, 3.5, 0] },
      shape: { kind: 'box', width: 6, height: 0.3, depth: 2.5 },
      amounts: [{ kind: 'rate', rate: 700 }],
      birth: { life: 6, lifeVariance: 1.2, speed: 0.1, along: 'direction', direction: [0, -1, 0], spread: 180, size: 0.02, sizeVariance: 0.012, mass: 0.6, massVariance: 0.4, drag: 1.1, dragVariance: 0.3 },
      look: {
        kind: 'point',
        blend: 'over',
        opacity: 0.75,
        colour: [
          { at: 0, colour: '#d9cfb6' },
          { at: 0.6, colour: '#8c9aa0' },
          { at: 1, colour: '#5b6670' },
        ],
        sizeOverAge: [
          { at: 0, value: 0 },
          { at: 0.08, value: 1 },
          { at: 0.85, value: 1 },
          { at: 1, value: 0 },
        ],
      },
    },
    {
      id: 'flakes',
      name: 'Flakes',
      seed: 2,
      place: { position: [-0.6, 3.5, 0] },
      shape: { kind: 'box', width: 5, height: 0.3, depth: 2 },
      amounts: [{ kind: 'rate', rate: 40 }],
      birth: { life: 7, lifeVariance: 1, speed: 0.05, spread: 180, size: 0.07, sizeVariance: 0.03, mass: 0.4, drag: 1.6 },
      look: {
        kind: 'sprite',
        blend: 'add',
        opacity: 0.5,
        colour: [
          { at: 0, colour: '#efe6cf' },
          { at: 1, colour: '#7f8ea0' },
        ],
        sizeOverAge: [
          { at: 0, value: 0 },
          { at: 0.1, value: 1 },
          { at: 0.8, value: 1 },
          { at: 1, value: 0 },
        ],
      },
    },
  ],
  fields: [
    { id: 'weight', name: 'Weight in water', settings: { kind: 'gravity' }, strength: 1 },
    {
      id: 'current',
      name: 'Mid current',
      settings: { kind: 'wind', direction: [1, 0, 0.15] },
      strength: 0.9,
      place: { position: [0, 1.6, 0] },
      extent: { kind: 'slab', core: 0.2, reach: 1.5 },
      profile: { kind: 'bell' },
    },
    { id: 'eddies', name: 'Eddies', settings: { kind: 'turbulence', size: 0.9, octaves: 2, drift: [0.4, 0, 0] }, strength: 0.35, actsAs: 'carry', seed: 4 },
  ],
};
