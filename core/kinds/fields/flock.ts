import { ROW } from '../contracts/neighbours';
import { describe } from '../../document/parameters';
import { cos } from '../../lib/math/exact';
import { turningOf, velocityToLocal } from '../../lib/math/frames';
import { clear } from '../contracts/sums';
import { fittedSize, vectorActions } from './actions';
import { defineField } from '../contracts/field';

const RADIAN = 0.017453292519943295;

const radius = (label: string, value: number, help: string) =>
  ({ type: 'number', label, unit: 'm', default: value, min: 0, above: true, usual: [0.05, 3], help }) as const;

const parameters = describe({
  separation: {
    type: 'number',
    label: 'Separation',
    unit: '=',
    default: 3,
    usual: [0, 10],
    help: 'The push away from neighbours that are too near. Negative draws particles together.',
  },
  separationRadius: radius('Separation radius', 0.25, 'The distance within which neighbours are too near.'),
  alignment: {
    type: 'number',
    label: 'Alignment',
    unit: '1/s',
    default: 2,
    usual: [0, 10],
    help: 'How quickly a particle adopts the average velocity of its neighbours.',
  },
  alignmentRadius: radius(
    'Alignment radius',
    0.6,
    'The distance within which a particle follows the motion of its neighbours.',
  ),
  cohesion: {
    type: 'number',
    label: 'Cohesion',
    unit: '1/s²',
    default: 1.5,
    usual: [0, 10],
    help: 'The pull to the centre of the neighbours, per metre of distance.',
  },
  cohesionRadius: radius(
    'Cohesion radius',
    0.8,
    'The distance within which neighbours draw a particle to their centre.',
  ),
  angleOfView: {
    type: 'number',
    label: 'Angle of view',
    unit: '°',
    default: 300,
    min: 0,
    max: 360,
    usual: [60, 360],
    help: 'The angle ahead in which a particle sees neighbours. 360° is all around.',
  },
  flocks: {
    type: 'choice',
    label: 'Flocks',
    default: 'own',
    options: [
      { value: 'own', label: 'one per emitter' },
      { value: 'all', label: 'one for all' },
    ],
    help: 'Each emitter’s particles form a flock, or all particles form one.',
  },
});

/**
 * F = S·(s·Σ r̂(1 − d/R) + a·(v̄ − v) + c·(x̄ − x)) over the neighbours that are seen: separation, alignment, cohesion
 * (Reynolds, "Flocks, herds and schools", SIGGRAPH 1987). In a draft the sum is taken 1/share times; means need
 * nothing. In a crowd the neighbours are a sample, each of the weight of those that it stands for.
 */
