import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkScene, completeGroup, completeScene } from '../scene/read';
import { withoutReferences, withoutEmitters, withoutMesh } from '../scene/detach';
import type { Scene } from '../document/scene';
import { deskTree, fieldsIn, gather, groupsAround, moveNode, type DeskNode } from '../document/groups';
import { dissolve } from '../scene/detach';
import { testScene } from './scenes';

const names = (scene: Scene) => scene.fields.map((f) => f.id).join(' ');

/** The desk as text: groups in brackets. */
function told(nodes: readonly DeskNode[]): string {
  return nodes.map((node) => ('field' in node ? node.field.id : `${node.group.id}(${told(node.members)})`)).join(' ');
}

/** A scene of so many fields, in so many groups one within another. */
function deskOf(
  count: number,
  groups: readonly (readonly [string, string])[] = [],
  inGroup: Readonly<Record<number, string>> = {},
): Scene {
  return testScene({
    fields: Array.from({ length: count }, (_, i) => ({ settings: { kind: 'gravity' }, group: inGroup[i] ?? '' })),
    groups: groups.map(([id, group]) => ({ id, name: id.toUpperCase(), group })),
  });
}

describe('the desk as a tree', () => {
  it('a group stands where the first of its fields does; empty ones come last, in their own group', () => {
    const scene = deskOf(5, [['a', ''], ['b', 'a'], ['c', 'a'], ['d', '']], { 1: 'a', 2: 'b', 4: 'a' }); // prettier-ignore
    expect(told(deskTree(scene))).toBe('f0 a(f1 b(f2) f4 c()) f3 d()');
    expect(fieldsIn(scene, scene.groups[0]!).map((f) => f.id)).toEqual(['f1', 'f2', 'f4']);
    expect(groupsAround(scene.groups, scene.fields[2]!).map((g) => g.id)).toEqual(['b', 'a']);
  });

  it('a circle of groups in a broken document loses no field', () => {
    const sound = deskOf(2, [['a', ''], ['b', 'a']], { 0: 'a', 1: 'b' }); // prettier-ignore
    const scene = {
      ...sound,
      groups: sound.groups.map((group) => (group.id === 'a' ? { ...group, group: 'b' } : group)),
    };
    expect(told(deskTree(scene)).match(/f\d/g)!.toSorted()).toEqual(['f0', 'f1']);
  });

  it('strips move before another, to the end, into a group and out again', () => {
    const scene = deskOf(4, [['a', '']], { 1: 'a', 2: 'a' });
    const after = (id: string, group: string, before?: string) => told(deskTree(moveNode(scene, id, group, before)));
    expect(after('f3', 'a', 'f2')).toBe('f0 a(f1 f3 f2)');
    expect(after('f1', '')).toBe('f0 a(f2) f3 f1');
    expect(after('f1', '', 'f0')).toBe('f1 f0 a(f2) f3');
    expect(after('a', '', 'f0')).toBe('a(f1 f2) f0 f3');
    expect(moveNode(scene, 'a', 'a')).toBe(scene);
    expect(moveNode(scene, 'nobody', '')).toBe(scene);
  });

  it('are gathered into a group, and a group is dissolved where it stood; what read it reads none', () => {
    const scene = deskOf(4);
    const group = completeGroup({ id: 'g', name: 'G' });
    const gathered = gather(scene, ['f1', 'f3'], group);
    expect(told(deskTree(gathered))).toBe('f0 g(f1 f3) f2');
    const reading = {
      ...gathered,
      fields: gathered.fields.map((f) => (f.id === 'f2' ? { ...f, modulators: [{ kind: 'group', group: 'g' }] } : f)),
    };
    const dissolved = dissolve(reading, 'g');
    expect(names(dissolved)).toBe('f0 f1 f3 f2');
    expect(dissolved.fields.find((f) => f.id === 'f2')!.modulators[0]!['group']).toBe('');
    expect(dissolved.groups).toEqual([]);
  });

  it('any row of moves keeps every field once, every group once, and a sound document (property)', () => {
    const move = fc.record({ what: fc.nat(9), to: fc.nat(4), before: fc.nat(9), dissolve: fc.boolean() });
    fc.assert(
      fc.property(fc.array(move, { maxLength: 12 }), (moves) => {
        let scene = deskOf(6, [['a', ''], ['b', 'a'], ['c', '']], { 1: 'a', 2: 'b', 4: 'c' }); // prettier-ignore
        let groups = 3;
        for (const { what, to, before, dissolve: away } of moves) {
          const ids = [...scene.fields, ...scene.groups].map((one) => one.id);
          const target = ['', ...scene.groups.map((g) => g.id)][to % (scene.groups.length + 1)]!;
          if (away && scene.groups.length > 0 && what === 0) {
            scene = dissolve(scene, scene.groups[0]!.id);
            groups--;
          } else scene = moveNode(scene, ids[what % ids.length]!, target, ids[before % ids.length]);
          expect(scene.fields.map((f) => f.id).toSorted()).toEqual(['f0', 'f1', 'f2', 'f3', 'f4', 'f5']);
          expect(scene.groups).toHaveLength(groups);
          expect(checkScene(JSON.parse(JSON.stringify(scene)))).toEqual([]);
        }
      }),
      { numRuns: 150 },
    );
  });
});

