import { describe } from '../../document/parameters';
import { cos, pow } from '../../lib/math/exact';
import { normalised, scaled } from '../../lib/math/vector';
import { vectorActions } from './actions';
import { defineField } from '../contracts/field';

const RADIAN = 0.017453292519943295;

const parameters = describe({
  direction: {
    type: 'vector',
    label: 'Direction',
    unit: '',
    default: [1, 0, 0],
    help: 'The direction in which the wind blows. Only its direction counts, not its length.',
  },
  opening: {
    type: 'number',
    label: 'Jet half angle',
    unit: '°',
    default: 0,
    min: 0,
    max: 85,
    usual: [0, 60],
    help: 'Above 0 the wind is a jet from the field’s position, in a cone of this half angle. At 0 it blows everywhere.',
  },
  growth: {
    type: 'number',
    label: 'Height exponent',
    unit: '',
    default: 0,
    min: 0,
    max: 1,
    usual: [0, 0.5],
    help: 'The growth of the wind with height: 0 for none, 1/7 over open water, more over rough ground.',
  },
  height: {
    type: 'number',
    label: 'Reference height',
    unit: 'm',
    default: 2,
    min: 0,
    above: true,
    usual: [0.2, 10],
    help: 'The height at which the wind has the set speed.',
    shown: (v) => v['growth'] !== 0,
  },
  ownMotion: {
    type: 'number',
    label: 'Own motion',
    unit: '',
    fraction: true,
    default: 0,
    usual: [0, 2],
    help: 'How much of the field’s own motion is added to the wind. At 100 % it takes particles along like a moving hull.',
  },
});

/** Beyond this share of the opening the jet fades to its edge. */
const FULL_SHARE = 0.6;

/**
 * F = speed · direction, the velocity of a medium. Growth with height by the power law of the wind profile, u(h) =
 * u·(h/h₀)^α (meteorology handbooks, from memory); a jet blows away from its place within its opening; tow adds the
 * field's own velocity.
 */
export const wind = defineField({
  kind: 'wind',
  family: 'flow',
  label: 'wind',
  summary: 'A steady flow. The strength is its speed; the drag of the particles is its grip.',
  glyph: 'M3 8c3-3 6 3 9 0s6 3 9 0M3 13c3-3 6 3 9 0s6 3 9 0M3 18c3-3 6 3 9 0s6 3 9 0',
  formula: 'F = speed · (h/h₀)^growth · direction + own motion · own velocity',
  source:
    'relative velocity in drag laws, textbook fluid mechanics; power-law wind profile, meteorology handbooks, from memory',
  strength: { label: 'Speed', default: 1, usual: [-5, 5] },
  actions: vectorActions('flow'),
  startsWith: { falloff: 'everywhere', curve: 'smooth', stands: 'on the ground' },
  balance: ['ownMotion'],
  direction: 'direction',
  starts: [
    {
      name: 'Shore breeze',
      note: 'light and even, a little stronger above',
      strength: 0.8,
      actsAs: 'flow',
      settings: { opening: 0, growth: 0.143, height: 2, ownMotion: 0 },
    },
    {
      name: 'Nozzle',
      note: 'a narrow jet, from outside through the particles',
      strength: 4,
      actsAs: 'flow',
      upstream: true,
      settings: { opening: 14, growth: 0, ownMotion: 0 },
    },
    {
      name: 'Passing front',
      note: 'strong, and much stronger above the ground',
      strength: 3,
      actsAs: 'flow',
      settings: { opening: 0, growth: 0.35, height: 1, ownMotion: 0 },
    },
    {
      name: 'Moving hull',
      note: 'only the pull of its own motion',
      strength: 0,
      actsAs: 'flow',
      settings: { opening: 0, growth: 0, ownMotion: 1 },
    },
  ],
  parameters,
  examples: [
    {
      settings: { direction: [0, 0, 2] },
      strength: 3,
      at: [1, 1, 1],
      vector: [0, 0, 3],
      source: 'by hand: speed along the unit direction',
    },
    {
      settings: { growth: 0.5, height: 2 },
      strength: 3,
      at: [0, 8, 0],
      vector: [6, 0, 0],
      source: 'power-law wind profile: 3·(8/2)^½',
    },
  ],
  diagnose: {
    deliversAtZero: (settings) => settings.ownMotion !== 0,
  },
  kernel({ settings, strength }) {
    const { direction, opening, growth, ownMotion } = settings;
    return opening > 0 || growth > 0
      ? undefined
      : { kind: 'same', vector: scaled(normalised(direction), strength), ownMotion };
  },
  compile({ settings, strength }) {
    const { direction, opening, growth, height, ownMotion } = settings;
    const [dx, dy, dz] = normalised(direction);
    const [edge, full] = [cos(opening * RADIAN), cos(opening * FULL_SHARE * RADIAN)];
    return ({ x, y, z }, { count }, out, { own }) => {
      const [tx, ty, tz] = [ownMotion * own[0]!, ownMotion * own[1]!, ownMotion * own[2]!];
      for (let i = 0; i < count; i++) {
        let speed = strength;
        if (growth > 0) speed *= y[i]! > 0 ? pow(y[i]! / height, growth) : 0;
        let [ux, uy, uz] = [dx, dy, dz];
        if (opening > 0) {
          const r = Math.sqrt(x[i]! * x[i]! + y[i]! * y[i]! + z[i]! * z[i]!);
          if (r > 0) [ux, uy, uz] = [x[i]! / r, y[i]! / r, z[i]! / r];
          const cosine = ux * dx + uy * dy + uz * dz;
          const t = cosine <= edge ? 0 : cosine >= full ? 1 : (cosine - edge) / (full - edge);
          speed *= t * t * (3 - 2 * t);
        }
        out.x[i] = speed * ux + tx;
        out.y[i] = speed * uy + ty;
        out.z[i] = speed * uz + tz;
      }
    };
  },
});
