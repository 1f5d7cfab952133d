import type { Recipe } from '../core/fields/recipe';
import type { Vector } from '../core/math/vector';
import { rotate, type Rotation } from '../core/math/rotation';
import type { ParticleBlock } from '../core/stack/block';
import { BLOCK } from '../core/stack/block';
import { isGroup, type Row, type Stack, type StackNode } from '../core/stack/compile';
import type { Sums } from '../core/stack/sums';
import type { Ends, Share } from '../core/stack/twins';
import type { Population } from '../core/step/population';
import * as at from './layout';
import type { FloatColumns, Kernel } from './memory';
import { cookOf } from './recipes';

/** Curves of a falloff that the kernel knows. */
const CURVES: Readonly<Record<string, number>> = { smooth: 0, smoother: 1, linear: 2, bell: 3, flat: 4 };

/** Something done to every block; `time` is when it begins, seconds. */
type Work = (count: number, time: number) => void;

/** What is the same for all particles, before anything is summed for each. */
interface Even {
  readonly acceleration: [number, number, number];
  readonly medium: [number, number, number];
  rate: number;
  quadratic: number;
}

/** What a field and its weight come to in the kernel; undefined where it does not know all of it. */
function recipeOf(row: Row): Recipe | undefined {
  const { field, recipe, action, modulators, distance } = row;
  if (!recipe || modulators.length > 0 || !['acceleration', 'force', 'carry', 'slow'].includes(action.kind)) return undefined;
  if (action.kind === 'slow' && recipe.kind !== 'same') return undefined;
  const { kind, slope, invert } = field.profile;
  return !distance || (field.extent.kind === 'ball' && kind in CURVES && slope === 1 && !invert) ? recipe : undefined;
}

/** Whether all of a field or group can be summed by the kernel. */
function isKnown(node: StackNode): boolean {
  if (!isGroup(node)) return recipeOf(node) !== undefined;
  return node.open && !node.distance && node.modulators.length === 0 && node.members.every(isKnown);
}

/** Drag that takes some back has to be summed in its order, since the sum is never negative. */
function takesBack({ recipe, action, sends, level }: Row, emitter: number): boolean {
  if (action.kind !== 'slow' || sends[emitter]! * level === 0) return false;
  return recipe?.kind !== 'same' || recipe.vector[0] < 0 || recipe.vector[1] < 0 || sends[emitter]! * level < 0;
}

const turned = (r: Rotation | undefined, v: Vector): Vector => (r ? rotate(r, v) : v);

/** Collects what is to be done for each block. */
class Plan {
  readonly rest: StackNode[] = [];
  readonly works: Work[] = [];
  readonly even: Even = { acceleration: [0, 0, 0], medium: [0, 0, 0], rate: 0, quadratic: 0 };
  /** Whether anything carries, slows by itself, or slows by the square. */
  carries = false;
  slows = false;
  squares = false;
  /** Whether masses have a say beside the particles’ own drag. */
  weighty = false;

  constructor(
    private readonly kernel: Kernel,
    private readonly emitter: number,
    private readonly leavesDrag: boolean,
  ) {}

  /** Takes fields and groups in, times the weight of the groups around them. */
  take(nodes: readonly StackNode[], gate = 1): void {
    for (const node of nodes) {
      const send = node.sends[this.emitter]! * node.level * gate;
      if (send === 0 || (isGroup(node) && !node.action)) continue;
      if (!isKnown(node) || (this.leavesDrag && drags(node))) this.rest.push(node);
      else if (isGroup(node)) this.take(node.members, send * node.strength);
      else this.add(node, recipeOf(node)!, send);
    }
  }

