import { atan2 } from '../math/inverse';
import { faceNormal } from './mesh';

/** Most faces that are summed one by one at the end of a branch. */
const FEW = 8;

/** So many times its own radius away, a branch counts as one small face in its middle. */
const FAR = 2;

/** Numbers of a branch: its middle (3), the sum of its faces’ area vectors (3), its radius, its area. */
const NUMBERS = 8;

const FULL = 12.566370614359172;

/**
 * The solid angle of a triangle seen from the origin, over 4π; positive where its corners go counter-clockwise seen from
 * outside and the origin is inside. Van Oosterom & Strackee 1983: tan(Ω/2) = a·(b × c) / (abc + (a·b)c + (b·c)a + (c·a)b).
 */
function shareOfSphere(
  ax: number,
  ay: number,
  az: number,
  bx: number,
  by: number,
  bz: number,
  cx: number,
  cy: number,
  cz: number,
): number {
  const a = Math.sqrt(ax * ax + ay * ay + az * az);
  const b = Math.sqrt(bx * bx + by * by + bz * bz);
  const c = Math.sqrt(cx * cx + cy * cy + cz * cz);
  const volume = ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
  const ab = ax * bx + ay * by + az * bz;
  const bc = bx * cx + by * cy + bz * cz;
  const ca = cx * ax + cy * ay + cz * az;
  return (2 * atan2(volume, a * b * c + ab * c + bc * a + ca * b)) / FULL;
}

/**
 * The generalised winding number of a mesh round a point (Jacobson, Kavan & Sorkine-Hornung 2013): how often its faces go
 * round it, as a share of the sphere that they cover. 1 inside a closed mesh, 0 outside; a mesh with holes lies between, and
 * above ½ is what one would call inside. Faces that are far count by branches of a tree, each as one face (Barill et al.
 * 2018), which is right to some hundredths.
 */
export class WindingNumber {
  /** Faces in the order of the tree. */
  private readonly faces: Uint32Array;
  /** First face, number of faces and second child of each branch; its first child follows it. */
  private readonly branches: number[] = [];
  private readonly numbers: Float64Array;
  private readonly stack: Int32Array;

  constructor(
    private readonly index: ArrayLike<number>,
    private readonly positions: ArrayLike<number>,
  ) {
    this.faces = Uint32Array.from({ length: index.length / 3 }, (_, i) => i);
    const deepest = this.split(0, this.faces.length, 1);
    this.numbers = new Float64Array((NUMBERS * this.branches.length) / 3);
    this.stack = new Int32Array(deepest + 2);
    this.update();
  }

  /** Splits faces in the middle of the longest side of the box round their middles; returns how deep the tree is. */
  private split(first: number, count: number, depth: number): number {
    const at = this.branches.push(first, count, 0) - 3;
    if (count <= FEW) return depth;
    const part = this.faces.subarray(first, first + count);
    const middle = (face: number, axis: number) => {
      const { index, positions } = this;
      return (
        positions[3 * index[3 * face]! + axis]! +
        positions[3 * index[3 * face + 1]! + axis]! +
        positions[3 * index[3 * face + 2]! + axis]!
      );
    };
    let [longest, most] = [0, -1];
    for (let axis = 0; axis < 3; axis++) {
      let [low, high] = [Infinity, -Infinity];
      for (const face of part) {
        low = Math.min(low, middle(face, axis));
        high = Math.max(high, middle(face, axis));
      }
      if (high - low > most) [longest, most] = [axis, high - low];
    }
    part.sort((a, b) => middle(a, longest) - middle(b, longest) || a - b);
    const half = count >> 1;
    const left = this.split(first, half, depth + 1);
    this.branches[at + 2] = this.branches.length / 3;
    return Math.max(left, this.split(first + half, count - half, depth + 1));
  }

  /** Takes over the positions as they are now. */
  update(): void {
    const { branches, numbers } = this;
    // Children stand after their parents.
    for (let branch = branches.length / 3 - 1; branch >= 0; branch--) {
      numbers.fill(0, NUMBERS * branch, NUMBERS * (branch + 1));
      if (branches[3 * branch + 2] === 0) this.sumFaces(branch);
      else this.sumChildren(branch, branch + 1, branches[3 * branch + 2]!);
    }
  }

