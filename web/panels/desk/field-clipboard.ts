import { toast } from 'sonner';
import { completeField, completeGroup } from '../../../core/scene/read';
import type {
  Carrier,
  Field,
  Group,
  Scene,
  SceneGrid,
  SceneImage,
  SceneMesh,
  WeightMap,
} from '../../../core/document/scene';
import { fieldsIn, groupsAround } from '../../../core/document/groups';
import { freeIdentity } from '../../../core/scene/free-identity';
import { identityOfCopy } from '../../../core/scene/starters';
import { falloffShapes } from '../../../core/kinds/falloff-shapes';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { modulators } from '../../../core/kinds/modulators';
import type { Kinded } from '../../../core/document/registry';
import type { Description } from '../../../core/document/parameters';
import { sceneFrom } from '../../../formats/scene-file';
import { withFiles } from '../../../core/scene/recipes/insert';
import { usedBy, withMeshes, withPaths, withWeightMaps } from '../inspector/carried';
import { loadAssets } from '../../simulation/scene-assets';
import { hasCopied, keepCopied, readCopied } from '../../state/copied';
import { changeScene, openedScene } from '../../state/scene-store';
import { select } from '../../state/selection-store';
import { messageOf } from '../../../core/lib/errors';

/** Where copied fields wait for another scene: the page's own store, so that it works across its windows. */
const CLIPBOARD = 'bathyclast-copied-fields';

interface Copied {
  readonly fields: readonly Field[];
  /** Groups that came along with all their members. */
  readonly groups: readonly Group[];
  /** The paths that they are on; what was copied by an older version may have none. */
  readonly carriers?: readonly Carrier[];
  readonly meshes: readonly SceneMesh[];
  readonly weightMaps?: readonly WeightMap[];
  readonly images: readonly SceneImage[];
  readonly grids: readonly SceneGrid[];
}

/** Remembers fields, and what they are made from, for this or another scene. */
export function copyFields(fields: readonly Field[], scene?: Scene, groups: readonly Group[] = []): void {
  const copied: Copied = {
    fields,
    groups,
    ...(scene ? usedBy(scene, [fields, groups]) : { carriers: [], meshes: [], weightMaps: [], images: [], grids: [] }),
  };
  keepCopied(CLIPBOARD, copied);
}

/** Remembers a group with all that is in it. */
export function copyGroup(id: string): void {
  const scene = openedScene();
  const group = scene.groups.find((g) => g.id === id);
  if (!group) return;
  const inner = scene.groups.filter((g) => g === group || groupsAround(scene.groups, g).includes(group));
  copyFields(fieldsIn(scene, group), scene, inner);
}

/** Whether there are fields to paste. */
export const canPasteFields = (): boolean => hasCopied(CLIPBOARD);

/**
 * What the things of another scene are called in this one: meshes and groups that came along, and whatever has the same
 * id here.
 */
interface Names {
  readonly scene: Scene;
  meshId(id: string): string;
  carrierId(id: string): string;
  groupId(id: string): string;
  weightMapId(id: string): string;
}

/** Values whose references point to what this scene has; others are let go. */
function rebound(
  { scene, meshId, groupId, carrierId, weightMapId }: Names,
  values: Kinded,
  description: Description,
): Kinded {
  const lists = { emitter: scene.emitters, zone: scene.zones, field: scene.fields };
  const next: Record<string, unknown> = { ...values };
  for (const [name, parameter] of Object.entries(description)) {
    if (parameter.type !== 'reference' || typeof next[name] !== 'string' || next[name] === '') continue;
    const id = next[name];
    if (parameter.to === 'mesh') next[name] = meshId(id);
    else if (parameter.to === 'group') next[name] = groupId(id);
    else if (parameter.to === 'carrier') next[name] = carrierId(id);
    else if (parameter.to === 'weightMap') next[name] = weightMapId(id);
    else if (!lists[parameter.to].some((thing) => thing.id === id)) next[name] = '';
  }
  return next as Kinded;
}

/** What a copied field or group brings of place, falloff shape, modulators and sends. */
function reboundWeighted<T extends Field | Group>(names: Names, thing: T): T {
  const { emitters } = names.scene;
  return {
    ...thing,
    solo: false,
    group: thing.group === '' ? '' : names.groupId(thing.group),
    transform: { ...thing.transform, carrier: names.carrierId(thing.transform.carrier) },
    sends: Object.fromEntries(Object.entries(thing.sends).filter(([id]) => emitters.some((e) => e.id === id))),
    falloff: rebound(names, thing.falloff, falloffShapes.get(thing.falloff.kind).parameters),
    modulators: thing.modulators.map((m) => rebound(names, m, modulators.get(m.kind).parameters)),
  };
}

/**
 * Adds the copied fields and groups at the end of the desk. Throws a sentence where what was kept can't be used any
 * more.
 */
export function pasteFields(): void {
  const scene = openedScene();
  const copied = readCopied(CLIPBOARD, 'field') as Copied;
  const { meshes, idOf: meshId } = withMeshes(scene.meshes, copied.meshes);
  const { weightMaps, weightMapId } = withWeightMaps(scene.weightMaps, copied.weightMaps, meshId);
  const images = withFiles(scene.images, copied.images);
  const grids = withFiles(scene.grids, copied.grids);
  const { carriers, carrierId } = withPaths(scene.carriers, copied.carriers);
  let { fields, groups } = scene;
  const groupIds = new Map<string, string>();
  const cameAlong = copied.groups.map((group) => {
    const own = freeIdentity('g', group.name, [...fields, ...groups]);
    groupIds.set(group.id, own.id);
    const made = { ...group, ...own };
    groups = [...groups, made];
    return made;
  });
  const names: Names = { scene, meshId, carrierId, weightMapId, groupId: (id) => groupIds.get(id) ?? '' };
  groups = [...scene.groups, ...cameAlong.map((group) => completeGroup(reboundWeighted(names, group)))];
  const made: string[] = [];
  for (const field of copied.fields) {
    const own = identityOfCopy('f', field, [...fields, ...groups]);
    made.push(own.id);
    const settings = rebound(names, field.settings, fieldKinds.get(field.settings.kind).parameters);
    fields = [...fields, completeField({ ...reboundWeighted(names, field), ...own, settings })];
  }
  const next = { ...scene, carriers, meshes, weightMaps, images, grids, fields, groups };
  changeScene(() => sceneFrom(JSON.parse(JSON.stringify(next))));
  void loadAssets(openedScene());
  const [first] = cameAlong;
  if (first) select({ type: 'group', id: first.id });
  else if (made.length > 0) select({ type: 'field', id: made[0]!, also: made.slice(1) });
}

/** Adds the copied fields, or says why that can't be. */
export function pasteOrTell(): void {
  try {
    pasteFields();
  } catch (error) {
    toast.error(messageOf(error));
  }
}
