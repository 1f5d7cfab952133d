import { counted } from '../../../core/lib/counted';
import { useEffect, useState } from 'react';
import { outputParameters } from '../../../core/document/descriptions';
import { ParameterRows } from '../../widgets/parameter-rows';
import { Choice, LabelledRow } from '../../widgets/labelled-row';
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
import { framesOf, type RenderSettings } from '../../../formats/render-settings';
import type { RenderSetUp } from '../../../core/document/scene';
import { SetUpList } from './set-up-list';
import { SetUpRows } from './set-up-rows';
import { sceneFor, settingsOf, setUpsOf, sizeOf } from './set-ups';
import { SIZES, sizeName, sizeOfName } from './sizes';

/**
 * Renders the shot: what, how large, from when to when; a queue of renders that is kept, and what they have come to.
 */
export function OutputPage() {
  useStudioKeys();
  const scene = useScene();
  const { transport, saver, session } = useStage();
  // What is tried past the last frame is not part of the shot.
  useEffect(() => session.tryOn(0), [session]);
  const jobs = useQueue((queue) => queue.jobs);
  const going = useQueue((queue) => queue.going?.id);
  const [chosen, setChosen] = useState<number>();
  const [live, setLive] = useState(false);
  const [looked, setLooked] = useState<number>();
  useEffect(() => {
    transport.pause();
    void loadQueue();
  }, [transport]);
  const setUps = setUpsOf(scene);
  const [wantedIndex, setIndex] = useState(0);
  const index = Math.min(wantedIndex, setUps.length - 1);
  const setUp = setUps[index]!;
  const settings = settingsOf(setUp, scene);
  const { from, through, every } = settings;
  const { output } = scene;
  const frames = framesOf(settings);
  const bakes = useBakesOf(scene);
  const bakeOf = (span: { from: number; through: number }) => holding(bakes, drawnFrom(scene, span.from), span.through);
  const baked = bakeOf(settings);
  const shown = jobs.find(({ id }) => id === chosen);
  const playhead = usePlayer((player) => player.frame);
  // The frame that was chosen here, otherwise that of the Studio.
  const preview = Math.min(through, Math.max(from, looked ?? playhead));
  const render = async (asked: RenderSettings, of: RenderSetUp = setUp) => {
    void saver.flush();
    setChosen(undefined);
    await order(sceneFor(of, scene), { ...asked, bake: live ? '' : (bakeOf(asked)?.id ?? '') });
  };
  const renderAll = async () => {
    for (const one of setUps) await render(settingsOf(one, scene), one);
  };
  const isOneOfSizes = SIZES.includes(sizeName(output));
  return (
    <main className="flex min-h-0 flex-1" data-handbook="topic/render">
      <h1 className="sr-only">Output</h1>
      <div className="flex min-w-0 flex-1 flex-col bg-surround">
        <div className="grid min-h-0 flex-1 place-items-center p-8">
          {shown && shown.id !== going ? (
            <Played key={shown.id} job={shown} />
          ) : going !== undefined ? (
            <JustDrawn {...sizeOf(setUp, scene)} />
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
          aside={`${counted(frames.length, 'frame')}, ${((frames.length * every) / scene.time.fps).toFixed(2)} s`}
        >
          <SetUpList index={index} onChoose={setIndex} />
          <SetUpRows index={index}>
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
          </SetUpRows>
        </Section>
        <Section title="Picture" page="topic/picture">
          <LabelledRow label="Size" help="Common sizes; enter any other below.">
            <Choice
              label="Size"
              value={isOneOfSizes ? sizeName(output) : 'other'}
              options={[...SIZES, ...(isOneOfSizes ? [] : ['other'])].map((s) => ({ value: s, label: s }))}
              onChange={(value) => {
                if (value !== 'other') editScene((s) => void Object.assign(s.output, sizeOfName(value)));
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
            Render {counted(frames.length, 'frame')}
          </button>
          {setUps.length > 1 && (
            <button className="line-button mt-2 w-full" onClick={() => void renderAll()}>
              Render all {setUps.length} renders
            </button>
          )}
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
