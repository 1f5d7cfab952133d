import { counted } from '../../../core/lib/counted';
import { Zip, ZipPassThrough } from 'fflate';
import { useEffect, useRef, useState } from 'react';
import type { Scene } from '../../../core/document/scene';
import { particleFormats } from '../../../formats/particle-formats';
import type { ParticleFormat } from '../../../formats/particle-formats/format';
import { fileNameOf } from '../../../formats/render-settings';
import { Section } from '../../panels/inspector/section';
import { Choice, LabelledRow } from '../../widgets/labelled-row';
import { fileStem, saveFile } from '../../widgets/save-file';
import { runFrames } from '../../simulation/run-frames';
import { loadAssets, useAssets } from '../../simulation/scene-assets';
import { useScene } from '../../state/scene-store';
import { messageOf } from '../../../core/lib/errors';

interface Span {
  readonly from: number;
  readonly through: number;
  /** The bake that holds those frames; empty where they are simulated. */
  readonly bake: string;
}

/**
 * Takes all particles of the frames and gives them as one file: of a frame as it is, of several in a zip, or in one
 * USD.
 */
async function written(
  scene: Scene,
  { from, through, bake }: Span,
  format: ParticleFormat,
  signal: AbortSignal,
  onFrame: (done: number) => void,
) {
  await loadAssets(scene);
  const { assets } = useAssets.getState();
  const stem = fileStem(scene.name);
  const { extension, type } = format;
  const writer = await format.open({ scene, assets, from, through });
  const parts: Uint8Array<ArrayBuffer>[] = [];
  let one: BlobPart | undefined;
  const zip = new Zip((error, chunk) => {
    if (error) throw error;
    parts.push(chunk);
  });
  await runFrames({ scene, assets, draftFraction: 1, from, through, bake }, signal, (frame) => {
    const content = writer.add(frame.frame, frame.emitters);
    if (content !== undefined) {
      if (from === through) one = content as BlobPart;
      else {
        const entry = new ZipPassThrough(fileNameOf(`${stem}_####`, frame.frame, extension));
        zip.add(entry);
        entry.push(typeof content === 'string' ? new TextEncoder().encode(content) : content, true);
      }
    }
    onFrame(frame.frame - from + 1);
  });
  if (signal.aborted) return undefined;
  const run = writer.end();
  if (run) return { content: new Blob([...run], { type }), name: `${stem}.${extension}`, type };
  if (one !== undefined)
    return { content: new Blob([one], { type }), name: fileNameOf(`${stem}_####`, from, extension), type };
  zip.end();
  return {
    content: new Blob(parts, { type: 'application/zip' }),
    name: `${stem}-particles.zip`,
    type: 'application/zip',
  };
}

/** The formats that can hold a scene. */
function useFormatsFor(scene: Scene): readonly ParticleFormat[] {
  const [unfit, setUnfit] = useState<ReadonlySet<string>>(new Set());
  useEffect(() => {
    let current = true;
    void Promise.all(
      particleFormats.map(async (format) => ((await format.unfit?.(scene)) === undefined ? [] : [format.name])),
    ).then((names) => current && setUnfit(new Set(names.flat())));
    return () => void (current = false);
  }, [scene]);
  return particleFormats.filter(({ name }) => !unfit.has(name));
}

/** The particles of the frames of a render, for other programs. */
export function ParticlesSection({ from, through, bake }: Span) {
  const scene = useScene();
  const formats = useFormatsFor(scene);
  const [chosen, setFormat] = useState('');
  const format = formats.find(({ name }) => name === chosen) ?? formats[0]!;
  const [done, setDone] = useState<number>();
  const [failed, setFailed] = useState<string>();
  const stop = useRef<AbortController>(undefined);
  const frames = through - from + 1;
  const save = async () => {
    stop.current = new AbortController();
    setFailed(undefined);
    setDone(0);
    try {
      const file = await written(scene, { from, through, bake }, format, stop.current.signal, setDone);
      if (file) saveFile(file.content, file.name, file.type);
    } catch (error) {
      setFailed(`The particles can’t be written: ${messageOf(error)}.`);
    }
    setDone(undefined);
  };
  return (
    <Section title="Particles" page="topic/particle-files" aside="for other programs">
      <LabelledRow
        label="File format"
        help="Saves all particles of each frame, with their numbers, positions, velocities and sizes."
      >
        <Choice
          label="Particle format"
          value={format.name}
          options={formats.map(({ name, label }) => ({ value: name, label }))}
          onChange={setFormat}
        />
      </LabelledRow>
      <p className="py-1 text-xs text-second">
        Positions are in metres of the scene. The scene transform, which moves the picture, is not applied.
      </p>
      {done === undefined ? (
        <button className="line-button mt-2" onClick={() => void save()}>
          Save the particles of {counted(frames, 'frame')}
        </button>
      ) : (
        <p className="num mt-2 flex items-baseline justify-between text-second">
          {done} of {frames}
          <button className="line-button" onClick={() => stop.current?.abort()}>
            Cancel
          </button>
        </p>
      )}
      {failed && (
        <p role="alert" className="py-1 text-xs text-signal">
          {failed}
        </p>
      )}
    </Section>
  );
}
