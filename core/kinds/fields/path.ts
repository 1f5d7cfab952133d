import { describe, type Values, type ValuesOf } from '../../document/parameters';
import { Course, coursePoint } from '../../lib/paths/course';
import { pathHandles } from '../shared/path-handles';
import { lineOf, pathTrouble } from '../shared/path-line';
import { nearestOnPath, PathPieces } from '../../lib/paths/nearest';
import { pathForms, pathParameters } from '../shared/path-parameters';
import { strokesOf, type Polyline } from '../../lib/paths/polyline';
import { shareAt, turnAlong, turnsAMetre, windingPoint, type Winding } from '../../lib/paths/winding';
import { Purpose, uniform } from '../../lib/random/lookup';
import type { Kinded } from '../../document/registry';
import type { Vector } from '../../lib/math/vector';
import type { Outline } from '../../lib/geometry/outline';
import { clear } from '../contracts/sums';
import { vectorActions } from './actions';
import { defineField } from '../contracts/field';

const wound = (v: Values) => v['winding'] !== 'none';

const parameters = describe({
  ...pathParameters,
  form: {
    ...pathParameters.form,
    default: 'falloff',
    options: [{ value: 'falloff', label: 'the falloff’s' }, ...pathForms],
    help: 'The path of the falloff, a separate path, or a path of the scene, which several things can share.',
  },
  towards: {
    type: 'number',
    label: 'Towards',
    unit: '=',
    default: 1,
    usual: [-5, 5],
    help: 'The pull to the nearest point of the path. Negative pushes away.',
  },
  width: {
    type: 'number',
    label: 'Width',
    unit: 'm',
    default: 0.05,
    min: 0,
    above: true,
    usual: [0.01, 1],
    help: 'The distance from the path within which the pull fades to zero.',
  },
  around: {
    type: 'number',
    label: 'Around',
    unit: '=',
    default: 0,
    usual: [-5, 5],
    help: 'The flow around the path, by the right-hand rule.',
  },
  pace: {
    type: 'choice',
    label: 'Pace',
    default: 'constant',
    options: [
      { value: 'constant', label: 'constant' },
      { value: 'lap', label: 'per lifetime' },
    ],
    help: 'Constant moves at the set strength. Per lifetime lets each particle complete its laps within its lifetime.',
  },
  laps: {
    type: 'number',
    label: 'Laps',
    unit: '',
    default: 1,
    usual: [-5, 5],
    help: 'The number of laps in one lifetime, multiplied by the strength or target speed.',
    shown: (v) => v['pace'] === 'lap',
  },
  winding: {
    type: 'choice',
    label: 'Winding',
    default: 'none',
    options: [
      { value: 'none', label: 'none' },
      { value: 'helix', label: 'helix' },
      { value: 'wave', label: 'wave' },
      { value: 'eight', label: 'figure of eight' },
    ],
    help: 'Follows the path itself, or winds around it, swings from side to side, or both.',
  },
  turnsPer: {
    type: 'choice',
    label: 'Turns counted',
    default: 'metre',
    options: [
      { value: 'metre', label: 'per metre' },
      { value: 'lap', label: 'per lap' },
    ],
    help: 'Per metre keeps the pitch when the path changes; per lap keeps the number of turns from its start to its end.',
    shown: wound,
  },
  frequency: {
    type: 'number',
    label: 'Frequency',
    unit: '1/m',
    default: 1,
    usual: [-5, 5],
    help: 'The number of turns or swings per metre, rounded on a closed path so that it closes.',
    shown: (v) => wound(v) && v['turnsPer'] !== 'lap',
  },
  lapTurns: {
    type: 'number',
    label: 'Turns per lap',
    unit: '',
    default: 6,
    usual: [-24, 24],
    help: 'The number of turns or swings from the start of the path to its end, rounded on a closed path so that it closes.',
    shown: (v) => wound(v) && v['turnsPer'] === 'lap',
  },
  windingRadius: {
    type: 'number',
    label: 'Winding radius',
    unit: 'm',
    default: 0.2,
    min: 0,
    usual: [0, 2],
    help: 'The radius of the winding.',
    shown: wound,
  },
  taper: {
    type: 'number',
    label: 'Taper',
    unit: '',
    fraction: true,
    default: 0,
    min: 0,
    max: 1,
    usual: [0, 1],
    help: 'The percentage by which the winding radius shrinks towards the end of the path.',
    shown: wound,
  },
  ways: {
    type: 'number',
    label: 'Windings',
    unit: '',
    default: 1,
    min: 0,
    max: 64,
    whole: true,
    usual: [0, 6],
    help: 'The number of windings side by side. Each particle keeps to one; 0 gives each particle its own.',
    shown: wound,
  },
});

