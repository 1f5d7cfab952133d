import { faultsOf, kinded } from '../../core/document/forms';
import { describe, expect, it } from 'vitest';
import { checkScene } from '../../core/scene/read';
import { testScene } from '../../core/tests/scenes';
import { fields as fieldKinds } from '../../core/kinds/fields';
import { Simulation } from '../../core/sim/step/simulation';
import { automationKinds } from '../../core/kinds/automation';
import { ofAnotherKind } from '../../core/document/change-kind';
import { openedScene, openScene } from '../state/scene-store';
import { chooseKind } from './commands';
import { freshPage } from './monkey';
import { partsOf } from './settable';

/** A scene that has one of everything of a kind. */
const everything = testScene({
  emitter: {
    emission: [{ kind: 'rate', rate: 40 }],
    masks: [{ kind: 'noise' }],
    addedLooks: [{ kind: 'trail' }],
    birth: { life: 1 },
  },
  meshes: [{ id: 'm', name: 'M', source: { kind: 'terrain', detail: 6 } }],
  fields: [
    { settings: { kind: 'wind' }, falloff: { kind: 'ball', inner: 0, outer: 2 }, modulators: [{ kind: 'noise' }] },
  ],
  colliders: [{ id: 'c', name: 'C', shape: { kind: 'plane' } }],
  zones: [{ id: 'z', name: 'Z', falloff: { kind: 'ball', inner: 0.5, outer: 1 } }],
});

const PLACES = [
  'shape',
  'gate',
  'body',
  'look',
  'emission.0',
  'masks.0',
  'addedLooks.0',
  'settings',
  'falloff',
  'curve',
  'modulators.0',
  'response',
];

describe('every kind is changed for every other and back', () => {
  freshPage(everything);
  const parts = partsOf(everything).filter(({ registry }) => registry);

  it('there is a part for every menu of kinds', () => {
    expect(new Set(parts.map(({ path }) => path))).toEqual(new Set(PLACES));
  });

  for (const part of parts)
    it(`${part.sort}, ${part.path}: ${part.registry!.list.length} kinds`, () => {
      const at = () =>
        partsOf(openedScene()).find(
          ({ sort, id, path }) => sort === part.sort && id === part.id && path === part.path,
        )!;
      for (const { kind: from } of part.registry!.list)
        for (const { kind: to } of part.registry!.list) {
          openScene(everything);
          chooseKind(at(), from);
          const before = openedScene();
          chooseKind(at(), to);
          expect(checkScene(JSON.parse(JSON.stringify(openedScene())))).toEqual([]);
          new Simulation(openedScene(), new Map()).advance();
          chooseKind(at(), from);
          expect(openedScene(), `${from}, ${to} and back`).toEqual(before);
        }
    });

  it('a field that is changed keeps what the kinds share', () => {
    for (const { kind: from } of fieldKinds.list)
      for (const { kind: to } of fieldKinds.list)
        expect(
          faultsOf(kinded(fieldKinds), ofAnotherKind(fieldKinds, fieldKinds.defaults(from), to), 'settings'),
        ).toEqual([]);
  });

  it('so do tides', () => {
    for (const { kind: from } of automationKinds.list)
      for (const { kind: to } of automationKinds.list)
        expect(
          faultsOf(
            kinded(automationKinds),
            ofAnotherKind(automationKinds, automationKinds.defaults(from), to),
            'automation',
          ),
        ).toEqual([]);
  });
});
