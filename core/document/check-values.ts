import { fault, inside, type Fault } from './faults';
import {
  REFERRED_NAMES,
  type Description,
  type NumberParameter,
  type Parameter,
  type SpansParameter,
} from './parameters';
import { type Vector } from '../lib/math/vector';

/** Most stops a ramp may have. */
export const MOST_STOPS = 16;
/** Most points of a path, names of a choice and spans of a gate. */
export const MOST_LISTED = { points: 512, names: 256, spans: 256 } as const;
const COLOUR = /^#[0-9a-f]{6}$/i;
const IMAGE_HASH = /^([0-9a-f]{64})?$/;

/** What a number parameter allows, in words. */
export function allowedNumber(p: NumberParameter): string {
  const what = p.whole ? 'a whole number' : 'a number';
  // A number in the unit of its field’s strength has no unit of its own.
  const ownUnit = p.unit === '=' ? '' : p.unit;
  const unit = ownUnit ? ` ${ownUnit}` : '';
  const low = p.min === undefined ? '' : `${p.above ? 'above' : 'from'} ${p.min}${p.max === undefined ? unit : ''}`;
  const high = p.max === undefined ? '' : `${low ? ' to' : 'up to'} ${p.max}${unit}`;
  return low || high ? `${what} ${low}${high}` : `${what}${ownUnit ? ` (${ownUnit})` : ''}`;
}

/** What a parameter allows, in words. */
export function allowed(p: Parameter): string {
  switch (p.type) {
    case 'number':
      return allowedNumber(p);
    case 'vector':
      return `three numbers [x, y, z]${p.unit ? ` in ${p.unit}` : ''}`;
    case 'choice':
      return `one of ${p.options.map((o) => o.value).join(', ')}`;
    case 'switch':
      return 'true or false';
    case 'colour':
      return 'a colour as #rrggbb';
    case 'colours':
      return `1 to ${MOST_STOPS} stops {at: 0…1, colour: #rrggbb} in rising order`;
    case 'levels':
      return `1 to ${MOST_STOPS} stops {at: 0…1, value: ${p.within ? `${p.within[0]}…${p.within[1]}` : 'number'}} in rising order`;
    case 'image':
      return 'the hash of one of the scene’s images, or an empty text';
    case 'grid':
      return 'the hash of one of the scene’s grids, or an empty text';
    case 'sound':
      return 'the hash of one of the scene’s sounds, or an empty text';
    case 'text':
      return `a text of up to ${p.most} characters`;
    case 'points':
      return `${p.least} to ${p.fromFile ?? MOST_LISTED.points} points [x, y, z]${p.unit ? ` in ${p.unit}` : ''}`;
    case 'reference':
      return `the id of one of the scene’s ${REFERRED_NAMES[p.to]}, or an empty text`;
    case 'names':
      return `a list of up to ${MOST_LISTED.names} names`;
    case 'spans':
      return `${p.none ? 0 : 1} to ${MOST_LISTED.spans} spans [from, to] of whole frames in rising order, each at least a frame long`;
  }
}

function numberFits(p: NumberParameter, value: unknown): boolean {
  if (typeof value !== 'number' || !Number.isFinite(value)) return false;
  if (p.whole && !Number.isInteger(value)) return false;
  if (p.min !== undefined && (p.above ? value <= p.min : value < p.min)) return false;
  return p.max === undefined || value <= p.max;
}

function stopsFit(value: unknown, one: (stop: Record<string, unknown>) => boolean): boolean {
  if (!Array.isArray(value) || value.length < 1 || value.length > MOST_STOPS) return false;
  let last = 0;
  return value.every((stop: unknown) => {
    if (typeof stop !== 'object' || stop === null) return false;
    const at = (stop as Record<string, unknown>)['at'];
    if (typeof at !== 'number' || !(at >= last && at <= 1)) return false;
    last = at;
    return one(stop as Record<string, unknown>);
  });
}

/** Whether a value is three numbers. */
export const isVector = (value: unknown): value is Vector =>
  Array.isArray(value) && value.length === 3 && value.every((n) => typeof n === 'number' && Number.isFinite(n));

function spansFit(p: SpansParameter, value: unknown): boolean {
  if (!Array.isArray(value) || (value.length < 1 && !p.none) || value.length > MOST_LISTED.spans) return false;
  let last = -Infinity;
  return value.every((span: unknown) => {
    if (!Array.isArray(span) || span.length !== 2) return false;
    const [from, to] = span as unknown[];
    if (
      !Number.isInteger(from) ||
      !Number.isInteger(to) ||
      (from as number) < last ||
      (to as number) <= (from as number)
    )
      return false;
    last = to as number;
    return true;
  });
}

/** Whether a value is possible for a parameter. */
export function fits(p: Parameter, value: unknown): boolean {
  switch (p.type) {
    case 'number':
      return numberFits(p, value);
    case 'vector':
      return isVector(value);
    case 'choice':
      return p.options.some((o) => o.value === value);
    case 'switch':
      return typeof value === 'boolean';
    case 'colour':
      return typeof value === 'string' && COLOUR.test(value);
    case 'colours':
      return stopsFit(value, (s) => typeof s['colour'] === 'string' && COLOUR.test(s['colour']));
    case 'levels':
      return stopsFit(value, ({ value: v }) => {
        const [low, high] = p.within ?? [-Infinity, Infinity];
        return typeof v === 'number' && Number.isFinite(v) && v >= low && v <= high;
      });
    case 'image':
    case 'grid':
    case 'sound':
      return typeof value === 'string' && IMAGE_HASH.test(value);
    case 'text':
      return typeof value === 'string' && value.length <= p.most;
    case 'points':
      return (
        Array.isArray(value) &&
        value.length >= p.least &&
        value.length <= (p.fromFile ?? MOST_LISTED.points) &&
        value.every(isVector)
      );
    case 'reference':
      return typeof value === 'string' && value.length <= 40;
    case 'names':
      return (
        Array.isArray(value) &&
        value.length <= MOST_LISTED.names &&
        value.every((n) => typeof n === 'string' && n.length <= 120)
      );
    case 'spans':
      return spansFit(p, value);
  }
}

/** Whether the value is an object with named members (not an array, not null). */
export function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/**
 * Every fault of `value` held against a description. Members left out are no fault: they take their defaults.
 * `also` names members that are somebody else's to check.
 */
export function checkValues(
  description: Description,
  value: unknown,
  field: string,
  also: readonly string[] = [],
): Fault[] {
  if (!isRecord(value)) return [fault(value === undefined ? 'missing' : 'type', field, value, 'an object')];
  const faults: Fault[] = [];
  for (const [name, parameter] of Object.entries(description)) {
    const member = value[name];
    if (member === undefined || fits(parameter, member)) continue;
    const code =
      parameter.type === 'choice'
        ? 'choice'
        : parameter.type === 'number' && typeof member === 'number'
          ? 'range'
          : 'type';
    faults.push(fault(code, inside(field, name), member, allowed(parameter)));
  }
  const known = [...Object.keys(description), ...also];
  for (const name of Object.keys(value))
    if (!known.includes(name))
      faults.push({
        code: 'unknown',
        field: inside(field, name),
        allowed: known.join(', '),
        message: `${inside(field, name)} is not known here; known are ${known.join(', ')}.`,
      });
  return faults;
}

/** The vectors of a list, as a document holds them; anything else is left out. */
export const vectorsIn = (value: unknown): readonly Vector[] => (Array.isArray(value) ? value.filter(isVector) : []);
