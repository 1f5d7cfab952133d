import { pointsOf } from '../../../core/kinds/bodies';
import type { Kinded } from '../../../core/document/registry';
import { looks } from '../../../core/kinds/looks';
import type { Emitter } from '../../../core/document/scene';
import { shapes } from '../../../core/kinds/emitter-shapes';
import type { Resources } from '../../../core/kinds/emitter-shapes/shape';
import { ribbonGeometry, skinGeometry } from './body-geometry';
import { BodyLayer } from './body-layer';
import { InstanceLayer } from './instance-layer';
import { EVEN, type Layer, lookAs } from './layer';
import { linkGeometry, type LinkLook } from './link-geometry';
import { ParticleLayer } from './particle-layer';
import { toneOf, type BandLook } from './band-tone';
import { levelAt } from './ramp';
import { trailGeometry, type TrailLook } from './trail-geometry';

/** What a look of an emitter is drawn by: layers whose keys are the same can be taken for one another. */
export interface LayerPlan {
  readonly key: readonly unknown[];
  readonly make: () => Layer;
}

const spots: LayerPlan = { key: ['spots'], make: () => new ParticleLayer() };

/** How a look of an emitter is drawn. A look that draws what the emitter’s particles are not is drawn as spots. */
export function layerOf(emitter: Emitter, look: Kinded, resources: Resources): LayerPlan {
  const { draws } = looks.get(look.kind);
  if (draws !== undefined && draws !== emitter.body.kind) return spots;
  if (draws === 'soft-mesh') {
    const mesh = shapes.get(emitter.shape.kind).surface?.(emitter.shape, resources);
    return mesh ? { key: ['skin', mesh], make: () => new BodyLayer((frame) => skinGeometry(frame, mesh)) } : spots;
  }
  if (draws === 'strands') {
    const points = pointsOf(emitter, resources);
    const make = () =>
      new BodyLayer((frame, dress) =>
        ribbonGeometry(
          frame,
          points,
          (share) => levelAt(dress.sizeOverAge ?? EVEN, share),
          toneOf(lookAs<BandLook>(dress)),
        ),
      );
    return { key: ['strands', points], make };
  }
  switch (look.kind) {
    case 'trail':
      return {
        key: ['trail'],
        make: () =>
          new BodyLayer((frame, dress, { before }) =>
            trailGeometry(frame, lookAs<TrailLook>(dress), before, (share) =>
              levelAt(dress.sizeOverAge ?? EVEN, share),
            ),
          ),
      };
    case 'links':
      return {
        key: ['links'],
        make: () => new BodyLayer((frame, dress) => linkGeometry(frame, lookAs<LinkLook>(dress))),
      };
    case 'instance':
      return { key: ['instance'], make: () => new InstanceLayer((id) => resources.mesh(id)) };
    default:
      return spots;
  }
}
