import { defineGate } from './gate';

/** On at every frame. */
export const always = defineGate({
  kind: 'always',
  label: 'always',
  summary: 'Active on every frame.',
  parameters: {},
  compile: () => () => true,
});
