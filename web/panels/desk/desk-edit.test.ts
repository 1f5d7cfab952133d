import { beforeEach, describe, expect, it, vi } from 'vitest';
import { modulators } from '../../../core/kinds/modulators';
import { examples, findExample } from '../../../core/examples';
import { checkScene } from '../../../core/scene/read';
import { sendTo } from '../../../core/document/scene';
import { addEmitter, removeEmitters } from '../inspector/emitter-edit';
import { usePlayer } from '../../state/player-store';
import { emptyMeters } from '../../../core/measure/meters';
import { newScene } from '../../../core/scene/starters';
import { editField, editGroup, openedScene, openScene, undo } from '../../state/scene-store';
import { select, useSelection } from '../../state/selection-store';
import { copyFields, copyGroup, pasteFields } from './field-clipboard';
import { setStrength } from './strength';
import { adoptDesk, flipDesk, keepDesk } from './two-states';
import {
  addField,
  changeKind,
  duplicateFields,
  groupFields,
  moveTo,
  removeFields,
  setActsAs,
  ungroup,
} from './desk-edit';
import { drop, moveBy, stripsOf } from './desk-row';
import { setFalloffNumber } from '../../state/falloff-edit';

const names = () => openedScene().fields.map((f) => f.name);
const field = (id: string) => openedScene().fields.find((f) => f.id === id)!;
const good = () => expect(checkScene(JSON.parse(JSON.stringify(openedScene())))).toEqual([]);

beforeEach(() => {
  openScene(examples[0]!.scene);
  usePlayer.setState({ meters: emptyMeters(6, 2), shotBounds: () => [] });
});

describe('the desk', () => {
  it('a new field is fitted round the living particles and selected', () => {
    const meters = emptyMeters(6, 2);
    meters.bounds[0] = { count: 10, low: [1, 2, 3], high: [3, 4, 5] };
    usePlayer.setState({ meters });
    addField('vortex');
    const added = openedScene().fields.at(-1)!;
    expect(added.transform.position).toEqual([2, 3, 4]);
    expect(added.falloff['outer'] as number).toBeGreaterThanOrEqual(Math.sqrt(3));
    expect(added.name).toBe('Vortex 2');
    expect(useSelection.getState().selection).toEqual({ type: 'field', id: added.id });
    good();
  });

  it('a duplicate stands beside its original, with a name and an id of its own', () => {
    duplicateFields(['vortex']);
    expect(names().slice(2, 4)).toEqual(['Vortex', 'Vortex 2']);
    expect(new Set(openedScene().fields.map((f) => f.id)).size).toBe(7);
    good();
  });

  it('fields are moved within the row, and no further', () => {
    const order = names();
    moveBy('vortex', -1);
    expect(names().indexOf('Vortex')).toBe(order.indexOf('Vortex') - 1);
    for (let i = 0; i < 9; i++) moveBy('vortex', -1);
    expect(names()[0]).toBe('Vortex');
    for (let i = 0; i < 9; i++) moveBy('vortex', 1);
    expect(names().at(-1)).toBe('Vortex');
    undo();
    expect(names().at(-2)).toBe('Vortex');
  });

  it('the next field is selected where one is deleted', () => {
    removeFields(['vortex']);
    expect(useSelection.getState().selection).toEqual({ type: 'field', id: 'billow' });
    for (const id of openedScene().fields.map((f) => f.id)) removeFields([id]);
    expect(useSelection.getState().selection).toEqual({ type: 'scene' });
    good();
  });

  it('another kind keeps place, falloff and sends, and acts in a way it can', () => {
    const before = field('vortex');
    changeKind('vortex', 'drag');
    const after = field('vortex');
    expect(after).toMatchObject({
      transform: before.transform,
      falloff: before.falloff,
      sends: before.sends,
      actsAs: 'drag',
      settings: { kind: 'drag' },
    });
    expect(after.name).toBe('Drag');
    good();
    const { strength } = field('billow');
    changeKind('billow', 'attractor');
    expect(field('billow')).toMatchObject({ name: 'Billow', actsAs: 'acceleration', strength });
    good();
  });
});

