import type { Span } from '../../lib/geometry/span';
import type { Vector } from '../../lib/math/vector';

/** The body of a collider in numbers, metres of its own frame, where a kernel may tell whether it is met. */
export type BodyDescriptor =
  /** The XZ plane; met from both sides, or from above alone. */
  | { readonly kind: 'plane'; readonly both: boolean }
  /** A box about the origin with those half widths; a container, or solid. */
  | { readonly kind: 'box'; readonly halves: Vector; readonly within: boolean }
  | { readonly kind: 'ball'; readonly radius: number; readonly within: boolean }
  /** All points within the radius of a line along Y; `half` is half its length. */
  | { readonly kind: 'rod'; readonly radius: number; readonly half: number; readonly within: boolean }
  /** Something that is met nowhere but in a box, and around it so many times half of its thickness. */
  | { readonly kind: 'extent'; readonly extent: Span; readonly times: number };
