import { TabGroup, TabPanel, TabPanels } from '@headlessui/react';
import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import { TabRow } from '../../widgets/tab-row';
import { useStage } from '../../simulation/stage';
import { openedScene } from '../../state/scene-store';
import { useStudioKeys } from '../studio/keys';
import { TransportBar } from '../studio/transport-bar';
import { Overlay } from '../../view/overlay';
import type { ViewRig } from '../../view/camera/view-rig';
import { Viewport } from '../../view/viewport';
import { LineControls, LinePanel, ProfileControls, ProfilePanel, RulesControls, RulesPanel } from './curve-panels';
import { LedgerControls, LedgerPanel } from './ledger-panel';
import { LineOverlay } from './line-overlay';
import { ParticleOverlay } from './particle-overlay';
import { PlaneOverlay } from './plane-overlay';
import { HealthPanel, PopulationControls, PopulationPanel } from './run-panels';
import { SliceControls, SlicePanel } from './slice-panel';
import { beginSoundings } from './sounding-store';

const SORTS = [
  { name: 'slice', label: 'Slice', title: 'A plane through the field', Panel: SlicePanel, Controls: SliceControls },
  {
    name: 'profile',
    label: 'Falloff',
    title: 'As written, and as measured',
    Panel: ProfilePanel,
    Controls: ProfileControls,
  },
  { name: 'line', label: 'Line', title: 'Strength between two points', Panel: LinePanel, Controls: LineControls },
  {
    name: 'rules',
    label: 'Rules',
    title: 'Fields combined by each rule',
    Panel: RulesPanel,
    Controls: RulesControls,
  },
  {
    name: 'ledger',
    label: 'Ledger',
    title: 'Each field’s part in the motion',
    Panel: LedgerPanel,
    Controls: LedgerControls,
  },
  {
    name: 'population',
    label: 'Population',
    title: 'Number, speed, age and position of particles',
    Panel: PopulationPanel,
    Controls: PopulationControls,
  },
  {
    name: 'health',
    label: 'Health',
    title: 'Retired particles, and the error of the step',
    Panel: HealthPanel,
    Controls: () => null,
  },
] as const;

/** What lies over the view: the plane of a slice, a line, the particle of a ledger, or the handles of the selection. */
function Over({ sort, rig }: { sort: string; rig: ViewRig }) {
  if (sort === 'slice') return <PlaneOverlay rig={rig} />;
  if (sort === 'line' || sort === 'rules') return <LineOverlay rig={rig} />;
  return sort === 'ledger' ? <ParticleOverlay rig={rig} /> : <Overlay rig={rig} />;
}

/** The screen that measures: what fields do, and what becomes of particles. */
export function SoundingsPage() {
  const { id } = useStage();
  useStudioKeys();
  const [search, setSearch] = useSearchParams();
  useEffect(() => beginSoundings(id, openedScene()), [id]);
  const index = Math.max(
    0,
    SORTS.findIndex(({ name }) => name === search.get('of')),
  );
  const { Controls, title } = SORTS[index]!;
  return (
    <main className="flex min-h-0 flex-1 flex-col" data-handbook="topic/soundings">
      <h1 className="sr-only">Soundings</h1>
      <TabGroup
        className="flex min-h-0 flex-1"
        selectedIndex={index}
        onChange={(next) => setSearch({ of: SORTS[next]!.name }, { replace: true })}
      >
        <div className="flex w-100 shrink-0 flex-col border-r border-rule">
          <div className="relative h-56 shrink-0 border-b border-rule">
            {/* oxlint-disable-next-line react/no-unstable-nested-components -- a function that draws, not a component */}
            <Viewport over={(rig) => <Over sort={SORTS[index]!.name} rig={rig} />} />
          </div>
          <section className="min-h-0 flex-1 overflow-y-auto px-4 py-2" aria-label="What is measured">
            <h2 className="pb-1 font-semibold">{title}</h2>
            <Controls />
          </section>
        </div>
        <div className="flex min-w-0 flex-1 flex-col">
          <TabRow label="Soundings" tabs={SORTS.map(({ label }) => label)} />
          <TabPanels className="flex min-h-0 flex-1 flex-col">
            {SORTS.map(({ name, Panel }) => (
              <TabPanel key={name} className="flex min-h-0 flex-1 flex-col">
                <Panel />
              </TabPanel>
            ))}
          </TabPanels>
        </div>
      </TabGroup>
      <TransportBar />
    </main>
  );
}
