import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { api, type SceneCard } from '../../state/api';

/** A picture of a scene that is missing or out of date; undefined where there is none. */
function missingOf({ revision, pictureRevision, openingRevision }: SceneCard): 'picture' | 'opening' | undefined {
  if (pictureRevision !== revision) return 'picture';
  return openingRevision === revision ? undefined : 'opening';
}

/** Draws the pictures that are missing or out of date, one after another, while the list is open. */
export function useThumbnails(cards: readonly SceneCard[] | undefined): void {
  const queries = useQueryClient();
  // Pictures that could not be drawn, and keep the others waiting no longer.
  const [failed, setFailed] = useState<ReadonlySet<string>>(new Set());
  const keyOf = (card: SceneCard) => `${card.id} ${card.revision} ${missingOf(card)}`;
  const due = cards?.filter((card) => missingOf(card) !== undefined && !failed.has(keyOf(card)));
  // Pictures of cards are seen at once, openings later.
  const next = due?.find((card) => missingOf(card) === 'picture') ?? due?.[0];
  const key = next && keyOf(next);
  const id = next?.id;
  const sort = next && missingOf(next);
  useEffect(() => {
    if (key === undefined || id === undefined) return;
    const stop = new AbortController();
    void (async () => {
      try {
        // The part that draws is large; the list is there before it.
        const { makeOpening, makeThumbnail } = await import('../../view/thumbnail');
        await (sort === 'picture' ? makeThumbnail : makeOpening)(await api.open(id), stop.signal);
        if (!stop.signal.aborted) await queries.invalidateQueries({ queryKey: ['scenes'] });
      } catch {
        // A card without a picture says so itself; nothing is lost.
        if (!stop.signal.aborted) setFailed((before) => new Set(before).add(key));
      }
    })();
    return () => stop.abort();
  }, [key, id, sort, queries]);
}
