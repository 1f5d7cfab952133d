import { birthParameters, emitterParameters } from '../../document/descriptions';
import { fault, inside, type Fault } from '../../document/faults';
import { kinded, listOf, object, type Form } from '../../document/forms';
import { MOST, type Emitter } from '../../document/scene';
import { bodies } from '../../kinds/bodies';
import { emissionKinds } from '../../kinds/emission';
import { shapes } from '../../kinds/emitter-shapes';
import { gates } from '../../kinds/gates';
import { looks } from '../../kinds/looks';
import { masks } from '../../kinds/masks';
import { placed } from './thing';

function ownSource({ id, shape }: Emitter, at: string): readonly Fault[] {
  if (shape['source'] !== id || shapes.get(shape.kind).parameters['source']?.type !== 'reference') return [];
  return [
    fault('reference', inside(at, 'shape.source'), id, 'another emitter: none can be born from its own particles'),
  ];
}

/** An emitter. */
export const emitterForm: Form<Emitter> = object<Emitter>({
  description: emitterParameters,
  members: {
    ...placed,
    shape: kinded(shapes, { called: 'Shape' }),
    masks: listOf(kinded(masks, { called: 'Mask' }), MOST.masks),
    gate: kinded(gates, { usual: 'always', called: 'Gate', still: true }),
    emission: listOf(kinded(emissionKinds, { called: 'Emission' }), MOST.emission),
    birth: object<Emitter['birth']>({ description: birthParameters, optional: true }),
    body: kinded(bodies, { usual: 'points', called: 'Body' }),
    look: kinded(looks, { usual: 'sprite', called: 'Look' }),
    addedLooks: listOf(kinded(looks, { called: 'Look' }), MOST.addedLooks),
  },
  rules: ownSource,
});
