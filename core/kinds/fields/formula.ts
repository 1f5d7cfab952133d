import { describe, type Values, type ValuesOf } from '../../document/parameters';
import { faultOf, readFormula, type Formula } from '../../lib/formula/formula';
import { ParticleInputs, namesVelocity, particleNames } from '../contracts/particle-variables';
import { AXES, normalised } from '../../lib/math/vector';
import { BLOCK } from '../../lib/particle-block';
import { clear } from '../contracts/sums';
import { vectorActions } from './actions';
import { defineField, type FieldRoutine, type FieldSource } from '../contracts/field';

const outputIs =
  (...ways: string[]) =>
  (v: Values) =>
    ways.includes(String(v['output']));

const NAMES = `Names: ${particleNames([]).join(', ')}, and the dials.`;

const expression = (label: string, value: string, help: string, ...ways: string[]) =>
  ({
    type: 'text',
    label,
    default: value,
    most: 1000,
    formula: 'particle',
    help: `${help} ${NAMES}`,
    shown: outputIs(...ways),
  }) as const;

const parameters = describe({
  output: {
    type: 'choice',
    label: 'Output',
    default: 'vector',
    options: [
      { value: 'vector', label: 'vector' },
      { value: 'downhill', label: 'downhill' },
      { value: 'one-direction', label: 'one direction' },
    ],
    help: 'Three formulas for X, Y and Z; or one formula for a height that particles slide down; or one for a push in a direction.',
  },
  fx: expression('X', '−z', 'Along X of its own frame.', 'vector'),
  fy: expression('Y', '0', 'Along Y.', 'vector'),
  fz: expression('Z', 'x', 'Along Z.', 'vector'),
  height: expression('Height', 'x^2 + z^2', 'The height or the push.', 'downhill', 'one-direction'),
  direction: {
    type: 'vector',
    label: 'Direction',
    unit: '',
    default: [0, 1, 0],
    help: 'The direction of the push. Only its direction counts, not its length.',
    shown: outputIs('one-direction'),
  },
  fineness: {
    type: 'number',
    label: 'Sampling distance',
    unit: 'm',
    default: 0.001,
    min: 0,
    above: true,
    usual: [0.0001, 0.1],
    help: 'The distance between the heights from which the slope is computed. Smaller shows finer detail.',
    shown: outputIs('downhill'),
  },
});

type Settings = ValuesOf<typeof parameters>;

/** The expressions that count, with their labels. */
function expressionsOf(settings: Settings): readonly (readonly [string, string])[] {
  const { fx, fy, fz, height } = settings;
  if (settings.output !== 'vector') return [[parameters.height.label, height]];
  return [
    [parameters.fx.label, fx],
    [parameters.fy.label, fy],
    [parameters.fz.label, fz],
  ];
}

/** What is wrong with one of the expressions, in words. */
function trouble({ settings, dials }: Pick<FieldSource<Settings>, 'settings' | 'dials'>): string | undefined {
  const names = particleNames(dials.names);
  for (const [label, text] of expressionsOf(settings)) {
    const fault = faultOf(text, names);
    if (fault) return `its expression ${label} can’t be read: ${fault}`;
  }
  const { output: way, direction } = settings;
  return way === 'one-direction' && direction.every((n) => n === 0) ? 'its direction is zero' : undefined;
}

/** Runs an expression over a block. */
function runner({ dials, fps, strength }: FieldSource<Settings>, formulas: readonly Formula[]) {
  const inputs = new ParticleInputs(dials.names.length);
  return (...[local, block, , { velocity, distance, frame }]: Parameters<FieldRoutine>) => {
    inputs.fill(formulas, { block, where: local, velocity, distance, strength, fps, dials: dials.at(frame) });
    return inputs.columns;
  };
}

/** F = −S·∇h by central differences along each axis. */
function slopeOf(source: FieldSource<Settings>, height: Formula): FieldRoutine {
  const { fineness } = source.settings;
  const columns = runner(source, [height]);
  const moved = new Float64Array(BLOCK);
  const [above, below] = [new Float64Array(BLOCK), new Float64Array(BLOCK)];
  return (local, block, out, context) => {
    const { count } = block;
    const inputs = [...columns(local, block, out, context)];
    AXES.forEach((axis, v) => {
      if (!height.uses[v]) {
        out[axis].fill(0, 0, count);
        return;
      }
      const here = local[axis];
      inputs[v] = moved;
      for (let i = 0; i < count; i++) moved[i] = here[i]! + fineness;
      height.run(inputs, count, above, context.notes);
      for (let i = 0; i < count; i++) moved[i] = here[i]! - fineness;
      height.run(inputs, count, below, context.notes);
      inputs[v] = here;
      const scale = -source.strength / (2 * fineness);
      for (let i = 0; i < count; i++) out[axis][i] = scale * (above[i]! - below[i]!);
    });
  };
}

