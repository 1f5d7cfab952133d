import { MOST } from '../../document/scene';
import type { Emitter, Field, Group, Scene } from '../../document/scene';
import { bodies } from '../../kinds/bodies';
import { looks } from '../../kinds/looks';
import { vectorBy, type Vector } from '../../lib/math/vector';
import { withInserted } from './insert';
import type { Recipe } from './recipe';

/** What of a scene a recipe is used on. */
export interface Targets {
  readonly emitters: readonly string[];
  /** Fields and groups. */
  readonly strips: readonly string[];
  /** The middle of the particles, metres. */
  readonly middle: Vector;
}

/** A scene with a recipe, and the ids of what it brought along. */
export interface Applied {
  readonly scene: Scene;
  readonly emitters: readonly string[];
  readonly strips: readonly string[];
}

/** Why a recipe can't be used on those targets, in words; undefined where it can. */
export function whyNot({ sort, scene: cut }: Recipe, scene: Scene, { emitters, strips }: Targets): string | undefined {
  if (sort === 'look' && emitters.length === 0) return 'Select an emitter first.';
  if (sort === 'look') {
    const draws = cut.emitters[0] && looks.get(cut.emitters[0].look.kind).draws;
    const other = draws && scene.emitters.find(({ id, body }) => emitters.includes(id) && body.kind !== draws);
    if (other) return `This look draws ${bodies.get(draws).label}. Choose them as the body of “${other.name}” first.`;
  }
  if ((sort === 'curve' || sort === 'modulator') && strips.length === 0) return 'Select a strip first.';
  if (sort === 'modulator') {
    const more = stripsOf(cut)[0]?.modulators.length ?? 0;
    const full = stripsOf(scene).find(
      ({ id, modulators }) => strips.includes(id) && modulators.length + more > MOST.modulators,
    );
    if (full) return `“${full.name}” has ${full.modulators.length} modulators. The limit is ${MOST.modulators}.`;
  }
  return undefined;
}

const stripsOf = ({ fields, groups }: Scene): readonly (Field | Group)[] => [...fields, ...groups];

/** The same change to all of some strips. */
function withStrips(scene: Scene, ids: readonly string[], change: (strip: Field | Group) => object): Scene {
  const changed = <T extends Field | Group>(strip: T): T =>
    ids.includes(strip.id) ? { ...strip, ...change(strip) } : strip;
  return { ...scene, fields: scene.fields.map(changed), groups: scene.groups.map(changed) };
}

/** Keys and automations of a thing without those of one part. */
function without<V>(moving: Readonly<Record<string, V>>, part: string): Record<string, V> {
  return Object.fromEntries(Object.entries(moving).filter(([path]) => !path.startsWith(`${part}.`)));
}

/**
 * A scene with a recipe used: fields and emitters are added where the particles are; a look, a curve and modulators go to
 * what is selected; an output set-up replaces the present one.
 */
export function withRecipe(scene: Scene, { sort, about, scene: cut }: Recipe, targets: Targets): Applied {
  const by = vectorBy((k) => hundredths(targets.middle[k]! - about[k]!));
  const added = withInserted(scene, cut, sort === 'emitter' ? [0, 0, 0] : by);
  if (sort === 'output') {
    const { output, renders, imageSequence } = cut;
    // A sequence that is not behind the picture any more stays, as it does where the backdrop is changed by hand.
    const behind = imageSequence.length > 0 ? { imageSequence } : {};
    return { scene: { ...added.scene, output, renders, ...behind }, emitters: [], strips: [] };
  }
  if (sort === 'chain') return { scene: added.scene, emitters: [], strips: [...added.fields, ...added.groups] };
  if (sort === 'emitter') return { scene: added.scene, emitters: added.emitters, strips: [] };
  return { scene: dressed(scene, added, sort, targets), emitters: targets.emitters, strips: targets.strips };
}

const hundredths = (value: number): number => Math.round(value * 100) / 100;

/** A scene in which the targets have the look, curve or modulators of the first thing that was inserted, without that. */
function dressed(before: Scene, added: ReturnType<typeof withInserted>, sort: Recipe['sort'], targets: Targets): Scene {
  const rest = {
    ...added.scene,
    emitters: before.emitters,
    fields: before.fields,
    groups: before.groups,
  };
  const emitter = added.scene.emitters.find(({ id }) => id === added.emitters[0]);
  const strip = stripsOf(added.scene).find(({ id }) => id === [...added.fields, ...added.groups][0]);
  if (sort === 'look' && emitter) {
    const { look, addedLooks } = emitter;
    const change = (e: Emitter): Emitter => ({
      ...e,
      look,
      addedLooks,
      keys: without(without(e.keys, 'look'), 'addedLooks'),
      automations: without(without(e.automations, 'look'), 'addedLooks'),
    });
    return { ...rest, emitters: rest.emitters.map((e) => (targets.emitters.includes(e.id) ? change(e) : e)) };
  }
  if (!strip) return rest;
  if (sort === 'modulator')
    return withStrips(rest, targets.strips, ({ modulators }) => ({ modulators: [...modulators, ...strip.modulators] }));
  return withStrips(rest, targets.strips, ({ keys, automations }) => ({
    curve: strip.curve,
    keys: without(keys, 'curve'),
    automations: without(automations, 'curve'),
  }));
}
