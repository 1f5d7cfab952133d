import { actions } from '../kinds/actions';
import { falloffShapes } from '../kinds/falloff-shapes';
import { fields as fieldKinds } from '../kinds/fields';
import { sendTo, type Field, type Scene } from '../document/scene';
import { groupsAround, isHeard } from '../document/groups';
import type { Assets } from '../document/assets';
import { dialsOf } from '../document/dials';
import { fieldSource } from '../sim/stack/compile';
import { modulators } from '../kinds/modulators';
import { strengthOf } from '../kinds/fields/strength';
import { withSharedPaths } from '../scene/shared-paths';
import { resourcesOf } from '../scene/resources';
import { newEmitter } from '../scene/starters';
import { spanLevel } from '../sim/stack/weight';
import { boundsSentTo, fittedTo } from './fit';
import { actsThroughSample } from './sampled-group';
import { heldByGroup } from './diagnose-group';
import { letsThrough, outweighed } from './diagnose-surface';
import { stepTooLong } from './diagnose-step';
import { offPath } from './off-path';
import { rms, type Bounds, type Meter, type Meters } from './meters';
import { changedField as changed, changedGroup, metres, type Diagnosis } from './diagnosis';

function isZero(value: unknown): boolean {
  return Array.isArray(value) && value.every((n) => n === 0);
}

/** Reasons that stand in mutes, solos and the master. */
function switchDiagnosis(scene: Scene, field: Field): Diagnosis | undefined {
  if (field.mute)
    return { code: 'muted', words: 'muted', fix: { label: 'Unmute', change: changed(field, () => ({ mute: false })) } };
  const muted = groupsAround(scene.groups, field).find((g) => g.mute);
  if (muted)
    return {
      code: 'group-muted',
      words: `its group “${muted.name}” is muted`,
      fix: { label: 'Unmute the group', change: changedGroup(muted, () => ({ mute: false })) },
    };
  if (!isHeard(field, scene)) {
    const unsolo = <T extends { solo: boolean }>(list: readonly T[]) => list.map((one) => ({ ...one, solo: false }));
    const clear = (s: Scene): Scene => ({ ...s, fields: unsolo(s.fields), groups: unsolo(s.groups) });
    return { code: 'soloed', words: 'another strip is soloed', fix: { label: 'End solo', change: clear } };
  }
  if (scene.desk.master === 0) {
    const raise = (s: Scene): Scene => ({ ...s, desk: { ...s.desk, master: 1 } });
    return { code: 'master', words: 'the desk’s master is 0', fix: { label: 'Set the master to 1', change: raise } };
  }
  return undefined;
}

/** Whether some modulator of the scene reads a group that the field stands in. */
function isRead(scene: Scene, field: Field): boolean {
  const around = groupsAround(scene.groups, field).map((g) => g.id);
  return [...scene.fields, ...scene.groups].some((one) =>
    one.modulators.some((m) => m.kind === 'group' && around.includes(String(m['group']))),
  );
}

/** Reasons that stand in the settings, whatever the particles do. */
function settingsDiagnosis(scene: Scene, field: Field, frame: number, assets: Assets): Diagnosis | undefined {
  const kind = fieldKinds.get(field.settings.kind);
  const usual = strengthOf(kind, field.actsAs).default;
  const action = actions.get(field.actsAs);
  const setUsual = { label: 'Use the default strength', change: changed(field, () => ({ strength: usual })) };
  if (field.strength === 0 && (action.blends || !kind.diagnose?.deliversAtZero?.(field.settings)))
    return { code: 'strength', words: 'strength 0', fix: setUsual };
  if (action.paced && field.targetSpeed === 0)
    return {
      code: 'pace',
      words: 'its target speed is 0',
      fix: { label: 'Set to 1 m/s', change: changed(field, () => ({ targetSpeed: 1 })) },
    };
  const { direction } = kind;
  if (direction && isZero(field.settings[direction])) {
    const upright = kind.parameters[direction]!.default;
    return {
      code: 'direction',
      words: `its ${kind.parameters[direction]!.label.toLowerCase()} is zero`,
      fix: {
        label: 'Set it upright',
        change: changed(field, (f) => ({ settings: { ...f.settings, [direction]: upright } })),
      },
    };
  }
  const source = fieldSource(scene, field, assets);
  const silent = kind.diagnose?.silent?.(source);
  if (silent) {
    const { falloff } = kind.needs ?? {};
    const helps =
      falloff !== undefined &&
      kind.diagnose?.silent?.({ ...source, falloff: falloffShapes.defaults(falloff) }) === undefined;
    const give = () => ({ falloff: falloffShapes.defaults(falloff!), transform: field.transform });
    return {
      code: 'silent',
      words: silent,
      ...(helps
        ? { fix: { label: `Add a ${falloffShapes.get(falloff).label} falloff`, change: changed(field, give) } }
        : { look: 'field' }),
    };
  }
  const nothing = falloffShapes.get(field.falloff.kind).empty?.(field.falloff, resourcesOf(scene, assets));
  if (nothing) return { code: 'silent', words: nothing, look: 'falloff' };
  if (field.actsAs === 'mask' && !isRead(scene, field))
    return {
      code: 'unread',
      words: 'a mask moves nothing by itself: let a modulator read its group',
      look: 'field',
    };
  if (field.limitedRange && spanLevel(field, frame) === 0) {
    const words =
      frame < field.activeFrom ? `starts at frame ${field.activeFrom}` : `ended at frame ${field.activeUntil}`;
    return {
      code: 'span',
      words,
      fix: { label: 'Always on', change: changed(field, () => ({ limitedRange: false })) },
      goTo: field.activeFrom,
    };
  }
  return undefined;
}

