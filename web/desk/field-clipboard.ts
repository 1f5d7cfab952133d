import { toast } from 'sonner';
import { completeField } from '../../core/scene/complete';
import type { Field, Scene, SceneImage, SceneMesh } from '../../core/scene/document';
import { freeIdentity } from '../../core/scene/starters';
import { extents } from '../../core/extents';
import { fields as fieldKinds } from '../../core/fields';
import { modulators } from '../../core/modulators';
import type { Kinded } from '../../core/describe/registry';
import type { Description } from '../../core/describe/parameters';
import { sceneFrom } from '../../formats/scene-file';
import { usedBy, withImages, withMeshes } from '../inspect/carried';
import { loadAssets } from '../stage/scene-assets';
import { changeScene, openedScene } from '../store/scene-store';
import { select } from '../store/selection-store';

/** Where copied fields wait for another scene: the page's own store, so that it works across its windows. */
const CLIPBOARD = 'bathyclast-copied-fields';

interface Copied {
  readonly fields: readonly Field[];
  readonly meshes: readonly SceneMesh[];
  readonly images: readonly SceneImage[];
}

/** Remembers fields, and what they are made from, for this or another scene. */
export function copyFields(fields: readonly Field[], scene?: Scene): void {
  const copied: Copied = { fields, ...(scene ? usedBy(scene, fields) : { meshes: [], images: [] }) };
  localStorage.setItem(CLIPBOARD, JSON.stringify(copied));
}

/** Whether there are fields to paste. */
export const canPasteFields = (): boolean => localStorage.getItem(CLIPBOARD) !== null;

/** Values whose references point to what this scene has; meshes come along, others that it lacks are let go. */
function rebound(scene: Scene, values: Kinded, description: Description, meshId: (id: string) => string): Kinded {
  const lists = { emitter: scene.emitters, carrier: scene.carriers, group: scene.groups };
  const next: Record<string, unknown> = { ...values };
  for (const [name, parameter] of Object.entries(description)) {
    if (parameter.type !== 'reference' || typeof next[name] !== 'string' || next[name] === '') continue;
    const id = next[name];
    if (parameter.to === 'mesh') next[name] = meshId(id);
    else if (!lists[parameter.to].some((thing) => thing.id === id)) next[name] = '';
  }
  return next as Kinded;
}

/** Adds the copied fields at the end of the desk. Throws a sentence where what was kept can't be used any more. */
export function pasteFields(): void {
  const scene = openedScene();
  let copied: Copied;
  try {
    copied = JSON.parse(localStorage.getItem(CLIPBOARD) ?? '') as Copied;
  } catch {
    throw new Error('What was copied can’t be read; copy the field again.');
  }
  const { meshes, idOf } = withMeshes(scene.meshes, copied.meshes);
  const images = withImages(scene.images, copied.images);
  let { fields } = scene;
  const made: string[] = [];
  for (const field of copied.fields) {
    const own = freeIdentity('f', field.name, fields);
    const carried = scene.carriers.some((c) => c.id === field.place.carrier);
    made.push(own.id);
    const written = {
      ...field,
      ...own,
      group: '',
      solo: false,
      place: { ...field.place, carrier: carried ? field.place.carrier : '' },
      sends: Object.fromEntries(Object.entries(field.sends).filter(([id]) => scene.emitters.some((e) => e.id === id))),
      settings: rebound(scene, field.settings, fieldKinds.get(field.settings.kind).parameters, idOf),
      extent: rebound(scene, field.extent, extents.get(field.extent.kind).parameters, idOf),
      modulators: field.modulators.map((m) => rebound(scene, m, modulators.get(m.kind).parameters, idOf)),
    };
    fields = [...fields, completeField(written as never)];
  }
  const next = { ...scene, meshes, images, fields };
  changeScene(() => sceneFrom(JSON.parse(JSON.stringify(next))));
  void loadAssets(openedScene());
  if (made.length > 0) select({ type: 'field', id: made[0]!, also: made.slice(1) });
}

/** Adds the copied fields, or says why that can't be. */
export function pasteOrTell(): void {
  try {
    pasteFields();
  } catch (error) {
    toast.error((error as Error).message);
  }
}
