import { describe, type ValuesOf } from '../../document/parameters';
import { exp } from '../../lib/math/exact';
import { frameAbout, normalised, vectorBy } from '../../lib/math/vector';
import { circle } from '../../lib/geometry/outline';
import { fittedSize, vectorActions } from './actions';
import { defineField } from '../contracts/field';

const parameters = describe({
  axis: {
    type: 'vector',
    label: 'Axis',
    unit: '',
    default: [0, 1, 0],
    help: 'The axis of rotation, by the right-hand rule. Only its direction counts, not its length.',
  },
  swirl: {
    type: 'choice',
    label: 'Swirl',
    default: 'smooth',
    options: [
      { value: 'even', label: 'even' },
      { value: 'solid', label: 'solid core' },
      { value: 'smooth', label: 'smooth core' },
    ],
    help: 'The change of speed away from the axis: even everywhere, rigid inside the core, or smooth like a real eddy.',
  },
  radius: {
    type: 'number',
    label: 'Core radius',
    unit: 'm',
    default: 0.5,
    min: 0,
    above: true,
    usual: [0.05, 5],
    help: 'The radius of the core. The swirl is strongest at it, or at 1.12 times it for a smooth core.',
    shown: (v) => v['swirl'] !== 'even',
  },
  inwardPull: {
    type: 'number',
    label: 'Inward pull',
    unit: '=',
    default: 0,
    usual: [-5, 5],
    help: 'The pull towards the axis. Negative pushes outwards.',
  },
  lift: {
    type: 'number',
    label: 'Lift',
    unit: '=',
    default: 0,
    usual: [-5, 5],
    help: 'The push along the axis. Negative pushes the other way.',
  },
});

type Settings = ValuesOf<typeof parameters>;

/**
 * The inverse of the peak of (1 − e^(−x²))/x, which makes the peak of the Lamb–Oseen profile S. The peak is where
 * 2x² = e^(x²) − 1: at x = 1.1209064227785340.
 */
export const LAMB_OSEEN = 1.5669739890260233;

/** Swirl speed at a distance r from the axis, for a peak of 1. */
export function swirlAt(swirl: Settings['swirl'], r: number, radius: number): number {
  if (swirl === 'even') return 1;
  if (swirl === 'solid') return r <= radius ? r / radius : radius / r;
  const x = r / radius;
  return x < 1e-4 ? LAMB_OSEEN * x : (LAMB_OSEEN * (1 - exp(-x * x))) / x;
}

/**
 * Swirl S·s(r) about the axis, gather towards it and lift along it. Solid core: Rankine, S·r/R inside, S·R/r outside.
 * Smooth core: Lamb–Oseen, 1.56697·S·(R/r)·(1 − e^(−r²/R²)), whose peak is at 1.1209 R.
 */
export const vortex = defineField({
  kind: 'vortex',
  family: 'around',
  label: 'vortex',
  summary: 'Turns particles around an axis. Inward pull holds the column together; lift drives it along the axis.',
  glyph: 'M12 12c0-2 3-2 3 0 0 3-6 4-6 0 0-5 9-6 9 0 0 7-12 8-12 0 0-4 3-7 6-8',
  formula: 'F = S·s(r)·tangent − pull·outward + lift·axis',
  source: 'Rankine; Lamb–Oseen vortex, textbook fluid mechanics',
  strength: { label: 'Strength', default: 2, usual: [-6, 6] },
  actions: vectorActions('force'),
  startsWith: { falloff: 'ball', curve: 'smooth' },
  balance: ['inwardPull', 'lift'],
  direction: 'axis',
  starts: [
    { name: 'Eddy', note: 'rotation only', strength: 2, settings: { swirl: 'smooth', inwardPull: 0, lift: 0 } },
    {
      name: 'Column',
      note: 'a rising column',
      strength: 3,
      settings: { swirl: 'smooth', inwardPull: 6, lift: 1 },
    },
    {
      name: 'Drain',
      note: 'inwards and down',
      strength: 1.5,
      settings: { swirl: 'smooth', inwardPull: 5, lift: -2.5 },
    },
    {
      name: 'Turntable',
      note: 'rigid rotation inside the radius',
      strength: 2,
      settings: { swirl: 'solid', inwardPull: 1.5, lift: 0 },
    },
  ],
  parameters,
  examples: [
    {
      settings: { swirl: 'even' },
      strength: 2,
      at: [3, 0, 4],
      vector: [1.6, 0, -1.2],
      source: 'by hand: ŷ × r̂, right-handed',
    },
    {
      settings: { swirl: 'solid', radius: 2, lift: 0.5, inwardPull: 1 },
      strength: 4,
      at: [1, 0, 0],
      vector: [-1, 0.5, -2],
      source: 'Rankine: S·r/R inside; the pull inwards, lift along the axis',
    },
  ],
  view: {
    outline(settings) {
      const { axis, swirl, radius } = settings;
      const a = normalised(axis);
      const [u, v] = frameAbout(a);
      if (swirl === 'even') return [];
      return [circle(radius, 0, 1).map(([p, q]) => vectorBy((i) => p * u[i]! + q * v[i]!))];
    },
    handles(settings) {
      const { axis, swirl, radius } = settings;
      const [u] = frameAbout(normalised(axis));
      return swirl === 'even'
        ? []
        : [{ parameter: 'radius', at: [radius * u[0], radius * u[1], radius * u[2]], axis: u, perMetre: 1 }];
    },
  },
  diagnose: {
    deliversAtZero: (settings) => settings.inwardPull !== 0 || settings.lift !== 0,
  },
  fit: (half) => ({ radius: fittedSize(Math.max(half[0], half[2]) * 0.5, 0.05) }),
  kernel({ settings, strength }) {
    const { axis, swirl, radius, inwardPull, lift } = settings;
    const a = normalised(axis);
    if (a[0] === 0 && a[1] === 0 && a[2] === 0) return undefined;
    const [u, v] = frameAbout(a);
    return { kind: 'vortex', swirl, u, v, axis: a, lift, strength, radius, inwardPull };
  },
  compile({ settings, strength }) {
    const { axis, swirl, radius, inwardPull, lift } = settings;
    const a = normalised(axis);
    const [u, v] = frameAbout(a);
    const live = a[0] !== 0 || a[1] !== 0 || a[2] !== 0;
    return ({ x, y, z }, { count }, out) => {
      for (let i = 0; i < count; i++) {
        const px = x[i]!;
        const py = y[i]!;
        const pz = z[i]!;
        const p = px * u[0] + py * u[1] + pz * u[2];
        const q = px * v[0] + py * v[1] + pz * v[2];
        const r = Math.sqrt(p * p + q * q);
        let along = 0;
        let across = 0;
        if (r > 0) {
          const s = (strength * swirlAt(swirl, r, radius)) / r;
          along = -s * q - (inwardPull * p) / r;
          across = s * p - (inwardPull * q) / r;
        }
        out.x[i] = live ? along * u[0] + across * v[0] + lift * a[0] : 0;
        out.y[i] = live ? along * u[1] + across * v[1] + lift * a[1] : 0;
        out.z[i] = live ? along * u[2] + across * v[2] + lift * a[2] : 0;
      }
    };
  },
});
