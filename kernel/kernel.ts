import type { Twins } from '../core/sim/stack/twins';
import { Births } from './births';
import { startKernel } from './memory';
import { Runner } from './runner';
import { routineOf, shareOf } from './share';

export { NoKernel } from './memory';

/** The kernel, made ready in this thread. Throws {@link NoKernel} where the engine has no WebAssembly with SIMD and shared memory. */
export function makeKernel(): Twins {
  const kernel = startKernel();
  const runner = new Runner(kernel);
  const births = new Births(kernel);
  return {
    // A pull is a few sums: bringing its places here and back takes longer.
    routine: (recipe) => (recipe.kind === 'same' || recipe.kind === 'pull' ? undefined : routineOf(runner, recipe)),
    births: (recipe) => births.routineOf(recipe),
    shareOf: (stack, emitter) => shareOf(runner, stack, emitter),
    room: kernel.room,
  };
}
