import { describe, expect, it } from 'vitest';
import { checkScene } from './read';
import { testDocument } from '../tests/scenes';

const faultsOf = (parts: Record<string, unknown>) =>
  checkScene({ ...testDocument(), ...parts }).map(({ code, field }) => `${code} ${field}`);
const field = (over: object = {}) => ({ id: 'f', name: 'F', settings: { kind: 'wind' }, ...over });
const group = (id: string) => ({ id, name: id.toUpperCase() });

describe('a reference to a group', () => {
  it('is to one of the same desk', () => {
    expect(faultsOf({ fields: [field({ group: 'g' })], groups: [group('g')] })).toEqual([]);
    expect(faultsOf({ fields: [field({ group: 'g' })], keptDesk: { groups: [group('g')] } })).toEqual([
      'reference fields[0].group',
    ]);
    expect(faultsOf({ groups: [group('g')], keptDesk: { fields: [field({ group: 'g' })] } })).toEqual([
      'reference keptDesk.fields[0].group',
    ]);
  });

  it('may be to one of either desk from a zone or a carrier, which outlive a change between the two', () => {
    const carrier = { id: 'k', name: 'K', motion: 'fields', feels: 'g' };
    const zone = { id: 'z', name: 'Z', modulators: [{ kind: 'group', group: 'g' }] };
    expect(faultsOf({ carriers: [carrier], zones: [zone], keptDesk: { groups: [group('g')] } })).toEqual([]);
    expect(faultsOf({ carriers: [carrier], zones: [zone], groups: [group('g')] })).toEqual([]);
    expect(faultsOf({ carriers: [carrier], zones: [zone] })).toEqual([
      'reference carriers[0].feels',
      'reference zones[0].modulators[0].group',
    ]);
  });
});

describe('a reference', () => {
  it('to something that is not there is told with the sort that is meant', () => {
    const [fault] = checkScene({ ...testDocument(), fields: [field({ sends: { ghost: 1 } })] });
    expect(fault).toMatchObject({
      code: 'reference',
      field: 'fields[0].sends.ghost',
      message: 'fields[0].sends.ghost is "ghost". Use the id of one of the scene’s emitters.',
    });
    expect(faultsOf({ emitters: [{ id: 'e', name: 'E', shape: { kind: 'mesh', mesh: 'gone' } }] })).toEqual([
      'reference emitters[0].shape.mesh',
    ]);
  });

  it('is told beside faults of other things, all at once', () => {
    expect(faultsOf({ fields: [field({ group: 'gone', mix: 200 })], time: { fps: 0 } })).toEqual([
      'range time.fps',
      'range fields[0].mix',
      'reference fields[0].group',
    ]);
  });
});
