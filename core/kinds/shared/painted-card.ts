import type { PaintedStrokes } from '../../lib/weights/stroke';
import { weightsOn } from '../../lib/weights/weights-on';

/** One stroke along X over the middle of a card of 4 × 4 m, 0.5 m to either side with a hard edge, for examples. */
const STROKE: PaintedStrokes = {
  base: 0.25,
  strokes: [
    {
      erase: false,
      radius: 0.5,
      softness: 0,
      strength: 1,
      lines: [[-3, 0, 0, 0, 1, 0, 3, 0, 0, 0, 1, 0]],
    },
  ],
};

/** A card that is painted along its middle with weight 1, and has 0.25 beside that. */
export const PAINTED_CARD = weightsOn({ card: { width: 4, depth: 4 } }, STROKE);
