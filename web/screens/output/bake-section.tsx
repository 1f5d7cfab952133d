import { useState } from 'react';
import { api } from '../../state/api';
import { Section } from '../../panels/inspector/section';
import { bakeOf, useBakesOf } from '../../simulation/bakes';
import { drawnFrom } from '../../../core/kinds/looks/look-back';
import { useScene } from '../../state/scene-store';

interface Span {
  readonly from: number;
  readonly through: number;
}

/** Asks the server for a bake of the shot or of the frames to be rendered, and shows how far those of this scene are. */
export function BakeSection({ from: first, through: last }: Span) {
  const scene = useScene();
  const [refused, setRefused] = useState<string>();
  const bakes = useBakesOf(scene);
  // Trails look back at frames before the first that is drawn.
  const shot: Span = { from: drawnFrom(scene, scene.time.first), through: scene.time.last };
  const part: Span = { from: drawnFrom(scene, first), through: last };
  const whole = bakeOf(bakes, shot.from, shot.through);
  const own = whole ?? bakeOf(bakes, part.from, part.through);
  const { from, through } = own ? { from: own.first, through: own.last } : shot;
  const isPart = part.from > shot.from || part.through < shot.through;
  const start = (span: Span) => {
    setRefused(undefined);
    api.bake(scene, span.from, span.through).catch((error: Error) => setRefused(error.message));
  };
  return (
    <Section title="Bake" page="topic/bake" aside={`frames ${from} to ${through}`}>
      {own?.state === 'done' ? (
        <p className="py-1 text-second">
          {whole
            ? 'The present state of the scene is baked.'
            : `Frames ${own.first} to ${own.last} of the present state of the scene are baked.`}{' '}
          Looks, camera and output can change without another bake.
        </p>
      ) : own?.state === 'running' || own?.state === 'queued' ? (
        <p className="num py-1 text-second">
          {own.state === 'queued' ? 'Waiting' : 'Baking'}: {own.done - own.first + 1} of {own.last - own.first + 1}{' '}
          frames
        </p>
      ) : (
        own && (
          <button className="line-button mt-1" onClick={() => start({ from, through })}>
            Resume the bake
          </button>
        )
      )}
      {!whole && own?.state !== 'running' && own?.state !== 'queued' && (
        <div className="mt-1 flex flex-wrap gap-1">
          <button
            className="line-button"
            title="Simulates all particles once on the server and keeps the frames on disk"
            onClick={() => start(shot)}
          >
            Bake all particles of the shot
          </button>
          {isPart && !own && (
            <button
              className="line-button"
              title="Keeps only the frames that are set above; the frames before them are simulated and not kept"
              onClick={() => start(part)}
            >
              Bake frames {part.from} to {part.through}
            </button>
          )}
        </div>
      )}
      {refused && (
        <p role="alert" className="py-1 text-xs text-signal">
          {refused}
        </p>
      )}
    </Section>
  );
}
