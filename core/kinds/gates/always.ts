import type { GateKind } from './gate';

/** On at every frame. */
export const always: GateKind = {
  kind: 'always',
  label: 'always',
  summary: 'On at every frame.',
  parameters: {},
  compile: () => () => true,
};
