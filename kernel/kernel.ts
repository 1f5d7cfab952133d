import type { FieldRoutine } from '../core/fields/field';
import type { Recipe } from '../core/fields/recipe';
import type { Twins } from '../core/stack/twins';
import { LATE, OUT, PLACE } from './layout';
import { startKernel, type Kernel } from './memory';
import { cookOf } from './recipes';
import { sharesOf } from './share';

export { NoKernel } from './memory';

/** One field for places in doubles, worked out by the kernel. */
function routineOf(kernel: Kernel, recipe: Exclude<Recipe, { kind: 'same' }>): FieldRoutine {
  const cook = cookOf(kernel, recipe);
  const [place, found] = [kernel.vector(PLACE), kernel.vector(OUT)];
  const late = kernel.column(LATE);
  return ({ x, y, z }, { count, time }, out, { time: begin }) => {
    for (let i = 0; i < count; i++) {
      place.x[i] = x[i]!;
      place.y[i] = y[i]!;
      place.z[i] = z[i]!;
      late[i] = time[i]! - begin;
    }
    cook(PLACE, count, begin);
    for (let i = 0; i < count; i++) {
      out.x[i] = found.x[i]!;
      out.y[i] = found.y[i]!;
      out.z[i] = found.z[i]!;
    }
  };
}

/** The kernel, made ready in this thread. Throws {@link NoKernel} where the engine has no WebAssembly with SIMD. */
export function makeKernel(): Twins {
  const kernel = startKernel();
  return {
    // A pull is a few sums: bringing its places here and back takes longer.
    routine: (recipe) => (recipe.kind === 'same' || recipe.kind === 'pull' ? undefined : routineOf(kernel, recipe)),
    shareOf: sharesOf(kernel),
  };
}
