import { counted } from '../lib/counted';
import { fields as fieldKinds } from '../kinds/fields';
import { masks } from '../kinds/masks';
import { modulators } from '../kinds/modulators';
import type { Kinded } from '../document/registry';
import { valueAt, type Key } from '../document/keys/keys';
import { clockIn } from '../scene/scene-clock';
import { readsParticles } from '../scene/coupling';
import { dialsOf } from '../document/dials';
import type { Emitter, Field, Moving, Scene } from '../document/scene';
import { automatedNumber } from '../document/movable';
import { automatedValue, ownerOf } from '../scene/automated';
import { MOVABLE_SORTS, numbersOf, thingsOf } from '../scene/numbers';
import { shapes } from '../kinds/emitter-shapes';
import { automationKinds } from '../kinds/automation';
import { buildMesh } from '../scene/scene-meshes';
import type { Assets } from '../document/assets';
import { changedField, type Diagnosis } from './diagnosis';

/** Names under which formulas read what goes on and on. */
const TIMES: readonly string[] = ['time', 'frame'];

/** Whether its formula uses the time. */
const readsTime = (text: unknown): boolean =>
  typeof text === 'string' && [...text.matchAll(/[A-Za-z_]\w*/g)].some(([word]) => TIMES.includes(word));

const formulasOf = (values: Kinded, parameters: object): unknown[] =>
  Object.entries(parameters).flatMap(([name, p]) => ((p as { formula?: string }).formula ? [values[name]] : []));

/** The longest that a particle of an emitter lives, seconds: of a long tail, what one in four milliards outlives. */
function longestLife(scene: Scene, emitter: Emitter, depth = 0): number {
  const { life, lifeVariance, lifeDistribution } = emitter.birth;
  const own = life + lifeVariance * (lifeDistribution === 'uniform' ? 1 : 21.2);
  if (!shapes.get(emitter.shape.kind).fromParticles || depth > scene.emitters.length) return own;
  const source = scene.emitters.find(({ id }) => id === emitter.shape['source']);
  return own + (source ? longestLife(scene, source, depth + 1) : 0);
}

function emitterReasons(scene: Scene, emitter: Emitter): Diagnosis[] {
  const { name, birth, emission: rows, body } = emitter;
  const { fps, first, preRoll } = scene.time;
  if (birth.immortal) {
    const begun = rows.every(
      (row) =>
        row.kind === 'burst' && row['every'] === 0 && (row['timing'] === 'start' || (row['frame'] as number) <= first),
    );
    if (!begun) return [{ code: 'immortal', words: `${name}: its particles never die, and more are born` }];
    return body.kind === 'points'
      ? []
      : [
          {
            code: 'bodies',
            words: `${name}: its strands or meshes keep swinging from before; more damping ends that sooner`,
          },
        ];
  }
  const needed = Math.ceil(longestLife(scene, emitter) * fps);
  if (needed <= preRoll) return [];
  return [
    {
      code: 'pre-roll',
      words: `${name}: some live up to ${needed} frames, longer than the pre-roll of ${preRoll}: those born in the previous cycle are missing`,
      fix: {
        label: `Pre-roll of ${needed}`,
        change: (s) => ({ ...s, time: { ...s.time, preRoll: Math.max(s.time.preRoll, needed) } }),
      },
    },
  ];
}

/** Whether two values of a number differ by more than rounding. */
const differ = (a: Key['value'], b: Key['value']): boolean => {
  const parts = (v: Key['value']): readonly number[] => (typeof v === 'number' ? [v] : v);
  const [left, right] = [parts(a), parts(b)];
  return left.some((n, i) => Math.abs(n - right[i]!) > 1e-6 * Math.max(1, Math.abs(n)));
};

