import { beforeEach, describe, expect, it } from 'vitest';
import { testScene } from '../../../core/tests/scenes';
import type { Written } from '../../../core/scene/read';
import { GUIDE } from './steps';
import { followGuide, leaveGuide, nextStep, stepAfter, takeUpGuide, useGuide } from './guide-store';

const vortex = (over: Written = {}) => ({
  settings: { kind: 'vortex' },
  falloff: { kind: 'ball', inner: 1, outer: 2 },
  ...over,
});
const empty = testScene({});
const begun = testScene({ fields: [vortex()] });

beforeEach(() => useGuide.setState({ scene: undefined, step: 0, on: false }));

describe('the guided start', () => {
  it('goes on when what a step asks for has been done, and not before', () => {
    expect(stepAfter(0, empty, empty)).toBe(0);
    expect(stepAfter(0, begun, empty)).toBe(1);
    expect(stepAfter(1, begun, begun)).toBe(1);
    expect(stepAfter(1, testScene({ fields: [vortex({ strength: 7 })] }), begun)).toBe(2);
  });

  it('does not hold back whoever is ahead of it', () => {
    const ahead = testScene({
      fields: [
        vortex({
          strength: 7,
          settings: { kind: 'vortex', inwardPull: 3 },
          falloff: { kind: 'ball', inner: 1, outer: 4 },
        }),
        { settings: { kind: 'turbulence' } },
      ],
    });
    expect(stepAfter(1, ahead, begun)).toBe(5);
  });

  it('is left at any step and taken up there again, and ends after the last', () => {
    followGuide('a');
    nextStep();
    leaveGuide();
    expect(useGuide.getState()).toMatchObject({ step: 1, on: false });
    expect(takeUpGuide()).toBe('a');
    expect(useGuide.getState()).toMatchObject({ step: 1, on: true });
    for (let i = 1; i < GUIDE.length; i++) nextStep();
    expect(useGuide.getState()).toMatchObject({ scene: undefined, step: 0, on: false });
  });
});
