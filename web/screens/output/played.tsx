import { StepBack, StepForward } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { jobsStore, type Job } from './jobs-store';
import { onDrawn } from './queue';
import { formatOf } from '../../../formats/render-formats';
import { picturesOf } from '../../../formats/render-settings';

/** An address for a blob, for as long as it is shown. */
function useAddress(blob: Blob | undefined): string | undefined {
  const [address, setAddress] = useState<string>();
  useEffect(() => {
    if (!blob) return setAddress(undefined);
    const made = URL.createObjectURL(blob);
    setAddress(made);
    return () => URL.revokeObjectURL(made);
  }, [blob]);
  return address;
}

/** The frame that was drawn last, while a render goes on. */
export function JustDrawn({ width, height }: { width: number; height: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(
    () =>
      onDrawn((drawn) => {
        const small = canvas.current;
        small?.getContext('2d')?.drawImage(drawn, 0, 0, small.width, small.height);
      }),
    [],
  );
  return (
    <canvas
      ref={canvas}
      width={960}
      height={Math.round((960 * height) / width)}
      className="max-h-full max-w-full"
      style={{ aspectRatio: `${width} / ${height}` }}
      aria-label="The latest frame"
    />
  );
}

/** The pictures of a render, one at a time. */
function Pictures({ job }: { job: Job }) {
  const pictures = picturesOf(job.settings, job.scene.emitters);
  const [at, setAt] = useState(0);
  const [blob, setBlob] = useState<Blob>();
  useEffect(() => {
    let gone = false;
    void jobsStore.frame(job.id, at).then((found) => gone || setBlob(found));
    return () => void (gone = true);
  }, [job.id, at]);
  const address = useAddress(blob);
  const step = (by: number) => setAt((now) => Math.min(job.done - 1, Math.max(0, now + by)));
  return (
    <figure className="flex max-h-full max-w-full flex-col items-center gap-2">
      {formatOf(job.settings.format).linear ? (
        <p className="text-second">
          OpenEXR holds linear light, which a browser can’t show. Save the files and open them in a viewer for OpenEXR.
        </p>
      ) : (
        address && (
          <img
            src={address}
            alt={`Frame ${pictures[at]!.frame} of the render`}
            className="min-h-0 max-w-full flex-1 object-contain"
          />
        )
      )}
      <figcaption className="flex items-center gap-2">
        <button className="text-button px-1" aria-label="Previous picture" onClick={() => step(-1)}>
          <StepBack size={14} />
        </button>
        <input
          type="range"
          className="w-72 accent-lamp"
          aria-label="Picture of the render"
          min={0}
          max={Math.max(0, job.done - 1)}
          value={at}
          onChange={(event) => setAt(Number(event.currentTarget.value))}
        />
        <button className="text-button px-1" aria-label="Next picture" onClick={() => step(1)}>
          <StepForward size={14} />
        </button>
        <span className="num w-40 truncate text-lamp">
          {pictures[at]!.frame} <span className="text-second">{pictures[at]!.folder}</span>
        </span>
      </figcaption>
    </figure>
  );
}

/** A clip, to be played and stepped through. */
function Film({ job, blob }: { job: Job; blob: Blob }) {
  const video = useRef<HTMLVideoElement>(null);
  const address = useAddress(blob);
  const step = (by: number) => {
    const element = video.current!;
    const fps = job.scene.time.fps / job.settings.every;
    element.pause();
    element.currentTime = (Math.floor(element.currentTime * fps + 1e-3) + by + 0.5) / fps;
  };
  return (
    <figure className="flex max-h-full max-w-full flex-col items-center gap-2">
      {address && (
        <video
          ref={video}
          src={address}
          controls
          loop
          autoPlay
          muted
          className="min-h-0 max-w-full flex-1"
          aria-label="The rendered clip"
        />
      )}
      <figcaption className="flex items-center gap-2">
        <button className="text-button px-1" aria-label="One frame back in the clip" onClick={() => step(-1)}>
          <StepBack size={14} />
        </button>
        <button className="text-button px-1" aria-label="One frame on in the clip" onClick={() => step(1)}>
          <StepForward size={14} />
        </button>
      </figcaption>
    </figure>
  );
}

/** What a render has come to, played in its place. */
export function Played({ job }: { job: Job }) {
  const { frames, type } = formatOf(job.settings.format);
  const [blob, setBlob] = useState<Blob>();
  useEffect(() => {
    if (!frames && job.state === 'done') void jobsStore.clip(job.id).then(setBlob);
  }, [job.id, job.state, frames]);
  const address = useAddress(type.startsWith('video/') ? undefined : blob);
  if (frames || job.state !== 'done') return job.done > 0 ? <Pictures job={job} /> : null;
  if (!blob) return null;
  if (type.startsWith('video/')) return <Film job={job} blob={blob} />;
  return address ? (
    <img src={address} alt="The rendered clip" className="max-h-full max-w-full object-contain" />
  ) : null;
}
