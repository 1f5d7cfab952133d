import { strandRows } from '../core/kinds/bodies/curves';
import { bodies, pointsOf } from '../core/kinds/bodies';
import { bodyTable } from '../core/kinds/bodies/table';
import { weldedOf } from '../core/lib/meshes/weld';
import type { Assets } from '../core/document/assets';
import type { Emitter, Scene } from '../core/document/scene';
import { resourcesOf } from '../core/scene/resources';
import { shapes } from '../core/kinds/emitter-shapes';

/** Particles of one emitter on a frame. */
interface Particles {
  readonly count: number;
  readonly id: Uint32Array;
  readonly columns: { readonly x: Float32Array; readonly y: Float32Array; readonly z: Float32Array };
}

/** Whether a scene has anything that {@link bodiesObj} would write. */
export function hasBodies({ emitters }: Pick<Scene, 'emitters'>): boolean {
  return emitters.some((e) => bodies.get(e.body.kind).compile !== undefined && !shapes.get(e.shape.kind).fromParticles);
}

const oneWord = (name: string) => name.trim().replace(/\s+/g, '_');

/**
 * Strands as polylines (`l`) and bent meshes as triangles (`f`) of a Wavefront OBJ file, one object an emitter, in
 * metres of the scene. Strands come in the order of their numbers, each from root to tip; one that is cut gives several
 * lines.
 */
export function bodiesObj(scene: Scene, assets: Assets, frames: readonly Particles[]): string {
  const resources = resourcesOf(scene, assets);
  const lines: string[] = ['# metres, Y up'];
  let written = 0;
  /** Writes vertices; gives the number of each slot. */
  const vertices = ({ columns: { x, y, z } }: Particles, slots: Iterable<number>): Map<number, number> => {
    const numbers = new Map<number, number>();
    for (const slot of slots) {
      lines.push(`v ${x[slot]} ${y[slot]} ${z[slot]}`);
      numbers.set(slot, ++written);
    }
    return numbers;
  };
  const strands = (particles: Particles, emitter: Emitter) => {
    const rows = strandRows(particles.id, particles.count, pointsOf(emitter, resources));
    rows.sort((a, b) => particles.id[a[0]!]! - particles.id[b[0]!]!);
    const numbers = vertices(particles, rows.flat());
    for (const row of rows) lines.push(`l ${row.map((slot) => numbers.get(slot)).join(' ')}`);
  };
  const meshes = (particles: Particles, emitter: Emitter) => {
    const mesh = shapes.get(emitter.shape.kind).surface?.(emitter.shape, resources);
    if (!mesh) return;
    const { placeOf, count } = weldedOf(mesh);
    const { slots } = bodyTable(particles.id, particles.count, count);
    for (let start = 0; start < slots.length; start += count) {
      const numbers = vertices(
        particles,
        slots.subarray(start, start + count).filter((slot) => slot >= 0),
      );
      for (let f = 0; f < mesh.index.length; f += 3) {
        const face = [0, 1, 2].map((k) => numbers.get(slots[start + placeOf[mesh.index[f + k]!]!]!));
        if (face.every((n) => n !== undefined) && new Set(face).size === 3) lines.push(`f ${face.join(' ')}`);
      }
    }
  };
  scene.emitters.forEach((emitter, e) => {
    const particles = frames[e];
    if (!particles || particles.count === 0 || shapes.get(emitter.shape.kind).fromParticles) return;
    const { kind } = emitter.body;
    if (kind !== 'strands' && kind !== 'soft-mesh') return;
    lines.push(`o ${oneWord(emitter.name)}`);
    if (kind === 'strands') strands(particles, emitter);
    else meshes(particles, emitter);
  });
  return `${lines.join('\n')}\n`;
}
