import { describe, type ValuesOf } from '../../document/parameters';
import { cos, sin } from '../../lib/math/exact';
import { cross, frameAbout, length, normalised, type Vector } from '../../lib/math/vector';
import { Purpose } from '../../lib/random/lookup';
import type { WeightsOn } from '../../lib/weights/weights-on';
import { weightMapParameter } from '../shared/weight-map-parameter';
import { defineBody, type SpawnPose } from './body';
import { MOST_POINTS, Rod } from './rod';

const parameters = describe({
  points: {
    type: 'number',
    label: 'Points',
    unit: '',
    default: 16,
    min: 2,
    max: MOST_POINTS,
    whole: true,
    fixed: true,
    usual: [6, 32],
    help: 'The number of particles in a strand, including its root. Computing time grows with their square.',
  },
  length: {
    type: 'number',
    label: 'Length',
    unit: 'm',
    default: 1,
    min: 0,
    above: true,
    usual: [0.1, 5],
    help: 'The length from root to tip.',
  },
  lengthVariance: {
    type: 'number',
    label: 'Length variation',
    unit: 'm',
    default: 0,
    min: 0,
    usual: [0, 2],
    help: 'Each strand is longer or shorter than the set length by up to this, but at least a tenth of it.',
  },
  weightMap: {
    ...weightMapParameter.weightMap,
    label: 'Length by weights',
    help: 'A painted weight map: strands have their full length where its weight is 1, and are shorter below.',
  },
  leastLength: {
    type: 'number',
    label: 'Least length',
    unit: '%',
    default: 10,
    min: 1,
    max: 100,
    usual: [5, 100],
    help: 'The length of strands where the weight is 0, in percent of their full length.',
    shown: (v) => v['weightMap'] !== '',
  },
  stiffness: {
    type: 'number',
    label: 'Stiffness',
    unit: 'Hz',
    default: 0.6,
    min: 0,
    max: 100,
    usual: [0, 4],
    presets: [
      { label: 'rope', value: 0 },
      { label: 'soft', value: 0.2 },
      { label: 'springy', value: 0.8 },
      { label: 'stiff', value: 4 },
    ],
    help: 'The frequency at which a strand of the set length swings. Higher is stiffer, and 0 is a rope.',
  },
  rootStiffness: {
    type: 'number',
    label: 'Root stiffness',
    unit: '×',
    default: 3,
    min: 0,
    max: 1000,
    usual: [1, 20],
    help: 'The stiffness at the root as a multiple of that at the tip.',
    shown: (v) => v['stiffness'] !== 0,
  },
  damping: {
    type: 'number',
    label: 'Damping',
    unit: '',
    default: 0.3,
    min: 0,
    max: 100,
    usual: [0, 1],
    help: 'How quickly the swinging dies down. At 1 it returns without overshooting.',
    shown: (v) => v['stiffness'] !== 0,
  },
  stretch: {
    type: 'number',
    label: 'Stretch',
    unit: '%',
    default: 0,
    min: 0,
    max: 50,
    usual: [0, 10],
    help: 'How much the strand lengthens under its own weight.',
  },
  bendAtRest: {
    type: 'number',
    label: 'Bend at rest',
    unit: '°',
    default: 0,
    min: -720,
    max: 720,
    usual: [-90, 90],
    help: 'The angle by which a strand bends from root to tip when at rest, each to a random side.',
    shown: (v) => v['stiffness'] !== 0,
  },
  sway: {
    type: 'number',
    label: 'Sway',
    unit: '°',
    default: 0,
    min: 0,
    max: 180,
    usual: [0, 40],
    help: 'The angle by which the root sways to either side.',
    shown: (v) => v['stiffness'] !== 0,
  },
  swayTime: {
    type: 'number',
    label: 'Sway period',
    unit: 's',
    default: 4,
    min: 0,
    above: true,
    usual: [0.5, 10],
    help: 'The time of one sway to both sides and back.',
    shown: sways,
  },
  swayTo: {
    type: 'vector',
    label: 'Sway direction',
    unit: '',
    default: [1, 0, 0],
    help: 'The direction in which the root sways. Only its direction counts, not its length.',
    shown: sways,
  },
  phase: {
    type: 'choice',
    label: 'Sway timing',
    default: 'own',
    options: [
      { value: 'own', label: 'random' },
      { value: 'wave', label: 'travelling wave' },
      { value: 'one', label: 'together' },
    ],
    help: 'Strands sway at random times, one after another in a wave, or all together.',
    shown: sways,
  },
  wavelength: {
    type: 'number',
    label: 'Wavelength',
    unit: 'm',
    default: 3,
    min: 0,
    above: true,
    usual: [0.5, 10],
    help: 'The distance from crest to crest of the wave.',
    shown: (v) => sways(v) && v['phase'] === 'wave',
  },
  rounds: {
    type: 'number',
    label: 'Most iterations',
    unit: '',
    default: 8,
    min: 1,
    max: 64,
    whole: true,
    usual: [2, 16],
    help: 'The most times that the forces along a strand are solved in each substep.',
  },
});

function sways(v: Readonly<Record<string, unknown>>): boolean {
  return v['stiffness'] !== 0 && v['sway'] !== 0;
}

type Settings = ValuesOf<typeof parameters>;

const RADIAN = 0.017453292519943295;
const WHOLE_TURN = 6.283185307179586;

