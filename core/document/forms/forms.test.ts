import { describe, expect, it } from 'vitest';
import { describe as description } from '../parameters';
import { Registry, type Kinded } from '../registry';
import {
  byEmitter,
  faultsOf,
  idForm,
  kinded,
  keysForm,
  leaf,
  listOf,
  numberOf,
  object,
  orNull,
  Walk,
  type Form,
  type SoundParts,
} from '.';

const size = { type: 'number', label: 'Size', unit: 'm', default: 2, min: 0, usual: [0, 5], help: 'H.' } as const;
const lamp = description({
  size,
  pattern: { type: 'number', label: 'Seed', unit: '', default: 1, whole: true, seed: true, usual: [0, 9], help: 'H.' },
  on: { type: 'reference', to: 'carrier', label: 'On', default: '', help: 'H.' },
});
const kind = (name: string, parameters: Kinded['parameters'] = {}) =>
  ({ kind: name, label: name, summary: 'S.', parameters: parameters as never }) as const;
const kinds = new Registry('kind', [
  kind('round', { radius: size }),
  kind('linked', { to: { ...lamp.on, to: 'mesh' } }),
]);

interface Lamp {
  readonly size: number;
  readonly pattern: number;
  readonly on: string;
  readonly shape: Kinded;
  readonly keys: object;
}
const lampForm: Form<Lamp> = object<Lamp>({
  description: lamp,
  members: { shape: kinded(kinds, { usual: 'round' }), keys: keysForm },
  rules: (value, at) =>
    value.size > 4 ? [{ code: 'range', field: `${at}.size`, message: 'too large', allowed: '4' }] : [],
});
const read = <T>(form: Form<T>, written: unknown, walk = new Walk()) => form.read(written, 'lamp', walk);
const fields = (form: Form, written: unknown) =>
  faultsOf(form, written, 'lamp').map(({ code, field }) => `${code} ${field}`);

describe('an object', () => {
  it('is completed from its description and its members', () => {
    expect(read(lampForm, {})).toEqual({ size: 2, pattern: 1, on: '', shape: { kind: 'round', radius: 2 }, keys: {} });
  });

  it('keeps its members in the order of the document, and puts those left out behind', () => {
    expect(Object.keys(read(lampForm, { keys: {}, on: '' })!)).toEqual(['size', 'pattern', 'on', 'keys', 'shape']);
  });

  it('names each fault at its place, and all of them at once', () => {
    expect(fields(lampForm, { size: -1, colour: 'red', shape: { kind: 'square' } })).toEqual([
      'range lamp.size',
      'unknown lamp.colour',
      'choice lamp.shape.kind',
    ]);
  });

  it('asks its rules only where its members are sound', () => {
    expect(fields(lampForm, { size: 5 })).toEqual(['range lamp.size']);
    expect(fields(lampForm, { size: 5, shape: 3 })).toEqual(['type lamp.shape']);
  });

  it('is missing where it is not written, unless it may be left out', () => {
    expect(fields(lampForm, undefined)).toEqual(['missing lamp']);
    expect(fields(lampForm, [])).toEqual(['type lamp']);
    expect(read(object<{ size: number }>({ description: { size }, optional: true }), undefined)).toEqual({ size: 2 });
  });

  it('takes values that depend on what is written where they are left out', () => {
    const form = object<{ size: number; twice: number }>({
      description: { size, twice: size },
      fill: ({ size: written }) => ({ twice: 2 * Number(written) }),
    });
    expect(read(form, { size: 3 })).toEqual({ size: 3, twice: 6 });
    expect(read(form, { size: 3, twice: 1 })).toEqual({ size: 3, twice: 1 });
  });

  it('checks keys against the numbers that it turns out to have', () => {
    const key = { frame: 0, value: 1, ease: 'linear' };
    expect(fields(lampForm, { keys: { size: [key], 'shape.radius': [key] } })).toEqual([]);
    expect(fields(lampForm, { shape: { kind: 'linked' }, keys: { 'shape.radius': [key] } })).toEqual([
      'unknown lamp.keys.shape.radius',
    ]);
    expect(fields(lampForm, { keys: { pattern: [key] } })).toEqual(['unknown lamp.keys.pattern']);
  });

  it('lists its numbers and those of its members; seeds are not among them', () => {
    expect(lampForm.numbers(read(lampForm, {})!, 'lamps.0.').map(([path]) => path)).toEqual([
      'lamps.0.size',
      'lamps.0.shape.radius',
    ]);
  });
});