/**
 * F = S·(fx, fy, fz), or −S·∇h, or S·h·direction, from expressions of the place in its frame, the particle, the time
 * and the dials. What can't be computed counts as 0.
 */
export const formula = defineField({
  kind: 'formula',
  family: 'source',
  label: 'formula',
  summary: 'A field by formula: a vector, the way down a height, or a push in a direction.',
  glyph: 'M9 20c3 0 3-4 4-9s1-8 4-8M8 10h8M4 14l3 5M7 14l-3 5',
  formula: 'F = S · (fx, fy, fz), −S · ∇h, or S · h · direction',
  source: 'calculus; slopes by central differences',
  strength: { label: 'Strength', default: 1, usual: [-5, 5] },
  actions: vectorActions('acceleration'),
  startsWith: { falloff: 'everywhere', curve: 'smooth' },
  needs: { velocity: true, distance: true },
  starts: [
    {
      name: 'Turntable',
      note: 'around the centre, faster outside',
      settings: { output: 'vector', fx: '−z', fy: '0', fz: 'x' },
    },
    {
      name: 'Bowl',
      note: 'inwards, in rings',
      settings: { output: 'downhill', height: 'r = sqrt(x^2 + z^2)\n0.5 × r + 0.1 × cos(12 × r)' },
    },
    {
      name: 'Ripples',
      note: 'waves that run outwards and lift',
      strength: 2,
      settings: {
        output: 'one-direction',
        height: 'r = sqrt(x^2 + z^2)\nsin(6 × r − 4 × time) / (1 + r)',
        direction: [0, 1, 0],
      },
    },
    {
      name: 'Plate',
      note: 'to the nodal lines of a vibrating square plate',
      strength: 1,
      settings: { output: 'downhill', height: 'a = pi × x\nb = pi × z\n(cos(3 × a) × cos(b) − cos(a) × cos(3 × b))^2' },
    },
  ],
  parameters,
  examples: [
    {
      settings: { output: 'vector', fx: '−z', fy: 'vy', fz: 'x' },
      strength: 2,
      at: [1, 0, 3],
      velocity: [0, 5, 0],
      vector: [-6, 10, 2],
      source: 'by hand',
    },
    {
      settings: { output: 'downhill', height: 'x^2 + 3 × z' },
      strength: 1,
      at: [2, 0, 0],
      vector: [-4, 0, -3],
      source: 'calculus: −∇(x² + 3z); central differences are exact for squares',
    },
    {
      settings: { output: 'one-direction', height: 'x × y', direction: [0, 2, 0] },
      strength: 0.5,
      at: [3, 4, 0],
      vector: [0, 6, 0],
      source: 'by hand: S·h along the unit direction',
    },
  ],
  heedsVelocity: (settings) => expressionsOf(settings).some(([, text]) => namesVelocity(text)),
  diagnose: {
    silent: trouble,
  },
  compile(source) {
    if (trouble(source)) return (_local, { count }, out) => clear(out, count);
    const settings = source.settings;
    const { strength } = source;
    const names = particleNames(source.dials.names);
    const formulas = expressionsOf(settings).map(([, text]) => readFormula(text, names));
    if (settings.output === 'downhill') return slopeOf(source, formulas[0]!);
    const columns = runner(source, formulas);
    if (settings.output === 'one-direction') {
      const way = normalised(settings.direction);
      const push = new Float64Array(BLOCK);
      return (local, block, out, context) => {
        formulas[0]!.run(columns(local, block, out, context), block.count, push, context.notes);
        AXES.forEach((axis, k) => {
          for (let i = 0; i < block.count; i++) out[axis][i] = strength * way[k]! * push[i]!;
        });
      };
    }
    return (local, block, out, context) => {
      const inputs = columns(local, block, out, context);
      AXES.forEach((axis, k) => {
        formulas[k]!.run(inputs, block.count, out[axis], context.notes);
        for (let i = 0; i < block.count; i++) out[axis][i]! *= strength;
      });
    };
  },
});
