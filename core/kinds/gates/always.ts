import { defineGate } from './gate';

/** On at every frame. */
export const always = defineGate({
  kind: 'always',
  label: 'always',
  summary: 'On at every frame.',
  parameters: {},
  compile: () => () => true,
});