type Settings = ValuesOf<typeof parameters>;

/** Where its path comes from: its own numbers, or those of its falloff shape. */
function pathValues(settings: Values, falloff: Kinded): Values | undefined {
  if (settings['form'] !== 'falloff') return settings;
  return falloff.kind === 'path' ? falloff : undefined;
}

/** The same, where there is a path. */
function soundPath(settings: Values, falloff: Kinded): Values | undefined {
  const values = pathValues(settings, falloff);
  return values && pathTrouble(values) === undefined ? values : undefined;
}

const windingOf = ({ winding, turnsPer, frequency, lapTurns, windingRadius, taper }: Settings): Winding => ({
  form: winding,
  turns: turnsPer === 'lap' ? () => lapTurns : (whole) => frequency * whole,
  radius: windingRadius,
  taper,
});

/** Speed along a stroke of so many metres for a particle with a lifetime, in metres of the path’s own a second. */
const paceOn = ({ pace, laps }: Settings, strength: number, whole: number, life: number, scale: number): number =>
  pace === 'lap' ? (strength * laps * whole) / Math.max(life, 1e-6) : strength / scale;

/** Fineness of a direction that is taken of the way, as a share of its length. */
const FINE = 1e-4;

/** A way that winds, as lines to draw. */
function windingLines(settings: Settings, line: Polyline): Vector[][] {
  const course = new Course(line);
  const at = coursePoint();
  const winding = windingOf(settings);
  return line.strokes.flatMap((stroke) => {
    const whole = course.lengthOf(stroke);
    const pieces = Math.min(1500, Math.ceil(24 + 24 * Math.abs(winding.turns(whole))));
    return Array.from({ length: Math.max(1, Math.min(6, settings.ways)) }, (_, way) =>
      Array.from({ length: pieces + 1 }, (_n, i): Vector => {
        windingPoint(course, winding, stroke, (whole * i) / pieces, way / Math.max(1, settings.ways), at);
        return [at.p[0]!, at.p[1]!, at.p[2]!];
      }),
    );
  });
}

/**
 * F = along + towards + around, from the point P(s) of the way that belongs to the nearest point of the path. Where F
 * is a velocity it aims at a point of the way: along = (P(s + Δs) − P(s))/dt with Δs = S·dt, or S·laps·L/life·dt, so
 * that a lap is a lap; otherwise it is S times the direction of the way. towards = −T·δ/√(δ² + width²), δ the way from
 * P(s); around likewise about the path.
 */
