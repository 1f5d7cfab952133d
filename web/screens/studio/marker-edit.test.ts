import { beforeEach, describe, expect, it, vi } from 'vitest';
import { MOST } from '../../../core/document/scene';
import { testScene } from '../../../core/tests/scenes';
import { openedScene, openScene, undo } from '../../state/scene-store';
import { addMarker, markerFrom, moveMarker, removeMarker, renameMarker } from './marker-edit';

const said: string[] = [];
vi.mock('sonner', () => ({ toast: { error: (text: string) => said.push(text) } }));

const markers = () => openedScene().markers.map(({ frame, name }) => `${frame} ${name}`);

beforeEach(() => {
  said.length = 0;
  openScene(testScene());
});

describe('markers', () => {
  it('are put at frames and stay in their order; a frame has one', () => {
    expect(addMarker(30)).toBe(true);
    expect(addMarker(10)).toBe(true);
    expect(addMarker(30)).toBe(false);
    expect(markers()).toEqual(['10 Marker 2', '30 Marker 1']);
    undo();
    expect(markers()).toEqual(['30 Marker 1']);
  });

  it('are renamed; a name of blanks leaves the old one, a long one is cut', () => {
    addMarker(5);
    renameMarker(5, '  Turn ');
    expect(markers()).toEqual(['5 Turn']);
    renameMarker(5, '   ');
    expect(markers()).toEqual(['5 Turn']);
    renameMarker(5, 'x'.repeat(400));
    expect(openedScene().markers[0]!.name).toHaveLength(MOST.name);
  });

  it('are moved past one another, but not onto one', () => {
    addMarker(10);
    addMarker(20);
    expect(moveMarker(10, 20)).toBe(false);
    expect(moveMarker(10, 10)).toBe(false);
    expect(moveMarker(10, 40)).toBe(true);
    expect(markers()).toEqual(['20 Marker 2', '40 Marker 1']);
  });

  it('are found on either side of a frame, and none beyond the last', () => {
    [10, 20, 30].forEach(addMarker);
    expect([markerFrom(20, 1), markerFrom(20, -1), markerFrom(30, 1), markerFrom(10, -1)]).toEqual([
      30,
      10,
      undefined,
      undefined,
    ]);
    removeMarker(30);
    expect(markerFrom(20, 1)).toBeUndefined();
  });

  it('are no more than a scene may have, which is said', () => {
    for (let frame = 0; frame < MOST.markers; frame++) addMarker(frame);
    expect(addMarker(5000)).toBe(false);
    expect(openedScene().markers).toHaveLength(MOST.markers);
    expect(said).toEqual([`The scene has ${MOST.markers} markers. The limit is ${MOST.markers}.`]);
  });
});
