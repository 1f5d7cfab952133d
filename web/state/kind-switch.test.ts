import { beforeEach, describe, expect, it } from 'vitest';
import { ofAnotherKind } from '../../core/document/change-kind';
import { fields } from '../../core/kinds/fields';
import { gates } from '../../core/kinds/gates';
import { looks } from '../../core/kinds/looks';
import { newScene } from '../../core/scene/starters';
import { testScene } from '../../core/tests/scenes';
import { setActsAs } from '../panels/desk/desk-edit';
import { setCurveKind, setFalloffKind } from './falloff-edit';
import { switchKind } from './kind-switch';
import {
  changeScene,
  editEmitter,
  editField,
  onRefusal,
  openedScene,
  openScene,
  undo,
  useSceneStore,
} from './scene-store';

const emitter = () => openedScene().emitters[0]!;
const look = (kind: string) =>
  switchKind({ sort: 'emitters', ids: ['e1'], path: 'look' }, kind, (was) => ofAnotherKind(looks, was, kind));
const gate = (kind: string) =>
  switchKind({ sort: 'emitters', ids: ['e1'], path: 'gate' }, kind, (was) => ofAnotherKind(gates, was, kind));

beforeEach(() => openScene(newScene('Kinds')));

describe('choosing another kind', () => {
  it('keeps what the new kind allows: a soft sprite’s form is none of a mesh’s', () => {
    editEmitter('e1', (e) => void Object.assign(e.look, { opacity: 0.4 }));
    const form = emitter().look['form'];
    expect(look('instance')).toBe(true);
    expect(emitter().look).toMatchObject({ kind: 'instance', form: looks.defaults('instance')['form'] });
    look('sprite');
    expect(emitter().look).toMatchObject({ kind: 'sprite', opacity: 0.4, form });
  });

  it('brings back what was typed, with its keys, when one goes back', () => {
    gate('formula');
    editEmitter('e1', (e) => void ((e.gate as Record<string, unknown>)['formula'] = 'frame > 7'));
    gate('always');
    gate('formula');
    expect(emitter().gate['formula']).toBe('frame > 7');
    editEmitter('e1', (e) => void (e.keys = { 'look.soft': [{ frame: 3, value: 0.2, ease: 'linear' }] } as never));
    const before = emitter();
    expect(Object.keys(before.keys)).toEqual(['look.soft']);
    look('trail');
    expect(emitter().keys).toEqual({});
    look('sprite');
    expect(emitter()).toEqual(before);
  });

  it('lets a field that follows the path of its falloff keep that path without one, also where it was drawn since', () => {
    const points = (x: number) => [
      [0, 0, 0],
      [x, 1, 0],
      [3, 0, 0],
    ];
    openScene(
      testScene({
        fields: [{ id: 'f', name: 'F', settings: { kind: 'path' }, falloff: { kind: 'path', points: points(1) } }],
      }),
    );
    const field = () => openedScene().fields[0]!;
    for (const x of [1, 2]) {
      editField('f', (f) => void Object.assign(f.falloff, { points: points(x) }));
      setFalloffKind({ type: 'field', id: 'f' }, 'everywhere');
      expect(field().settings).toMatchObject({ form: 'drawn', points: points(x) });
      setFalloffKind({ type: 'field', id: 'f' }, 'path');
      expect(field().falloff['points']).toEqual(points(x));
      expect(field().settings['form']).toBe('falloff');
    }
    undo();
    expect(field().settings).toMatchObject({ form: 'drawn', points: points(2) });
  });

  it('leaves keys and automations of other values alone, and brings back those of the kind', () => {
    const wave = { kind: 'wave', outputMin: 0, outputMax: 1 };
    editEmitter('e1', (e) => {
      e.keys = {
        'look.soft': [{ frame: 3, value: 20, ease: 'linear' }],
        'birth.speed': [{ frame: 1, value: 2, ease: 'step' }],
      };
      e.automations = { 'look.stretch': wave, 'birth.size': wave };
    });
    const before = emitter();
    look('trail');
    expect(Object.keys(emitter().keys)).toEqual(['birth.speed']);
    expect(Object.keys(emitter().automations)).toEqual(['birth.size']);
    look('sprite');
    expect(emitter()).toEqual(before);
  });

  it('of one thing is remembered for that thing only', () => {
    openScene(testScene({ fields: [{ settings: { kind: 'wind' } }, { settings: { kind: 'wind' } }] }));
    const settings = (id: string, kind: string) =>
      switchKind({ sort: 'fields', ids: [id], path: 'settings' }, kind, (was) => ofAnotherKind(fields, was, kind));
    editField('f0', (f) => void Object.assign(f.settings, { growth: 0.4 }));
    settings('f0', 'gravity');
    settings('f1', 'gravity');
    settings('f1', 'wind');
    expect(openedScene().fields[1]!.settings['growth']).toBe(0);
    settings('f0', 'wind');
    expect(openedScene().fields[0]!.settings['growth']).toBe(0.4);
  });

  it('that it is already is no change', () => {
    const before = openedScene();
    expect(look('sprite')).toBe(true);
    expect(openedScene()).toBe(before);
  });

  it('takes back what leaving it changed besides, unless that was set in the meantime', () => {
    const falloff = { kind: 'ball', inner: 0, outer: 2 };
    openScene(testScene({ fields: [{ settings: { kind: 'wind' }, falloff, curve: { kind: 'smooth' } }] }));
    const owner = { type: 'field', id: 'f0' } as const;
    const inner = () => openedScene().fields[0]!.falloff['inner'];
    setCurveKind(owner, 'inverse-square');
    expect(inner()).toBe(0.2);
    setCurveKind(owner, 'smooth');
    expect(inner()).toBe(0);
    setCurveKind(owner, 'inverse-square');
    editField('f0', (f) => void ((f.falloff as Record<string, unknown>)['inner'] = 1));
    setCurveKind(owner, 'smooth');
    expect(inner()).toBe(1);
  });

  it('a strength that is a share a frame does not replace the size one had set', () => {
    openScene(testScene({ fields: [{ settings: { kind: 'vortex' }, strength: 7 }] }));
    setActsAs(['f0'], 'steer');
    setActsAs(['f0'], 'acceleration');
    expect(openedScene().fields[0]!.strength).toBe(7);
  });

  it('is one step of undo', () => {
    look('trail');
    undo();
    expect(emitter().look.kind).toBe('sprite');
  });
});

describe('the open scene is always valid', () => {
  it('a change to a faulty scene is refused as a whole, told once, and the scene stays', () => {
    const told: string[] = [];
    const stop = onRefusal((faults) => told.push(...faults.map(({ field }) => field)));
    const before = openedScene();
    expect(changeScene((scene) => ({ ...scene, seed: 5, name: '' }))).toBe(false);
    stop();
    expect(told).toEqual(['name']);
    expect(openedScene()).toBe(before);
  });

  it('a change that comes to an equal scene is none', () => {
    const before = openedScene();
    changeScene((scene) => structuredClone(scene));
    expect(openedScene()).toBe(before);
    expect(useSceneStore.temporal.getState().pastStates).toEqual([]);
  });
});
