import { describe, expect, it } from 'vitest';
import { examples } from '../examples';
import { checkScene, completeScene } from './read';
import { withoutEmitters, withoutMesh, withoutReferences } from './detach';
import type { ReferenceTo } from '../document/parameters';

describe('taking things away', () => {
  it('leaves every example sound, whichever of its things goes', () => {
    let taken = 0;
    for (const { scene } of examples) {
      const gone = [
        ...scene.emitters.map(({ id }) => withoutEmitters(scene, [id])),
        ...scene.meshes.map(({ id }) => withoutMesh(scene, id)),
        ...scene.carriers.map(({ id }) => {
          const rest = withoutReferences(scene, 'carrier', [id]);
          return { ...rest, carriers: rest.carriers.filter((c) => c.id !== id) };
        }),
        ...scene.zones.map(({ id }) => {
          const rest = withoutReferences(scene, 'zone', [id]);
          return { ...rest, zones: rest.zones.filter((z) => z.id !== id) };
        }),
      ];
      taken += gone.length;
      for (const rest of gone) expect(checkScene(JSON.parse(JSON.stringify(rest)))).toEqual([]);
    }
    expect(taken).toBeGreaterThan(15);
  });

  it('lets go in every place that can refer to it, the shot camera and the scene transform too', () => {
    const scene = completeScene({
      name: 'All',
      carriers: [
        { id: 'k', name: 'K' },
        { id: 'l', name: 'L', transform: { carrier: 'k' } },
      ],
      emitters: [{ id: 'e', name: 'E', shape: { kind: 'point' }, transform: { carrier: 'k' } }],
      fields: [{ id: 'f', name: 'F', settings: { kind: 'wind' }, transform: { carrier: 'k' } }],
      groups: [{ id: 'g', name: 'G', transform: { carrier: 'k' } }],
      colliders: [{ id: 'c', name: 'C', shape: { kind: 'ball' }, transform: { carrier: 'k' } }],
      zones: [{ id: 'z', name: 'Z', transform: { carrier: 'k' } }],
      camera: { carrier: 'k', aims: 'k' },
      sceneTransform: { transform: { carrier: 'k' } },
    });
    expect(JSON.stringify(scene).match(/"(carrier|aims)":"k"/g)).toHaveLength(9);
    const rest = withoutReferences(scene, 'carrier', ['k']);
    expect(JSON.stringify(rest)).not.toMatch(/"(carrier|aims)":"k"/);
    expect(rest.carriers).toHaveLength(2);
  });

  it('of another sort with the same id changes nothing: it is the same scene', () => {
    for (const to of ['mesh', 'zone', 'group', 'carrier', 'emitter'] as readonly ReferenceTo[])
      for (const { scene } of examples) expect(withoutReferences(scene, to, ['nothing-has-this-id'])).toBe(scene);
  });
});
