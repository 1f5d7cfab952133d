import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api, type SceneCard } from '../../state/api';

/** Draws the pictures that are missing or out of date, one after another, while the list is open. */
export function useThumbnails(cards: readonly SceneCard[] | undefined): void {
  const queries = useQueryClient();
  const missing = cards?.find((card) => card.pictureRevision !== card.revision);
  const id = missing?.id;
  const revision = missing?.revision;
  useEffect(() => {
    if (id === undefined) return;
    const stop = new AbortController();
    void (async () => {
      try {
        // The part that draws is large; the list is there before it.
        const { makeThumbnail } = await import('../../view/thumbnail');
        await makeThumbnail(await api.open(id), stop.signal);
        if (!stop.signal.aborted) await queries.invalidateQueries({ queryKey: ['scenes'] });
      } catch {
        // A card without a picture says so itself; nothing is lost.
      }
    })();
    return () => stop.abort();
    // oxlint-disable-next-line react/exhaustive-effect-dependencies -- another revision of the same scene has another picture
  }, [id, revision, queries]);
}
