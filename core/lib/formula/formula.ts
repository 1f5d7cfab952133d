import { BLOCK } from '../particle-block';
import { SIGNS } from './functions';
import { FormulaError, parseFormula, type Part, type Reading } from './parse';

/** Counts what can't be computed: a division by zero and the like give 0. */
export interface Notes {
  notFinite: number;
}

/** Room that a run of a formula works in: where its numbers are, and which entries could not be computed. */
interface Room {
  readonly registers: Float64Array[];
  bad: Uint8Array;
  /** Whether any entry of `bad` is set. */
  any: boolean;
}

type Instruction = (room: Room, count: number) => void;

/** Takes 0 for what came out infinite or as no number, and marks it. */
function fix(values: Float64Array, count: number, room: Room): void {
  for (let i = 0; i < count; i++) {
    const value = values[i]!;
    if (value - value === 0) continue;
    values[i] = 0;
    room.bad[i] = 1;
    room.any = true;
  }
}

/** Marks also what was marked before. */
function remark(marks: Uint8Array, count: number, room: Room): void {
  for (let i = 0; i < count; i++) if (marks[i] === 1) room.bad[i] = 1;
}

/** A square as the product that it is. */
function asProduct(part: Part & { sort: 'call' }): Part & { sort: 'call' } {
  const [base, exponent] = part.parts;
  if (part.loop !== SIGNS['^'] || exponent?.sort !== 'number' || exponent.value !== 2) return part;
  return { sort: 'call', loop: SIGNS['*']!, parts: [base!, base!] };
}

/** Takes for each entry one of two numbers: the first where the test is not 0. */
function choose(test: Float64Array, yes: Float64Array, no: Float64Array, count: number, out: Float64Array): void {
  for (let i = 0; i < count; i++) out[i] = test[i] !== 0 ? yes[i]! : no[i]!;
}

/** Whether all of some numbers are finite. */
function allFinite(values: Float64Array, count: number): boolean {
  let sum = 0;
  for (let i = 0; i < count; i++) sum += values[i]! - values[i]!;
  return sum === 0;
}

/**
 * A formula made ready to run over blocks of particles: a list of loops over registers, built once, without `eval`.
 * Parts with a name are computed once. A choice computes both of its sides, and takes for each entry one of them.
 */
export class Formula {
  /** For each variable, whether the formula asks for it. */
  readonly uses: readonly boolean[];
  private readonly instructions: readonly Instruction[];
  private readonly room: Room = { registers: [], bad: new Uint8Array(BLOCK), any: false };
  private readonly result: number;
  /** Columns of one entry each, for one value at a time, and for what it comes to. */
  private readonly single: readonly Float64Array[];
  private readonly alone = new Float64Array(1);

