import { useEffect, useState } from 'react';
import type { NumberParameter } from '../../../core/document/parameters';
import { outputParameters } from '../../../core/document/descriptions';
import { ParameterRows } from '../../widgets/parameter-rows';
import { Choice, LabelledRow } from '../../widgets/labelled-row';
import { NumberRow } from '../../widgets/number-field';
import { fileStem } from '../../widgets/save-file';
import { usePlayer } from '../../state/player-store';
import { useStage } from '../../simulation/stage';
import { editScene, useScene } from '../../state/scene-store';
import { SequenceRow } from '../../panels/inspector/sequence-row';
import { Section } from '../../panels/inspector/section';
import { useStudioKeys } from '../studio/keys';
import { JustDrawn, Played } from './played';
import { Preview, PreviewRuler } from './preview';
import { loadQueue, order, useQueue } from './queue';
import { ParticlesSection } from './particles-section';
import { SampleTrial } from './sample-trial';
import { QueuePanel } from './queue-panel';
import { BakesPanel } from './bakes-panel';
import { BakeSection } from './bake-section';
import { holding, useBakesOf } from '../../simulation/bakes';
import { drawnFrom } from '../../../core/kinds/looks/look-back';
import {
  ALPHA_WORDS,
  fitting,
  framesOf,
  patternFault,
  type AlphaName,
  type RenderSettings,
  type SplitName,
} from '../../../formats/render-settings';
import { formatOf, renderFormats } from '../../../formats/render-formats';
import type { BitsName } from '../../../formats/render-formats/format';

const SIZES = ['640 × 360', '1280 × 720', '1920 × 1080', '1080 × 1080', '1080 × 1920'];

/** What each number of bits is called. */
const BITS: Readonly<Record<BitsName, string>> = {
  '8': '8 bits',
  '16': '16 bits',
  half: '16-bit floats',
  float: '32-bit floats',
};

const SPLITS: readonly { readonly value: SplitName; readonly label: string }[] = [
  { value: 'together', label: 'one for all' },
  { value: 'emitters', label: 'one per emitter' },
  { value: 'both', label: 'both' },
];

/** The name that files are given. */
function NameRow({ pattern, onChange }: { pattern: string; onChange: (pattern: string) => void }) {
  const [typed, setTyped] = useState<string>();
  const now = typed ?? pattern;
  const fault = patternFault(now);
  return (
    <div className="border-b border-rule/60 py-1">
      <label
        className="flex items-baseline justify-between gap-2"
        title="The name of the files. A row of # becomes the frame number, with as many digits."
      >
        <span className="text-second">Name</span>
        <input
          className={`num w-48 rounded-sm bg-transparent text-right hover:bg-raised focus:bg-raised ${fault ? 'text-signal' : ''}`}
          value={now}
          onChange={(event) => setTyped(event.currentTarget.value)}
          onBlur={(event) => {
            const { value } = event.currentTarget;
            // What can't be taken stays where it was typed, with the reason.
            if (patternFault(value)) return setTyped(value);
            if (value !== pattern) onChange(value);
            setTyped(undefined);
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter') event.currentTarget.blur();
            if (event.key === 'Escape') setTyped(undefined);
          }}
        />
      </label>
      {fault && (
        <p role="alert" className="text-xs text-signal">
          {fault}
        </p>
      )}
    </div>
  );
}

/**
 * Renders the shot: what, how large, from when to when; a queue of renders that is kept, and what they have come to.
 */
