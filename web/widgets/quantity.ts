import { sumOf } from './sum';

/** How many of a unit one of another is; those of time and motion hang on the frames a second. */
function unitsFor(unit: string, fps: number): Readonly<Record<string, number>> {
  const length = { mm: 0.001, cm: 0.01, m: 1, km: 1000 };
  const seconds = { ms: 0.001, s: 1, min: 60 };
  const angle = { '°': 1, deg: 1, rad: 180 / Math.PI, turns: 360, turn: 360 };
  const per = (units: Readonly<Record<string, number>>) =>
    Object.fromEntries(
      Object.entries(units).flatMap(([name, worth]) => [
        [`${name}/s`, worth],
        [`${name}/f`, worth * fps],
        [`${name}/frame`, worth * fps],
      ]),
    );
  const percent = { '%': unit.startsWith('%') ? 1 : 0.01 };
  switch (unit) {
    case 'm':
      return length;
    case 'mm':
      return Object.fromEntries(Object.entries(length).map(([name, worth]) => [name, worth * 1000]));
    case 'm/s':
      return { ...per(length), 'km/h': 1 / 3.6 };
    case 'm/s²':
      return { 'mm/s²': 0.001, 'cm/s²': 0.01, 'm/s²': 1, g: 9.80665 };
    case 's':
      return { ...seconds, f: 1 / fps, frames: 1 / fps };
    case 'f':
    case 'frames':
      return { f: 1, frames: 1, ms: 0.001 * fps, s: fps, min: 60 * fps };
    case '°':
      return angle;
    case '°/s':
      return { ...per(angle), rpm: 6 };
    case 'kg':
      return { g: 0.001, kg: 1, t: 1000 };
    case 'N':
      return { mN: 0.001, N: 1, kN: 1000 };
    case 'Hz':
      return { Hz: 1, '/s': 1, bpm: 1 / 60 };
    case '/s':
      return { '/s': 1, '/f': fps, '/frame': fps, '/min': 1 / 60 };
    default:
      return { ...percent, ...(unit && { [unit]: 1 }) };
  }
}

/**
 * The number that a text stands for in a unit: a sum with an optional `=` before it, each of its numbers with an
 * optional unit that can be converted. NaN where it is none.
 *
 * @example quantityOf('2 * 5 cm', 'm', 24) // 0.1
 */
export function quantityOf(text: string, unit: string, fps: number): number {
  const units = unitsFor(unit, fps);
  const names = Object.keys(units).toSorted((a, b) => b.length - a.length);
  const escaped = names.map((name) => name.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&')).join('|');
  // A unit ends where no letter follows, so that “mm” is not “m” with a rest.
  const worded = new RegExp(`(\\d[\\d.,]*)\\s*(${escaped})(?![\\p{L}°%²/])`, 'gu');
  const plain = text
    .replace(/^\s*=/, '')
    .replace(worded, (_, digits: string, name: string) => `(${digits}*${units[name]})`);
  return sumOf(plain);
}
