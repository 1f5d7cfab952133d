/** Names that a formula of a gate may use, beside the dials of the scene. */
export const GATE_VARIABLES = [
  { name: 'frame', help: 'frame' },
  { name: 'time', help: 'seconds' },
  { name: 'first', help: 'first frame of the shot' },
  { name: 'last', help: 'last frame of the shot' },
  { name: 'fps', help: 'frames a second' },
] as const;
