import { Registry } from '../../document/registry';
import type { Kinded } from '../../document/registry';
import { flake } from './flake';
import { instance } from './instance';
import { links } from './links';
import type { LookKind } from './look';
import { picture } from './picture';
import { point } from './point';
import { ribbon } from './ribbon';
import { skin } from './skin';
import { sprite } from './sprite';
import { trail } from './trail';
import { tube } from './tube';

/** Every way to draw particles. */
export const looks = new Registry<LookKind>('look', [
  sprite,
  point,
  picture,
  flake,
  instance,
  trail,
  links,
  ribbon,
  tube,
  skin,
]);

/** All looks in which an emitter is drawn. */
export const looksOf = ({
  look,
  addedLooks,
}: {
  readonly look: Kinded;
  readonly addedLooks: readonly Kinded[];
}): readonly Kinded[] => (addedLooks.length > 0 ? [look, ...addedLooks] : [look]);

/**
 * The field whose weight an emitter’s particles go by in their colours, opacity or forms, by its id; undefined where
 * none does. The first of its looks counts.
 */
export function fieldShownBy(emitter: Parameters<typeof looksOf>[0]): string | undefined {
  const look = looksOf(emitter).find(
    ({ colourBy, opacityBy, picks, field }) => [colourBy, opacityBy, picks].includes('field') && field !== '',
  );
  return look && String(look['field']);
}

/**
 * How an emitter’s particles show the colours of what they are born from: by an image laid over it, by its hash, or its
 * own; undefined where they don’t. The first of its looks counts.
 */
export function sourceShownBy(emitter: Parameters<typeof looksOf>[0]): { readonly cover: string } | undefined {
  const look = looksOf(emitter).find(({ colourBy }) => colourBy === 'source');
  return look && { cover: typeof look['cover'] === 'string' ? look['cover'] : '' };
}

/** Whether an emitter’s particles can be seen to turn. */
export const isSeenToTurn = (emitter: Parameters<typeof looksOf>[0]): boolean =>
  looksOf(emitter).some(({ kind }) => looks.get(kind).turns);