describe('references', () => {
  it('are noted with their place, in members too; empty ones are not', () => {
    const walk = new Walk();
    read(lampForm, { on: 'k1', shape: { kind: 'linked', to: 'm1' } }, walk);
    read(lampForm, { on: '', shape: { kind: 'linked', to: '' } }, walk);
    expect(walk.references).toEqual([
      { at: 'lamp.on', to: 'carrier', id: 'k1' },
      { at: 'lamp.shape.to', to: 'mesh', id: 'm1' },
    ]);
  });

  it('are renamed wherever they stand; where none changes, it is the same object', () => {
    const value = read(lampForm, { on: 'k1', shape: { kind: 'linked', to: 'm1' } })!;
    const next = lampForm.renamed(value, (to, id) => (to === 'mesh' ? `${id}-copy` : id));
    expect(next.shape['to']).toBe('m1-copy');
    expect(next.on).toBe('k1');
    expect(lampForm.renamed(value, (_to, id) => id)).toBe(value);
    expect(value.shape['to']).toBe('m1');
  });
});

describe('a list', () => {
  const listForm = listOf(object<{ id: string; size: number }>({ description: { size }, members: { id: idForm } }), 3);

  it('may be left out, is no longer than it may be, and has no id twice', () => {
    expect(read(listForm, undefined)).toEqual([]);
    expect(fields(listForm, {})).toEqual(['type lamp']);
    expect(faultsOf(listForm, [1, 2, 3, 4], 'lamps')[0]!.message).toBe('lamps has 4 entries. The limit is 3.');
    expect(fields(listForm, [{ id: 'a' }, { id: 'b' }, { id: 'a' }])).toEqual(['duplicate lamp[2].id']);
  });

  it('names the item that has a fault by its number', () => {
    expect(fields(listForm, [{ id: 'a' }, { id: 'b', size: 'large' }])).toEqual(['type lamp[1].size']);
  });

  it('numbers its items in paths', () => {
    const items = read(listForm, [{ id: 'a' }, { id: 'b' }])!;
    expect(listForm.numbers(items, 'lamps.').map(([path]) => path)).toEqual(['lamps.0.size', 'lamps.1.size']);
  });

  it('asks rules that hold between its items', () => {
    const rising = listOf(leaf<number>({ fits: (n): n is number => typeof n === 'number', allowed: 'n' }), 9, {
      rules: (items, at) =>
        items[0]! > items[1]! ? [{ code: 'range', field: at, message: 'falls', allowed: 'rises' }] : [],
    });
    expect(fields(rising, [1, 2])).toEqual([]);
    expect(fields(rising, [2, 1])).toEqual(['range lamp']);
  });
});

describe('values by emitter', () => {
  const sends = byEmitter(numberOf(size), 'sends');

  it('note each emitter they name, and let go of one that is renamed to nothing', () => {
    const walk = new Walk();
    expect(read(sends, { e1: 1, e2: 0.5 }, walk)).toEqual({ e1: 1, e2: 0.5 });
    expect(walk.references.map(({ at }) => at)).toEqual(['lamp.e1', 'lamp.e2']);
    expect(sends.renamed({ e1: 1, e2: 0.5 }, (_to, id) => (id === 'e1' ? '' : 'e9'))).toEqual({ e9: 0.5 });
  });

  it('can be keyed one by one', () => {
    expect(sends.numbers({ e1: 1, e2: 0.5 }, 'sends.').map(([path]) => path)).toEqual(['sends.e1', 'sends.e2']);
    expect(fields(sends, { e1: -1 })).toEqual(['range lamp.e1']);
    expect(fields(sends, 5)).toEqual(['type lamp']);
  });
});

describe('a part that may be null', () => {
  it('is null where it is left out', () => {
    const form = orNull(lampForm);
    expect([read(form, undefined), read(form, null)]).toEqual([null, null]);
    expect(read(form, {})).toMatchObject({ size: 2 });
    expect(form.renamed(null, () => 'x')).toBeNull();
  });
});

describe('parts that were sound before', () => {
  const listForm = listOf(lampForm, 9);
  const items = [{ on: 'k1' }, { size: 1 }];

  it('are not read again, but their references are noted at the place where they stand now', () => {
    const sound: SoundParts = new WeakMap();
    const first = read(listForm, items, new Walk(sound))!;
    const walk = new Walk(sound);
    const second = read(listForm, items.toReversed(), walk)!;
    expect(second[1]).toBe(first[0]);
    expect(walk.references).toEqual([{ at: 'lamp[1].on', to: 'carrier', id: 'k1' }]);
  });

  it('with a fault are read again each time', () => {
    const sound: SoundParts = new WeakMap();
    const faulty = [{ size: -1 }];
    for (let round = 0; round < 2; round++) {
      const walk = new Walk(sound);
      expect(read(listForm, faulty, walk)).toBeUndefined();
      expect(walk.faults).toHaveLength(1);
    }
  });
});
