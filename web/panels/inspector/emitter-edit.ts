import type { Kinded } from '../../../core/document/registry';
import type { Carrier, Emitter, Field, Scene, SceneImage, SceneMesh, WeightMap } from '../../../core/document/scene';
import { completeEmitter } from '../../../core/scene/read';
import { withoutEmitters } from '../../../core/scene/detach';
import { withEmittersOnPath } from '../../../core/scene/on-path';
import { lasting } from '../../../core/scene/lasting';
import { identityOfCopy, newEmitter, withBody, withEmitterOnPath } from '../../../core/scene/starters';
import { sceneFrom } from '../../../formats/scene-file';
import { withFiles } from '../../../core/scene/recipes/insert';
import { usedBy, withMeshes, withPaths, withWeightMaps } from './carried';
import { loadAssets } from '../../simulation/scene-assets';
import { hasCopied, keepCopied, readCopied } from '../../state/copied';
import { withKind } from '../../state/kind-switch';
import { changeScene, openedScene } from '../../state/scene-store';
import { select } from '../../state/selection-store';

/** Where copied emitters wait for another scene: the page's own store, so that it works across its windows. */
const CLIPBOARD = 'bathyclast-copied-emitters';

/** Emitters with all they need, as they are carried from scene to scene. */
interface Copied {
  readonly emitters: readonly Emitter[];
  /** The paths that they are on; what was copied by an older version may have none. */
  readonly carriers?: readonly Carrier[];
  readonly meshes: readonly SceneMesh[];
  readonly weightMaps?: readonly WeightMap[];
  readonly images: readonly SceneImage[];
}

/** Adds an emitter, a plain one if none is given, and selects it. */
export function addEmitter(emitter: Emitter = newEmitter(openedScene())): void {
  changeScene((s) => ({ ...s, emitters: [...s.emitters, emitter] }));
  select({ type: 'emitter', id: emitter.id });
}

/** Lets particles of emitters live without end, and keeps them visible. */
export function makeLasting(ids: readonly string[]): void {
  changeScene((scene) => ({
    ...scene,
    emitters: scene.emitters.map((e) => (ids.includes(e.id) ? lasting(e) : e)),
  }));
}

/** Adds an emitter on the path that a field follows, and selects it. */
export function addEmitterOnPath(fieldId: string, from: 'start' | 'along'): void {
  if (changeScene((scene) => withEmitterOnPath(scene, fieldId, from)))
    select({ type: 'emitter', id: openedScene().emitters.at(-1)!.id });
}

/** Moves an emitter onto the path that a field follows, all along it, and selects it. */
export function moveEmitterOnto(id: string, field: Field): void {
  changeScene((scene) => withEmittersOnPath(scene, field.id, [id], 'along'));
  select({ type: 'emitter', id });
}

/** A scene with more emitters, each under a free id and name; references among them follow. */
function withEmitters(scene: Scene, added: readonly Emitter[]): { scene: Scene; ids: string[] } {
  const ids = new Map<string, string>();
  let now = scene;
  for (const emitter of added) {
    const own = identityOfCopy('e', emitter, now.emitters);
    ids.set(emitter.id, own.id);
    now = { ...now, emitters: [...now.emitters, { ...emitter, ...own }] };
  }
  const emitters = now.emitters.map((e) => {
    const source = e.shape['source'];
    const copied = [...ids.values()].includes(e.id);
    return copied && typeof source === 'string' && ids.has(source)
      ? { ...e, shape: { ...e.shape, source: ids.get(source)! } }
      : e;
  });
  return { scene: { ...now, emitters }, ids: [...ids.values()] };
}

/** Copies of emitters beside them, with the sends their originals have. */
export function duplicateEmitters(ids: readonly string[]): void {
  const scene = openedScene();
  const originals = scene.emitters.filter((e) => ids.includes(e.id));
  const { scene: next, ids: made } = withEmitters(scene, originals);
  const follow = <V>(sends: Readonly<Record<string, V>>): Record<string, V> => {
    const all = { ...sends };
    originals.forEach((e, i) => e.id in sends && (all[made[i]!] = sends[e.id]!));
    return all;
  };
  changeScene(() => ({
    ...next,
    fields: next.fields.map((f) => ({ ...f, sends: follow(f.sends) })),
    colliders: next.colliders.map((c) => ({ ...c, sends: follow(c.sends) })),
  }));
  select({ type: 'emitter', id: made[0]!, also: made.slice(1) });
}

