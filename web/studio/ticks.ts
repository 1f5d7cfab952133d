/** Frames between numbers on the ruler, so that about ten stand on it. */
export function tickStep(frames: number, fps: number): number {
  const whole = Math.max(1, Math.round(fps));
  const steps = [1, 2, 5, 10, whole, 2 * whole, 5 * whole, 10 * whole, 60 * whole, 600 * whole].sort((a, b) => a - b);
  return steps.find((s) => frames / s <= 10) ?? steps.at(-1)!;
}
