import { acceptOf, readable } from '../../../formats/readable';
import { useRef, useState } from 'react';
import { MOST } from '../../../core/document/scene';
import { keepImages } from '../../widgets/add-images';
import { inOrder } from '../../simulation/keep-series';
import { editScene, useSceneOf } from '../../state/scene-store';
import { messageOf } from '../../../core/lib/errors';

/** The images behind the picture, one a frame: chosen together, in the order of their names. */
export function SequenceRow() {
  const imageSequence = useSceneOf((scene) => scene.imageSequence);
  const input = useRef<HTMLInputElement>(null);
  const stop = useRef<AbortController>(undefined);
  const [read, setRead] = useState<{ readonly done: number; readonly of: number }>();
  const [refused, setRefused] = useState<string>();

  async function take(chosen: readonly File[]): Promise<void> {
    if (chosen.length === 0) return;
    setRefused(undefined);
    if (chosen.length > MOST.imageSequence)
      return setRefused(`${chosen.length} images are chosen. The limit is ${MOST.imageSequence}, one a frame.`);
    const { signal } = (stop.current = new AbortController());
    try {
      const tell = (done: number) => setRead({ done, of: chosen.length });
      const made = await keepImages(inOrder(chosen), tell, signal);
      editScene((scene) => {
        scene.imageSequence = [...made];
      });
    } catch (error) {
      if (!signal.aborted) setRefused(messageOf(error));
    } finally {
      setRead(undefined);
      input.current!.value = '';
    }
  }

  return (
    <div
      className="border-b border-rule/60 py-1"
      title="One image for each frame of the shot, in the order of their names."
    >
      <div className="flex items-baseline justify-between gap-2">
        <span className="text-second">Images</span>
        <span className="flex items-baseline gap-2">
          <span className="num truncate">
            {read
              ? `${read.done} of ${read.of} read`
              : imageSequence.length === 0
                ? 'none'
                : `${imageSequence.length}, ${imageSequence[0]!.width} × ${imageSequence[0]!.height}`}
          </span>
          {read ? (
            <button className="line-button" onClick={() => stop.current!.abort()}>
              Cancel
            </button>
          ) : (
            <button className="line-button" onClick={() => input.current!.click()}>
              Choose files
            </button>
          )}
        </span>
      </div>
      <input
        ref={input}
        type="file"
        hidden
        multiple
        accept={acceptOf(readable.image)}
        aria-label="Images behind the picture"
        onChange={(event) => void take([...(event.currentTarget.files ?? [])])}
      />
      {refused && (
        <p role="alert" className="mt-1 text-xs text-signal">
          {refused}
        </p>
      )}
    </div>
  );
}