export function OutputPage() {
  useStudioKeys();
  const scene = useScene();
  const { transport, saver, session } = useStage();
  // What is tried past the last frame is not part of the shot.
  useEffect(() => session.tryOn(0), [session]);
  const { first, last } = scene.time;
  const [wanted, setWanted] = useState<Partial<RenderSettings>>({});
  const jobs = useQueue((queue) => queue.jobs);
  const going = useQueue((queue) => queue.going?.id);
  const [chosen, setChosen] = useState<number>();
  const [live, setLive] = useState(false);
  const [looked, setLooked] = useState<number>();
  useEffect(() => {
    transport.pause();
    void loadQueue();
  }, [transport]);
  const settings = fitting({
    format: 'mp4',
    bits: '8',
    alpha: 'none',
    from: first,
    through: last,
    every: 1,
    layers: false,
    split: 'together',
    pattern: `${fileStem(scene.name)}_####`,
    bake: '',
    ...wanted,
  });
  const { bits, alpha, layers, split, from, through, every, pattern } = settings;
  const format = formatOf(settings.format);
  const set = (by: Partial<RenderSettings>) => setWanted((was) => ({ ...was, ...by }));
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
  const everyBox: NumberParameter = {
    ...frameBox,
    label: 'Frame step',
    default: 1,
    min: 1,
    max: 1000,
    usual: [1, 10],
    help: 'Draws every frame at 1, every second frame at 2, and so on.',
  };
  const { output } = scene;
  const sizeName = `${output.width} × ${output.height}`;
  const frames = framesOf(settings);
  const bakes = useBakesOf(scene);
  const bakeOf = (span: { from: number; through: number }) => holding(bakes, drawnFrom(scene, span.from), span.through);
  const baked = bakeOf(settings);
  const shown = jobs.find(({ id }) => id === chosen);
  const choices: readonly AlphaName[] = format.alpha
    ? ['none', 'straight', ...(format.frames ? (['premultiplied'] as const) : [])]
    : [];

  const playhead = usePlayer((player) => player.frame);
  // The frame that was chosen here, otherwise that of the Studio.
  const preview = Math.min(through, Math.max(from, looked ?? playhead));
  const render = async (asked: RenderSettings) => {
    void saver.flush();
    setChosen(undefined);
    await order(scene, { ...asked, bake: live ? '' : (bakeOf(asked)?.id ?? '') });
  };
  return (
    <main className="flex min-h-0 flex-1" data-handbook="topic/render">
      <h1 className="sr-only">Output</h1>
      <div className="flex min-w-0 flex-1 flex-col bg-surround">
        <div className="grid min-h-0 flex-1 place-items-center p-8">
          {shown && shown.id !== going ? (
            <Played key={shown.id} job={shown} />
          ) : going !== undefined ? (
            <JustDrawn width={output.width} height={output.height} />
          ) : (
            <Preview frame={preview} />
          )}
        </div>
        {going === undefined && !shown && (
          <PreviewRuler frame={preview} from={from} through={through} onChange={setLooked} />
        )}
        <div className="grid shrink-0 grid-cols-[3fr_2fr] border-t border-rule bg-panel">
          <section className="min-w-0 border-r border-rule" aria-label="Queue of renders">
            <h2 className="px-4 pt-2 text-xs font-normal text-second">Renders</h2>
            <QueuePanel chosen={chosen} onChoose={setChosen} />
          </section>
          <section className="min-w-0" aria-label="Bakes on the server">
            <h2 className="px-4 pt-2 text-xs font-normal text-second">Bakes</h2>
            <BakesPanel />
          </section>
        </div>
      </div>
      <aside className="w-84 shrink-0 overflow-y-auto border-l border-rule bg-panel" aria-label="Render settings">
        <Section
          title="Render"
          page="topic/render"
          aside={`${frames.length} ${frames.length === 1 ? 'frame' : 'frames'}, ${((frames.length * every) / scene.time.fps).toFixed(2)} s`}
        >
          <LabelledRow label="Format" help="The file format of the render.">
            <Choice
              label="Format"
              value={format.name}
              options={renderFormats.map(({ name, label }) => ({ value: name, label }))}
              onChange={(value) => set({ format: value })}
            />
          </LabelledRow>
          {format.bits.length > 0 && (
            <LabelledRow label="Depth" help="The number of bits of each colour channel. More keep smoother gradients.">
              <Choice
                label="Depth"
                value={bits}
                options={format.bits.map((value) => ({ value, label: BITS[value] }))}
                onChange={(value) => set({ bits: value as BitsName })}
              />
            </LabelledRow>
          )}
          {choices.length > 0 && (
            <>
              <LabelledRow label="Alpha" help={ALPHA_WORDS[alpha]}>
                <Choice
                  label="Alpha"
                  value={alpha}
                  options={choices.map((value) => ({ value, label: value }))}
                  onChange={(value) => set({ alpha: value as AlphaName })}
                />
              </LabelledRow>
              <p className="py-1 text-xs text-second">{ALPHA_WORDS[alpha]}</p>
            </>
          )}
          {format.layers && (
            <LabelledRow
              label="Layers"
              help="Also writes data about the nearest particle at each pixel: its distance (Z), its velocity (velocity.X to Z) and its number (number.id)."
            >
              <input
                type="checkbox"
                aria-label="Depth, velocity and number as layers"
                className="justify-self-end accent-lamp"
                checked={layers}
                onChange={(event) => set({ layers: event.currentTarget.checked })}
              />
            </LabelledRow>
          )}
          {format.frames && scene.emitters.length > 1 && (
            <LabelledRow
              label="Pictures"
              help="Draws all emitters in one picture, each emitter in a picture of its own in a folder of its name, or both."
            >
              <Choice
                label="Pictures"
                value={split}
                options={SPLITS}
                onChange={(value) => set({ split: value as SplitName })}
              />
            </LabelledRow>
          )}
          {baked && (
            <LabelledRow label="Particles" help="Takes the particles of the bake, or simulates them for this render.">
              <Choice
                label="Particles of the render"
                value={live ? 'simulated' : 'bake'}
                options={[
                  { value: 'bake', label: 'from the bake' },
                  { value: 'simulated', label: 'simulated' },
                ]}
                onChange={(value) => setLive(value === 'simulated')}
              />
            </LabelledRow>
          )}
          <NumberRow
            label="From frame"
            value={from}
            parameter={frameBox}
            onChange={(value) => set({ from: value, through: Math.max(value, through) })}
          />
          <NumberRow
            label="Through frame"
            value={through}
            parameter={{ ...frameBox, default: last }}
            onChange={(value) => set({ from: Math.min(value, from), through: value })}
          />
          <NumberRow
            label="Frame step"
            value={every}
            parameter={everyBox}
            onChange={(value) => set({ every: value })}
          />
          <NameRow pattern={pattern} onChange={(value) => set({ pattern: value })} />
        </Section>
        <Section title="Picture" page="topic/picture">
          <LabelledRow label="Size" help="Common sizes; enter any other below.">
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
          {output.backdrop === 'image-sequence' && <SequenceRow />}
          <SampleTrial
            frame={from}
            samples={output.samples}
            onChoose={(n) => editScene((s) => void (s.output.samples = n))}
          />
          {scene.camera.depth && output.samples === 1 && (
            <p className="pt-2 text-xs text-second">
              The shot camera has depth of field, which takes more than one sample to show.
            </p>
          )}
        </Section>
        <div className="px-4 py-3">
          <button className="lamp-button w-full py-2" onClick={() => void render(settings)}>
            Render {frames.length} {frames.length === 1 ? 'frame' : 'frames'}
          </button>
          <button
            className="line-button mt-2 w-full"
            title="Renders the frame at the playhead as one PNG with all particles"
            onClick={() =>
              void render({
                ...settings,
                format: 'png',
                bits: '8',
                from: preview,
                through: preview,
                layers: false,
                split: 'together',
              })
            }
          >
            Render frame {preview} as one picture
          </button>
        </div>
        <BakeSection from={from} through={through} />
        <ParticlesSection from={from} through={through} bake={live ? '' : (baked?.id ?? '')} />
      </aside>
    </main>
  );
}
