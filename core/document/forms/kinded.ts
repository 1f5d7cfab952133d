import { isRecord } from '../check-values';
import { fault, inside, type Fault } from '../faults';
import { numbersIn } from '../movable';
import { defaultsOf, settingsIn, type Description, type Parameter } from '../parameters';
import type { Kind, Kinded, Registry } from '../registry';
import { type Form } from './form';
import { readValues, renamedValues } from './values';

interface KindedForm<K extends Kind> {
  /** The kind where none is written; without it, one must be written. */
  readonly usual?: string;
  /** Parameters that every kind of the sort has beside its own. */
  readonly beside?: Description;
  /** What the choice of the kind is called on the screen. */
  readonly called?: string;
  /** True where its numbers can't be keyed. */
  readonly still?: boolean;
  /** Rules of a kind, asked where its values are sound one by one. */
  readonly rules?: (kind: K, values: Kinded, at: string) => readonly Fault[];
}

/** The choice of a kind, as a setting. */
const choiceOf = (registry: Registry<Kind>, label: string, prefix: string): [string, Parameter] => {
  const options = registry.list.map((kind) => ({ value: kind.kind, label: kind.label }));
  return [`${prefix}kind`, { type: 'choice', label, options, default: options[0]?.value ?? '', help: '' }];
};

/** A value that is of one of the kinds of a registry. */
export function kinded<K extends Kind>(
  registry: Registry<K>,
  { usual, beside = {}, called, still = false, rules }: KindedForm<K> = {},
): Form<Kinded> {
  const ofKind = (kind: string): Description => ({ ...beside, ...registry.find(kind)?.parameters });
  return {
    read(part, at, walk) {
      const before = walk.faults.length;
      const written = part === undefined && usual !== undefined ? { kind: usual } : part;
      if (!isRecord(written)) {
        walk.faults.push(fault(written === undefined ? 'missing' : 'type', at, written, 'an object with a kind'));
        return undefined;
      }
      const kind = typeof written['kind'] === 'string' ? registry.find(written['kind']) : undefined;
      if (!kind) {
        const kinds = registry.list.map((one) => one.kind).join(', ');
        walk.faults.push(fault('choice', inside(at, 'kind'), written['kind'], `one of ${kinds}`));
        return undefined;
      }
      if (!readValues({ ...beside, ...kind.parameters }, written, at, walk, ['kind'])) return undefined;
      const value: Kinded = { ...defaultsOf(beside), ...registry.defaults(kind.kind), ...written };
      walk.faults.push(...(rules?.(kind, value, at) ?? []));
      return walk.faults.length > before ? undefined : value;
    },
    numbers: ({ kind }, prefix) => (still ? [] : numbersIn(ofKind(kind), prefix)),
    settings: (value, prefix) => [
      ...(called === undefined ? [] : [choiceOf(registry, called, prefix)]),
      ...settingsIn(ofKind(value.kind), value, prefix),
    ],
    renamed: (value, rename) => renamedValues(ofKind(value.kind), value, rename),
  };
}