/** What a falloff shape or modulator takes away so that no particle has any weight. */
function weightDiagnosis(
  scene: Scene,
  field: Field,
  meter: Meter,
  assets: Assets,
  bounds: NonNullable<ReturnType<typeof boundsSentTo>>,
  frame: number,
): Diagnosis {
  if (meter.missedBy > 0) {
    const miss = Number.isFinite(meter.missedBy) ? metres(meter.missedBy) : undefined;
    const { position } = field.transform;
    const among = [0, 1, 2].every((i) => position[i]! >= bounds.low[i]! && position[i]! <= bounds.high[i]!);
    const still = field.transform.carrier === '' && Object.keys(field.keys).length === 0;
    const off = offPath(scene, field, frame);
    if (off) return off;
    if (miss !== undefined && among && still) {
      const wider = (f: Field) => ({
        falloff: { ...f.falloff, outer: widened((f.falloff['outer'] as number) + meter.missedBy / f.transform.scale) },
      });
      return {
        code: 'ends-short',
        words: `its falloff ends ${miss} before the first particle`,
        fix: { label: 'Increase the outer radius', change: changed(field, wider) },
      };
    }
    return {
      code: 'misses',
      words: `misses every particle${miss === undefined ? '' : ` by ${miss}`}`,
      fix: { label: 'Move it to the particles', change: changed(field, (f) => bringCloser(f, bounds)) },
    };
  }
  if (field.modulators.length > 0) {
    const resources = resourcesOf(scene, assets);
    const broken = field.modulators
      .map((values) => modulators.get(values.kind).broken?.({ values, ...resources, dials: dialsOf(scene) }))
      .find(Boolean);
    return {
      code: 'masked',
      words: broken ?? 'its modulators are 0 at every particle',
      fix: { label: 'Remove the modulators', change: changed(field, () => ({ modulators: [] })) },
    };
  }
  return {
    code: 'no-weight',
    words: 'its falloff is zero at every particle',
    fix: {
      label: 'Invert the falloff',
      change: changed(field, (f) => ({ curve: { ...f.curve, slope: 1, invert: !f.curve.invert } })),
    },
  };
}

/** An outer radius that takes in a little more than `least`. */
const widened = (least: number) => Number((least * 1.25).toPrecision(2));

/** Reasons for a field that reaches particles and whose vector is nothing there. */
function vectorDiagnosis(field: Field, meter: Meter, bounds: Bounds): Diagnosis | undefined {
  const kind = fieldKinds.get(field.settings.kind);
  if (meter.ownSquares === 0 && meter.peak === 0) {
    if (field.settings['ownMotion'] !== undefined && field.settings['ownMotion'] !== 0 && field.strength === 0)
      return {
        code: 'no-motion',
        words: 'it acts only while it moves, and it does not move',
        fix: { label: 'Set its strength', change: changed(field, () => ({ strength: kind.strength.default })) },
      };
    const words = kind.diagnose?.zeroHere ?? 'the field is zero at every particle within its falloff';
    const { fit } = kind;
    if (!fit) return { code: 'zero-here', words, look: 'field' };
    const { centre, half } = fittedTo(bounds);
    const fitted = (f: Field) => ({
      transform: { ...f.transform, position: centre },
      settings: { ...f.settings, ...fit(half) },
    });
    return { code: 'zero-here', words, fix: { label: 'Fit it to the particles', change: changed(field, fitted) } };
  }
  const still = meter.fastest < 1e-9;
  if (
    still &&
    (field.actsAs === 'steer' || field.actsAs === 'drag' || (field.actsAs === 'speed-limit' && meter.feltSquares === 0))
  )
    return { code: 'at-rest', words: 'it changes motion only, and the particles are at rest', look: 'field' };
  return undefined;
}

/** Less than this, in the field's unit or in m/s², is next to nothing. */
const NOTHING = 1e-4;

