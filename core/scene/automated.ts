import { fits } from '../document/check-values';
import type { Kinded } from '../document/registry';
import { type Vector, mapVector } from '../lib/math/vector';
import { valueAt, type Key } from '../document/keys/keys';
import { mix, streamOf } from '../lib/random/lookup';
import { automationKinds } from '../kinds/automation';
import { dialsOf, type Dials } from '../document/dials';
import { fields as fieldKinds } from '../kinds/fields';
import { turnedAbout, turnParameters } from '../kinds/automation/turn';
import type { Dial, Field, Moving, Scene } from '../document/scene';
import { loopOf, wrapped } from '../document/time/loop';
import { lastRun } from '../document/time/beyond';
import { clockFrom } from '../document/time/clock';
import { automatedNumber, type Movable } from '../document/movable';
import { dialsRead } from './dials-read';
import { pathInVersion2 } from '../document/migrations/to-3';
import { MOVABLE_SORTS, numbersOf, thingsOf, withThings, type MovableSort } from './numbers';
import { valueOf } from '../document/value-paths';
import { withSharedPaths } from './shared-paths';

const isAutomated = ({ automations }: Moving): boolean => Object.keys(automations).length > 0;

/** Whether anything of a scene is automated. */
export function hasAutomations(scene: Scene): boolean {
  return MOVABLE_SORTS.some((sort) => thingsOf(scene, sort).some(isAutomated));
}

/** 32 bits of a text (FNV-1a). */
function hashOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return mix(hash);
}

/** The name by which the random automation of a number is drawn: that of its thing, and its path. */
export const ownerOf = (sort: MovableSort, thing: object, path: string): string =>
  `${'id' in thing ? String(thing.id) : ''} ${pathInVersion2(sort, thing, path)}`;

/** What an automation makes of a number's own value at a frame. */
export function automatedValue(
  scene: Pick<Scene, 'time' | 'seed' | 'sounds'>,
  dials: Dials,
  automation: Kinded,
  owner: string,
): (own: number, frame: number) => number {
  const { fps, first, last, loop } = scene.time;
  const stream = streamOf(scene.seed ^ 0x1b56c4e9, hashOf(owner));
  const give = automationKinds
    .get(automation.kind)
    .compile({ values: automation, fps, first, last, dials, stream, sounds: scene.sounds, closes: loop });
  const combination = automation['combination'];
  return (own, frame) => {
    const value = give(frame);
    return combination === 'add' ? own + value : combination === 'multiply' ? own * value : value;
  };
}

/** A value brought into what its parameter allows. */
function within(parameter: Movable, value: number): number {
  if (parameter.type === 'vector' || fits(parameter, value)) return value;
  const least = parameter.above ? (parameter.min ?? 0) + 1e-9 : parameter.min;
  const limited = Math.min(parameter.max ?? Infinity, Math.max(least ?? -Infinity, Number.isFinite(value) ? value : 0));
  return parameter.whole ? Math.round(limited) : limited;
}

/** A thing whose automations are keys on every frame from the start of the run until `end`. */
function keyed<T extends Moving & { readonly id?: string }>(
  scene: Scene,
  [sort, thing]: readonly [MovableSort, T],
  dials: Dials,
  end: number,
): T {
  const numbers = numbersOf(sort, thing);
  const start = scene.time.first - scene.time.preRoll;
  const wrap = wrapped(loopOf(scene));
  const dense = (value: (frame: number) => number | Vector): Key[] =>
    Array.from({ length: end - start + 1 }, (_, i) => ({
      frame: start + i,
      value: value(wrap(start + i)),
      ease: 'linear',
    }));
  const keys: Record<string, readonly Key[]> = { ...thing.keys };
  const ownOf = (path: string) => {
    const before = keys[path];
    return (frame: number) => (before?.length ? valueAt(before, frame) : (valueOf(thing, path) as number | Vector));
  };
  for (const [path, automation] of Object.entries(thing.automations)) {
    const target = automatedNumber(numbers, path);
    if (!target) continue;
    const { of, part } = target;
    const own = ownOf(of);
    const turns = numbers[of]!.type === 'vector' && part === undefined;
    const value = automatedValue(
      scene,
      dials,
      turns ? { ...automation, combination: 'add' } : automation,
      ownerOf(sort, thing, path),
    );
    const about = (automation['about'] as Vector | undefined) ?? turnParameters.about.default;
    keys[of] = dense((frame) => {
      const now = own(frame);
      if (typeof now === 'number') return within(numbers[of]!, value(now, frame));
      return turns
        ? turnedAbout(now, about, value(0, frame))
        : mapVector(now, (n, i) => (i === part ? value(n, frame) : n));
    });
  }
  // What is keyed comes round again with the loop.
  if (scene.time.loop > 0)
    for (const path of Object.keys(thing.keys))
      if (thing.keys[path]!.length > 0 && keys[path] === thing.keys[path]) keys[path] = dense(ownOf(path));
  return { ...thing, keys, automations: {} };
}

/** Dials as keyed ones, each after those that it reads. */
function keyedDials(scene: Scene, end: number): readonly Dial[] {
  let now = scene.dials;
  const names = now.map(({ name }) => name);
  const done = new Set<string>();
  const make = (dial: Dial) => {
    if (done.has(dial.name)) return;
    done.add(dial.name);
    const automation = dial.automations['value'];
    const comesRound = scene.time.loop > 0 && (dial.keys['value']?.length ?? 0) > 0;
    if (!automation && !comesRound) return;
    for (const name of automation ? dialsRead(automation, names) : []) {
      const other = scene.dials.find((d) => d.name === name);
      if (other) make(other);
    }
    const moved = keyed(scene, ['dials', dial], dialsOf({ dials: now }), end);
    now = now.map((d) => (d.id === dial.id ? moved : d));
  };
  scene.dials.forEach(make);
  return now;
}

/** A field whose own course comes back after so many frames, where it can; the field itself without a loop. */
function closedField(field: Field, loop: number): Field {
  const closed = loop > 0 ? fieldKinds.get(field.settings.kind).loop?.closed?.(field.settings, loop) : undefined;
  return closed ? { ...field, settings: { ...field.settings, ...closed } } : field;
}

const known = new WeakMap<Scene, Scene>();

/**
 * A scene in which everything that is automated is keyed instead, on every frame of the run; where it loops, what is
 * keyed, too. Things that are on a path of the scene have it as their own.
 */
export function automated(scene: Scene): Scene {
  const { loop } = scene.time;
  if (!hasAutomations(scene) && loop === 0) return withSharedPaths(scene);
  let made = known.get(scene);
  if (!made) {
    const shot = lastRun(scene.time) + 1;
    // The automation of the time scale reads dials by the frames of the shot: there is no other time yet.
    const time = isAutomated(scene.time)
      ? keyed(scene, ['time', scene.time], dialsOf({ dials: keyedDials(scene, shot) }), shot)
      : scene.time;
    const end = Math.max(shot, Math.ceil(clockFrom(time).at(shot)));
    const dials = keyedDials(scene, end);
    const read = dialsOf({ dials });
    const moves = (thing: Moving) => isAutomated(thing) || (loop > 0 && Object.keys(thing.keys).length > 0);
    made = withThings(
      { ...scene, time, dials, fields: scene.fields.map((field) => closedField(field, loop)) },
      (thing, sort) =>
        sort !== 'time' && sort !== 'dials' && moves(thing) ? keyed(scene, [sort, thing], read, end) : thing,
    );
    made = withSharedPaths(made);
    known.set(scene, made);
  }
  return made;
}