describe('deleting what others hang on', () => {
  it('a mesh: falloffs, settings and shapes let go of it, in both desks', () => {
    const on = { settings: { kind: 'surface', of: 'mesh', mesh: 'm' }, falloff: { kind: 'surface', mesh: 'm' } };
    const scene = completeScene({
      name: 'Mesh',
      meshes: [{ id: 'm', name: 'M', source: { kind: 'terrain' } }],
      emitters: [{ id: 'e', name: 'E', shape: { kind: 'mesh', mesh: 'm' } }],
      groups: [{ id: 'g', name: 'G', falloff: { kind: 'surface', mesh: 'm' } }],
      fields: [{ id: 'f', name: 'F', ...on }],
      keptDesk: { fields: [{ id: 'f', name: 'F', ...on }] },
    });
    const left = withoutMesh(scene, 'm');
    expect(JSON.stringify(left)).not.toContain('"m"');
    expect(checkScene(JSON.parse(JSON.stringify(left)))).toEqual([]);
  });

  it('a carrier: what stood on it stands by itself, in the kept desk too', () => {
    const scene = completeScene({
      name: 'Carrier',
      carriers: [{ id: 'c', name: 'C' }],
      keptDesk: { fields: [{ id: 'f', name: 'F', settings: { kind: 'wind' }, transform: { carrier: 'c' } }] },
    });
    const left = { ...withoutReferences(scene, 'carrier', ['c']), carriers: [] };
    expect(checkScene(JSON.parse(JSON.stringify(left)))).toEqual([]);
  });

  it('an emitter: its sends, its particles’ pulls and its places go, in the kept desk as well', () => {
    const scene = completeScene({
      name: 'Two',
      emitters: [
        { id: 'a', name: 'A', shape: { kind: 'point' } },
        { id: 'b', name: 'B', shape: { kind: 'particles', source: 'a' } },
      ],
      groups: [{ id: 'g', name: 'G', sends: { a: 0.5, b: 2 } }],
      fields: [{ id: 'f', name: 'F', settings: { kind: 'attractor', target: 'places', of: 'a' }, sends: { a: 0 } }],
      keptDesk: {
        fields: [
          { id: 'f', name: 'F', settings: { kind: 'attractor', target: 'particles', of: 'a' }, sends: { a: 1 } },
        ],
      },
    });
    const left = withoutEmitters(scene, ['a']);
    expect(left.emitters[0]!.shape['source']).toBe('');
    expect(left.groups[0]!.sends).toEqual({ b: 2 });
    expect(left.fields[0]).toMatchObject({ sends: {}, settings: { of: '' } });
    expect(left.keptDesk!.fields[0]).toMatchObject({ sends: {}, settings: { of: '' } });
    expect(checkScene(JSON.parse(JSON.stringify(left)))).toEqual([]);
  });
});