  private add(row: Row, recipe: Recipe, send: number): void {
    const { run } = this.kernel;
    const see = this.sight(row);
    const weigh = this.weights(row, send);
    const weights = weigh ? at.WEIGHT : 0;
    const target = row.action.kind === 'carry' ? at.MEDIUM : at.ACCELERATION;
    const masses = row.action.kind === 'force' ? at.MASS : 0;
    this.carries ||= row.action.kind === 'carry';
    this.weighty ||= masses !== 0;
    if (recipe.kind !== 'same') {
      const cook = cookOf(this.kernel, recipe);
      const { rotation } = row;
      this.works.push((count, time) => {
        const from = see(count);
        if (weigh && !weigh(from, count)) return;
        cook(from, count, time);
        if (rotation) run.turn(at.OUT, count, ...rotation);
        run.add(at.OUT, target, count, weights, send, masses);
      });
      return;
    }
    const { vector, tow } = recipe;
    const { own } = row;
    const local: Vector = [vector[0] + tow * own[0]!, vector[1] + tow * own[1]!, vector[2] + tow * own[2]!];
    if (row.action.kind === 'slow') this.slow(local, send, weigh && ((count) => weigh(see(count), count)));
    else if (weigh || masses) {
      const [x, y, z] = turned(row.rotation, local);
      this.works.push((count) => {
        if (!weigh || weigh(see(count), count)) run.addSame(x, y, z, target, count, weights, send, masses);
      });
    } else {
      const even = row.action.kind === 'carry' ? this.even.medium : this.even.acceleration;
      turned(row.rotation, local).forEach((value, axis) => (even[axis]! += send * value));
    }
  }

  private slow([rate, square]: Vector, send: number, weigh: ((count: number) => boolean) | undefined): void {
    const { run } = this.kernel;
    this.slows = true;
    this.squares ||= square !== 0;
    if (!weigh) {
      this.even.rate += send * rate;
      this.even.quadratic += send * square;
      return;
    }
    this.works.push((count) => {
      if (!weigh(count)) return;
      run.addNumber(rate, at.RATE, count, at.WEIGHT, 1);
      if (square !== 0) run.addNumber(square, at.QUADRATIC, count, at.WEIGHT, 1);
    });
  }

  /** Brings places into the frame of a field; gives where they are. */
  private sight({ place, rotation }: Row): (count: number) => number {
    const { run } = this.kernel;
    const [x, y, z] = place.position;
    const shrink = 1 / place.scale;
    if (rotation) return (count) => (run.local(at.PLACE, at.LOCAL, count, x, y, z, shrink, ...rotation), at.LOCAL);
    if (x === 0 && y === 0 && z === 0 && shrink === 1) return () => at.PLACE;
    return (count) => (run.moved(at.PLACE, at.LOCAL, count, x, y, z, shrink), at.LOCAL);
  }

  /** Writes weights; false where all are 0. Undefined where nothing bounds the field. */
  private weights({ field, distance }: Row, send: number): ((from: number, count: number) => boolean) | undefined {
    if (!distance) return undefined;
    const { core, reach } = field.extent as unknown as { core: number; reach: number };
    const curve = CURVES[field.profile.kind]!;
    // Where core and reach are one, everything beyond is at its end.
    const slope = reach > core ? 1 / (reach - core) : 1e30;
    return (from, count) => this.kernel.run.weigh(from, at.WEIGHT, count, curve, core, slope, send) !== 0;
  }
}

function drags(node: StackNode): boolean {
  return isGroup(node) ? node.members.some(drags) : node.action.kind === 'slow';
}

/** Views of the columns of a population, a block of particles each; made once, since making them takes as long as using them. */
interface Views {
  readonly of: Float32Array;
  readonly blocks: (Readonly<Record<(typeof LOADED)[number], Float32Array>> & { readonly birth: Float64Array })[];
}

const LOADED = ['x', 'y', 'z', 'vx', 'vy', 'vz', 'mass', 'drag', 'life'] as const;

const views = new WeakMap<Population, Views>();

/** The columns of the block that begins at a slot; they go beyond the particles where there is room for more. */
function blockAt(population: Population, start: number): Views['blocks'][number] {
  const { columns } = population;
  let kept = views.get(population);
  if (kept?.of !== columns.x) {
    kept = { of: columns.x, blocks: [] };
    views.set(population, kept);
  }
  return (kept.blocks[start / BLOCK] ??= {
    ...(Object.fromEntries(LOADED.map((name) => [name, columns[name].subarray(start, start + BLOCK)])) as Record<
      (typeof LOADED)[number],
      Float32Array
    >),
    birth: population.birth.subarray(start, start + BLOCK),
  });
}

/** Writes a column of the kernel back. */
const putBack = (from: Float32Array, to: Float32Array): void => to.set(to.length === BLOCK ? from : from.subarray(0, to.length));

function addColumns(sum: { x: Float64Array; y: Float64Array; z: Float64Array }, { x, y, z }: FloatColumns, count: number): void {
  for (let i = 0; i < count; i++) {
    sum.x[i]! += x[i]!;
    sum.y[i]! += y[i]!;
    sum.z[i]! += z[i]!;
  }
}

