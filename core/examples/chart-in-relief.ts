import type { Written } from '../scene/read';

/**
 * A flat chart of grains: light levels push them up, dark ones pull them down, and still water brings them to rest in
 * relief.
 */
export const chartInRelief: Written = {
  format: 'bathyclast-scene',
  version: 2,
  name: 'Chart in relief',
  seed: 21,
  time: { fps: 24, first: 0, last: 120, preRoll: 0 },
  camera: { position: [0, 3.1, 5.6], target: [0, 0.05, 0.2], angle: 34, depth: true, aperture: 0.35 },
  output: {
    width: 1280,
    height: 720,
    background: '#06080b',
    behind: 'gradient',
    top: '#0f171e',
    samples: 16,
    exposure: 0.9,
    tone: 'soft',
    white: 3,
    glow: 15,
    glowFrom: 0.7,
  },
  light: { fog: 0.05, fogColour: '#131c24' },
  emitters: [
    {
      id: 'chart',
      name: 'Chart',
      seed: 1,
      shape: { kind: 'card', width: 4.6, depth: 3 },
      amounts: [{ kind: 'burst', count: 15000, frame: 0 }],
      birth: { life: 60, speed: 0, size: 0.026, sizeVariance: 0.008, drag: 2.2, dragVariance: 0.4 },
      look: {
        kind: 'point',
        blend: 'over',
        opacity: 0.9,
        colour: [
          { at: 0, colour: '#e9dcb8' },
          { at: 0.04, colour: '#c9b98d' },
          { at: 0.09, colour: '#8fa3a6' },
          { at: 1, colour: '#8fa3a6' },
        ],
        sizeOverAge: [
          { at: 0, value: 1 },
          { at: 1, value: 1 },
        ],
      },
    },
  ],
  groups: [{ id: 'charts', name: 'Charts', limited: true, floor: 0, ceiling: 4 }],
  fields: [
    {
      id: 'relief',
      name: 'Old chart',
      group: 'charts',
      settings: { kind: 'texture', pattern: 'rings', width: 4.6, depth: 3, neutral: 0.5, thickness: 2, edges: 'clamp' },
      strength: 1.4,
      extent: { kind: 'box', width: 5, height: 1, depth: 3.4, core: 0.2, reach: 1.2 },
      profile: { kind: 'smooth' },
    },
    {
      id: 'depths',
      name: 'Depths',
      group: 'charts',
      modulators: [{ kind: 'noise', size: 1.8, amount: 0.6, seed: 2 }],
      settings: { kind: 'texture', pattern: 'noise', width: 4.6, depth: 3, neutral: 0.5 },
      strength: 3.2,
      extent: { kind: 'slab', core: 0.3, reach: 1.1 },
      profile: { kind: 'smooth' },
    },
    {
      id: 'run-off',
      name: 'Run-off',
      settings: { kind: 'texture', pattern: 'rings', does: 'slope', width: 4.6, depth: 3 },
      strength: 0.05,
      actsAs: 'shift',
      extent: { kind: 'slab', core: 0.3, reach: 0.9 },
      profile: { kind: 'custom' },
      spanned: true,
      from: 30,
      until: 121,
      easeIn: 24,
    },
    {
      id: 'drift',
      name: 'Slow drift',
      settings: { kind: 'turbulence', size: 1.6, octaves: 2 },
      strength: 0.12,
      actsAs: 'carry',
      seed: 5,
    },
    { id: 'water', name: 'Water', settings: { kind: 'drag' }, strength: 1.8 },
  ],
};