/** Reasons for a field that delivers next to nothing, or whose doing is undone. */
function feltDiagnosis(scene: Scene, field: Field, meters: Meters, meter: Meter): Diagnosis | undefined {
  const felt = meter.count > 0 ? Math.sqrt(meter.feltSquares / meter.count) : 0;
  if (field.actsAs === 'force' && felt < NOTHING * 10 && rms(meter) > NOTHING * 100)
    return {
      code: 'heavy',
      words: `it hardly moves the particles: they have a mass of ${Number(meter.lightest.toPrecision(2))} kg or more`,
      fix: { label: 'Act as acceleration', change: changed(field, () => ({ actsAs: 'acceleration' })) },
    };
  if (meter.peak < NOTHING) {
    const usual = strengthOf(fieldKinds.get(field.settings.kind), field.actsAs).default;
    const words =
      `it is very weak: at most ${Number(meter.peak.toPrecision(2))} ${actions.get(field.actsAs).vectorUnit}`.trim();
    return {
      code: 'tiny',
      words,
      fix: { label: 'Use the default strength', change: changed(field, () => ({ strength: usual })) },
    };
  }
  if (meter.feltSquares > 0 && meter.against < -0.98 * meter.feltSquares && meter.against > -1.02 * meter.feltSquares) {
    const rivals = scene.fields
      .map((rival, i) => ({ rival, against: 0, feltSquares: 0, ...meters.fields[i] }))
      .filter(({ rival, against }) => rival.id !== field.id && against < 0)
      .toSorted((a, b) => b.feltSquares - a.feltSquares);
    // A much stronger field may go against a part of it that happens to be as large: that undoes nothing.
    const nothingIsLeft = meters.total.squares < 0.04 * meter.feltSquares;
    const found = rivals.find(
      ({ feltSquares }) => nothingIsLeft || Math.abs(feltSquares - meter.feltSquares) < 0.1 * meter.feltSquares,
    );
    if (found)
      return {
        code: 'cancelled',
        words: `“${found.rival.name}” cancels it`,
        fix: { label: `Mute ${found.rival.name}`, change: changed(found.rival, () => ({ mute: true })) },
      };
  }
  return undefined;
}

/** Why a field delivers nothing, or next to nothing, on the frame of these meters; undefined where it does deliver. */
export function whySilent(
  document: Scene,
  { id }: Pick<Field, 'id'>,
  meters: Meters,
  frame: number,
  assets: Assets,
): Diagnosis | undefined {
  const scene = withSharedPaths(document);
  const field = scene.fields.find((f) => f.id === id)!;
  if (actsThroughSample(scene, field)) return undefined;
  const inSettings = switchDiagnosis(scene, field) ?? settingsDiagnosis(scene, field, frame, assets);
  if (inSettings) return inSettings;
  if (scene.emitters.length === 0) {
    const add = (s: Scene): Scene => ({ ...s, emitters: [newEmitter(s)] });
    return { code: 'no-emitter', words: 'there is no emitter', fix: { label: 'Add an emitter', change: add } };
  }
  if (scene.emitters.every((e) => sendTo(field, e.id) === 0))
    return {
      code: 'no-send',
      words: 'no emitter sends to it',
      fix: { label: 'Send from all', change: changed(field, () => ({ sends: {} })) },
    };
  const meter = meters.fields[scene.fields.indexOf(field)]!;
  const bounds = boundsSentTo(scene, field, meters);
  if (!bounds) return { code: 'nobody', words: 'no particle is alive on this frame' };
  const held = heldByGroup(scene, field, meter);
  if (held) return held;
  if (meter.touched === 0 && meter.ownSquares === 0 && (meter.missedBy > 0 || meter.reached === 0))
    return weightDiagnosis(scene, field, meter, assets, bounds, frame);
  if (actions.get(field.actsAs).needsDrag && meter.grip === 0) {
    const grip = (s: Scene): Scene => ({
      ...s,
      emitters: s.emitters.map((e) =>
        sendTo(field, e.id) > 0 ? { ...e, birth: { ...e.birth, drag: e.birth.mass } } : e,
      ),
    });
    return {
      code: 'no-drag',
      words: 'the particles have no drag, which a flow needs',
      fix: { label: 'Give the particles drag', change: grip },
    };
  }
  const nothing =
    vectorDiagnosis(field, meter, bounds) ??
    (field.actsAs === 'mask' ? undefined : feltDiagnosis(scene, field, meters, meter)) ??
    outweighed(scene, field, frame) ??
    letsThrough(field, meter) ??
    stepTooLong(scene, field, meter, frame, assets);
  if (nothing || meter.uncomputed === 0) return nothing;
  return {
    code: 'uncomputed',
    words: 'its formula has no value at some particles and counts as 0 there',
    look: 'field',
  };
}

/** Moves a field to the middle of the particles, and widens its falloff shape where that is not enough. */
function bringCloser(field: Field, bounds: NonNullable<ReturnType<typeof boundsSentTo>>): Partial<Field> {
  const { centre, half } = fittedTo(bounds);
  const fitted = falloffShapes.get(field.falloff.kind).fitted(half);
  const outer = field.falloff['outer'] as number;
  const falloff = outer < (fitted['outer'] as number) ? { ...field.falloff, ...fitted } : field.falloff;
  return { transform: { ...field.transform, position: centre }, falloff };
}