const AXES = ['x', 'y', 'z'] as const;

/** Shares of stacks, worked out by one kernel; only one block is worked on at a time. */
export function sharesOf(kernel: Kernel): (stack: Stack, emitter: number) => Share {
  const { run } = kernel;
  const [place, velocity, acceleration, medium] = [at.PLACE, at.VELOCITY, at.ACCELERATION, at.MEDIUM].map((a) => kernel.vector(a)) as [
    FloatColumns,
    FloatColumns,
    FloatColumns,
    FloatColumns,
  ];
  const [late, mass, rate, quadratic] = [at.LATE, at.MASS, at.RATE, at.QUADRATIC].map((a) => kernel.column(a)) as [
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const birth = kernel.doubles(at.BIRTH);
  const life = kernel.column(at.LIFE);
  const dying = kernel.slots(at.DYING);
  const fillVector = (to: number, count: number, [x, y, z]: Vector) => {
    run.fill(to, count, x);
    run.fill(to + 4 * BLOCK, count, y);
    run.fill(to + 8 * BLOCK, count, z);
  };
  return (stack, emitter) => {
    const leavesDrag = stack.rows.some((row) => takesBack(row, emitter));
    const plan = new Plan(kernel, emitter, leavesDrag);
    plan.take(stack.nodes);
    const { works, even } = plan;
    const begin = (count: number, time: number) => {
      fillVector(at.ACCELERATION, count, even.acceleration);
      if (plan.carries) fillVector(at.MEDIUM, count, even.medium);
      if (plan.squares) run.fill(at.QUADRATIC, count, even.quadratic);
      for (const work of works) work(count, time);
    };
    return {
      rest: plan.rest,
      addTo({ count, position, time, mass: masses }: ParticleBlock, sums: Sums) {
        if (works.length === 0 && !plan.slows && !plan.carries && even.acceleration.every((n) => n === 0)) return;
        const time0 = stack.frame / stack.fps;
        for (let i = 0; i < count; i++) late[i] = time[i]! - time0;
        for (const axis of AXES) for (let i = 0; i < count; i++) place[axis][i] = position[axis][i]!;
        if (plan.weighty) for (let i = 0; i < count; i++) mass[i] = masses[i]!;
        if (plan.slows) run.fill(at.RATE, count, even.rate);
        begin(count, time0);
        addColumns(sums.acceleration, acceleration, count);
        if (plan.carries) addColumns(sums.medium, medium, count);
        if (plan.slows) for (let i = 0; i < count; i++) sums.dragRate[i]! += rate[i]!;
        if (plan.squares) for (let i = 0; i < count; i++) sums.quadratic[i]! += quadratic[i]!;
      },
      step(population: Population, start: number, from: number, to: number, ends: Ends) {
        const count = Math.min(BLOCK, population.count - start);
        const block = blockAt(population, start);
        place.x.set(block.x);
        place.y.set(block.y);
        place.z.set(block.z);
        velocity.x.set(block.vx);
        velocity.y.set(block.vy);
        velocity.z.set(block.vz);
        mass.set(block.mass);
        rate.set(block.drag);
        birth.set(block.birth);
        life.set(block.life);
        run.times(at.BIRTH, count, from, to, at.LATE, at.STEP);
        run.rates(at.RATE, at.MASS, count);
        if (even.rate !== 0) run.addNumber(even.rate, at.RATE, count, 0, 1);
        begin(count, from);
        const lost = run.integrate(
          at.PLACE,
          at.VELOCITY,
          count,
          at.ACCELERATION,
          at.RATE,
          plan.squares ? at.QUADRATIC : 0,
          plan.carries ? at.MEDIUM : 0,
          at.STEP,
        );
        putBack(place.x, block.x);
        putBack(place.y, block.y);
        putBack(place.z, block.z);
        putBack(velocity.x, block.vx);
        putBack(velocity.y, block.vy);
        putBack(velocity.z, block.vz);
        ends.lost ||= lost !== 0;
        const dead = run.dying(at.BIRTH, at.LIFE, count, to, at.DYING);
        for (let i = 0; i < dead; i++) ends.dead.push(start + dying[i]!);
      },
    };
  };
}
