import { useEffect, useState } from 'react';
import { create } from 'zustand';
import { ENGINE_VERSION } from '../../core/sim/engine-version';
import { completeScene } from '../../core/scene/read';
import type { Scene } from '../../core/document/scene';
import { simulationKey } from '../../core/scene/simulation-key';
import { contentHash } from '../../formats/image';
import type { StoredBake, StoredBakes } from '../../formats/stored-bake';

/** The bakes of the server, as last told; undefined until they are. */
export const useBakes = create<{ readonly stored: StoredBakes | undefined }>()(() => ({ stored: undefined }));

let listeners = 0;
let source: EventSource | undefined;

/** Keeps {@link useBakes} told of what the server does, while something on the page wants to know. */
export function useToldOfBakes(): void {
  useEffect(() => {
    if (listeners++ === 0) {
      source = new EventSource('/api/bakes/events');
      source.onmessage = ({ data }: MessageEvent<string>) =>
        useBakes.setState({ stored: JSON.parse(data) as StoredBakes });
    }
    return () => {
      if (--listeners > 0) return;
      source?.close();
      source = undefined;
    };
  }, []);
}

/** What a bake of a scene is known by: SHA-256 of all that its simulation hangs on. */
function bakeKey(scene: Scene): Promise<string> {
  // Completed, so that its members stand in the order of the server’s.
  const text = simulationKey(completeScene({ ...scene }));
  return contentHash(new TextEncoder().encode(text));
}

/** Milliseconds without an edit after which a bake is looked for. */
const REST = 150;

/** The bakes of the scene as it is now, the newest first: whole ones and others. */
export function useBakesOf(scene: Scene): readonly StoredBake[] {
  useToldOfBakes();
  const bakes = useBakes(({ stored }) => stored?.bakes);
  const [key, setKey] = useState<string>();
  useEffect(() => {
    let gone = false;
    const due = setTimeout(() => void bakeKey(scene).then((made) => gone || setKey(made)), REST);
    return () => {
      gone = true;
      clearTimeout(due);
    };
  }, [scene]);
  return (bakes ?? []).filter((bake) => bake.key === key && bake.engine === ENGINE_VERSION);
}

/** Those of some bakes that are of the scene as it is. */
export async function bakesOf(scene: Scene, bakes: readonly StoredBake[]): Promise<readonly StoredBake[]> {
  if (bakes.length === 0) return [];
  const key = await bakeKey(scene);
  return bakes.filter((bake) => bake.key === key && bake.engine === ENGINE_VERSION);
}

/** A bake of all of those frames, whether it is done or not. */
export const bakeOf = (bakes: readonly StoredBake[], from: number, through: number): StoredBake | undefined =>
  bakes.find(({ first, last }) => first <= from && last >= through);

/** A bake that is done and holds all of those frames. */
export const holding = (bakes: readonly StoredBake[], from: number, through: number): StoredBake | undefined =>
  bakeOf(
    bakes.filter(({ state }) => state === 'done'),
    from,
    through,
  );
