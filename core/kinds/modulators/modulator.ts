import { describe, typed, type Values, type ValuesOf, type Description } from '../../document/parameters';
import type { Documented, Kind } from '../../document/registry';
import type { Notes } from '../../lib/formula/formula';
import type { LevelImage } from '../../lib/images/level-image';
import type { Vector, VectorColumns } from '../../lib/math/vector';
import { monotoneCubic } from '../../lib/math/monotone';
import type { Dials } from '../../document/dials';
import type { WeightsOn } from '../../lib/weights/weights-on';
import type { ParticleBlock } from '../../lib/particle-block';

/** What a modulator is compiled from. */
export interface ModulatorSource<V = Values> {
  readonly values: V;
  /** 32-bit stream for the modulator's own randomness. */
  readonly stream: number;
  readonly fps: number;
  readonly dials: Dials;
  /** Ids of the scene's zones, in their order. */
  readonly zones: readonly string[];
  image(hash: string): LevelImage | undefined;
  weights(id: string): WeightsOn | undefined;
}

/** What a modulator sees of a block of particles. */
export interface ModulatorContext {
  readonly block: ParticleBlock;
  /** Positions in the modulator's own frame, metres. */
  readonly where: VectorColumns;
  /** Distance to the falloff shape of the field it belongs to, metres; 0 everywhere without one. */
  readonly distance: Float64Array;
  /** The strength of that field. */
  readonly strength: number;
  /** Frame with fraction that the stack is evaluated for. */
  readonly frame: number;
  /** Counts what could not be computed. */
  readonly notes: Notes;
  /** What a group of levels comes to for each particle; 0 where there is no such group. */
  level(group: string, out: Float64Array): void;
}

/** Writes the modulator's value ν for each particle of the block. */
export type ModulatorRoutine = (context: ModulatorContext, out: Float64Array) => void;

/** A value that is known, of one particle. One test holds them for every kind. */
export interface ModulatorExample<V = Values> {
  /** Values that differ from the defaults. */
  readonly values?: Partial<V>;
  /** In its own frame, metres; the middle where it is left out. */
  readonly where?: Vector;
  /** The particle's velocity, m/s, its age and life, s, its place along a strand, and the number of its zone. */
  readonly velocity?: Vector;
  readonly age?: number;
  readonly life?: number;
  readonly along?: number;
  readonly zone?: number;
  /** Distance to the falloff shape of the field, metres. */
  readonly distance?: number;
  /** Ids of the scene's zones, and what a group of levels comes to. */
  readonly zones?: readonly string[];
  readonly level?: number;
  /** A picture that its values name. */
  readonly image?: LevelImage;
  /** Weights that its values name. */
  readonly weights?: WeightsOn;
  /** ν. */
  readonly value: number;
}

/** Something that multiplies the weight of a field. */
export interface ModulatorKind<V = Values> extends Kind, Documented {
  /** True where it has a place and a size, which follow the falloff shape. */
  readonly placed?: boolean;
  /** True where its seed makes a difference. */
  readonly seeded?: boolean;
  compile(source: ModulatorSource<V>): ModulatorRoutine;
  /** Values worked out by hand. */
  readonly examples: readonly ModulatorExample<V>[];
  /** Whether ν depends on velocities with these values. */
  heedsVelocity?(values: V): boolean;
  /** A sentence where it can't work with these values. */
  broken?(source: Pick<ModulatorSource<V>, 'values' | 'image' | 'weights' | 'dials'>): string | undefined;
}

/** Describes a kind of modulator: its routines see values of the types that its parameters say. */
export const defineModulator = <D extends Description>(
  kind: ModulatorKind<ValuesOf<D>> & { readonly parameters: D },
): ModulatorKind => kind;

const remapped = (v: Values) => v['remap'] === true;

/** Amount and remap, which every modulator has. `low` and `high` are what a kind's values usually lie between. */
export function amountParameters(unit: string, low: number, high: number, remap: boolean) {
  return describe({
    amount: {
      type: 'number',
      label: 'Amount',
      unit: '',
      fraction: true,
      default: 1,
      min: 0,
      max: 2,
      usual: [0, 2],
      help: 'How strongly it changes the field. At 200 % the field pushes where the value is above 50 % and pulls where it is below. The factor is 1 − amount × (1 − value).',
    },
    remap: {
      type: 'switch',
      label: 'Remap',
      default: remap,
      help: 'Maps an input range to an output range through a curve.',
    },
    inputMin: {
      type: 'number',
      label: 'Input min',
      unit,
      default: low,
      usual: [low, high],
      help: 'The input at the start of the curve.',
      shown: remapped,
    },
    inputMax: {
      type: 'number',
      label: 'Input max',
      unit,
      default: high,
      usual: [low, high],
      help: 'The input at the end of the curve.',
      shown: remapped,
    },
    curve: {
      type: 'levels',
      label: 'Curve',
      default: [
        { at: 0, value: 0 },
        { at: 1, value: 1 },
      ],
      help: 'The curve from the input range to the output range.',
      ends: ['input min', 'input max'],
      smooth: true,
      within: [0, 1],
      shown: remapped,
    },
    outputMin: {
      type: 'number',
      label: 'Output min',
      unit: '',
      default: 0,
      usual: [-1, 1],
      help: 'The output where the curve is 0. A field acts in reverse where the output is negative.',
      shown: remapped,
    },
    outputMax: {
      type: 'number',
      label: 'Output max',
      unit: '',
      default: 1,
      usual: [0, 1],
      help: 'The output where the curve is 1.',
      shown: remapped,
    },
  });
}

/** How far place and scale follow the falloff shape. */
export const followParameters = describe({
  followTransform: {
    type: 'number',
    label: 'Follow transform',
    unit: '%',
    default: 100,
    min: 0,
    max: 100,
    usual: [0, 100],
    help: 'How far it moves and turns with the field. At 0 % it stays fixed in the world.',
  },
  followScale: {
    type: 'number',
    label: 'Follow scale',
    unit: '%',
    default: 100,
    min: 0,
    max: 100,
    usual: [0, 100],
    help: 'How far it scales with the field.',
  },
});

const anyAmount = amountParameters('', 0, 1, true);

/** Turns values into factors of a weight, in place: the remap, then 1 − a·(1 − ν). */
export function factorsOf(values: Values): (value: Float64Array, count: number) => void {
  const { amount, remap, inputMin, inputMax, outputMin, outputMax, curve } = typed(anyAmount, values);
  const shape = monotoneCubic(curve);
  const span = inputMax - inputMin;
  return (value, count) => {
    for (let i = 0; i < count; i++) {
      let v = value[i]!;
      if (remap) {
        // A range of no width is a step.
        const s = span === 0 ? (v < inputMin ? 0 : 1) : Math.min(1, Math.max(0, (v - inputMin) / span));
        v = outputMin + (outputMax - outputMin) * shape(s);
      }
      value[i] = 1 - amount * (1 - v);
    }
  };
}
