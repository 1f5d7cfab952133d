import type { Recipe, RecipeOf } from '../core/fields/recipe';
import { DRIFTED, LATE, OUT } from './layout';
import type { Kernel } from './memory';

/** Writes a field’s vectors for so many places, into OUT; `time` is when their block begins, seconds. LATE holds how much later each of them begins. */
export type Cook = (from: number, count: number, time: number) => void;

const SWIRLS = { even: 0, solid: 1, smooth: 2 } as const;

function curl(kernel: Kernel, { drift: [dx, dy, dz], layersAt, late, size }: RecipeOf<'curl'>): Cook {
  const { run } = kernel;
  const begins = kernel.column(LATE);
  const [places, out] = [kernel.vector(DRIFTED), kernel.vector(OUT)];
  const one = new Float64Array(3);
  const still = dx === 0 && dy === 0 && dz === 0;
  return (from, count, time) => {
    if (!still || late) run.drifted(from, DRIFTED, count, LATE, dx * time, dy * time, dz * time, dx, dy, dz);
    for (const column of [out.x, out.y, out.z]) column.fill(0, 0, count);
    for (const { frequency, seed, amplitude } of layersAt(time))
      run.simplexCurl(still ? from : DRIFTED, OUT, count, frequency, seed, amplitude);
    if (late)
      for (let i = 0; i < count; i++) {
        if (begins[i] === 0) continue;
        late(places.x[i]!, places.y[i]!, places.z[i]!, time + begins[i]!, one);
        [out.x[i], out.y[i], out.z[i]] = one as unknown as [number, number, number];
      }
    if (size !== undefined) run.even(OUT, count, size);
  };
}

/** How the kernel works out a recipe; what is the same everywhere has no use for it. */
export function cookOf(kernel: Kernel, recipe: Exclude<Recipe, { kind: 'same' }>): Cook {
  const { run } = kernel;
  if (recipe.kind === 'curl') return curl(kernel, recipe);
  if (recipe.kind === 'pull') {
    const { strength, power, softening, hollow } = recipe;
    return (from, count) => run.pull(from, OUT, count, strength, power, softening * softening, hollow * hollow);
  }
  const { u, v, axis, lift, strength, radius, gather } = recipe;
  const numbers = [...u, ...v, lift * axis[0], lift * axis[1], lift * axis[2], strength, radius, gather];
  return (from, count) => run.vortex(from, OUT, count, SWIRLS[recipe.swirl], ...numbers);
}