/** A clamped uniform beam first stiffness at (β²/2π)·√(B/(μ·L⁴)), with β² = 3.516015 (Euler–Bernoulli). */
const FIRST_SWING = 3.516015268;

/** What a strand stretches under is measured in this weight, m/s². */
const G = 9.80665;

/** A direction turned by an angle towards a side that is perpendicular to it; both unit. */
function leant(axis: Vector, side: Vector, angle: number): Vector {
  const c = cos(angle);
  const s = sin(angle);
  return [c * axis[0] + s * side[0], c * axis[1] + s * side[1], c * axis[2] + s * side[2]];
}

/** The unit vector nearest to `to` that is perpendicular to `axis`. */
function sideOf(axis: Vector, to: Vector): Vector {
  const side = normalised(cross(cross(axis, to), axis));
  return side[0] === 0 && side[1] === 0 && side[2] === 0 ? frameAbout(axis)[0] : side;
}

/** The direction of a strand at its root, with its sway. */
function rootDirection(values: Settings, { axis, position, time, hashRandom }: SpawnPose): Vector {
  const { sway, swayTime, swayTo, phase, wavelength } = values;
  if (!sways(values) || length(swayTo) === 0) return axis;
  const to = normalised(swayTo);
  let turn = time / swayTime;
  if (phase === 'own') turn += hashRandom(Purpose.sway);
  else if (phase === 'wave') turn -= (position[0] * to[0] + position[1] * to[1] + position[2] * to[2]) / wavelength;
  return leant(axis, sideOf(axis, to), sway * RADIAN * sin(WHOLE_TURN * turn));
}

/** The length of one strand by chance, metres. */
function lengthOf({ length: mean, lengthVariance }: Settings, hashRandom: SpawnPose['hashRandom']): number {
  return lengthVariance === 0
    ? mean
    : Math.max(mean / 10, mean + lengthVariance * (2 * hashRandom(Purpose.strandLength) - 1));
}

/** The share of its length that the weight at its root leaves a strand. */
function lengthByWeight({ leastLength }: Settings, weights: WeightsOn | undefined) {
  const near = new Float64Array(3);
  const least = leastLength / 100;
  return ({ local, time }: SpawnPose): number => {
    if (!weights) return 1;
    weights.pose(time);
    return least + (1 - least) * weights.at(...local, near);
  };
}

/** A curve held at its root, which bends and hardly stretches. */
export const strands = defineBody({
  kind: 'strands',
  label: 'strands',
  summary:
    'Each birth is a strand: a row of particles from a fixed root in the launch direction. Fields move all but the root.',
  parameters,
  formula: 'B·x⁗ + (T·x′)′ = μ·(a − ẍ) along the strand, |x′| = 1; f = 3.516/(2π)·√(B/(μ·L⁴))',
  source: 'Euler–Bernoulli; quadratic bending after Bergou et al. 2006; stepped by backward Euler',
  advice:
    'For weed, hair, ropes and tentacles. Give particles some drag, so that flows move them. A stiff root makes a strand stand up while its tip plays. More substeps let it swing for longer.',
  points: (values) => values.points,
  compile(values, _shape, resources) {
    const settings = values;
    const share = lengthByWeight(settings, resources.weights(settings.weightMap));
    const { points, stiffness, rootStiffness, damping, stretch, rounds } = settings;
    const pieces = points - 1;
    const rate = WHOLE_TURN * stiffness;
    const quarter = (settings.length * settings.length * rate) / FIRST_SWING;
    const bend = new Float64Array(points);
    for (let i = 0; i < points; i++)
      bend[i] = quarter * quarter * (rootStiffness + (1 - rootStiffness) * (i / Math.max(1, pieces - 1)));
    const rod = new Rod();
    const material = { piece: 1, bend, damping: rate > 0 ? (2 * damping) / rate : 0, give: 0, rounds };
    return {
      points,
      isLine: true,
      isHeld: (point) => point === 0,
      rest(pose, out) {
        const piece = (share(pose) * lengthOf(settings, pose.hashRandom)) / pieces;
        const start = rootDirection(settings, pose);
        const [a, b] = frameAbout(pose.axis);
        const turn = WHOLE_TURN * pose.hashRandom(Purpose.bow);
        const side = settings.bendAtRest === 0 ? a : sideOf(start, leant(a, b, turn));
        let [x, y, z] = pose.position;
        for (let i = 0; i < points; i++) {
          out[3 * i] = x;
          out[3 * i + 1] = y;
          out[3 * i + 2] = z;
          const way =
            settings.bendAtRest === 0
              ? start
              : leant(start, side, (settings.bendAtRest * RADIAN * i) / Math.max(1, pieces - 1));
          x += piece * way[0];
          y += piece * way[1];
          z += piece * way[2];
        }
      },
      settle(body) {
        const { state, rest } = body;
        const [x, y, z] = [rest[3]! - rest[0]!, rest[4]! - rest[1]!, rest[5]! - rest[2]!];
        material.piece = Math.sqrt(x * x + y * y + z * z);
        // A rod of length L hung up by its end gets longer by μ·g·L²/(2·E·A).
        material.give = (stretch / 100) * ((2 * material.piece) / (G * pieces));
        // Where particles are gone, the strand is cut: what hangs on nothing goes its own way, in one piece.
        for (let from = 0; from < points; ) {
          let to = from;
          while (to < points && state[to] !== 0) to++;
          if (to - from > 1) rod.settle(material, body, from, to - from, from === 0);
          from = to + 1;
        }
      },
    };
  },
});
