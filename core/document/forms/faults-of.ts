import type { Fault } from '../faults';
import type { Form } from './form';
import { Walk } from './walk';

/** Every fault of a part by itself; its references may name things that are not there. */
export function faultsOf(form: Form, written: unknown, at: string): readonly Fault[] {
  const walk = new Walk();
  form.read(written, at, walk);
  return walk.faults;
}
