import { describe, type ValuesOf } from '../../document/parameters';
import { vectorColumns, type VectorColumns } from '../../lib/math/vector';
import { inward } from '../../lib/math/similarity';
import { BLOCK } from '../../lib/particle-block';
import { vectorActions } from './actions';
import { defineField, type FieldRoutine, type FieldSource } from '../contracts/field';
import { offsetsFrom, offsetsFromPlaces, targetOptions, targetParameters, targetTrouble } from './target';

const ofEmitter = (v: Readonly<Record<string, unknown>>) => v['target'] === 'particles' || v['target'] === 'places';
const single = (v: Readonly<Record<string, unknown>>) => v['target'] !== 'particles';

const parameters = describe({
  target: {
    type: 'choice',
    label: 'Target',
    default: 'point',
    options: [
      ...targetOptions,
      { value: 'particles', label: 'other particles' },
      { value: 'places', label: 'own places' },
    ],
    help: 'Pulls to the field’s position, a line, a path or a mesh; to the particles of an emitter; or each particle to its place on an emitter’s shape.',
  },
  of: {
    type: 'reference',
    to: 'emitter',
    label: 'Target emitter',
    default: '',
    help: 'The emitter that supplies the particles or the shape. It may be switched off.',
    shown: ofEmitter,
  },
  ...targetParameters,
  law: {
    type: 'choice',
    label: 'Distance law',
    default: 'constant',
    options: [
      { value: 'constant', label: 'constant' },
      { value: 'linear', label: 'linear' },
      { value: 'inverse', label: 'inverse' },
      { value: 'inverse-square', label: 'inverse square' },
    ],
    help: 'The change of the pull with distance. At 1 m every law gives the strength.',
  },
  softening: {
    type: 'number',
    label: 'Softening',
    unit: 'm',
    default: 0.1,
    min: 0,
    usual: [0, 1],
    help: 'Weakens the pull within this distance, so that no particle is flung out of the centre.',
    shown: (v) => v['law'] !== 'linear',
  },
  hollow: {
    type: 'number',
    label: 'Empty radius',
    unit: 'm',
    default: 0,
    min: 0,
    usual: [0, 2],
    help: 'The distance within which there is no pull.',
  },
  absorbWithin: {
    type: 'number',
    label: 'Absorb within',
    unit: 'm',
    default: 0,
    min: 0,
    usual: [0, 1],
    help: 'The distance within which particles die. 0 absorbs none.',
    shown: single,
  },
});

type Settings = ValuesOf<typeof parameters>;

/** At most so many of an emitter's particles pull, evenly picked by their keys. */
export const MOST_PULLING = 512;

/** The power of ρ that a law divides the offset by. */
const POWERS = { linear: 0, constant: 1, inverse: 2, 'inverse-square': 3 } as const;

/** The factor of an offset that a law makes of its square: the pull over the distance. */
function lawOf({ law, softening, hollow }: Settings, strength: number): (square: number) => number {
  const soft = law === 'linear' ? 0 : softening * softening;
  const power = POWERS[law];
  return (square) => {
    if (!(square > hollow * hollow)) return 0;
    const rho2 = square + soft;
    if (power === 0) return strength;
    if (power === 2) return strength / rho2;
    const rho = Math.sqrt(rho2);
    return power === 1 ? strength / rho : strength / (rho2 * rho);
  };
}

function offsetsOf(source: FieldSource<Settings>) {
  const { target, of } = source.settings;
  return target === 'places' ? offsetsFromPlaces(source, of) : offsetsFrom(source);
}

/** The mean pull of the particles of an emitter. */
function pulledByParticles(source: FieldSource<Settings>): FieldRoutine {
  const settings = source.settings;
  const law = lawOf(settings, source.strength);
  const others = source.particles(settings.of);
  return ({ x, y, z }, { count }, out, { place }) => {
    const n = others?.count ?? 0;
    const at: VectorColumns = { x: new Float64Array(n), y: new Float64Array(n), z: new Float64Array(n) };
    for (let k = 0; k < n; k++)
      [at.x[k], at.y[k], at.z[k]] = inward(place, [others!.x[k]!, others!.y[k]!, others!.z[k]!]);
    for (let i = 0; i < count; i++) {
      let [fx, fy, fz] = [0, 0, 0];
      for (let k = 0; k < n; k++) {
        const dx = x[i]! - at.x[k]!;
        const dy = y[i]! - at.y[k]!;
        const dz = z[i]! - at.z[k]!;
        const pull = law(dx * dx + dy * dy + dz * dz);
        fx -= pull * dx;
        fy -= pull * dy;
        fz -= pull * dz;
      }
      const scale = n > 0 ? 1 / n : 0;
      out.x[i] = fx * scale;
      out.y[i] = fy * scale;
      out.z[i] = fz * scale;
    }
  };
}

/**
 * A pull to a target. With ρ² = r² + ε²: constant r/ρ, linear r, inverse r/ρ², inverse square r/ρ³ (Plummer 1911
 * softening), all times the strength and towards the target.
 */
