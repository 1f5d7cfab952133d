import { Registry } from '../../document/registry';
import type { Emitter } from '../../document/scene';
import { shapes } from '../emitter-shapes';
import type { Resources } from '../emitter-shapes/shape';
import type { BondKind } from './bond';
import { free } from './free';
import { net } from './net';
import { strand } from './strand';

/** Particles of one birth of an emitter. */
export function pointsOf(emitter: Pick<Emitter, 'shape' | 'bond'>, resources: Resources): number {
  if (shapes.get(emitter.shape.kind).fromParticles) return 1;
  return bonds.get(emitter.bond.kind).points(emitter.bond, emitter.shape, resources);
}

/** Every way in which particles hang together. */
export const bonds = new Registry<BondKind>('bond', [free, strand, net]);
