/** A rectangle on the view, pixels. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** The height of a label, and how far it may be shifted, the nearest first; pixels. */
export const LABEL_HEIGHT = 16;
const SHIFTS = [
  0,
  -LABEL_HEIGHT,
  LABEL_HEIGHT,
  -2 * LABEL_HEIGHT,
  2 * LABEL_HEIGHT,
  -3 * LABEL_HEIGHT,
  3 * LABEL_HEIGHT,
];

const overlap = (a: Box, b: Box): boolean =>
  a.left < b.left + b.width && b.left < a.left + a.width && a.top < b.top + b.height && b.top < a.top + a.height;

/** A square of that width about a point. */
export const squareAbout = ({ x, y }: { x: number; y: number }, width: number): Box => ({
  left: x - width / 2,
  top: y - width / 2,
  width,
  height: width,
});

/**
 * How far up or down each label goes so that it lies under nothing that is taken and under no label before it; one that
 * finds no room stays where it is.
 */
export function shiftsOf(labels: readonly Box[], taken: readonly Box[]): number[] {
  const all = [...taken];
  return labels.map((label) => {
    const shift = SHIFTS.find((by) => !all.some((box) => overlap({ ...label, top: label.top + by }, box))) ?? 0;
    all.push({ ...label, top: label.top + shift });
    return shift;
  });
}
