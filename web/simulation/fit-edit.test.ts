import { beforeEach, describe, expect, it } from 'vitest';
import { emptyMeters, type Bounds } from '../../core/measure/meters';
import { checkScene } from '../../core/scene/read';
import { testScene } from '../../core/tests/scenes';
import { addField } from '../panels/desk/desk-edit';
import { usePlayer } from '../state/player-store';
import { openedScene, openScene, undo } from '../state/scene-store';
import { fitToParticles, switchFalloffShape } from './fit-edit';

const box = (low: Bounds['low'], high: Bounds['high']): Bounds => ({ count: 5, low, high });
const SHOT = [box([0, 0, 0], [4, 8, 2]), box([10, 0, 0], [12, 2, 2])];
const last = () => openedScene().fields.at(-1)!;

beforeEach(() => {
  openScene(
    testScene({
      others: [{ id: 'far', name: 'Far', shape: { kind: 'point' } }],
      fields: [
        { settings: { kind: 'wind' }, actsAs: 'acceleration', sends: { far: 0 } },
        { settings: { kind: 'vortex' }, falloff: { kind: 'ball', inner: 0, outer: 0.1 }, sends: { e: 0 } },
      ],
    }),
  );
  const meters = emptyMeters(2, 2);
  meters.bounds[0] = box([0, 0, 0], [0.2, 0.2, 0.2]);
  usePlayer.setState({ meters, shotBounds: () => SHOT });
});

describe('the particles of the shot', () => {
  it.each(['cells', 'grid', 'shell', 'attractor', 'vortex'])(
    'are what a new field of the kind %s is fitted to',
    (kind) => {
      addField(kind);
      expect(last().transform.position).toEqual([6, 4, 1]);
      const { width = 0, radius = 0 } = last().settings as { width?: number; radius?: number };
      const outer = (last().falloff['outer'] as number | undefined) ?? 0;
      expect(Math.max(width, radius, outer)).toBeGreaterThan(3);
    },
  );

  it('are those of the frame shown until any frame of the shot is known', () => {
    usePlayer.setState({ shotBounds: () => [] });
    addField('attractor');
    expect(last().transform.position).toEqual([0.1, 0.1, 0.1]);
  });

  it('have a surface under them, and a wind on the ground', () => {
    addField('surface');
    expect(last().transform.position).toEqual([6, 0, 1]);
    addField('wind');
    expect([last().transform.position, last().actsAs]).toEqual([[6, 0, 1], 'acceleration']);
  });

  it('that are sent to a field are what it is fitted to, in one step of undo', () => {
    expect(fitToParticles({ type: 'field', id: 'f1' })).toBe(true);
    const { transform: place, falloff } = openedScene().fields[1]!;
    expect(place.position).toEqual([11, 1, 1]);
    expect(falloff['outer']).toBeGreaterThanOrEqual(Math.sqrt(3));
    expect(checkScene(openedScene())).toEqual([]);
    undo();
    expect(openedScene().fields[1]!.transform.position).toEqual([0, 0, 0]);
  });

  it('are not there without any: nothing changes', () => {
    usePlayer.setState({ meters: emptyMeters(2, 2), shotBounds: () => [] });
    expect(fitToParticles({ type: 'field', id: 'f1' })).toBe(false);
    expect(openedScene().fields[1]!.falloff['outer']).toBe(0.1);
  });
});

describe('another falloff shape', () => {
  it('is put around the particles where there was none', () => {
    switchFalloffShape({ type: 'field', id: 'f0' }, 'box');
    const { transform: place, falloff } = openedScene().fields[0]!;
    expect(place.position).toEqual([2, 4, 1]);
    expect(['width', 'height', 'depth'].map((side) => falloff[side])).toEqual([4, 8, 2]);
    undo();
    expect(openedScene().fields[0]!.falloff.kind).toBe('everywhere');
  });

  it('is as large as the one before', () => {
    switchFalloffShape({ type: 'field', id: 'f1' }, 'box');
    const { transform: place, falloff } = openedScene().fields[1]!;
    expect(place.position).toEqual([0, 0, 0]);
    expect(falloff['width']).toBeCloseTo(0.2, 6);
  });
});
