import { MOST } from '../core/document/scene';

/** The last part of an uploaded name, without control characters: it is shown, and never a path. */
export function shownName(original: string, otherwise: string): string {
  const name = Buffer.from(original, 'latin1').toString('utf8');
  const last = name.split(/[\\/]/).at(-1)!;
  return (
    Array.from(last)
      .filter((c) => c >= ' ')
      .join('')
      .slice(0, MOST.name) || otherwise
  );
}
