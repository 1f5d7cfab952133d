import type { KernelBackend } from '../core/sim/stack/stack';
import { Births } from './running/births';
import { Contacts } from './running/contacts';
import { startKernel } from './running/memory';
import { Runner } from './running/runner';
import { routineOf, partOf } from './planning/stack-part';

export { NoKernel } from './running/memory';

/**
 * The kernel, made ready in this thread. Throws {@link NoKernel} where the engine has no WebAssembly with SIMD and
 * shared memory.
 */
export function makeKernel(): KernelBackend {
  const kernel = startKernel();
  const runner = new Runner(kernel);
  const births = new Births(kernel);
  const contacts = new Contacts(kernel, runner);
  return {
    // A pull is a few sums: bringing its places here and back takes longer.
    routine: (descriptor) =>
      descriptor.kind === 'same' || descriptor.kind === 'pull' ? undefined : routineOf(runner, descriptor),
    births: (descriptor) => births.routineOf(descriptor),
    contacts,
    partOf: (stack, emitter) => partOf(runner, stack, emitter),
    room: kernel.room,
  };
}
