/**
 * Whether every frame of the shot is simulated, from the stretches of frames that are: before, the most of the frames
 * so far is not yet the most of the shot.
 */
export const isSimulated = (
  stretches: readonly (readonly [from: number, through: number])[],
  first: number,
  last: number,
): boolean => stretches.some(([from, through]) => from <= first && through >= last);
