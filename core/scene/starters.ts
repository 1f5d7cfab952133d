import type { Vector } from '../lib/math/vector';
import { emissionKinds } from '../kinds/emission';
import { bodies } from '../kinds/bodies';
import { falloffShapes } from '../kinds/falloff-shapes';
import type { Values } from '../document/parameters';
import { looks } from '../kinds/looks';
import { fields as fieldKinds } from '../kinds/fields';
import { strengthOf } from '../kinds/fields/strength';
import type { FieldKind } from '../kinds/contracts/field';
import { completeEmitter, completeField, completeScene } from './read';
import { freeIdentity } from './free-identity';
import { withEmittersOnPath, withFieldOnPath } from './on-path';
import { startedFrom, type FittedBox } from './starting-point';
import { SCENE_FORMAT, SCENE_VERSION, type Emitter, type Field, type Scene } from '../document/scene';

const capital = (label: string) => label.charAt(0).toUpperCase() + label.slice(1);

/** For a kind that is filled from a group: the last group of the scene, as the likeliest. */
function sourceOf({ groups }: Scene, { parameters }: FieldKind): Values {
  const last = groups.at(-1);
  return last && parameters['group']?.type === 'reference' ? { group: last.id } : {};
}

/** Where a new thing goes while no particle lives. */
export const EMPTY_SCENE_BOX: FittedBox = { centre: [0, 0, 0], half: [1, 1, 1] };

/**
 * The way a new field of a kind acts: pushes and flows accelerate, so that they can be grouped at once; a path guides
 * particles, which no acceleration does.
 */
const firstAction = ({ actions: [first] }: FieldKind): string =>
  first === 'force' || first === 'flow' ? 'acceleration' : first!;

/** Where a field of a kind stands that is fitted to a box around particles, metres. */
export function standIn({ startsWith }: FieldKind, { centre, half }: FittedBox): Vector {
  const lowest = Math.round((centre[1] - half[1]) * 100) / 100;
  const height = { 'on the ground': 0, below: lowest, within: centre[1] }[startsWith.stands ?? 'within'];
  return [centre[0], height, centre[2]];
}

/** A new field of a kind: fitted to the box round the particles, and strong enough to see. */
export function newField(scene: Scene, kind: string, { centre, half }: FittedBox = EMPTY_SCENE_BOX): Field {
  const fieldKind = fieldKinds.get(kind);
  const falloff = falloffShapes.get(fieldKind.startsWith.falloff);
  const actsAs = firstAction(fieldKind);
  const start = fieldKind.starts.find(({ name }) => name === fieldKind.startsWith.point);
  const field = completeField({
    ...freeIdentity('f', capital(fieldKind.label), [...scene.fields, ...scene.groups]),
    seed: freeSeed(scene.fields),
    transform: { position: standIn(fieldKind, { centre, half }) },
    actsAs,
    strength: strengthOf(fieldKind, actsAs).default,
    settings: { ...fieldKinds.defaults(kind, { ...fieldKind.fit?.(half), ...sourceOf(scene, fieldKind) }) },
    falloff: falloffShapes.defaults(falloff.kind, falloff.fitted(half)),
  });
  return start ? startedFrom(field, start) : field;
}

/** A scene with a new field of a kind at the end of its desk; one that follows a path is on that of an emitter. */
export function withNewField(scene: Scene, kind: string, box?: FittedBox): Scene {
  return withFieldOnPath(scene, newField(scene, kind, box));
}

/** A seed that none of these has. */
export function freeSeed(things: readonly { readonly seed: number }[]): number {
  const taken = new Set(things.map(({ seed }) => seed));
  let seed = things.length + 1;
  while (taken.has(seed)) seed++;
  return seed;
}

/**
 * What a copy has of its own among other things: a free id and name, and another seed where its own is taken, so that it
 * does not repeat its original.
 */
export function identityOfCopy(
  prefix: string,
  original: { readonly name: string; readonly seed: number },
  things: readonly { id: string; name: string; seed?: number }[],
): { id: string; name: string; seed: number } {
  const seeded = things.flatMap(({ seed }) => (seed === undefined ? [] : [{ seed }]));
  const { seed } = original;
  return {
    ...freeIdentity(prefix, original.name, things),
    seed: seeded.some((other) => other.seed === seed) ? freeSeed(seeded) : seed,
  };
}

/** A new emitter: a disc with a little drag, whose particles taper out at death. */
export function newEmitter(scene: Pick<Scene, 'emitters'>): Emitter {
  return completeEmitter({
    ...freeIdentity('e', 'Emitter', scene.emitters),
    seed: freeSeed(scene.emitters),
    shape: { kind: 'disc', radius: 0.4 },
    emission: [{ kind: 'rate', rate: 400 }],
    birth: {
      life: 3,
      lifeVariance: 0.8,
      speed: 1.2,
      speedVariance: 0.4,
      spread: 18,
      size: 0.04,
      sizeVariance: 0.015,
      drag: 0.3,
    },
  });
}

/** A scene with a new emitter on the path that a field follows, its particles still, so that the field sets them going. */
export function withEmitterOnPath(scene: Scene, fieldId: string, from: 'start' | 'along'): Scene {
  const emitter = newEmitter(scene);
  const birth = { ...emitter.birth, launchDirection: 'tangent' as const, speed: 0, speedVariance: 0, spread: 0 };
  const added = { ...scene, emitters: [...scene.emitters, { ...emitter, birth }] };
  return withEmittersOnPath(added, fieldId, [emitter.id], from);
}

/** How many strands an emitter begins with. */
const STRANDS = 120;

/**
 * An emitter with its particles held together otherwise. Strands and meshes begin still and few, last as long as the
 * scene, and are drawn as what they are.
 */
export function withBody(emitter: Emitter, kind: string): Emitter {
  // Soft enough to be seen to bend.
  const body = bodies.defaults(kind, kind === 'strands' ? { stiffness: 0.2 } : {});
  const { blend, opacity } = emitter.look;
  if (kind === 'points') {
    const look =
      looks.get(emitter.look.kind).draws === undefined ? emitter.look : looks.defaults('sprite', { blend, opacity });
    return { ...emitter, body, look };
  }
  const drawn = looks.list.find((look) => look.draws === kind)!.kind;
  const rates = emitter.emission.some((amount) => amount.kind !== 'burst');
  const burst = emissionKinds.defaults('burst', { timing: 'start', count: kind === 'strands' ? STRANDS : 1 });
  return {
    ...emitter,
    body,
    look: looks.get(emitter.look.kind).draws === kind ? emitter.look : looks.defaults(drawn),
    emission: rates || kind === 'soft-mesh' ? [burst] : emitter.emission,
    birth: { ...emitter.birth, immortal: true, speed: 0, speedVariance: 0, drag: Math.max(emitter.birth.drag, 1) },
  };
}

/** A scene that is not empty: one emitter, a shot camera, particles already moving. */
export function newScene(name: string): Scene {
  const bare = completeScene({ format: SCENE_FORMAT, version: SCENE_VERSION, name });
  return { ...bare, emitters: [newEmitter(bare)] };
}