describe('groups on the desk', () => {
  const row = () =>
    stripsOf(openedScene()).map((s) => `${'  '.repeat(s.depth)}${s.type === 'group' ? '[' : ''}${s.id}`);
  const acceleration = () =>
    setActsAs(
      openedScene().fields.map((f) => f.id),
      'acceleration',
    );
  beforeEach(() => {
    acceleration();
    removeFields(
      openedScene()
        .fields.filter((f) => f.actsAs !== 'acceleration')
        .map((f) => f.id),
    );
  });

  it('are made from a selection where its first strip stands, and taken away again', () => {
    const [a, b, c] = openedScene().fields.map((f) => f.id);
    groupFields([c!, a!]);
    expect(row().slice(0, 4)).toEqual(['[g1', `  ${a}`, `  ${c}`, b]);
    expect(useSelection.getState().selection).toEqual({ type: 'group', id: 'g1' });
    good();
    ungroup('g1');
    expect(row().slice(0, 3)).toEqual([a, c, b]);
    expect(openedScene().groups).toEqual([]);
    good();
    undo();
    expect(row()[0]).toBe('[g1');
  });

  it('take in what is dropped on them or moved into them, let it out again, and nest', () => {
    const [a, b, c] = openedScene().fields.map((f) => f.id);
    groupFields([b!]);
    drop(a!, 'g1');
    expect(row().slice(0, 4)).toEqual(['[g1', `  ${a}`, `  ${b}`, c]);
    drop(c!, b!);
    expect(row().slice(0, 4)).toEqual(['[g1', `  ${a}`, `  ${c}`, `  ${b}`]);
    moveBy(b!, 1);
    expect(row().slice(0, 4)).toEqual(['[g1', `  ${a}`, `  ${c}`, b]);
    moveBy(b!, -1);
    expect(row()[3]).toBe(`  ${b}`);
    moveBy(a!, -1);
    expect(row().slice(0, 2)).toEqual([a, '[g1']);
    groupFields([b!, c!]);
    expect(row().slice(1, 5)).toEqual(['[g1', '  [g2', `    ${c}`, `    ${b}`]);
    moveTo('g1', 'g2');
    expect(row()[1]).toBe('[g1');
    good();
  });

  it('refuse what acts otherwise, in words, and nothing is changed', () => {
    const [a] = openedScene().fields.map((f) => f.id);
    addField('drag');
    const drag = openedScene().fields.at(-1)!.id;
    groupFields([a!]);
    const before = openedScene();
    expect(moveTo(drag, 'g1')).toBe(false);
    drop(drag, a!);
    groupFields([a!, drag]);
    expect(openedScene()).toBe(before);
  });

  it('fold their members in, and a member’s way of acting stays that of the group', () => {
    const [a, b] = openedScene().fields.map((f) => f.id);
    groupFields([a!, b!]);
    setActsAs([a!], 'force');
    expect(field(a!).actsAs).toBe('acceleration');
    setActsAs([a!, b!], 'force');
    expect(field(b!).actsAs).toBe('force');
    editGroup('g1', (g) => void (g.folded = true));
    expect(row()[0]).toBe('[g1');
    expect(row().join(' ')).not.toContain(a!);
    good();
  });
});

describe('several strips', () => {
  it('move together, each by the same part of its own fader', () => {
    select({ type: 'field', id: 'vortex', also: ['billow'] });
    const [vortexWas, billowWas] = [field('vortex').strength, field('billow').strength];
    setStrength('vortex', vortexWas + 1.2);
    expect(field('vortex').strength).toBeCloseTo(vortexWas + 1.2, 9);
    // A tenth of a fader of 12 is a tenth of one of 5.
    expect(field('billow').strength).toBeCloseTo(billowWas + 0.5, 2);
    undo();
    expect(field('billow').strength).toBe(billowWas);
  });

  it('a share a frame in place of a size takes its own usual strength, and the size comes back with it', () => {
    const { strength } = field('vortex');
    setActsAs(['vortex'], 'steer');
    expect(field('vortex')).toMatchObject({ actsAs: 'steer', strength: 0.1 });
    setActsAs(['vortex'], 'set-velocity');
    expect(field('vortex').strength).toBe(0.1);
    setActsAs(['vortex'], 'force');
    expect(field('vortex').strength).toBe(strength);
    good();
  });

  it('a field that was copied before an update is pasted under the names of today', () => {
    const kept = new Map([
      [
        'bathyclast-copied-fields',
        JSON.stringify({
          fields: [
            {
              id: 'old',
              name: 'Old eddy',
              settings: { kind: 'vortex', gather: 0.3 },
              actsAs: 'carry',
              strength: 2,
              extent: { kind: 'ball', core: 1, reach: 3 },
              profile: { kind: 'linear' },
              modulators: [],
              sends: {},
              group: '',
              place: { position: [1, 2, 3], carrier: '' },
            },
          ],
          groups: [],
          meshes: [],
          images: [],
          grids: [],
        }),
      ],
    ]);
    vi.stubGlobal('localStorage', { getItem: (key: string) => kept.get(key) ?? null });
    pasteFields();
    expect(openedScene().fields.at(-1)).toMatchObject({
      name: 'Old eddy',
      settings: { kind: 'vortex', inwardPull: 0.3 },
      actsAs: 'flow',
      falloff: { kind: 'ball', inner: 1, outer: 3 },
      curve: { kind: 'linear' },
      transform: { position: [1, 2, 3] },
    });
    good();
  });

  it('are copied, and pasted with what they are made from; what the scene lacks is let go', () => {
    groupFields([openedScene().fields.find(({ id }) => id !== 'vortex' && id !== 'billow')!.id]);
    editField('vortex', (f) => void (f.modulators = [modulators.defaults('group', { group: 'g1' })] as never));
    const kept = new Map<string, string>();
    vi.stubGlobal('localStorage', {
      getItem: (k: string) => kept.get(k) ?? null,
      setItem: (k: string, v: string) => void kept.set(k, v),
    });
    copyFields([field('vortex'), field('billow')], openedScene());
    openScene(newScene('Other'));
    pasteFields();
    expect(names()).toEqual(['Vortex', 'Billow']);
    expect(openedScene().fields[0]!.sends).toEqual({});
    expect(openedScene().fields[0]!.modulators[0]!['group']).toBe('');
    good();
  });
});