export const flock = defineField({
  kind: 'flock',
  family: 'crowd',
  label: 'flock',
  summary: 'Particles keep apart from their neighbours, follow their direction and stay together.',
  glyph: 'M3 8l4 2-4 2 1-2zM10 5l4 2-4 2 1-2zM11 13l4 2-4 2 1-2zM17 9l4 2-4 2 1-2z',
  formula: 'F = S · (s·Σ r̂·(1 − d/R) + a·(v̄ − v) + c·(x̄ − x))',
  source: 'Reynolds 1987',
  strength: { label: 'Strength', default: 1, usual: [0, 3] },
  actions: vectorActions('acceleration'),
  startsWith: { falloff: 'everywhere', curve: 'smooth' },
  balance: ['separation', 'alignment', 'cohesion'],
  particles: {
    readsNeighbours: true,
  },
  diagnose: {
    zeroHere: 'no particle has a neighbour within its radii',
    silent(source) {
      const { separation, alignment, cohesion } = source.settings;
      return separation === 0 && alignment === 0 && cohesion === 0
        ? 'separation, alignment and cohesion are all 0'
        : undefined;
    },
  },
  starts: [
    {
      name: 'Shoal',
      note: 'close together in one direction',
      settings: { separation: 4, alignment: 4, cohesion: 2.5, angleOfView: 300 },
    },
    {
      name: 'Gnats',
      note: 'together, in all directions',
      settings: { separation: 2, alignment: 0.2, cohesion: 5, angleOfView: 360 },
    },
    {
      name: 'Even spread',
      note: 'separation only',
      settings: { separation: 6, alignment: 0, cohesion: 0, angleOfView: 360 },
    },
  ],
  parameters,
  examples: [
    {
      settings: { separation: 0, alignment: 1, cohesion: 0, alignmentRadius: 5, angleOfView: 360 },
      strength: 1,
      at: [0, 0, 0],
      velocity: [0, 1, 0],
      neighbours: [{ at: [1, 0, 0], velocity: [2, 0, 0] }],
      vector: [2, -1, 0],
      source: 'Reynolds 1987: v̄ − v',
    },
    {
      settings: { separation: 3, separationRadius: 2, alignment: 0, cohesion: 0, angleOfView: 360 },
      strength: 1,
      at: [0, 0, 0],
      neighbours: [{ at: [1, 0, 0], velocity: [0, 0, 0] }],
      vector: [-1.5, 0, 0],
      source: 'by hand: 3·(1 − d/R) away from a neighbour at half the distance',
    },
    {
      settings: { separation: 0, alignment: 0, cohesion: 2, cohesionRadius: 5, angleOfView: 360 },
      strength: 1,
      at: [0, 0, 0],
      neighbours: [
        { at: [1, 0, 0], velocity: [0, 0, 0] },
        { at: [0, 3, 0], velocity: [0, 0, 0] },
      ],
      vector: [1, 3, 0],
      source: 'Reynolds 1987: 2·(x̄ − x)',
    },
  ],
  fit(half) {
    const size = Math.max(...half);
    return {
      separationRadius: fittedSize(size / 8, 0.02),
      alignmentRadius: fittedSize(size / 3.5, 0.05),
      cohesionRadius: fittedSize(size / 2.5, 0.05),
    };
  },
  compile({ settings, strength, neighbours }) {
    const { separation, separationRadius, alignment, alignmentRadius, cohesion, cohesionRadius, angleOfView, flocks } =
      settings;
    const reach =
      Math.max(
        separation === 0 ? 0 : separationRadius,
        alignment === 0 ? 0 : alignmentRadius,
        cohesion === 0 ? 0 : cohesionRadius,
      ) || separationRadius;
    const around = neighbours(reach, flocks === 'all');
    const nearness = 1 / separationRadius;
    const away = new Float64Array(3);
    const blind = angleOfView >= 360 ? -2 : cos((angleOfView / 2) * RADIAN);
    return (_local, block, out, { place }) => {
      const { count, emitter, id, position, velocity } = block;
      const grid = around(emitter);
      if (!grid) return clear(out, count);
      const { places, velocities, weights, found, squares } = grid;
      const scale = separation / grid.draftFraction;
      for (let i = 0; i < count; i++) {
        const [x, y, z] = [position.x[i]!, position.y[i]!, position.z[i]!];
        const [vx, vy, vz] = [velocity.x[i]!, velocity.y[i]!, velocity.z[i]!];
        const speed = Math.sqrt(vx * vx + vy * vy + vz * vz);
        // At rest it looks all round.
        const blindfold = blind > -2 && speed > 0;
        const met = grid.around(x, y, z);
        let [px, py, pz] = [0, 0, 0];
        let [mx, my, mz, moving] = [0, 0, 0, 0];
        let [ox, oy, oz, near] = [0, 0, 0, 0];
        for (let k = 0; k < met; k++) {
          const row = found[k]!;
          const square = squares[k]!;
          if (square === 0 && grid.isItself(row, emitter, id[i]!)) continue;
          const d = Math.sqrt(square);
          const weight = weights[row / ROW]!;
          // From the particle to its neighbour.
          const dx = places[row]! - x;
          const dy = places[row + 1]! - y;
          const dz = places[row + 2]! - z;
          if (blindfold && dx * vx + dy * vy + dz * vz < blind * d * speed) continue;
          if (d < separationRadius && d > 0) {
            const push = weight * (1 / d - nearness);
            px -= push * dx;
            py -= push * dy;
            pz -= push * dz;
          } else if (d === 0) {
            // At the very same place the direction is random.
            grid.apart(row, emitter, id[i]!, away);
            px -= weight * away[0]!;
            py -= weight * away[1]!;
            pz -= weight * away[2]!;
          }
          if (d < alignmentRadius) {
            mx += weight * velocities[row]!;
            my += weight * velocities[row + 1]!;
            mz += weight * velocities[row + 2]!;
            moving += weight;
          }
          if (d < cohesionRadius) {
            ox += weight * dx;
            oy += weight * dy;
            oz += weight * dz;
            near += weight;
          }
        }
        const a = moving > 0 ? alignment : 0;
        const share = moving > 0 ? 1 / moving : 0;
        const c = near > 0 ? cohesion / near : 0;
        out.x[i] = strength * (scale * px + a * (mx * share - vx) + c * ox);
        out.y[i] = strength * (scale * py + a * (my * share - vy) + c * oy);
        out.z[i] = strength * (scale * pz + a * (mz * share - vz) + c * oz);
      }
      const rotation = turningOf(place.rotation);
      if (rotation) velocityToLocal(rotation, out, count, out);
    };
  },
});
