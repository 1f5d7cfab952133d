import { carrierParameters, colliderParameters, hitParameters } from '../../document/descriptions';
import { fault, inside } from '../../document/faults';
import { byEmitter, kinded, object, type Form } from '../../document/forms';
import type { Carrier, Collider, Hit, PathValues } from '../../document/scene';
import { colliderShapes } from '../../kinds/colliders';
import { gates } from '../../kinds/gates';
import { responses } from '../../kinds/responses';
import { scenePathParameters } from '../../kinds/shared/path-parameters';
import { placed } from './thing';

const hitForm = object<Hit>({ description: hitParameters });

/** A collider. */
export const colliderForm: Form<Collider> = object<Collider>({
  description: colliderParameters,
  members: {
    ...placed,
    shape: kinded(colliderShapes, { called: 'Shape' }),
    response: kinded(responses, { usual: 'bounce', called: 'On contact' }),
    gate: kinded(gates, { usual: 'always', called: 'Gate', still: true }),
    sends: byEmitter(hitForm, 'an object of emitter ids and {hits, bounce}'),
  },
  rules: ({ splitFrom, splitTo }, at) =>
    splitTo < splitFrom
      ? [
          fault(
            'range',
            inside(at, 'splitTo'),
            splitTo,
            `a whole number from the fewest pieces (${splitFrom}) up to 64`,
          ),
        ]
      : [],
});

const pathForm: Form<PathValues> = object<PathValues>({ description: scenePathParameters, optional: true });

/** A carrier, with the path that it may hold. */
export const carrierForm: Form<Carrier> = object<Carrier>({
  description: carrierParameters,
  members: { path: pathForm, ...placed },
});