/** Keyed and automated numbers that end a round elsewhere than they began it. */
function movedReasons(scene: Scene): Diagnosis[] {
  const { first, loop } = scene.time;
  const dials = dialsOf(scene);
  return MOVABLE_SORTS.filter((sort) => sort !== 'time').flatMap((sort) =>
    thingsOf(scene, sort).flatMap((thing) => {
      const { keys, automations, name = sort } = thing as Moving & { readonly name?: string };
      const numbers = numbersOf(sort, thing);
      const labelOf = (path: string) =>
        numbers[automatedNumber(numbers, path)?.of ?? path]?.label.toLowerCase() ?? path;
      const keyed = Object.entries(keys).flatMap(([path, list]): Diagnosis[] =>
        list.length > 0 && differ(valueAt(list, first), valueAt(list, first + loop))
          ? [
              {
                code: 'keys',
                words: `${name}: the keyframes of ${labelOf(path)} end at another value than they begin`,
                goTo: first + loop,
              },
            ]
          : [],
      );
      const automated = Object.entries(automations).flatMap(([path, automation]): Diagnosis[] => {
        if (automation.kind === 'dial') return [];
        const value = automatedValue(scene, dials, { ...automation, combination: 'add' }, ownerOf(sort, thing, path));
        return differ(value(0, first), value(0, first + loop))
          ? [
              {
                code: 'automation',
                words: `${name}: the ${automationKinds.get(automation.kind).label} of ${labelOf(path)} ends at another value than it begins`,
              },
            ]
          : [];
      });
      return [...keyed, ...automated];
    }),
  );
}

/** What of a field's own course can't come back. */
function openDiagnosis(field: Field): Diagnosis[] {
  const open = fieldKinds.get(field.settings.kind).loop?.open?.(field.settings);
  if (!open) return [];
  const change = changedField(field, (f) => ({ settings: { ...f.settings, ...open.instead } }));
  return [{ code: 'field', words: `${field.name}: ${open.words}`, fix: { label: 'Use evolution instead', change } }];
}

function fieldReasons(scene: Scene): Diagnosis[] {
  const { fields, groups, zones, emitters } = scene;
  const reached = [...fields, ...groups, ...zones];
  const reason = (name: string, what: string | undefined): Diagnosis[] =>
    what ? [{ code: 'field', words: `${name}: ${what}` }] : [];
  const time = (values: Kinded, parameters: object) =>
    formulasOf(values, parameters).some(readsTime) ? 'its formula uses the time' : undefined;
  return [
    ...fields
      .filter((f) => !f.mute)
      .flatMap((field) => {
        const kind = fieldKinds.get(field.settings.kind);
        const heeds = readsParticles(field) ? 'particles affect one another, so earlier ones leave a trace' : undefined;
        return [
          ...openDiagnosis(field),
          ...reason(field.name, heeds),
          ...reason(field.name, time(field.settings, kind.parameters)),
        ];
      }),
    ...reached.flatMap((thing) =>
      thing.modulators.flatMap((row) => {
        const drift = row['drift'] as readonly number[] | undefined;
        return [
          ...reason(thing.name, drift?.some((n) => n !== 0) ? 'the noise of a modulator drifts' : undefined),
          ...reason(thing.name, time(row, modulators.get(row.kind).parameters)),
        ];
      }),
    ),
    ...emitters.flatMap((emitter) =>
      emitter.masks.flatMap((mask) => reason(emitter.name, time(mask, masks.get(mask.kind).parameters))),
    ),
  ];
}

/** What keeps a scene that loops from coming back without a seam, part by part; none where all is closed. */
export function whyOpen(scene: Scene, assets: Assets): Diagnosis[] {
  const { time, carriers, meshes, emitters } = scene;
  if (time.loop === 0) return [];
  const clock = clockIn(scene);
  const length = Math.round(clock.at(time.last + 1) - time.first);
  const end = Math.ceil(clock.back(time.first + time.loop) - 1e-9) - 1;
  const longer: Diagnosis[] =
    length === time.loop
      ? []
      : [
          {
            code: 'length',
            words: `the shot shows ${counted(length, 'frame')} of the scene’s time and the loop has ${time.loop}: ${length > time.loop ? 'it shows some twice' : 'its end is left out'}`,
            fix: { label: `End the shot at ${end}`, change: (s) => ({ ...s, time: { ...s.time, last: end } }) },
          },
        ];
  return [
    ...longer,
    ...(Object.keys(time.keys).length + Object.keys(time.automations).length > 0
      ? [{ code: 'time', words: 'the time scale changes' }]
      : []),
    ...emitters.filter((e) => e.on).flatMap((emitter) => emitterReasons(scene, emitter)),
    ...movedReasons(scene),
    ...fieldReasons(scene),
    ...carriers
      .filter((c) => c.motion !== 'keyframes')
      .map(({ name }) => ({ code: 'carrier', words: `${name}: fields or a strand move it from where it began` })),
    ...meshes
      .filter((mesh) => buildMesh(mesh, assets)?.motion)
      .map(({ name }) => ({ code: 'mesh', words: `${name}: it deforms over time` })),
  ];
}
