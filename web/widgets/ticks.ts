/** Frames between numbers on a ruler, so that about ten stand on it. */
function tickStep(frames: number, fps: number): number {
  const whole = Math.max(1, Math.round(fps));
  const steps = [1, 2, 5, 10, whole, 2 * whole, 5 * whole, 10 * whole, 60 * whole, 600 * whole].toSorted(
    (a, b) => a - b,
  );
  return steps.find((s) => frames / s <= 10) ?? steps.at(-1)!;
}

/** The frames whose numbers stand on a ruler. */
export function ticksOf(from: number, to: number, fps: number): number[] {
  const step = tickStep(Math.max(1, to - from), fps);
  const first = Math.ceil(from / step) * step;
  return Array.from({ length: Math.floor((to - first) / step) + 1 }, (_, i) => first + i * step);
}
