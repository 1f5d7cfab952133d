import { useEffect } from 'react';
import { api } from '../../state/api';
import { drawFrames } from '../../screens/output/draw-frames';
import { packed } from '../../screens/output/pack';
import { jobsStore, type Job } from '../../screens/output/jobs-store';
import type { HeadlessJob, HeadlessPart } from '../../../formats/headless';
import { formatOf } from '../../../formats/render-formats';
import { fitting, pathOf, picturesOf } from '../../../formats/render-settings';

interface Terminal {
  takeFromBathyclast?: (part: HeadlessPart) => Promise<void>;
  renderWithBathyclast?: (order: HeadlessJob) => Promise<void>;
}

/** Bytes in a part. */
const PART = 3 * 2 ** 20;

function base64(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += 0x8000) text += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(text);
}

async function hand(index: number, file: Blob, { note = '', path = '' } = {}): Promise<void> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const take = (window as Terminal).takeFromBathyclast!;
  for (let at = 0; at === 0 || at < bytes.length; at += PART)
    await take({ index, part: base64(bytes.subarray(at, at + PART)), last: at + PART >= bytes.length, note, path });
}

async function render({ scene: id, settings: wanted, size, samples }: HeadlessJob): Promise<void> {
  const stored = await api.open(id);
  const settings = fitting(wanted);
  const scene = {
    ...stored.scene,
    output: { ...stored.scene.output, ...size, ...(samples !== undefined && { samples }) },
  };
  const never = new AbortController().signal;
  const pictures = picturesOf(settings, scene.emitters);
  if (formatOf(settings.format).frames)
    return drawFrames(scene, settings, 0, never, (index, file) =>
      hand(index, file, { path: pathOf(settings, pictures[index]!) }),
    );
  let job: Job = { id: 1, scene, settings, state: 'running', done: 0, note: '' };
  await drawFrames(scene, settings, 0, never, async (index, file) => {
    job = { ...job, done: index + 1 };
    await jobsStore.addFrame(job, index, file);
    await hand(index, new Blob([]));
  });
  const { blob, note } = await packed({ ...job, done: pictures.length });
  await hand(-1, blob, { note });
}

/**
 * A page without anything on it, through which the program at the terminal renders: the same renderer as that of the
 * Output screen.
 */
export function HeadlessPage() {
  useEffect(() => {
    (window as Terminal).renderWithBathyclast = render;
    return () => void delete (window as Terminal).renderWithBathyclast;
  }, []);
  return <p className="p-4 text-second">Rendering for the terminal.</p>;
}
