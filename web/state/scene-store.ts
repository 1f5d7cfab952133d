import equal from 'fast-deep-equal';
import { produce, type Draft } from 'immer';
import { temporal } from 'zundo';
import { create } from 'zustand';
import type { Fault } from '../../core/document/faults';
import { settledOnPaths } from '../../core/scene/on-path';
import { checkScene } from '../../core/scene/read';
import type { SoundParts } from '../../core/document/forms';
import { forgetKinds } from './kind-memory';
import { plainZeros } from './plain-zeros';
import { pruned } from './pruned';
import { keyFrameAt } from './key-frame';
import { usePlayer } from './player-store';
import { useProbed } from './probed';
import { finished, recorded, useRecord } from './record';
import type { Carrier, Collider, Emitter, Field, Group, Scene, Zone } from '../../core/document/scene';

interface SceneState {
  /** The scene that is open. */
  readonly scene: Scene | undefined;
}

/** The open scene with its undo. Steps are kept while the scene is open. */
export const useSceneStore = create<SceneState>()(
  temporal<SceneState>(() => ({ scene: undefined }), { limit: 500, equality: (a, b) => a.scene === b.scene }),
);

/**
 * Opens a scene in place of the one that was open, with the undo it had when it was left; without one there is nothing
 * to undo.
 */
export function openScene(
  scene: Scene | undefined,
  undone: { past: readonly Scene[]; future: readonly Scene[] } = { past: [], future: [] },
): void {
  useSceneStore.setState({ scene });
  const states = (scenes: readonly Scene[]) => scenes.map((one) => ({ scene: one }));
  useSceneStore.temporal.setState({ pastStates: states(undone.past), futureStates: states(undone.future) });
  forgetKinds();
  useProbed.setState({ under: undefined, held: undefined });
}

/** The open scene; throws where there is none. */
export function openedScene(): Scene {
  const { scene } = useSceneStore.getState();
  if (!scene) throw new Error('No scene is open.');
  return scene;
}

/** The open scene, for components that are only shown while there is one. They are drawn again at every edit. */
export function useScene(): Scene {
  return useSceneStore((state) => state.scene!);
}

/** A part of the open scene: only a change of that part draws the component again. */
export function useSceneOf<T>(part: (scene: Scene) => T): T {
  return useSceneStore((state) => part(state.scene!));
}

const holds = new Set<(held: boolean) => void>();
let held = false;

/** Tells when a gesture begins and ends; returns how to stop listening. */
export function onHold(listener: (held: boolean) => void): () => void {
  holds.add(listener);
  return () => holds.delete(listener);
}

/** Begins a gesture: all changes up to its end are one step of undo. */
export function beginGesture(): void {
  if (held) return;
  held = true;
  for (const listener of holds) listener(true);
}

/** Ends a gesture. */
export function endGesture(): void {
  if (!held) return;
  const { scene } = useSceneStore.getState();
  if (scene) {
    const next = finished(scene);
    if (next !== scene) useSceneStore.setState({ scene: next });
  }
  held = false;
  useSceneStore.temporal.getState().resume();
  for (const listener of holds) listener(false);
}

/** Parts of the open scene that have been checked. */
const sound: SoundParts = new WeakMap();

const refusals = new Set<(faults: readonly Fault[]) => void>();

/** Tells of edits that were refused; returns how to stop listening. */
export function onRefusal(listener: (faults: readonly Fault[]) => void): () => void {
  refusals.add(listener);
  return () => refusals.delete(listener);
}

/**
 * Changes the scene to another, and says whether it is the scene that was asked for. A change that would make a faulty
 * scene is refused as a whole, and told to those who listen; one that makes an equal scene is none.
 */
export function changeScene(change: (scene: Scene) => Scene): boolean {
  const scene = openedScene();
  const changed = change(scene);
  if (changed === scene) return true;
  const clean = pruned(settledOnPaths(changed, scene), scene);
  const player = usePlayer.getState();
  const recording = useRecord.getState().on && player.playing;
  const next = plainZeros(recording ? recorded(scene, clean, (sort) => keyFrameAt(scene, player, sort)) : clean, scene);
  if (equal(next, scene)) return true;
  const faults = checkScene(next, sound);
  if (faults.length > 0) {
    for (const listener of refusals) listener(faults);
    return false;
  }
  useSceneStore.setState({ scene: next });
  // The first change of a gesture is a step; those that follow belong to it.
  if (held) useSceneStore.temporal.getState().pause();
  return true;
}

/** Changes the scene by writing to a draft of it. */
export function editScene(recipe: (draft: Draft<Scene>) => void): boolean {
  return changeScene(produce(recipe));
}

/** Sorts of things that have a place, with the list of the scene they stand in. */
export const LISTS = {
  field: 'fields',
  group: 'groups',
  emitter: 'emitters',
  collider: 'colliders',
  carrier: 'carriers',
  zone: 'zones',
} as const;
export type ThingType = keyof typeof LISTS;
export type Thing = Field | Group | Emitter | Collider | Carrier | Zone;

/** The thing of that sort and id. */
export function thingOf(scene: Scene, type: ThingType, id: string): Thing | undefined {
  return (scene[LISTS[type]] as readonly Thing[]).find((t) => t.id === id);
}

/** Changes one thing of any sort. */
export function editThing(type: ThingType, id: string, recipe: (thing: Draft<Thing>) => void): void {
  editScene((scene) => {
    const thing = (scene[LISTS[type]] as Draft<Thing>[]).find((t) => t.id === id);
    if (thing) recipe(thing);
  });
}

/** Changes fields alike. */
export function editFields(ids: readonly string[], recipe: (field: Draft<Field>) => void): void {
  editScene((scene) => {
    for (const field of scene.fields) if (ids.includes(field.id)) recipe(field);
  });
}

/** Changes one field. */
export const editField = (id: string, recipe: (field: Draft<Field>) => void) => editFields([id], recipe);

/** Changes one group. */
export function editGroup(id: string, recipe: (group: Draft<Group>) => void): void {
  editScene((scene) => {
    const group = scene.groups.find((g) => g.id === id);
    if (group) recipe(group);
  });
}

/** Changes emitters alike. */
export function editEmitters(ids: readonly string[], recipe: (emitter: Draft<Emitter>) => void): void {
  editScene((scene) => {
    for (const emitter of scene.emitters) if (ids.includes(emitter.id)) recipe(emitter);
  });
}

/** Changes one emitter. */
export const editEmitter = (id: string, recipe: (emitter: Draft<Emitter>) => void) => editEmitters([id], recipe);

/** Changes one collider. */
export function editCollider(id: string, recipe: (collider: Draft<Collider>) => void): void {
  editScene((scene) => {
    const collider = scene.colliders.find((c) => c.id === id);
    if (collider) recipe(collider);
  });
}

/** Goes through the steps; a gesture under way is a step up to here, and what follows of it is another. */
function step(way: 'undo' | 'redo'): void {
  const during = held;
  endGesture();
  useSceneStore.temporal.getState()[way]();
  if (during) beginGesture();
}

/** Takes back one step. */
export const undo = () => step('undo');

/** Does again the step that was last taken back. */
export const redo = () => step('redo');
