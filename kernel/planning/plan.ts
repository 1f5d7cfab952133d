import { radiiOf } from '../../core/kinds/falloff-shapes/falloff-shape';
import { falloffShapes } from '../../core/kinds/falloff-shapes';
import type { KernelDescriptor } from '../../core/kinds/contracts/kernel-descriptor';
import { rotate, type Rotation } from '../../core/lib/math/rotation';
import { type Vector, mapVector } from '../../core/lib/math/vector';
import { isGroup, type Row, type Stack, type StackNode } from '../../core/sim/stack/stack';
import { ACCELERATION, MEDIUM } from '../encoding/layout';
import { Program, type Fall, type RowHead } from '../encoding/program';

/** Curves of a falloff that the kernel knows. */
const CURVES: Readonly<Record<string, number>> = {
  smooth: 0,
  smoother: 1,
  linear: 2,
  bell: 3,
  flat: 4,
  exponential: 5,
  'inverse-square': 6,
};

/** Half the sides of the box that a field's distances are measured from; undefined where the kernel knows none such. */
const halvesOf = ({ field: { falloff } }: Row): Vector | undefined => falloffShapes.get(falloff.kind).halves?.(falloff);

/** What a field and its weight come to in the kernel; undefined where it does not know all of it. */
function descriptorOf(row: Row): KernelDescriptor | undefined {
  const { field, descriptor, action, modulators, distance } = row;
  if (!descriptor || modulators.length > 0 || !['acceleration', 'force', 'flow', 'drag'].includes(action.kind))
    return undefined;
  if (action.kind === 'drag' && descriptor.kind !== 'same') return undefined;
  const { kind, slope } = field.curve;
  return !distance || (kind in CURVES && slope === 1 && halvesOf(row)) ? descriptor : undefined;
}

/** Whether all of a field or group can be summed by the kernel. */
function isKnown(node: StackNode): boolean {
  if (!isGroup(node)) return descriptorOf(node) !== undefined;
  return node.open && !node.distance && node.modulators.length === 0 && node.members.every(isKnown);
}

/** Drag that takes some back has to be summed in its order, since the sum is never negative. */
function takesBack({ descriptor, action, sends, level }: Row, emitter: number): boolean {
  if (action.kind !== 'drag' || sends[emitter]! * level === 0) return false;
  return (
    descriptor?.kind !== 'same' || descriptor.vector[0] < 0 || descriptor.vector[1] < 0 || sends[emitter]! * level < 0
  );
}

function drags(node: StackNode): boolean {
  return isGroup(node) ? node.members.some(drags) : node.action.kind === 'drag';
}

/** How many octaves a descriptor has at a time, seconds. */
export const octavesOf = (descriptor: KernelDescriptor | undefined, time: number): number =>
  descriptor?.kind === 'curl' ? descriptor.layersAt(time).length : 0;

/** Rows of the kernel that a node comes to at a time, seconds, and their octaves. */
function sizeOf(node: StackNode, time: number): [rows: number, octaves: number] {
  if (!isGroup(node)) return [1, octavesOf(node.descriptor, time)];
  return node.members.map((member) => sizeOf(member, time)).reduce(([a, b], [c, d]) => [a + c, b + d], [0, 0]);
}

const turned = (r: Rotation | undefined, v: Vector): Vector => (r ? rotate(r, v) : v);

/** How the weights of a field fall off; undefined where nothing bounds it. */
function fallOf(row: Row): Fall | undefined {
  if (!row.distance) return undefined;
  const { falloff, curve } = row.field;
  const { inner, outer } = radiiOf(falloff);
  return {
    halves: halvesOf(row)!,
    curve: CURVES[curve.kind]!,
    inverted: curve.invert,
    inner,
    // Where inner and outer radius are one, everything beyond is at its end.
    slope: outer > inner ? 1 / (outer - inner) : 1e30,
  };
}

/** A field the kernel knows, with the sends of all around it. */
interface Known {
  readonly row: Row;
  readonly descriptor: KernelDescriptor;
  readonly send: number;
}

