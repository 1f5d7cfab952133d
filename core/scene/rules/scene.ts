import { fault, type Fault } from '../../document/faults';
import type { Carrier, Emitter, Scene } from '../../document/scene';
import { dialCircle } from '../dials-read';
import { circleFrom, circleInWords } from './circles';
import { acrossDesk } from './grouping';

/** Emitters that are born from one another in a circle. */
function descent(emitters: readonly Emitter[]): Fault[] {
  const source = (id: string) => {
    const from = emitters.find((emitter) => emitter.id === id)?.shape['source'];
    return typeof from === 'string' ? from : undefined;
  };
  return emitters.flatMap(({ id }, i) =>
    circleFrom(id, source)
      ? [
          fault(
            'reference',
            `emitters[${i}].shape.source`,
            source(id),
            'an emitter that does not descend from this one',
          ),
        ]
      : [],
  );
}

/** Carriers that carry one another in a circle. */
function carriage(carriers: readonly Carrier[]): Fault[] {
  const outer = (id: string) => carriers.find((carrier) => carrier.id === id)?.transform.carrier;
  return carriers.flatMap(({ id, transform: place }, i) => {
    const circle = circleFrom(id, outer);
    if (!circle) return [];
    const words = `a carrier outside the circle ${circleInWords(circle, carriers)}`;
    return [fault('reference', `carriers[${i}].place.carrier`, place.carrier, words)];
  });
}

/** Carriers that ride on a strand which stands on them. */
function rides(carriers: readonly Carrier[], emitters: readonly Emitter[]): Fault[] {
  const outer = (id: string) => carriers.find((carrier) => carrier.id === id)?.transform.carrier;
  return carriers.flatMap(({ id, motion, strandOf }, i) => {
    if (motion !== 'strand') return [];
    const seen = new Set<string>();
    let on = emitters.find((emitter) => emitter.id === strandOf)?.transform.carrier;
    while (on !== undefined && on !== '' && !seen.has(on)) {
      if (on === id)
        return [
          fault('reference', `carriers[${i}].strandOf`, strandOf, 'an emitter that is not attached to this carrier'),
        ];
      seen.add(on);
      on = outer(on);
    }
    return [];
  });
}

/** Carriers that go along a path which stands on them, or goes along another that does. */
function pathsInCircle(carriers: readonly Carrier[]): Fault[] {
  const under = ({ transform, motion, ridesOn }: Carrier) => [transform.carrier, motion === 'path' ? ridesOn : ''];
  const isUnder = (id: string, start: Carrier): boolean => {
    const seen = new Set<string>();
    const ahead = under(start);
    for (let on = ahead.pop(); on !== undefined; on = ahead.pop()) {
      if (on === id) return true;
      const carrier = on === '' || seen.has(on) ? undefined : carriers.find((one) => one.id === on);
      seen.add(on);
      if (carrier) ahead.push(...under(carrier));
    }
    return false;
  };
  return carriers.flatMap((carrier, i) => {
    const { id, motion, ridesOn } = carrier;
    const path = motion === 'path' ? carriers.find((one) => one.id === ridesOn) : undefined;
    if (!path || (path !== carrier && !isUnder(id, path))) return [];
    return [fault('reference', `carriers[${i}].ridesOn`, ridesOn, 'a path that this carrier does not carry')];
  });
}

/** Dials that automate one another in a circle. */
function dialsInCircle({ dials }: Scene): Fault[] {
  const circle = dialCircle(dials);
  if (!circle) return [];
  const i = dials.findIndex(({ name }) => name === circle[0]);
  return [
    fault('reference', `dials[${i}].automations.value`, circle[1], `a dial outside the circle ${circle.join(' → ')}`),
  ];
}

/** Every fault that lies in how the things of a scene stand to one another. */
export function acrossScene(scene: Scene): Fault[] {
  return [
    ...descent(scene.emitters),
    ...acrossDesk(scene, ''),
    ...carriage(scene.carriers),
    ...rides(scene.carriers, scene.emitters),
    ...pathsInCircle(scene.carriers),
    ...dialsInCircle(scene),
  ];
}
