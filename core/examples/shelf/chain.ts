import type { Written } from '../../scene/read';

/** A chain of fields as it is written here: a scene of nothing else, and the words beside it. */
export interface WrittenChain {
  readonly name: string;
  readonly note: string;
  readonly tags: readonly string[];
  readonly parts: Written;
}

/** A falloff that ends nowhere. */
export const EVERYWHERE = { kind: 'everywhere' } as const;

/** A ball, full to an inner and ending at an outer radius. */
export const ball = (inner: number, outer: number): Written => ({ kind: 'ball', inner, outer });

/** An upright rod. */
export const rod = (length: number, inner: number, outer: number): Written => ({ kind: 'rod', length, inner, outer });

/** One field of a chain: its kind with settings, the way it acts and how strongly; everywhere, unless told otherwise. */
export function strip(
  name: string,
  [kind, settings]: readonly [kind: string, settings?: Written],
  [actsAs, strength]: readonly [actsAs: string, strength: number],
  more: Written = {},
): Written {
  return {
    id: name.toLowerCase().replace(/[^a-z0-9]+/g, '-'),
    name,
    settings: { kind, ...settings },
    actsAs,
    strength,
    falloff: EVERYWHERE,
    ...more,
  };
}

/** Water that slows what moves through it. */
export const water = (strength: number, quadratic = 0): Written =>
  strip('Water', ['drag', { quadratic }], ['drag', strength]);

/** A chain of fields alone. */
export const chain = (
  name: string,
  note: string,
  tags: readonly string[],
  fields: readonly Written[],
  more: Written = {},
): WrittenChain => ({ name, note, tags, parts: { fields, ...more } });
