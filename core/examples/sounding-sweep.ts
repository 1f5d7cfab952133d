import type { Written } from '../scene/read';

/** Grains on a round table that a sweep goes round: a picture that moves lifts them, and their weight takes them back. */
export const soundingSweep: Written = {
  format: 'bathyclast-scene',
  version: 5,
  name: 'Sounding sweep',
  seed: 41,
  time: { fps: 24, first: 0, last: 96, preRoll: 96 },
  camera: { position: [0, 2.7, 4.4], target: [0, 0.05, 0.1], angle: 33 },
  output: {
    width: 1280,
    height: 720,
    background: '#030608',
    backdrop: 'gradient',
    topColour: '#0b1b22',
    exposure: 0.7,
    tone: 'soft',
    whitePoint: 4,
    glow: 45,
    glowThreshold: 0.5,
  },
  emitters: [
    {
      id: 'grains',
      name: 'Grains',
      seed: 1,
      shape: { kind: 'disc', radius: 1.75 },
      emission: [{ kind: 'burst', timing: 'start', count: 16000 }],
      birth: { immortal: true, speed: 0, size: 0.015, sizeVariance: 0.006, drag: 1.6, dragVariance: 0.5 },
      look: {
        kind: 'point',
        blend: 'additive',
        opacity: 0.75,
        colourBy: 'speed',
        topSpeed: 0.9,
        colour: [
          { at: 0, colour: '#1f4a58' },
          { at: 0.35, colour: '#4fa7a6' },
          { at: 0.7, colour: '#f2c84b' },
          { at: 1, colour: '#fff3d0' },
        ],
        sizeOverAge: [{ at: 0, value: 1 }],
      },
    },
  ],
  fields: [
    {
      id: 'sweep',
      name: 'Sweep',
      settings: { kind: 'texture', pattern: 'sweep', neutral: 0, width: 3.6, depth: 3.6, thickness: 1.2 },
      strength: 3.7,
      actsAs: 'acceleration',
      falloff: { kind: 'everywhere' },
    },
    { id: 'weight', name: 'Weight', settings: { kind: 'gravity' }, strength: 2.4 },
    {
      id: 'shimmer',
      name: 'Shimmer',
      settings: { kind: 'turbulence', size: 0.5, octaves: 2, drift: [0, 0.3, 0] },
      strength: 0.16,
      actsAs: 'acceleration',
      falloff: { kind: 'slab', inner: 0.1, outer: 0.8 },
      seed: 3,
    },
  ],
  colliders: [
    {
      id: 'table',
      name: 'Table',
      shape: { kind: 'plane' },
      response: { kind: 'bounce', restitution: 0.15, tangentialGain: 0.6 },
    },
  ],
};
