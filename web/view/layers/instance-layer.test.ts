import type { InstancedBufferGeometry, Mesh } from 'three';
import { expect, it } from 'vitest';
import { completeZone } from '../../../core/scene/read';
import { looks } from '../../../core/kinds/looks';
import { InstanceLayer } from './instance-layer';
import { frameOf } from '../../tests/frames';

/** Six particles: one in no zone, then two, one, one and one in zones 1 to 4. */
const ZONES = [0, 1, 1, 2, 3, 4];

const zone = (id: string, form: string, effect = 'assign-variant') => completeZone({ id, name: id, form, effect });

it('a particle has the body that its zone names, as many zones as there are; in others that of its look', () => {
  const layer = new InstanceLayer(() => undefined);
  layer.setLook(looks.defaults('instance', { form: 'grain', form2: 'chip', picks: 'zone' }));
  layer.setZones([zone('a', 'cone'), zone('b', 'look'), zone('c', 'cube'), zone('d', 'ball', 'remove')]);
  const moment = { before: () => undefined, span: 0 };
  layer.setParticles(
    { ...frameOf(ZONES.map((_, id) => ({ id, at: [0, 0, 0] }))), zone: Uint8Array.from(ZONES) },
    moment as never,
  );
  const counts = () =>
    layer.object.children.map((child) => (child as Mesh<InstancedBufferGeometry>).geometry.instanceCount);
  // The look’s grain and chip, the cone and the cube: what a zone removes has no body of its own.
  expect(counts()).toEqual([1, 2, 2, 1]);
  layer.setZones([zone('a', 'look'), zone('b', 'look'), zone('c', 'look'), zone('d', 'look')]);
  expect(counts()).toEqual([1, 5]);
  layer.dispose();
});
