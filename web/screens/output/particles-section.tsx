import { Zip, ZipPassThrough } from 'fflate';
import { useRef, useState } from 'react';
import type { Scene } from '../../../core/document/scene';
import { particleFile, particleFormatsOf, PARTICLE_FORMATS, type ParticleFormat } from '../../../formats/particle-files';
import { tablesOf } from '../../../formats/particles';
import { UsdaWriter } from '../../../formats/particles-usda';
import { curveSourcesOf } from '../../../formats/usd-curves';
import { fileNameOf } from '../../../formats/render-settings';
import { Section } from '../../panels/inspector/section';
import { Choice, LabelledRow } from '../../widgets/labelled-row';
import { fileStem, saveFile } from '../../widgets/save-file';
import { runFrames } from '../../simulation/run-frames';
import { loadAssets, useAssets } from '../../simulation/scene-assets';
import { useScene } from '../../state/scene-store';

interface Span {
  readonly from: number;
  readonly through: number;
  /** The bake that holds those frames; empty where they are simulated. */
  readonly bake: string;
}

/** Takes all particles of the frames and gives them as one file: of a frame as it is, of several in a zip, or in one USD. */
async function written(
  scene: Scene,
  { from, through, bake }: Span,
  format: ParticleFormat,
  signal: AbortSignal,
  told: (done: number) => void,
) {
  await loadAssets(scene);
  const { assets } = useAssets.getState();
  const ids = scene.emitters.map((e) => e.id);
  const stem = fileStem(scene.name);
  const usda = format === 'usda' ? new UsdaWriter({ fps: scene.time.fps, from, through }, ids, curveSourcesOf(scene, assets)) : undefined;
  const { extension, type } = PARTICLE_FORMATS.find(({ value }) => value === format)!;
  const parts: Uint8Array<ArrayBuffer>[] = [];
  let one: BlobPart | undefined;
  const zip = new Zip((error, chunk) => {
    if (error) throw error;
    parts.push(chunk);
  });
  await runFrames({ scene, assets, share: 1, from, through, bake }, signal, (frame) => {
    if (usda) usda.add(frame.frame, tablesOf(frame.emitters, ids));
    else {
      const content = particleFile(format as Exclude<ParticleFormat, 'usda'>, scene, assets, frame.emitters);
      if (from === through) one = content as BlobPart;
      else {
        const entry = new ZipPassThrough(fileNameOf(`${stem}_####`, frame.frame, extension));
        zip.add(entry);
        entry.push(typeof content === 'string' ? new TextEncoder().encode(content) : content, true);
      }
    }
    told(frame.frame - from + 1);
  });
  if (signal.aborted) return undefined;
  if (usda) return { content: new Blob([...usda.text()], { type }), name: `${stem}.usda`, type };
  if (one !== undefined) return { content: new Blob([one], { type }), name: fileNameOf(`${stem}_####`, from, extension), type };
  zip.end();
  return { content: new Blob(parts, { type: 'application/zip' }), name: `${stem}-particles.zip`, type: 'application/zip' };
}

/** The particles of the frames of a render, for other programs. */
export function ParticlesSection({ from, through, bake }: Span) {
  const scene = useScene();
  const formats = particleFormatsOf(scene);
  const [chosen, setFormat] = useState<ParticleFormat>('csv');
  const format = formats.some(({ value }) => value === chosen) ? chosen : 'csv';
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
      setFailed(`The particles can’t be written: ${(error as Error).message}.`);
    }
    setDone(undefined);
  };
  return (
    <Section title="Particles" aside="for other programs">
      <LabelledRow label="Written as" help="All particles of each frame, with their numbers, places, velocities and sizes.">
        <Choice label="Particles written as" value={format} options={formats} onChange={(value) => setFormat(value as ParticleFormat)} />
      </LabelledRow>
      {done === undefined ? (
        <button className="line-button mt-2" onClick={() => void save()}>
          Save the particles of {frames} {frames === 1 ? 'frame' : 'frames'}
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
