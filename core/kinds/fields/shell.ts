import { describe } from '../../document/parameters';
import { circle } from '../../lib/geometry/outline';
import { fittedSize, vectorActions } from './actions';
import { defineField } from '../contracts/field';
import { offsetsFrom, targetOptions, targetParameters, targetTrouble } from './target';

const parameters = describe({
  target: {
    type: 'choice',
    label: 'Centre shape',
    default: 'point',
    options: targetOptions,
    help: 'The shape at the centre of the shell.',
  },
  radius: {
    type: 'number',
    label: 'Radius',
    unit: 'm',
    default: 1.2,
    min: 0,
    usual: [0, 5],
    help: 'The distance from the centre shape to which particles are pulled.',
  },
  damping: {
    type: 'number',
    label: 'Damping',
    unit: '',
    default: 0.5,
    min: 0,
    usual: [0, 5],
    help: 'How strongly motion towards and away from the shell is slowed. Motion along the shell is free.',
  },
  ...targetParameters,
});

/** A spring to the distance R from a target, damped along the way there: F = −S·(r − R)·r̂ − c·v_r·r̂ (Hooke's law). */
export const shell = defineField({
  kind: 'shell',
  family: 'push',
  label: 'shell',
  summary: 'A spring that gathers particles on a hollow shell around a point, line, path or surface.',
  glyph: 'M12 4a8 8 0 1 1 0 16a8 8 0 1 1 0-16M12 1v6M12 17v6M1 12h6M17 12h6',
  formula: 'F = −S·(r − R)·r̂ − c·v_r·r̂',
  source: 'Hooke’s law with damping, textbook mechanics',
  strength: { label: 'Strength', default: 6, usual: [0, 30], min: 0 },
  actions: vectorActions('acceleration'),
  startsWith: { falloff: 'everywhere', curve: 'smooth' },
  balance: ['damping', 'radius'],
  starts: [
    {
      name: 'Soap film',
      note: 'settles quickly on a thin shell',
      strength: 12,
      settings: { target: 'point', damping: 4 },
    },
    {
      name: 'Breathing',
      note: 'swings in and out for a long time',
      strength: 6,
      settings: { target: 'point', damping: 0.1 },
    },
    { name: 'Sleeve', note: 'a hollow tube around a line', strength: 10, settings: { target: 'line', damping: 2 } },
  ],
  parameters,
  examples: [
    {
      settings: { radius: 1, damping: 0.5 },
      strength: 6,
      at: [3, 0, 0],
      velocity: [2, 7, 0],
      vector: [-13, 0, 0],
      source: 'Hooke with damping: −6·(3 − 1) − 0.5·2; motion along the shell is free',
    },
  ],
  view: {
    points: 'points',
    outline(settings) {
      const { target, radius, length } = settings;
      if (target === 'point') return [circle(radius, 0, 1), circle(radius, 0, 2)];
      return target === 'line' ? [circle(radius, 0, 2, length / 2), circle(radius, 0, 2, -length / 2)] : [];
    },
    handles(settings) {
      const { target, radius } = settings;
      if (target !== 'point' && target !== 'line') return [];
      return [{ parameter: 'radius', at: [0.6 * radius, 0, 0.8 * radius], axis: [0.6, 0, 0.8], perMetre: 1 }];
    },
    surface: (settings, resources) => (settings.target === 'surface' ? resources.mesh(settings.mesh) : undefined),
  },
  needs: { velocity: true },
  fit: (half) => ({ radius: fittedSize(0.7 * Math.max(...half), 0.1), length: fittedSize(2 * half[1], 0.1) }),
  damps: true,
  heedsVelocity: (settings) => settings.damping > 0,
  diagnose: {
    deliversAtZero: (settings) => settings.damping > 0,
    silent: targetTrouble,
    // A leapfrog holds a swing as long as ω·dt is below 2, and is within 4 % of its phase at 1.
    longestStep: ({ strength, mass, moves }) =>
      moves || strength <= 0 ? undefined : { seconds: Math.sqrt(mass / strength), words: 'its spring swings' },
  },
  compile(source) {
    const { radius, damping } = source.settings;
    const { strength } = source;
    const offsets = offsetsFrom(source);
    return (local, block, out, context) => {
      offsets(local, block, out, context);
      const { velocity, damping: damped } = context;
      for (let i = 0; i < block.count; i++) {
        const [x, y, z] = [out.x[i]!, out.y[i]!, out.z[i]!];
        const r = Math.sqrt(x * x + y * y + z * z);
        // On the target itself no direction leads out.
        const inverse = r > 0 ? 1 / r : 0;
        const away = (velocity.x[i]! * x + velocity.y[i]! * y + velocity.z[i]! * z) * inverse;
        const root = Math.sqrt(damping) * inverse;
        damped.x[i] = root * x;
        damped.y[i] = root * y;
        damped.z[i] = root * z;
        const pull = -(strength * (r - radius) + damping * away) * inverse;
        out.x[i] = pull * x;
        out.y[i] = pull * y;
        out.z[i] = pull * z;
      }
    };
  },
});
