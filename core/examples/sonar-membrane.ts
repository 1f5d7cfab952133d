import type { Written } from '../scene/read';

/** Radius of the membrane, metres. */
const RADIUS = 1.7;

/**
 * Modes of a round membrane held at its rim: J_n(k·r)·cos(n·θ), k the zeros of the Bessel functions (Abramowitz &
 * Stegun, from memory). The dial goes through five of them; between two, both sound.
 */
const MODES = [
  `r = min(1, sqrt(x^2 + z^2) ÷ ${RADIUS})`,
  'a = atan2(z, x)',
  't = max(0, 1 − abs(mode − 1)) × besselj(0, 8.6537 × r)',
  'u = max(0, 1 − abs(mode − 2)) × besselj(2, 8.4172 × r) × cos(2 × a)',
  'v = max(0, 1 − abs(mode − 3)) × besselj(3, 9.7610 × r) × cos(3 × a)',
  'w = max(0, 1 − abs(mode − 4)) × besselj(5, 8.7715 × r) × cos(5 × a)',
].join('\n');

const still = [{ at: 0, value: 1 }];

/** Grains that gather on the still lines of a round membrane while a dial sweeps its mode. */
export const sonarMembrane: Written = {
  format: 'bathyclast-scene',
  version: 5,
  name: 'Sonar membrane',
  seed: 31,
  time: { fps: 24, first: 0, last: 240, preRoll: 48 },
  camera: { position: [0, 3.6, 4.3], target: [0, -0.1, 0], angle: 34 },
  output: {
    width: 1280,
    height: 720,
    background: '#040607',
    backdrop: 'gradient',
    topColour: '#0a161a',
    exposure: 0.8,
    tone: 'soft',
    whitePoint: 4,
    glow: 25,
    glowThreshold: 0.6,
    glowRadius: 1.2,
  },
  dials: [
    {
      id: 'mode',
      name: 'mode',
      low: 1,
      high: 4,
      value: 1,
      keys: {
        value: [
          { frame: 48, value: 1, ease: 'smooth' },
          { frame: 72, value: 2, ease: 'step' },
          { frame: 120, value: 2, ease: 'smooth' },
          { frame: 144, value: 3, ease: 'step' },
          { frame: 192, value: 3, ease: 'smooth' },
          { frame: 216, value: 4, ease: 'step' },
        ],
      },
    },
  ],
  emitters: [
    {
      id: 'skin',
      name: 'Membrane',
      seed: 1,
      shape: { kind: 'disc', radius: RADIUS },
      emission: [{ kind: 'burst', timing: 'start', count: 5200 }],
      birth: { immortal: true, speed: 0, size: 0.016, mass: 1, drag: 5 },
      look: {
        kind: 'point',
        blend: 'normal',
        opacity: 0.75,
        colour: [{ at: 0, colour: '#2f5d6b' }],
        sizeOverAge: still,
      },
    },
    {
      id: 'grains',
      name: 'Grains',
      seed: 2,
      shape: { kind: 'disc', radius: RADIUS },
      emission: [{ kind: 'burst', timing: 'start', count: 5200 }],
      birth: { immortal: true, speed: 0, size: 0.026, sizeVariance: 0.01, mass: 1, drag: 5 },
      look: {
        kind: 'sprite',
        blend: 'normal',
        opacity: 0.9,
        colour: [{ at: 0, colour: '#f1e3bd' }],
        sizeOverAge: still,
      },
    },
  ],
  colliders: [
    {
      id: 'rim',
      name: 'Rim',
      shape: { kind: 'rod', radius: RADIUS, length: 4, inside: true },
      response: { kind: 'bounce', restitution: 0.2 },
    },
  ],
  fields: [
    {
      id: 'wave',
      name: 'Still lines',
      settings: { kind: 'formula', output: 'downhill', height: `${MODES}\n(t + u + v + w)^2` },
      strength: 14,
      actsAs: 'acceleration',
      sends: { skin: 0 },
    },
    {
      id: 'sound',
      name: 'Swing',
      settings: {
        kind: 'formula',
        output: 'one-direction',
        height: `${MODES}\n(t + u + v + w) × cos(9 × time)`,
        direction: [0, 1, 0],
      },
      strength: 2.2,
      actsAs: 'move',
    },
    {
      id: 'rest',
      name: 'Back to rest',
      settings: { kind: 'formula', output: 'vector', fx: '0', fy: '−y', fz: '0' },
      strength: 3,
      actsAs: 'move',
    },
    {
      id: 'jitter',
      name: 'Jitter',
      settings: {
        kind: 'formula',
        output: 'vector',
        fx: 'random(31 × number + 7 × floor(frame)) − 0.5',
        fy: '0',
        fz: 'random(57 × number + 13 × floor(frame)) − 0.5',
      },
      strength: 0.7,
      actsAs: 'move',
      sends: { skin: 0 },
    },
  ],
};
