import { useEffect, useState } from 'react';
import { pretendedOf } from '../../../core/measure/subject';
import { Choice, LabelledRow } from '../../widgets/labelled-row';
import { useRunningScene } from '../../state/running-scene';
import { useSceneFrame } from '../../state/scene-clock';
import { identity } from './identity';
import type { Shows } from './jobs';
import { SliceMap } from './slice-map';
import { useSounding } from './sounder';
import { rectangleOf, setSounding, useSoundings } from './sounding-store';
import { MeasuringStatus } from './measuring-status';
import { EmitterRow, PlaneRows, SubjectRow, SwitchRow } from './what-rows';

const WORDS: Readonly<Record<Shows, string>> = {
  strength: 'strength',
  weight: 'weight',
  divergence: 'divergence',
  curl: 'curl',
  zones: 'zones',
};

export function SliceControls() {
  const { shows, streamlines, arrows } = useSoundings();
  return (
    <>
      <SubjectRow />
      <LabelledRow label="Shows" help="The quantity on the plane: strength, falloff, divergence, curl, or zones.">
        <Choice
          label="Shows"
          value={shows}
          options={Object.entries(WORDS).map(([value, label]) => ({ value, label }))}
          onChange={(value) => setSounding({ shows: value as Shows })}
        />
      </LabelledRow>
      <EmitterRow help="The emitter with the sends, mass and drag that the measurement uses for a particle at rest." />
      <SwitchRow
        label="Streamlines"
        help="Evenly spaced lines along the part of the field that lies in the plane."
        on={streamlines}
        onChange={(on) => setSounding({ streamlines: on })}
      />
      <SwitchRow
        label="Arrows"
        help="Arrows for the part of the field that lies in the plane; longer is stronger."
        on={arrows}
        onChange={(on) => setSounding({ arrows: on })}
      />
      <PlaneRows />
    </>
  );
}

/** Milliseconds without a change until a slice is read in full. */
const REST = 150;

/** Whether something has stayed as it is for a while. */
function useRested(key: string): boolean {
  const [rested, setRested] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => setRested(key), REST);
    return () => clearTimeout(timer);
  }, [key]);
  return rested === key;
}

export function SlicePanel() {
  const scene = useRunningScene();
  const frame = useSceneFrame();
  const { subject, shows, emitter, plane, streamlines } = useSoundings();
  const key = JSON.stringify([identity(scene), frame, subject, shows, emitter, plane, streamlines]);
  const quick = !useRested(key);
  const order = {
    sort: 'slice',
    scene,
    frame,
    pretended: pretendedOf(scene, emitter),
    subject,
    plane: rectangleOf(plane),
    shows,
    streamlines,
    quick,
  } as const;
  const sounded = useSounding<'slice'>(order, `${key} ${quick}`);
  return (
    <>
      {sounded.refused !== undefined && <MeasuringStatus sounded={sounded} />}
      {sounded.answer && <SliceMap answer={sounded.answer} />}
      {shows === 'zones' && scene.zones.length === 0 && (
        <p className="px-3 pb-2 text-second">This scene has no zone; add one in the Studio.</p>
      )}
    </>
  );
}