/** What the kernel is to do of a placed stack for the particles of one emitter. */
export class Plan {
  /** What it does not know. */
  readonly unaccelerated: StackNode[] = [];
  private readonly known: Known[] = [];
  private readonly leavesDrag: boolean;
  /** Whether masses have a say beside the particles’ own drag, and whether anything slows by itself. */
  readonly weighty: boolean;
  readonly slows: boolean;
  readonly carries: boolean;
  readonly squares: boolean;
  /** The program for particles that begin at a time of their own, seconds; undefined where that is no other. */
  readonly programAt: ((time: number) => Uint32Array) | undefined;
  private readonly taken: [rows: number, octaves: number] = [0, 0];
  private main: Uint32Array | undefined;

  constructor(
    stack: Stack,
    private readonly emitter: number,
    private readonly time: number,
  ) {
    this.leavesDrag = stack.rows.some((row) => takesBack(row, emitter));
    this.take(stack.nodes);
    const { known } = this;
    this.weighty = known.some(({ row }) => row.action.kind === 'force');
    this.slows = known.some(({ row }) => row.action.kind === 'drag');
    this.carries = known.some(({ row }) => row.action.kind === 'flow');
    this.squares = known.some(
      ({ row, descriptor }) => row.action.kind === 'drag' && descriptor.kind === 'same' && descriptor.vector[1] !== 0,
    );
    const evolves = known.some(({ descriptor }) => descriptor.kind === 'curl' && descriptor.evolves);
    this.programAt = evolves ? (at) => this.written(at, true) : undefined;
  }

  /** Whether there is nothing to do. */
  get isEmpty(): boolean {
    return this.known.length === 0;
  }

  /** The program for all particles of the step. */
  get program(): Uint32Array {
    return (this.main ??= this.written(this.time, false));
  }

  /** Takes fields and groups in, times the weight of the groups around them. */
  private take(nodes: readonly StackNode[], gate = 1): void {
    for (const node of nodes) {
      const send = node.sends[this.emitter]! * node.level * gate;
      if (send === 0 || (isGroup(node) && !node.action)) continue;
      const size = sizeOf(node, this.time);
      const [rows, octaves] = [this.taken[0] + size[0], this.taken[1] + size[1]];
      if (!isKnown(node) || (this.leavesDrag && drags(node)) || !Program.holds(rows, octaves))
        this.unaccelerated.push(node);
      else if (isGroup(node)) this.take(node.members, send * node.strength);
      else {
        this.known.push({ row: node, descriptor: descriptorOf(node)!, send });
        [this.taken[0], this.taken[1]] = [rows, octaves];
      }
    }
  }

  private written(time: number, own: boolean): Uint32Array {
    const program = new Program(time, own, this.taken[0], this.taken[1]);
    const acceleration: [number, number, number] = [0, 0, 0];
    const medium: [number, number, number] = [0, 0, 0];
    let [rate, quadratic] = [0, 0];
    let carries = false;
    for (const { row, descriptor, send } of this.known) {
      const { action, rotation, place, own: velocity } = row;
      const fall = fallOf(row);
      const carried = action.kind === 'flow';
      const weighty = action.kind === 'force';
      const head: RowHead = {
        placement: { position: place.position, scale: place.scale, rotation },
        fall,
        send,
        target: carried ? MEDIUM : ACCELERATION,
        weighty,
      };
      if (carried && (descriptor.kind !== 'same' || fall)) carries = true;
      if (descriptor.kind !== 'same') {
        program.field(head, descriptor);
        continue;
      }
      const { vector, ownMotion } = descriptor;
      const local = mapVector(vector, (n, axis) => n + ownMotion * velocity[axis]!);
      if (action.kind === 'drag') {
        if (fall) program.slow(head, local[0], local[1]);
        else {
          rate += send * local[0];
          quadratic += send * local[1];
        }
      } else if (fall || weighty) program.same(head, turned(rotation, local));
      else turned(rotation, local).forEach((value, axis) => ((carried ? medium : acceleration)[axis]! += send * value));
    }
    return program.finished({ acceleration, medium, rate, quadratic, carries, squares: this.squares });
  }
}
