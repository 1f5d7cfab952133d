import { TabGroup, TabPanel, TabPanels } from '@headlessui/react';
import { Pause, Play } from 'lucide-react';
import { useEffect } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useSearchParams } from 'react-router';
import { TabRow } from '../../widgets/tab-row';
import { useStage } from '../../simulation/stage';
import { openedScene } from '../../state/scene-store';
import { notTyping } from '../../widgets/hotkeys';
import { ChosenTrial } from './chosen-trial';
import { Logbook } from './logbook';
import { SheetControls } from './sheet-controls';
import { SheetGrid } from './sheet-grid';
import { beginTrials, setTrials, useTrials, type Sheet } from './trials-store';

/** Plays all pictures together, at the rate of the scene. */
function usePlaying(sheet: Sheet | undefined): void {
  const playing = useTrials((state) => state.playing);
  const frames = sheet ? sheet.through - sheet.first : 0;
  const fps = sheet?.scene.time.fps ?? 24;
  useEffect(() => {
    if (!playing || frames === 0) return;
    const timer = setInterval(() => setTrials({ at: (useTrials.getState().at + 1) % (frames + 1) }), 1000 / fps);
    return () => clearInterval(timer);
  }, [playing, frames, fps]);
}

/** The frame that all pictures are at. */
function SheetTransport({ sheet }: { sheet: Sheet }) {
  const { at, playing } = useTrials();
  const { seconds } = sheet;
  const inSeconds = (ms: number) => `${(ms / 1000).toFixed(1)} s`;
  return (
    <div className="flex h-11 shrink-0 items-center gap-4 border-t border-rule px-4">
      <button
        className="text-button"
        aria-label={playing ? 'Pause all' : 'Play all'}
        title="Space"
        onClick={() => setTrials({ playing: !playing })}
      >
        {playing ? <Pause size={16} /> : <Play size={16} />}
      </button>
      <input
        type="range"
        aria-label="Frame of all trials"
        className="flex-1 accent-lamp"
        min={0}
        max={sheet.through - sheet.first}
        value={Math.min(at, sheet.through - sheet.first)}
        onChange={(event) => setTrials({ at: Number(event.currentTarget.value), playing: false })}
      />
      <span className="num w-24 text-right">frame {sheet.first + Math.min(at, sheet.through - sheet.first)}</span>
      <span className="num w-72 text-right text-faint" data-testid="sheet-times">
        {seconds.pictured !== undefined && `first pictures ${inSeconds(seconds.pictured)}`}
        {seconds.done !== undefined && `, all ${inSeconds(seconds.done)}`}
      </span>
    </div>
  );
}

const TABS = ['sheet', 'logbook'] as const;

/** The screen on which many settings are tried at once. */
export function TrialsPage() {
  const { id } = useStage();
  const sheet = useTrials((state) => state.sheet);
  const [search, setSearch] = useSearchParams();
  useEffect(() => beginTrials(id, openedScene()), [id]);
  usePlaying(sheet);
  useHotkeys('space', () => setTrials({ playing: !useTrials.getState().playing }), {
    ...notTyping,
    ignoreEventWhen: ({ target }) =>
      target instanceof HTMLInputElement ||
      target instanceof HTMLTextAreaElement ||
      target instanceof HTMLSelectElement ||
      target instanceof HTMLButtonElement,
  });
  return (
    <main className="flex min-h-0 flex-1" data-handbook="topic/trials">
      <h1 className="sr-only">Trials</h1>
      <div className="w-84 shrink-0 overflow-y-auto border-r border-rule">
        <SheetControls />
        {sheet && <ChosenTrial sheet={sheet} />}
      </div>
      <TabGroup
        className="flex min-w-0 flex-1 flex-col"
        selectedIndex={search.get('of') === 'logbook' ? 1 : 0}
        onChange={(next) => setSearch({ of: TABS[next]! }, { replace: true })}
      >
        <TabRow label="Trials" tabs={['Sheet', 'Logbook']} />
        <TabPanels className="flex min-h-0 flex-1 flex-col">
          <TabPanel className="flex min-h-0 flex-1 flex-col">
            {sheet ? (
              <>
                <SheetGrid sheet={sheet} />
                <SheetTransport sheet={sheet} />
              </>
            ) : (
              <p className="grid flex-1 place-content-center text-second">
                Choose one or two numbers and their values, then make the sheet. Each cell shows the scene with other
                values, simulated from its start.
              </p>
            )}
          </TabPanel>
          <TabPanel className="flex min-h-0 flex-1 flex-col">
            <Logbook />
          </TabPanel>
        </TabPanels>
      </TabGroup>
    </main>
  );
}