export const attractor = defineField({
  kind: 'attractor',
  family: 'push',
  label: 'attractor',
  summary: 'Pulls particles to a point, line, path, surface or other particles. A negative strength pushes them away.',
  glyph: 'M12 3v5M12 16v5M3 12h5M16 12h5M6 6l3 3M15 15l3 3M18 6l-3 3M9 15l-3 3',
  formula: 'F = −S · r̂ · law(r)',
  source: 'textbook mechanics; softening after Plummer 1911',
  strength: { label: 'Strength', default: 1, usual: [-5, 5] },
  actions: vectorActions('acceleration'),
  startsWith: { falloff: 'ball', curve: 'smooth' },
  starts: [
    {
      name: 'Tether',
      note: 'an even pull to the centre',
      strength: 1.5,
      settings: { target: 'point', law: 'constant', softening: 0.2, hollow: 0 },
    },
    {
      name: 'Planet',
      note: 'passing particles swing around it',
      strength: 1,
      settings: { target: 'point', law: 'inverse-square', softening: 0.15, hollow: 0 },
    },
    {
      name: 'Wire',
      note: 'a pull to a line',
      strength: 2,
      settings: { target: 'line', law: 'constant', softening: 0.3, hollow: 0 },
    },
    {
      name: 'Repel',
      note: 'a push away from the centre',
      strength: -2,
      settings: { target: 'point', law: 'inverse', softening: 0.2, hollow: 0 },
    },
  ],
  parameters,
  examples: [
    {
      settings: { law: 'inverse-square', softening: 0 },
      strength: 8,
      at: [2, 0, 0],
      vector: [-2, 0, 0],
      source: 'Newton: S/r² towards the middle',
    },
    {
      settings: { law: 'linear' },
      strength: 0.5,
      at: [0, 4, -2],
      vector: [0, -2, 1],
      source: 'Hooke: −S·r',
    },
    {
      settings: { law: 'inverse-square', softening: 3 },
      strength: 125,
      at: [0, 4, 0],
      vector: [0, -4, 0],
      source: 'Plummer 1911: S·r/(r² + ε²)^(3/2) with r = 4, ε = 3',
    },
  ],
  view: {
    points: 'points',
    outline(settings) {
      const { target, length } = settings;
      if (target !== 'line') return [];
      return [
        [
          [0, -length / 2, 0],
          [0, length / 2, 0],
        ],
      ];
    },
    surface: (settings, resources) => (settings.target === 'surface' ? resources.mesh(settings.mesh) : undefined),
  },
  particles: {
    reads(settings) {
      const { target, of } = settings;
      return target === 'particles' ? of : undefined;
    },
    absorbs(source) {
      const { absorbWithin, target } = source.settings;
      if (absorbWithin === 0 || target === 'particles') return undefined;
      const offsets = offsetsOf(source);
      const ways = vectorColumns(BLOCK);
      return (local, block, out, context) => {
        offsets(local, block, ways, context);
        for (let i = 0; i < block.count; i++)
          out[i] =
            ways.x[i]! * ways.x[i]! + ways.y[i]! * ways.y[i]! + ways.z[i]! * ways.z[i]! < absorbWithin * absorbWithin
              ? 1
              : 0;
      };
    },
  },
  diagnose: {
    silent(source) {
      const { target, of } = source.settings;
      if (target !== 'particles' && target !== 'places') return targetTrouble(source);
      if (of === '') return 'no emitter is chosen that it pulls to';
      if (target === 'places') return source.placeOn(of) ? undefined : 'the shape it assembles has no places';
      return source.particles(of) ? undefined : 'the emitter it pulls to is not there';
    },
  },
  kernel({ settings, strength }) {
    const { target, law, softening, hollow } = settings;
    if (target !== 'point') return undefined;
    return { kind: 'pull', strength, power: POWERS[law], softening: law === 'linear' ? 0 : softening, hollow };
  },
  compile(source) {
    const settings = source.settings;
    if (settings.target === 'particles') return pulledByParticles(source);
    const law = lawOf(settings, source.strength);
    if (settings.target === 'point')
      return ({ x, y, z }, { count }, out) => {
        for (let i = 0; i < count; i++) {
          const pull = law(x[i]! * x[i]! + y[i]! * y[i]! + z[i]! * z[i]!);
          out.x[i] = -pull * x[i]!;
          out.y[i] = -pull * y[i]!;
          out.z[i] = -pull * z[i]!;
        }
      };
    const offsets = offsetsOf(source);
    return (local, block, out, context) => {
      offsets(local, block, out, context);
      for (let i = 0; i < block.count; i++) {
        const [x, y, z] = [out.x[i]!, out.y[i]!, out.z[i]!];
        const pull = law(x * x + y * y + z * z);
        out.x[i] = -pull * x;
        out.y[i] = -pull * y;
        out.z[i] = -pull * z;
      }
    };
  },
});
