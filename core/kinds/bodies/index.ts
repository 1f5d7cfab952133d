import { Registry } from '../../document/registry';
import type { Emitter } from '../../document/scene';
import { shapes } from '../emitter-shapes';
import type { Resources } from '../emitter-shapes/shape';
import type { BodyKind } from './body';
import { points } from './points';
import { softMesh } from './soft-mesh';
import { strands } from './strands';

/** Particles of one birth of an emitter. */
export function pointsOf(emitter: Pick<Emitter, 'shape' | 'body'>, resources: Resources): number {
  if (shapes.get(emitter.shape.kind).fromParticles) return 1;
  return bodies.get(emitter.body.kind).points(emitter.body, emitter.shape, resources);
}

/** Every way in which particles hang together. */
export const bodies = new Registry<BodyKind>('body', [points, strands, softMesh]);
