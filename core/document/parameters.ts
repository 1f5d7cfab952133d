import type { Vector } from '../lib/math/vector';

/**
 * One description of a parameter feeds validation, the inspector, the command line's help and the docs.
 * A kind (of field, shape, curve …) is a record of these, by name.
 */
interface Common {
  readonly label: string;
  /** One sentence: what it does. */
  readonly help: string;
  /** False where the value has no effect beside the others; it is not shown then. */
  readonly shown?: (values: Readonly<Record<string, unknown>>) => boolean;
}

export interface NumberParameter extends Common {
  readonly type: 'number';
  readonly unit: string;
  readonly default: number;
  /** What is possible; outside is refused. */
  readonly min?: number;
  readonly max?: number;
  /** True where `min` itself is refused. */
  readonly above?: boolean;
  /** What is sensible; outside is accepted and flagged. Faders and drags span this. */
  readonly usual: readonly [number, number];
  readonly whole?: boolean;
  /** True for a fraction, which is shown in per cent. */
  readonly fraction?: boolean;
  /** Values with a name, to choose from. */
  readonly presets?: readonly { readonly label: string; readonly value: number }[];
  /** True for the seed of something random: another one is as good. */
  readonly seed?: boolean;
  /** True where it says what a thing is made of, or how frames are counted, and can’t change while they go by. */
  readonly fixed?: boolean;
}

export interface VectorParameter extends Common {
  readonly type: 'vector';
  readonly unit: string;
  readonly default: Vector;
}

export interface ChoiceParameter<V extends string = string> extends Common {
  readonly type: 'choice';
  readonly default: V;
  readonly options: readonly { readonly value: V; readonly label: string }[];
}

export interface SwitchParameter extends Common {
  readonly type: 'switch';
  readonly default: boolean;
}

/** A colour at a place 0 … 1 of the ramp, as sRGB in `#rrggbb`. */
export interface ColourStop {
  readonly at: number;
  readonly colour: string;
}

export interface ColourRampParameter extends Common {
  readonly type: 'colours';
  readonly default: readonly ColourStop[];
  /** What its ends are called; birth and death where they are left out. */
  readonly ends?: readonly [string, string];
}

/** A number at a place 0 … 1 of the ramp. */
export interface LevelStop {
  readonly at: number;
  readonly value: number;
}

export interface LevelRampParameter extends Common {
  readonly type: 'levels';
  readonly default: readonly LevelStop[];
  /** What its ends are called; birth and death where they are left out. */
  readonly ends?: readonly [string, string];
  /** True where it is a smooth curve and not one of straight pieces. */
  readonly smooth?: boolean;
  /** What values are possible; any where it is left out. */
  readonly within?: readonly [number, number];
}

export interface ColourParameter extends Common {
  readonly type: 'colour';
  readonly default: string;
}

/** The content hash of one of the scene's images; empty for none. */
export interface ImageParameter extends Common {
  readonly type: 'image';
  readonly default: '';
}

/** The content hash of one of the scene's grids; empty for none. */
export interface GridParameter extends Common {
  readonly type: 'grid';
  readonly default: '';
}

/** The content hash of one of the scene's sounds; empty for none. */
export interface SoundParameter extends Common {
  readonly type: 'sound';
  readonly default: '';
}

/** A line of text, or several. */
export interface TextParameter extends Common {
  readonly type: 'text';
  readonly default: string;
  /** Most characters. */
  readonly most: number;
  /** For an expression of the formula language: whose names it may use. */
  readonly formula?: 'gate' | 'particle' | 'mask';
  /** For the name of a dial of the scene. */
  readonly dial?: true;
  /** For the outlines of a font that was read from a file. */
  readonly font?: true;
}

/** Points of a path, in order, in the frame of a place. */
export interface PointsParameter extends Common {
  readonly type: 'points';
  readonly unit: string;
  readonly default: readonly Vector[];
  readonly least: number;
  /** True where they lie in the XZ plane of the place. */
  readonly flat?: boolean;
  /** Where they are too many to be set one by one, and come from a file: most of them. */
  readonly fromFile?: number;
}

/** Sorts of things that another can refer to. */
export type ReferenceTo = 'emitter' | 'carrier' | 'mesh' | 'group' | 'zone' | 'field' | 'weightMap';

