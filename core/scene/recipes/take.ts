import type { Emitter, Field, Group, Scene } from '../../document/scene';
import { freeId } from '../free-identity';
import { completeEmitter, completeField } from '../read';
import { cutFrom } from './cut';
import type { RecipeSort } from './recipe';

/** What a shelf can keep of a scene with a selection. */
export interface Takeable {
  readonly sort: RecipeSort;
  /** The name that is proposed. */
  readonly name: string;
  take(): Scene;
}

/** Things that are selected. */
interface Picked {
  readonly emitters: readonly Emitter[];
  readonly fields: readonly Field[];
  /** With all that stands in them. */
  readonly groups: readonly Group[];
}

/** A list of names as a name: the first, and how many more. */
const named = (things: readonly { readonly name: string }[]): string =>
  things.length === 1 ? things[0]!.name : `${things[0]!.name} and ${things.length - 1} more`;

/** Everything that a shelf can keep of a scene while those things are selected, the nearest first. */
export function takeable(scene: Scene, { emitters, fields, groups }: Picked): Takeable[] {
  const [emitter] = emitters;
  const strip = groups[0] ?? fields[0];
  const all: Takeable[] = [];
  if (strip)
    all.push({ sort: 'chain', name: named([...groups, ...fields]), take: () => cutFrom(scene, { fields, groups }) });
  if (strip) {
    const { curve, modulators } = strip;
    all.push({ sort: 'curve', name: `Curve of ${strip.name}`, take: () => heldByField(scene, { curve }) });
    if (modulators.length > 0)
      all.push({
        sort: 'modulator',
        name: `Modulators of ${strip.name}`,
        take: () => heldByField(scene, { modulators }),
      });
  }
  if (emitter) {
    all.push({ sort: 'emitter', name: named(emitters), take: () => cutFrom(scene, { emitters }) });
    all.push({ sort: 'look', name: `Look of ${emitter.name}`, take: () => heldByEmitter(scene, emitter) });
  }
  all.push({
    sort: 'output',
    name: `Output of ${scene.name}`,
    take: () => cutFrom(scene, { output: true }),
  });
  return all;
}

/** A cut with a field that has only that part of a strip. */
function heldByField(scene: Scene, part: Pick<Field, 'curve'> | Pick<Field, 'modulators'>): Scene {
  const id = freeId(
    'f',
    scene.fields.map((f) => f.id),
  );
  const holder = completeField({ id, name: 'Strip', settings: { kind: 'wind' }, falloff: { kind: 'ball' }, ...part });
  return cutFrom({ ...scene, fields: [...scene.fields, holder] }, { fields: [holder] });
}

/** A cut with an emitter that has only the looks of one, and the body that they draw. */
function heldByEmitter(scene: Scene, { look, addedLooks, body }: Emitter): Scene {
  const id = freeId(
    'e',
    scene.emitters.map((e) => e.id),
  );
  const holder = completeEmitter({
    id,
    name: 'Emitter',
    shape: { kind: 'point' },
    body: { kind: body.kind },
    look,
    addedLooks,
  });
  return cutFrom({ ...scene, emitters: [...scene.emitters, holder] }, { emitters: [holder] });
}