/** Remembers emitters, and what they are made from, for this or another scene. */
export function copyEmitters(ids: readonly string[]): void {
  const scene = openedScene();
  const emitters = scene.emitters.filter((e) => ids.includes(e.id));
  const copied: Copied = { emitters, ...usedBy(scene, emitters) };
  keepCopied(CLIPBOARD, copied);
}

/** Whether there are emitters to paste. */
export const canPaste = (): boolean => hasCopied(CLIPBOARD);

/** Names of a look’s references to meshes. */
const MESH_OF_LOOK = /^mesh\d?$/;

/** Adds the copied emitters. Throws a sentence where what was kept can't be used any more. */
export function pasteEmitters(): void {
  const scene = openedScene();
  const copied = readCopied(CLIPBOARD, 'emitter') as Copied;
  const { meshes, idOf } = withMeshes(scene.meshes, copied.meshes);
  const { weightMaps, weightMapId } = withWeightMaps(scene.weightMaps, copied.weightMaps, idOf);
  const weighed = (part: Kinded): Kinded =>
    typeof part['weightMap'] === 'string' ? { ...part, weightMap: weightMapId(part['weightMap']) } : part;
  const images = withFiles(scene.images, copied.images);
  const { carriers, carrierId } = withPaths(scene.carriers, copied.carriers);
  // Meshes have the names here that they have been given here.
  const drawnBy = (look: Kinded): Kinded => {
    const own = Object.entries(look).filter(
      ([name, id]) => MESH_OF_LOOK.test(name) && typeof id === 'string' && id !== '',
    );
    return { ...look, ...Object.fromEntries(own.map(([name, id]) => [name, idOf(id as string)])) };
  };
  const emitters = copied.emitters.map((e) => {
    const mesh = e.shape['mesh'];
    const { sharedPath: path } = e.shape;
    const shape: Kinded = {
      ...e.shape,
      ...(typeof mesh === 'string' && mesh !== '' && { mesh: idOf(mesh) }),
      ...(typeof path === 'string' && path !== '' && { sharedPath: carrierId(path) }),
    };
    // Carriers and source emitters stay in their own scene, unless they came along.
    const transform = { ...e.transform, carrier: carrierId(e.transform.carrier) };
    const source = shape['source'];
    const lost =
      typeof source === 'string' &&
      !copied.emitters.some((other) => other.id === source) &&
      !scene.emitters.some((other) => other.id === source);
    const looks = { look: drawnBy(e.look), addedLooks: (e.addedLooks ?? []).map(drawnBy) };
    return completeEmitter({
      ...e,
      ...looks,
      masks: e.masks.map(weighed),
      body: weighed(e.body),
      transform,
      shape: lost ? { ...shape, source: '' } : shape,
    });
  });
  const { scene: next, ids } = withEmitters({ ...scene, carriers, meshes, weightMaps, images }, emitters);
  changeScene(() => sceneFrom(JSON.parse(JSON.stringify(next))));
  void loadAssets(openedScene());
  select({ type: 'emitter', id: ids[0]!, also: ids.slice(1) });
}

/** Deletes emitters, and everything that is sent to them, born from them or aims at them. */
export function removeEmitters(ids: readonly string[]): void {
  changeScene((s) => withoutEmitters(s, ids));
  select({ type: 'scene' });
}

/**
 * Holds the particles of emitters together in another way. Its side effects on look, emission and birth are taken back
 * with it.
 */
export function setBody(ids: readonly string[], kind: string): boolean {
  const also = ['look', 'emission', 'birth.immortal', 'birth.speed', 'birth.speedVariance', 'birth.drag'];
  return changeScene((scene) =>
    withKind<Emitter>(scene, { sort: 'emitters', ids, path: 'body', also }, kind, (e) => withBody(e, kind)),
  );
}
