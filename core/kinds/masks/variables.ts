/** Names that a formula of a mask may use, beside the dials of the scene. */
export const MASK_VARIABLES = [
  { name: 'x', help: 'place along X of the emitter, m' },
  { name: 'y', help: 'place along Y, m' },
  { name: 'z', help: 'place along Z, m' },
  { name: 'nx', help: 'normal along X' },
  { name: 'ny', help: 'normal along Y: 1 lies flat' },
  { name: 'nz', help: 'normal along Z' },
  { name: 'u', help: 'place across the picture, 0 … 1' },
  { name: 'v', help: 'place down the picture, 0 … 1' },
  { name: 'time', help: 'seconds' },
  { name: 'frame', help: 'frame, with fraction' },
] as const;
