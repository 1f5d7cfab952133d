import { useEffect, useRef, useState } from 'react';
import type { NumberParameter } from '../../core/describe/parameters';
import { outputParameters } from '../../core/scene/descriptions';
import { Choice, LabelledRow, ParameterRows } from '../parts/parameter-row';
import { NumberRow } from '../parts/number-field';
import { saveFile } from '../parts/save-file';
import { useStage } from '../stage/stage';
import { editScene, useScene } from '../store/scene-store';
import { Section } from '../inspect/section';
import { useStudioKeys } from '../studio/keys';
import { Preview } from './preview';
import { renderClip, type Clip } from './render';
import { FORMATS, type FormatName } from './targets';

interface Running {
  readonly done: number;
  readonly total: number;
  readonly since: number;
}

const SIZES = ['640 × 360', '1280 × 720', '1920 × 1080', '1080 × 1080', '1080 × 1920'];

/** Time left in words, from what was done so far; nothing for what will soon be over. */
function timeLeft({ done, total, since }: Running): string {
  if (done < 2) return '';
  const seconds = (((performance.now() - since) / done) * (total - done)) / 1000;
  return seconds < 60 ? `about ${Math.ceil(seconds)} s left` : `about ${Math.ceil(seconds / 60)} min left`;
}

function Played({ clip }: { clip: Clip }) {
  const [url, setUrl] = useState<string>();
  useEffect(() => {
    const made = URL.createObjectURL(clip.blob);
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [clip]);
  if (!url || !clip.blob.type.startsWith('video/')) return null;
  return <video src={url} controls loop autoPlay muted className="max-h-full max-w-full" aria-label="The rendered clip" />;
}

/** Renders the shot to a clip: what, how large, from when to when; with progress, and the clip to look at when done. */
export function OutputPage() {
  useStudioKeys();
  const scene = useScene();
  const { transport, saver } = useStage();
  const [format, setFormat] = useState<FormatName>('mp4');
  const [range, setRange] = useState<readonly [number, number]>();
  const [running, setRunning] = useState<Running>();
  const [clip, setClip] = useState<Clip>();
  const [failed, setFailed] = useState<string>();
  const stop = useRef<AbortController>(undefined);
  const latest = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    transport.pause();
    return () => stop.current?.abort();
  }, [transport]);

  const { first, last } = scene.time;
  const [from, through] = range ?? [first, last];
  const frameBox: NumberParameter = {
    type: 'number',
    label: '',
    unit: 'f',
    default: first,
    min: first,
    max: last,
    whole: true,
    usual: [first, last],
    help: 'A frame of the shot.',
  };
  const { output } = scene;
  const sizeName = `${output.width} × ${output.height}`;

  async function render(): Promise<void> {
    const controller = new AbortController();
    stop.current = controller;
    const total = through - from + 1;
    setClip(undefined);
    setFailed(undefined);
    setRunning({ done: 0, total, since: performance.now() });
    void saver.flush();
    try {
      setClip(
        await renderClip({ scene, format, from, through }, controller.signal, (done, canvas) => {
          setRunning((was) => was && { ...was, done });
          const small = latest.current;
          small?.getContext('2d')?.drawImage(canvas, 0, 0, small.width, small.height);
        }),
      );
    } catch (error) {
      setFailed(`The render stopped: ${(error as Error).message}`);
    }
    setRunning(undefined);
  }

  const shape = { aspectRatio: `${output.width} / ${output.height}` };
  return (
    <main className="flex min-h-0 flex-1">
      <h1 className="sr-only">Output</h1>
      <div className="flex min-w-0 flex-1 flex-col bg-surround">
        <div className="grid min-h-0 flex-1 place-items-center p-8">
          {running ? (
            <canvas
              ref={latest}
              width={960}
              height={Math.round((960 * output.height) / output.width)}
              className="max-h-full max-w-full"
              style={shape}
              aria-label="The frame just made"
            />
          ) : clip?.blob.type.startsWith('video/') ? (
            <Played clip={clip} />
          ) : (
            <Preview frame={from} />
          )}
        </div>
        <div className="flex h-14 shrink-0 items-center gap-4 border-t border-rule bg-panel px-5" role="status">
          {running ? (
            <>
              <progress
                className="h-1.5 flex-1 appearance-none overflow-hidden rounded-none [&::-webkit-progress-bar]:bg-rule [&::-webkit-progress-value]:bg-lamp"
                value={running.done}
                max={running.total}
                aria-label="Progress of the render"
              />
              <span className="num text-second">
                {running.done} of {running.total} frames
              </span>
              <span className="num w-32 text-right text-second">{timeLeft(running)}</span>
              <button className="line-button" onClick={() => stop.current?.abort()}>
                Cancel
              </button>
            </>
          ) : clip ? (
            <>
              <span className="flex-1">
                {clip.name} is done: {clip.frames} frames, {(clip.blob.size / 1024 / 1024).toFixed(2)} MB. {clip.notice}
              </span>
              <button className="lamp-button" onClick={() => saveFile(clip.blob, clip.name, clip.blob.type)}>
                Save {clip.name}
              </button>
              <button className="line-button" onClick={() => setClip(undefined)}>
                Close
              </button>
            </>
          ) : failed ? (
            <span role="alert" className="text-signal">
              {failed}
            </span>
          ) : (
            <span className="text-second">
              {through - from + 1} frames, {((through - from + 1) / scene.time.fps).toFixed(2)} s, all particles.
            </span>
          )}
        </div>
      </div>
      <aside className="w-84 shrink-0 overflow-y-auto border-l border-rule bg-panel" aria-label="Render settings">
        <Section title="Render">
          <LabelledRow label="Format" help="What the clip is written as.">
            <Choice label="Format" value={format} options={FORMATS} onChange={(value) => setFormat(value as FormatName)} />
          </LabelledRow>
          <NumberRow
            label="From frame"
            value={from}
            parameter={frameBox}
            onChange={(value) => setRange([value, Math.max(value, through)])}
          />
          <NumberRow
            label="Through frame"
            value={through}
            parameter={{ ...frameBox, default: last }}
            onChange={(value) => setRange([Math.min(value, from), value])}
          />
        </Section>
        <Section title="Picture">
          <LabelledRow label="Size" help="Common sizes; any other below.">
            <Choice
              label="Size"
              value={SIZES.includes(sizeName) ? sizeName : 'other'}
              options={[...SIZES, ...(SIZES.includes(sizeName) ? [] : ['other'])].map((s) => ({ value: s, label: s }))}
              onChange={(value) => {
                const [width, height] = value.split(' × ').map(Number);
                if (width && height) editScene((s) => void Object.assign(s.output, { width, height }));
              }}
            />
          </LabelledRow>
          <ParameterRows
            description={outputParameters}
            values={output}
            of={{ sort: 'output', id: '', prefix: '' }}
            onChange={(name, value) => editScene((s) => void ((s.output as Record<string, unknown>)[name] = value))}
          />
          {format === 'png-alpha' && (
            <p className="pt-2 text-xs text-second">
              Straight alpha; the background is left out. Added light covers nothing: its alpha is its brightest channel, so that over black
              it looks the same.
            </p>
          )}
        </Section>
        <div className="px-4 py-3">
          <button className="lamp-button w-full py-2" disabled={running !== undefined} onClick={() => void render()}>
            Render {through - from + 1} frames
          </button>
        </div>
      </aside>
    </main>
  );
}
