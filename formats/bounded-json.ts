import { fileFault } from './scene-faults';

/** Deepest nesting of a document; a scene needs about eight. */
export const DEEPEST = 32;

const QUOTE = 0x22;
const BACKSLASH = 0x5c;

/** Nesting depth of JSON bytes, counted without parsing; stops counting past `enough`. */
export function nestingDepth(bytes: Uint8Array, enough = DEEPEST + 1): number {
  let depth = 0;
  let deepest = 0;
  let quoted = false;
  for (let i = 0; i < bytes.length; i++) {
    const c = bytes[i]!;
    if (quoted) {
      if (c === BACKSLASH) i++;
      else if (c === QUOTE) quoted = false;
    } else if (c === QUOTE) quoted = true;
    else if (c === 0x7b || c === 0x5b) {
      depth++;
      if (depth > deepest) deepest = depth;
      if (deepest >= enough) return deepest;
    } else if (c === 0x7d || c === 0x5d) depth--;
  }
  return deepest;
}

/** Where JSON went wrong, from the parser's error, in words of our own. */
function placeOf(error: unknown): string {
  const position = /position (\d+)/.exec(error instanceof Error ? error.message : '')?.[1];
  return position === undefined ? '' : `: it goes wrong at character ${Number(position) + 1}`;
}

/** The value of JSON bytes in UTF-8, refused unread where it is nested too deeply. Throws {@link SceneFaults}. */
export function parseBounded(bytes: Uint8Array, what: string): unknown {
  if (nestingDepth(bytes) > DEEPEST)
    throw fileFault(
      'depth',
      `${what} is nested more than ${DEEPEST} deep. The limit is ${DEEPEST}.`,
      `up to ${DEEPEST} levels`,
    );
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)) as unknown;
  } catch (error) {
    throw fileFault('syntax', `${what} is not whole JSON${placeOf(error)}.`, 'a JSON document');
  }
}
