import { useQuery, useQueryClient, type UseQueryResult } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { StoredVersion } from '../../../formats/stored-version';
import { api } from '../../state/api';
import { makeThumbnail } from '../../view/thumbnail';

export const keyOf = (id: string) => ['versions', id] as const;

/** Pictures that are drawn of versions without one, at most: the newest and those with a name. */
const DRAWN = 12;

/** The versions of a scene; while they are shown, those without a picture get theirs, one after another. */
export function useVersions(id: string): UseQueryResult<StoredVersion[]> {
  const queries = useQueryClient();
  const list = useQuery({ queryKey: keyOf(id), queryFn: () => api.versions(id), staleTime: 0 });
  const wanted = list.data?.filter(({ name }, i) => i < DRAWN || name !== '').find(({ pictured }) => !pictured);
  const revision = wanted?.revision;
  const changed = wanted?.created;
  useEffect(() => {
    if (revision === undefined || changed === undefined) return;
    const stop = new AbortController();
    void (async () => {
      try {
        await makeThumbnail({ id, revision, changed, scene: await api.version(id, revision) }, stop.signal);
        if (!stop.signal.aborted) await queries.invalidateQueries({ queryKey: keyOf(id) });
      } catch {
        // A version without a picture is told by its time; nothing is lost.
      }
    })();
    return () => stop.abort();
  }, [id, revision, changed, queries]);
  return list;
}