/** Several things of each sort, in words. */
export const REFERRED_NAMES: Readonly<Record<ReferenceTo, string>> = {
  emitter: 'emitters',
  carrier: 'carriers',
  mesh: 'meshes',
  group: 'groups',
  zone: 'zones',
  field: 'fields',
  weightMap: 'weight maps',
};

/** The id of another thing of the scene; empty for none. */
export interface ReferenceParameter extends Common {
  readonly type: 'reference';
  readonly to: ReferenceTo;
  /** Narrows a carrier to one that holds a path. */
  readonly holding?: 'path';
  readonly default: '';
  /** What none is called. */
  readonly none?: string;
}

/** Names of groups of a mesh; none stands for all of it. */
export interface NamesParameter extends Common {
  readonly type: 'names';
  readonly default: readonly string[];
}

/** Spans of frames [from, to), in rising order. */
export interface SpansParameter extends Common {
  readonly type: 'spans';
  readonly default: readonly (readonly [number, number])[];
  /** True where there may be none. */
  readonly none?: true;
}

export type Parameter =
  | TextParameter
  | PointsParameter
  | ReferenceParameter
  | NamesParameter
  | SpansParameter
  | NumberParameter
  | VectorParameter
  | ChoiceParameter
  | SwitchParameter
  | ColourRampParameter
  | LevelRampParameter
  | ColourParameter
  | ImageParameter
  | SoundParameter
  | GridParameter;

export type Description = Readonly<Record<string, Parameter>>;

type ValueOf<P> = P extends { type: 'number' }
  ? number
  : P extends { type: 'vector' }
    ? Vector
    : P extends { type: 'switch' }
      ? boolean
      : P extends { type: 'choice'; options: readonly { value: infer V }[] }
        ? V
        : P extends { type: 'colours' }
          ? readonly ColourStop[]
          : P extends { type: 'levels' }
            ? readonly LevelStop[]
            : P extends { type: 'points' }
              ? readonly Vector[]
              : P extends { type: 'names' }
                ? readonly string[]
                : P extends { type: 'spans' }
                  ? readonly (readonly [number, number])[]
                  : string;

/** The values that a description describes. */
export type ValuesOf<D extends Description> = { readonly [K in keyof D]: ValueOf<D[K]> };

/** Values of some description, as a document holds them. */
export type Values = Readonly<Record<string, unknown>>;

/** Gives a description its narrow type. */
export function describe<const D extends Description>(description: D): D {
  return description;
}

/** Values under the types that their description gives them. */
export function typed<D extends Description>(_description: D, values: Values): ValuesOf<D> {
  // oxlint-disable-next-line typescript/no-unsafe-type-assertion -- a document gets its types by the check against its descriptions
  return values as ValuesOf<D>;
}

/** A fresh set of default values. */
export function defaultsOf<D extends Description>(description: D): ValuesOf<D> {
  // Each name gets the default of its own parameter: TypeScript does not follow the names.
  return Object.fromEntries(
    Object.entries(description).map(([name, parameter]) => [name, structuredCopy(parameter.default)]),
  ) as ValuesOf<D>;
}

function structuredCopy<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T;
}

/** Whether a parameter acts beside the other values, and so is shown. */
export function isShown(parameter: Parameter, values: Values): boolean {
  return parameter.shown?.(values) ?? true;
}

/** The settings of a description that act beside the other values, each with its path behind `prefix`. */
export function settingsIn(description: Description, values: Values, prefix: string): [string, Parameter][] {
  return Object.entries(description).flatMap(([name, parameter]) =>
    isShown(parameter, values) ? [[`${prefix}${name}`, parameter] as [string, Parameter]] : [],
  );
}

/**
 * The labels of parameters that have no effect only because a number is what it is: they are shown as soon as it is
 * another.
 */
export function waitingFor(description: Description, name: string, values: Values): string[] {
  const number = description[name];
  if (number?.type !== 'number') return [];
  const others = number.usual.map((value) => ({ ...values, [name]: value }));
  return Object.values(description)
    .filter((parameter) => !isShown(parameter, values) && others.some((other) => isShown(parameter, other)))
    .map(({ label }) => label);
}
