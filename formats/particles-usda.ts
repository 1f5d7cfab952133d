import type { ParticleTable } from './particles';
import { strandCurves, trailCurves, type Curves, type CurveSource } from './usd-curves';

/** What a layer of USD says of itself. */
export interface UsdStage {
  readonly fps: number;
  readonly from: number;
  readonly through: number;
}

/** Attributes of points, with their types in USD, in the order in which they are written. */
const ATTRIBUTES = [
  ['point3f[] points', 'points'],
  ['int64[] ids', 'ids'],
  ['vector3f[] velocities', 'velocities'],
  ['float[] widths', 'widths'],
  ['float[] primvars:age', 'age'],
  ['float[] primvars:life', 'life'],
] as const;
type Name = (typeof ATTRIBUTES)[number][1];

/** Attributes of curves, likewise. */
const OF_CURVES = [
  ['int[] curveVertexCounts', 'counts'],
  ['point3f[] points', 'points'],
  ['float[] widths', 'widths'],
] as const;
type CurveName = (typeof OF_CURVES)[number][1];

/** A prim of curves, and its time samples so far. */
interface Drawn {
  readonly name: string;
  readonly samples: Record<CurveName, string[]>;
}

const number = (n: number): string => (Number.isFinite(n) ? String(n) : '0');

/** Names as USD allows them: letters, digits and low lines, not beginning with a digit. */
export function primName(text: string, taken: ReadonlySet<string>): string {
  const plain = text.replace(/\W+/g, '_').replace(/^(?=\d)|^$/, '_');
  let name = plain;
  for (let n = 2; taken.has(name); n++) name = `${plain}_${n}`;
  return name;
}

function listOf(table: ParticleTable, name: Name, order: Uint32Array): string {
  const { x, y, z, vx, vy, vz, size, life } = table.columns;
  const triple = (a: Float32Array, b: Float32Array, c: Float32Array) =>
    Array.from(order, (i) => `(${number(a[i]!)}, ${number(b[i]!)}, ${number(c[i]!)})`);
  const single = (column: ArrayLike<number>) => Array.from(order, (i) => number(column[i]!));
  const texts = {
    points: () => triple(x, y, z),
    velocities: () => triple(vx, vy, vz),
    ids: () => single(table.id),
    widths: () => single(size),
    age: () => single(table.age),
    life: () => single(life),
  };
  return `[${texts[name]().join(', ')}]`;
}

/** Adds the curves of a frame to those of a prim. */
function keep({ samples }: Drawn, frame: number, { counts, points, widths }: Curves): void {
  const put = (name: CurveName, texts: readonly string[]) =>
    samples[name].push(`            ${frame}: [${texts.join(', ')}],\n`);
  put('counts', counts.map(String));
  put(
    'points',
    points.map((point) => `(${point.map(number).join(', ')})`),
  );
  put('widths', widths.map(number));
}

/**
 * Particles over time as USD in text: a prim of points for each emitter, with time samples of places in metres, numbers
 * that stay with their particles, velocities in m/s and diameters; strands and trails as linear curves beside them.
 * Frames are added one after another; what is written so far is kept as text by attribute.
 * Source: UsdGeomPoints, UsdGeomBasisCurves and the grammar of .usda, OpenUSD documentation. No reader of USD was to be
 * had here; a test holds it against that grammar.
 */
export class UsdaWriter {
  private readonly samples: Map<Name, string[]>[];
  private readonly names: string[] = [];
  private readonly strands: (Drawn | undefined)[];
  private readonly trails: (Drawn | undefined)[];
  /** The tables of the frames before, the last first, as many as the longest trail has. */
  private readonly past: (readonly ParticleTable[])[] = [];

  /**
   * @param emitters Names of the emitters.
   * @param sources What of each is written as curves as well; nothing where left out.
   */
  constructor(
    private readonly stage: UsdStage,
    emitters: readonly string[],
    private readonly sources: readonly CurveSource[] = [],
  ) {
    this.samples = emitters.map(() => new Map(ATTRIBUTES.map(([, name]) => [name, []])));
    for (const emitter of emitters) this.names.push(primName(emitter, new Set(this.names)));
    const taken = new Set(this.names);
    const drawn = (name: string): Drawn => {
      const own = primName(name, taken);
      taken.add(own);
      return { name: own, samples: { counts: [], points: [], widths: [] } };
    };
    this.strands = emitters.map((name, e) => ((sources[e]?.strand ?? 0) > 1 ? drawn(`${name} strands`) : undefined));
    this.trails = emitters.map((name, e) => (sources[e]?.trail ? drawn(`${name} trails`) : undefined));
  }

  /** Adds a frame; its tables are those of the emitters, in their order. */
  add(frame: number, tables: readonly ParticleTable[]): void {
    tables.forEach((table, e) => {
      const order = Uint32Array.from(table.id.keys()).toSorted((a, b) => table.id[a]! - table.id[b]!);
      for (const [, name] of ATTRIBUTES)
        this.samples[e]!.get(name)!.push(`            ${frame}: ${listOf(table, name, order)},\n`);
      const { strand = 0, trail } = this.sources[e] ?? {};
      const strands = this.strands[e];
      const trails = this.trails[e];
      if (strands) keep(strands, frame, strandCurves(table, strand));
      if (trails && trail) {
        const before = this.past.slice(0, trail.length).map((earlier) => earlier[e]!);
        keep(trails, frame, trailCurves(table, before, trail.every));
      }
    });
    this.past.unshift(tables);
    this.past.splice(Math.max(0, ...this.sources.map(({ trail }) => trail?.length ?? 0)));
  }

  /** The whole layer, in pieces. */
  *text(): Generator<string> {
    const { fps, from, through } = this.stage;
    yield `#usda 1.0\n(\n    defaultPrim = "Particles"\n    startTimeCode = ${from}\n    endTimeCode = ${through}\n    timeCodesPerSecond = ${fps}\n    framesPerSecond = ${fps}\n    metersPerUnit = 1\n    upAxis = "Y"\n)\n\ndef Xform "Particles"\n{\n`;
    for (const [e, name] of this.names.entries()) {
      yield `    def Points "${name}"\n    {\n`;
      for (const [typed, attribute] of ATTRIBUTES) {
        if (typed.includes('primvars:'))
          yield `        ${typed} = [] (\n            interpolation = "vertex"\n        )\n`;
        yield `        ${typed}.timeSamples = {\n`;
        yield* this.samples[e]!.get(attribute)!;
        yield `        }\n`;
      }
      yield `    }\n`;
    }
    for (const drawn of [...this.strands, ...this.trails]) {
      if (!drawn) continue;
      yield `    def BasisCurves "${drawn.name}"\n    {\n        uniform token type = "linear"\n`;
      for (const [typed, name] of OF_CURVES) {
        if (name === 'widths') yield `        ${typed} = [] (\n            interpolation = "vertex"\n        )\n`;
        yield `        ${typed}.timeSamples = {\n`;
        yield* drawn.samples[name];
        yield `        }\n`;
      }
      yield `    }\n`;
    }
    yield `}\n`;
  }
}
