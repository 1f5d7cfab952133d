import { create } from 'zustand';
import { groupParameters } from '../../../core/document/descriptions';
import type { Limits } from '../../../core/measure/along';
import type { Plane } from '../../../core/measure/plane';
import type { Quantity } from '../../../core/measure/census';
import type { Subject } from '../../../core/measure/subject';
import type { Vector } from '../../../core/lib/math/vector';
import type { Scene } from '../../../core/document/scene';
import { useSelection } from '../../state/selection-store';
import type { Line, Shows } from './jobs';

/** Where the plane of a slice is: its middle, and how it is turned out of standing before the eye; degrees, metres. */
export interface SlicePlane {
  readonly middle: Vector;
  /** About the vertical. */
  readonly turn: number;
  /** Backwards: −90 lies flat and is seen from above. */
  readonly tilt: number;
  /** Half its side. */
  readonly half: number;
}

/** What of a change of velocity a ledger shows. */
export const PARTS = ['along', 'work', 'x', 'y', 'z'] as const;
export type Part = (typeof PARTS)[number];

interface SoundingState {
  /** The scene that all of it belongs to. */
  readonly scene: string;
  readonly subject: Subject;
  /** Index of the emitter whose particles are meant. */
  readonly emitter: number;
  readonly shows: Shows;
  readonly plane: SlicePlane;
  readonly streamlines: boolean;
  readonly arrows: boolean;
  readonly line: Line;
  /** The axis of its own along which a falloff is measured. */
  readonly axis: 'x' | 'y' | 'z';
  /** Ids of the fields that are combined; the first two alike where none are chosen. */
  readonly chosen: readonly string[];
  /** Whether a combination has limits, and which. */
  readonly limits: Limits & { readonly limited: boolean };
  /** The number of one particle; the mean of the emitter where it is left out. */
  readonly particle: number | undefined;
  readonly part: Part;
  readonly quantity: Quantity;
  /** Whether the census is of that emitter alone. */
  readonly alone: boolean;
  readonly least: number;
}

const START: Omit<SoundingState, 'scene'> = {
  subject: { of: 'stack' },
  emitter: 0,
  shows: 'strength',
  plane: { middle: [0, 0, 0], turn: 0, tilt: 0, half: 3 },
  streamlines: true,
  arrows: false,
  line: { from: [-3, 0, 0], to: [3, 0, 0] },
  axis: 'x',
  chosen: [],
  limits: { limited: false, floor: groupParameters.floor.default, ceiling: groupParameters.ceiling.default },
  particle: undefined,
  part: 'along',
  quantity: 'speed',
  alone: false,
  least: 1,
};

/** What is sounded, and how; kept while the program is open. */
export const useSoundings = create<SoundingState>()(() => ({ ...START, scene: '' }));

export const setSounding = (change: Partial<SoundingState>) => useSoundings.setState(change);

/** Begins with what is selected, where another scene was sounded before. */
export function beginSoundings(id: string, scene: Scene): void {
  if (useSoundings.getState().scene === id) return;
  const { selection } = useSelection.getState();
  const field = selection.type === 'field' ? scene.fields.find((f) => f.id === selection.id) : undefined;
  const group = selection.type === 'group' ? scene.groups.find((g) => g.id === selection.id) : undefined;
  const thing = field ?? group;
  const outer = thing?.falloff['outer'];
  const half = typeof outer === 'number' ? Math.max(1, 1.25 * outer) : 3;
  // What reaches everywhere is sounded where the picture is.
  const middle = thing && thing.falloff.kind !== 'everywhere' ? thing.transform.position : scene.camera.target;
  setSounding({
    ...START,
    scene: id,
    plane: { ...START.plane, middle, half },
    line: { from: [middle[0] - half, middle[1], middle[2]], to: [middle[0] + half, middle[1], middle[2]] },
    subject: field ? { of: 'field', id: field.id } : group ? { of: 'group', id: group.id } : { of: 'stack' },
  });
}

/** The rectangle that a plane covers. */
export function rectangleOf({ middle, turn, tilt, half }: SlicePlane): Plane {
  const [a, b] = [(turn * Math.PI) / 180, (tilt * Math.PI) / 180];
  const [ca, sa, cb, sb] = [Math.cos(a), Math.sin(a), Math.cos(b), Math.sin(b)];
  // About x by the tilt, then about y by the turn.
  return {
    middle,
    across: [half * ca, 0, -half * sa],
    up: [half * sb * sa, half * cb, half * sb * ca],
  };
}
