import { useState } from 'react';
import type { Scene } from '../../../core/document/scene';
import { api } from '../../state/api';
import { Section } from '../../panels/inspector/section';
import { useBakesOf } from '../../simulation/bakes';
import { drawnFrom } from '../../../core/kinds/looks/look-back';
import { useScene } from '../../state/scene-store';

/** The frames that a bake of the shot holds: with those before its first that its trails look back at. */
const bakedSpan = (scene: Scene): { readonly from: number; readonly through: number } => ({
  from: drawnFrom(scene, scene.time.first),
  through: scene.time.last,
});

/** Asks the server for a bake of the shot, and tells how far that of the scene as it is now is. */
export function BakeSection() {
  const scene = useScene();
  const [refused, setRefused] = useState<string>();
  const { from, through } = bakedSpan(scene);
  const own = useBakesOf(scene).find(({ first, last }) => first <= from && last >= through);
  const start = () => {
    setRefused(undefined);
    api.bake(scene, from, through).catch((error: Error) => setRefused(error.message));
  };
  return (
    <Section title="Bake" page="topic/bake" aside={`frames ${from} to ${through}`}>
      {own?.state === 'done' ? (
        <p className="py-1 text-second">
          The present state of the scene is baked. Looks, camera and output can change without another bake.
        </p>
      ) : own?.state === 'running' || own?.state === 'queued' ? (
        <p className="num py-1 text-second">
          {own.state === 'queued' ? 'Waiting' : 'Baking'}: {own.done - own.first + 1} of {own.last - own.first + 1}{' '}
          frames
        </p>
      ) : (
        <button
          className="line-button mt-1"
          title="Simulates all particles once on the server and keeps the frames on disk"
          onClick={start}
        >
          {own ? 'Resume the bake' : 'Bake all particles of the shot'}
        </button>
      )}
      {refused && (
        <p role="alert" className="py-1 text-xs text-signal">
          {refused}
        </p>
      )}
    </Section>
  );
}
