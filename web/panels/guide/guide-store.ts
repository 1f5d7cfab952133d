import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Scene } from '../../../core/document/scene';
import { GUIDE } from './steps';

interface GuideState {
  /** The scene in which the guide was begun; undefined before that, and when it has ended. */
  readonly scene: string | undefined;
  /** The step that is next. */
  readonly step: number;
  /** Whether it is followed now. */
  readonly on: boolean;
}

const BEFORE: GuideState = { scene: undefined, step: 0, on: false };

/** The guided start, as far as it was followed; kept in the browser, so that it can be taken up again. */
export const useGuide = create<GuideState>()(persist((): GuideState => BEFORE, { name: 'bathyclast-guide' }));

/** Follows the guide in a new scene, from its beginning. */
export function followGuide(scene: string): void {
  useGuide.setState({ scene, step: 0, on: true });
}

/** Leaves the guide; its scene and step are kept. */
export function leaveGuide(): void {
  useGuide.setState({ on: false });
}

/** Goes on where the guide was left, and gives the scene in which that is. */
export function takeUpGuide(): string | undefined {
  useGuide.setState({ on: true });
  return useGuide.getState().scene;
}

/** The step after this one, or the end. */
export function nextStep(): void {
  const { step } = useGuide.getState();
  useGuide.setState(step + 1 < GUIDE.length ? { step: step + 1 } : BEFORE);
}

/** The first step that is not done yet, from one on: whoever is ahead of the guide is not held back. */
export function stepAfter(step: number, now: Scene, before: Scene): number {
  let next = step;
  while (next < GUIDE.length - 1 && GUIDE[next]!.done?.(now, before)) next++;
  return next;
}