describe('a group', () => {
  it('is copied with its members, and pasted whole: what reads it reads the copy', () => {
    const kept = new Map<string, string>();
    vi.stubGlobal('localStorage', {
      getItem: (k: string) => kept.get(k) ?? null,
      setItem: (k: string, v: string) => void kept.set(k, v),
    });
    openScene(findExample('lantern-swarm')!.scene);
    const before = openedScene().fields.length;
    copyGroup('sphere');
    pasteFields();
    const { fields, groups } = openedScene();
    const copy = groups.at(-1)!;
    expect([copy.name, copy.rule, copy.ceiling]).toEqual(['Sphere 2', 'sum', 9]);
    expect(fields.slice(before).map((f) => [f.name, f.group])).toEqual([
      ['Skin 2', copy.id],
      ['Breath 2', copy.id],
    ]);
    expect(useSelection.getState().selection).toEqual({ type: 'group', id: copy.id });
    good();
  });
});

describe('the two states of the desk', () => {
  it('a copy is kept, flipped to and back, and either is adopted', () => {
    keepDesk();
    editField('vortex', (f) => void (f.strength = 5));
    flipDesk();
    expect(openedScene().desk.state).toBe('B');
    expect(field('vortex').strength).not.toBe(5);
    removeFields(['vortex']);
    good();
    flipDesk();
    expect(field('vortex').strength).toBe(5);
    flipDesk();
    adoptDesk();
    expect(names()).not.toContain('Vortex');
    expect(openedScene().keptDesk).toBeNull();
    undo();
    expect(openedScene().keptDesk).not.toBeNull();
    good();
  });
});

const vortex = { type: 'field', id: 'vortex' } as const;

describe('core and reach', () => {
  it('push each other along, so that the inner radius never is the larger', () => {
    setFalloffNumber(vortex, 'inner', 3);
    expect(field('vortex').falloff).toMatchObject({ inner: 3, outer: 3 });
    setFalloffNumber(vortex, 'outer', 1);
    expect(field('vortex').falloff).toMatchObject({ inner: 1, outer: 1 });
    good();
  });

  it('an inverse square keeps an inner radius above 0', () => {
    editField('vortex', (f) => void (f.curve.kind = 'inverse-square'));
    setFalloffNumber(vortex, 'inner', 0);
    expect(field('vortex').falloff['inner']).toBeCloseTo(0.2, 9);
    good();
  });
});

describe('emitters', () => {
  it('a new one is sent to by every field; a deleted one leaves no send behind', () => {
    addEmitter();
    const added = openedScene().emitters.at(-1)!;
    expect(openedScene().fields.every((f) => sendTo(f, added.id) === 1)).toBe(true);
    editField('vortex', (f) => void (f.sends[added.id] = 0.5));
    removeEmitters([added.id]);
    expect(field('vortex').sends).toEqual({ mouth: 1, seep: 0.6 });
    removeEmitters(['mouth']);
    expect(field('vortex').sends).toEqual({ seep: 0.6 });
    good();
  });
});