export const path = defineField({
  kind: 'path',
  family: 'around',
  label: 'path',
  summary: 'Moves particles along a path, towards it and around it.',
  glyph: 'M3 17c4-12 8-12 9-5s5 7 9-5M18 6l3 1-1 3',
  formula: 'F = (P(s + Δs) − P(s)) / dt − T · δ / √(δ² + width²) + A · t̂×δ / √(δ² + width²)',
  source:
    'geometry; frames after Wang, Jüttler, Zheng & Liu 2008; paths are centripetal Catmull–Rom splines, Barry & Goldman 1988',
  // As a velocity it holds particles to within 3 cm of a flower of 2 m.
  strength: { label: 'Strength', default: 1, usual: [-5, 5], blended: 0.6 },
  actions: vectorActions('set-velocity'),
  startsWith: { falloff: 'path', curve: 'smooth' },
  balance: ['towards', 'around'],
  needs: { start: true, falloff: 'path' },
  view: {
    points: 'points',
    path: soundPath,
    outline(settings, falloff): Outline {
      const values = soundPath(settings, falloff);
      if (!values) return [];
      const line = lineOf(values);
      const own = settings['form'] === 'falloff' ? [] : strokesOf(line);
      return wound(settings) ? [...own, ...windingLines(settings, line)] : own;
    },
    handles: (settings) => (settings['form'] === 'falloff' ? [] : pathHandles(settings)),
  },
  starts: [
    {
      name: 'Rail',
      note: 'along the path, and back to it',
      actsAs: 'set-velocity',
      strength: 0.2,
      settings: { winding: 'none', towards: 0.8, around: 0 },
    },
    {
      name: 'Rope',
      note: 'three strands wind around it',
      actsAs: 'set-velocity',
      strength: 0.3,
      settings: { winding: 'helix', ways: 3, frequency: 1, windingRadius: 0.2, towards: 1.5, around: 0 },
    },
    {
      name: 'Slither',
      note: 'swings from side to side',
      actsAs: 'set-velocity',
      strength: 0.25,
      settings: { winding: 'wave', ways: 1, frequency: 0.8, windingRadius: 0.3, towards: 1.2, around: 0 },
    },
    {
      name: 'Whirling tube',
      note: 'around the path while moving along it',
      actsAs: 'flow',
      strength: 0.6,
      settings: { winding: 'none', towards: 0.4, around: 1.5 },
    },
  ],
  parameters,
  examples: [
    {
      settings: { form: 'line', pathLength: 10, winding: 'none', towards: 2, width: 1.2, around: 0 },
      actsAs: 'acceleration',
      strength: 3,
      at: [1, 0.5, 0],
      vector: [3, -1 / 1.3, 0],
      source: 'by hand: 3 along the line, and −2·δ/√(δ² + 1.2²) with δ = 0.5',
    },
  ],
  diagnose: {
    // A quarter of a turn a step: chords that are longer cut the winding short.
    longestStep({ settings, strength, falloff, moves, life, scale }) {
      const values = soundPath(settings, falloff);
      if (!moves || !wound(settings) || !values) return undefined;
      const winding = windingOf(settings);
      const line = lineOf(values);
      const fastest = line.strokes.map((stroke) => {
        const whole = line.lengths[stroke.last]! - line.lengths[stroke.first]!;
        return Math.abs(paceOn(settings, strength, whole, life, scale) * turnsAMetre(winding, stroke, whole));
      });
      const turns = Math.max(0, ...fastest);
      return turns > 0 ? { seconds: 0.25 / turns, words: 'its winding turns' } : undefined;
    },
    deliversAtZero: (settings) => settings.towards !== 0 || settings.around !== 0,
    silent({ settings, falloff }) {
      const values = pathValues(settings, falloff);
      return values ? pathTrouble(values) : 'its falloff shape is not a path';
    },
  },
  compile({ settings, strength, stream, falloff, moves }) {
    const { towards, width, around, pace, ways } = settings;
    const winding = windingOf(settings);
    const values = soundPath(settings, falloff);
    if (!values) return (_local, { count }, out) => clear(out, count);
    const line = lineOf(values);
    const pieces = new PathPieces(line);
    const course = new Course(line);
    const found = nearestOnPath();
    const here = coursePoint();
    const next = coursePoint();
    const go = new Float64Array(3);
    const phaseOf = (id: number) => {
      const u = uniform(stream, id, Purpose.way);
      return ways > 0 ? Math.floor(u * ways) / ways : u;
    };
    return (local, { count, body, life, step }, out, { place, start }) => {
      // A velocity aims at a point of the way from where the step begins.
      const { x, y, z } = moves ? start : local;
      for (let i = 0; i < count; i++) {
        pieces.nearest(x[i]!, y[i]!, z[i]!, found);
        const stroke = course.strokeOf(found.piece);
        const whole = course.lengthOf(stroke);
        const nearest = found.s - line.lengths[stroke.first]!;
        const winds = winding.form !== 'none' && winding.radius > 0;
        const s = winds ? course.abreast(stroke, nearest, x[i]!, y[i]!, z[i]!, here) : nearest;
        const phase = winding.form === 'none' ? 0 : phaseOf(body[i]!);
        const share = winds ? shareAt(found.distance / winding.radius) : 1;
        windingPoint(course, winding, stroke, s, phase, here, share);
        const speed = paceOn(settings, strength, whole, life[i]!, place.scale);
        const aimed = (pace === 'lap' || moves) && step[i]! > 0 && speed !== 0;
        if (aimed || winds) {
          const ahead = aimed ? speed * step[i]! : FINE * whole;
          windingPoint(course, winding, stroke, s + ahead, phase, next, share);
          const rate = (speed * place.scale) / ahead;
          for (let k = 0; k < 3; k++) go[k] = rate * (next.p[k]! - here.p[k]!);
          if (aimed && winds)
            turnAlong(x[i]! - here.p[0]!, y[i]! - here.p[1]!, z[i]! - here.p[2]!, here, next, share * rate, go);
        } else for (let k = 0; k < 3; k++) go[k] = speed * place.scale * here.t[k]!;
        const [dx, dy, dz] = [x[i]! - here.p[0]!, y[i]! - here.p[1]!, z[i]! - here.p[2]!];
        const pull = towards / Math.sqrt(dx * dx + dy * dy + dz * dz + width * width);
        // About the path itself, not the way that winds.
        const [ox, oy, oz] = [x[i]! - found.x, y[i]! - found.y, z[i]! - found.z];
        const spin = around / Math.sqrt(ox * ox + oy * oy + oz * oz + width * width);
        const [tx = 0, ty = 0, tz = 0] = here.t;
        out.x[i] = go[0]! - pull * dx + spin * (ty * oz - tz * oy);
        out.y[i] = go[1]! - pull * dy + spin * (tz * ox - tx * oz);
        out.z[i] = go[2]! - pull * dz + spin * (tx * oy - ty * ox);
      }
    };
  },
});
