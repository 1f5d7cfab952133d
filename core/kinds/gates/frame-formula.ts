import { faultOf, readFormula, type Formula } from '../../lib/formula/formula';
import type { Dials } from '../../document/dials';
import type { GateClock } from './gate';
import { GATE_VARIABLES } from './variables';

/** Names that a formula of the frame may use, beside the dials. */
export const FRAME_NAMES: readonly string[] = GATE_VARIABLES.map(({ name }) => name);

const namesWith = ({ names }: Pick<Dials, 'names'>): string[] => [...FRAME_NAMES, ...names];

/** What is wrong with a formula of the frame and the dials; undefined where nothing is. */
export const frameFault = (text: string, dials: Pick<Dials, 'names'>): string | undefined =>
  faultOf(text, namesWith(dials));

/** A formula of the frame and the dials, read; undefined where it can’t be. */
export const readFrameFormula = (text: string, dials: Pick<Dials, 'names'>): Formula | undefined =>
  frameFault(text, dials) ? undefined : readFormula(text, namesWith(dials));

/** The value of a formula at a frame with fraction; undefined where it can’t be read. */
export function frameFormula(
  text: string,
  { fps, first, last, dials }: GateClock,
): ((frame: number) => number) | undefined {
  const read = readFrameFormula(text, dials);
  return read && ((frame) => read.value([frame, frame / fps, first, last, fps, ...dials.at(frame)]));
}