  private sumFaces(branch: number): void {
    const { branches, numbers, faces, index, positions } = this;
    const at = NUMBERS * branch;
    const [first, count] = [branches[3 * branch]!, branches[3 * branch + 1]!];
    const corner = (face: number, k: number, axis: number) => positions[3 * index[3 * face + k]! + axis]!;
    const normal = new Float64Array(3);
    for (let i = first; i < first + count; i++) {
      const face = faces[i]!;
      const size = faceNormal(positions, index[3 * face]!, index[3 * face + 1]!, index[3 * face + 2]!, normal) / 2;
      for (let axis = 0; axis < 3; axis++) {
        const middle = (corner(face, 0, axis) + corner(face, 1, axis) + corner(face, 2, axis)) / 3;
        numbers[at + axis]! += size * middle;
        numbers[at + 3 + axis]! += size * normal[axis]!;
      }
      numbers[at + 7]! += size;
    }
    const whole = numbers[at + 7]!;
    for (let axis = 0; axis < 3; axis++)
      numbers[at + axis] = whole > 0 ? numbers[at + axis]! / whole : count > 0 ? corner(faces[first]!, 0, axis) : 0;
    let radius = 0;
    for (let i = first; i < first + count; i++)
      for (let k = 0; k < 3; k++) {
        const [x, y, z] = [0, 1, 2].map((axis) => corner(faces[i]!, k, axis) - numbers[at + axis]!);
        radius = Math.max(radius, Math.sqrt(x! * x! + y! * y! + z! * z!));
      }
    numbers[at + 6] = radius;
  }

  private sumChildren(branch: number, left: number, right: number): void {
    const { numbers } = this;
    const at = NUMBERS * branch;
    const [a, b] = [NUMBERS * left, NUMBERS * right];
    const whole = numbers[a + 7]! + numbers[b + 7]!;
    const share = whole > 0 ? numbers[a + 7]! / whole : 0.5;
    for (let axis = 0; axis < 3; axis++) {
      numbers[at + axis] = share * numbers[a + axis]! + (1 - share) * numbers[b + axis]!;
      numbers[at + 3 + axis] = numbers[a + 3 + axis]! + numbers[b + 3 + axis]!;
    }
    let radius = 0;
    for (const child of [a, b]) {
      const [x, y, z] = [0, 1, 2].map((axis) => numbers[child + axis]! - numbers[at + axis]!);
      radius = Math.max(radius, Math.sqrt(x! * x! + y! * y! + z! * z!) + numbers[child + 6]!);
    }
    numbers[at + 6] = radius;
    numbers[at + 7] = whole;
  }

  /** Whether a point is inside, by a winding number above ½, whichever way round the faces are. */
  holds(x: number, y: number, z: number): boolean {
    const { numbers } = this;
    const [dx, dy, dz] = [x - numbers[0]!, y - numbers[1]!, z - numbers[2]!];
    if (dx * dx + dy * dy + dz * dz > numbers[6]! * numbers[6]!) return false;
    return Math.abs(this.at(x, y, z)) > 0.5;
  }

  /** The winding number round a point. */
  at(x: number, y: number, z: number): number {
    const { branches, numbers, faces, index, positions, stack } = this;
    if (faces.length === 0) return 0;
    let sum = 0;
    let depth = 1;
    stack[0] = 0;
    while (depth > 0) {
      const branch = stack[--depth]!;
      const at = NUMBERS * branch;
      const dx = numbers[at]! - x;
      const dy = numbers[at + 1]! - y;
      const dz = numbers[at + 2]! - z;
      const square = dx * dx + dy * dy + dz * dz;
      const far = FAR * numbers[at + 6]!;
      if (square > far * far) {
        const facing = dx * numbers[at + 3]! + dy * numbers[at + 4]! + dz * numbers[at + 5]!;
        sum += facing / (square * Math.sqrt(square) * FULL);
        continue;
      }
      const second = branches[3 * branch + 2]!;
      if (second > 0) {
        stack[depth++] = second;
        stack[depth++] = branch + 1;
        continue;
      }
      const [first, count] = [branches[3 * branch]!, branches[3 * branch + 1]!];
      for (let i = first; i < first + count; i++) {
        const a = 3 * index[3 * faces[i]!]!;
        const b = 3 * index[3 * faces[i]! + 1]!;
        const c = 3 * index[3 * faces[i]! + 2]!;
        sum += shareOfSphere(
          positions[a]! - x,
          positions[a + 1]! - y,
          positions[a + 2]! - z,
          positions[b]! - x,
          positions[b + 1]! - y,
          positions[b + 2]! - z,
          positions[c]! - x,
          positions[c + 1]! - y,
          positions[c + 2]! - z,
        );
      }
    }
    return sum;
  }
}