  constructor(
    { named, result }: Reading,
    private readonly variables: number,
  ) {
    this.single = Array.from({ length: variables }, () => new Float64Array(1));
    const uses = Array.from({ length: variables }, () => false);
    const { registers } = this.room;
    const instructions: Instruction[] = [];
    const register = () => registers.push(new Float64Array(BLOCK)) - 1;
    for (let v = 0; v < variables; v++) register();
    const constants = new Map<number, number>();
    const free: number[] = [];
    // Registers that hold something for good: variables, constants, named parts.
    const kept = new Set<number>(Array.from({ length: variables }, (_, v) => v));
    const take = () => free.pop() ?? register();
    const give = (r: number) => void (kept.has(r) || free.push(r));
    const parts: { readonly at: number; readonly marks: Uint8Array; marked: boolean }[] = [];

    const build = (part: Part, list: Instruction[]): number => {
      switch (part.sort) {
        case 'variable':
          uses[part.index] = true;
          return part.index;
        case 'number': {
          const known = constants.get(part.value);
          if (known !== undefined) return known;
          const at = register();
          kept.add(at);
          registers[at]!.fill(part.value);
          constants.set(part.value, at);
          return at;
        }
        case 'named': {
          const known = parts[part.index]!;
          list.push((room, count) => {
            if (known.marked) {
              remark(known.marks, count, room);
              room.any = true;
            }
          });
          return known.at;
        }
        case 'call': {
          const { parts: inner, loop } = asProduct(part);
          // The same part twice is computed once.
          const built = new Map([...new Set(inner)].map((one) => [one, build(one, list)]));
          const from = inner.map((one) => built.get(one)!);
          const operands = from.map((r) => registers[r]!);
          for (const r of built.values()) give(r);
          const to = take();
          const isVariable = from.some((r) => r < variables);
          list.push((room, count) => {
            // Columns of variables are handed in anew with every block.
            const given = isVariable ? from.map((r) => room.registers[r]!) : operands;
            const out = room.registers[to]!;
            if (!loop(given, count, out)) fix(out, count, room);
          });
          return to;
        }
        case 'choice':
          return choice(part, list);
      }
    };

    const choice = ({ test, yes, no }: Part & { sort: 'choice' }, list: Instruction[]): number => {
      const when = build(test, list);
      const sideOf = (side: Part) => {
        const own: Instruction[] = [];
        const at = build(side, own);
        // Kept out of use until the choice is made.
        return { own, at, marks: new Uint8Array(BLOCK) };
      };
      const [first, second] = [sideOf(yes), sideOf(no)];
      const sides = [first, second];
      for (const r of [when, first.at, second.at]) give(r);
      const to = take();
      list.push((room, count) => {
        const { bad, any } = room;
        let marked = false;
        for (const { own, marks } of sides) {
          marks.fill(0, 0, count);
          room.bad = marks;
          room.any = false;
          for (const instruction of own) instruction(room, count);
          marked ||= room.any;
        }
        room.bad = bad;
        room.any = any || marked;
        const { registers: r } = room;
        if (marked) for (let i = 0; i < count; i++) if ((r[when]![i] !== 0 ? first : second).marks[i] === 1) bad[i] = 1;
        choose(r[when]!, r[first.at]!, r[second.at]!, count, r[to]!);
      });
      return to;
    };

    for (const part of named) {
      const own: Instruction[] = [];
      const from = build(part, own);
      const at = register();
      kept.add(at);
      const entry = { at, marks: new Uint8Array(BLOCK), marked: false };
      parts.push(entry);
      instructions.push((room, count) => {
        const { bad, any } = room;
        entry.marks.fill(0, 0, count);
        room.bad = entry.marks;
        room.any = false;
        for (const instruction of own) instruction(room, count);
        entry.marked = room.any;
        room.bad = bad;
        room.any = any;
        room.registers[at]!.set(room.registers[from]!.subarray(0, count));
      });
      give(from);
    }
    this.result = build(result, instructions);
    this.instructions = instructions;
    this.uses = uses;
  }

  /**
   * Writes the formula's value for each of the first `count` entries. `inputs` holds a column a variable, in their
   * order; those that are not used may be left out. What can't be computed gives 0 and is counted.
   */
  run(inputs: readonly (Float64Array | undefined)[], count: number, out: Float64Array, notes: Notes): void {
    for (let start = 0; start < count; start += BLOCK) {
      const end = Math.min(count, start + BLOCK);
      for (let v = 0; v < this.variables; v++)
        if (this.uses[v]) this.room.registers[v] = inputs[v]!.subarray(start, end);
      this.runBlock(end - start, out.subarray(start, end), notes);
    }
  }

  private runBlock(count: number, out: Float64Array, notes: Notes): void {
    const { room } = this;
    room.bad.fill(0, 0, count);
    room.any = false;
    for (const instruction of this.instructions) instruction(room, count);
    const values = room.registers[this.result]!;
    out.set(values.length === count ? values : values.subarray(0, count));
    // Sums and products that ran over are met here.
    if (!allFinite(out, count)) fix(out, count, room);
    if (!room.any) return;
    for (let i = 0; i < count; i++) notes.notFinite += room.bad[i]!;
  }

  /** The value for one set of numbers. */
  value(inputs: readonly number[], notes: Notes = { notFinite: 0 }): number {
    inputs.forEach((n, v) => (this.single[v]![0] = n));
    this.run(this.single, 1, this.alone, notes);
    return this.alone[0]!;
  }
}

/** Reads a formula over some variables and makes it ready to run. Throws {@link FormulaError}. */
export function readFormula(text: string, variables: readonly string[]): Formula {
  return new Formula(parseFormula(text, variables), variables.length);
}

/** What is wrong with a formula over some variables, and at which character; undefined where nothing is. */
export function refusalOf(text: string, variables: readonly string[]): FormulaError | undefined {
  try {
    parseFormula(text, variables);
    return undefined;
  } catch (error) {
    if (error instanceof FormulaError) return error;
    throw error;
  }
}

/** The same in words alone. */
export const faultOf = (text: string, variables: readonly string[]): string | undefined =>
  refusalOf(text, variables)?.message;
