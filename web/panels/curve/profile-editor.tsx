import { radiiOf } from '../../../core/kinds/falloff-shapes/extent';
import { X } from 'lucide-react';
import { useState } from 'react';
import { extents } from '../../../core/kinds/falloff-shapes';
import type { LevelStop } from '../../../core/document/parameters';
import { falloffOf, profiles } from '../../../core/kinds/curves';
import { profileCommon } from '../../../core/kinds/curves/profile';
import type { WithReach } from '../../../core/document/scene';
import { editReach, setExtentNumber, setProfileKind, type ReachOwner } from '../../state/falloff-edit';
import { NumberRow } from '../../widgets/number-field';
import { ParameterRows } from '../../widgets/parameter-rows';
import { useScene } from '../../state/scene-store';
import { ProfileCanvas } from './profile-canvas';
import { closeProfile, useOpenProfile } from './profile-store';

/** A small picture of a kind of profile, from core to reach. */
function ProfilePicture({ kind }: { kind: string }) {
  const weight = falloffOf({ ...profiles.defaults(kind), slope: 1, invert: false }, 0.25, 1);
  const points = Array.from({ length: 41 }, (_, i) => `${i},${17 - 15 * weight((1.1 * i) / 40)}`);
  return (
    <svg viewBox="0 0 40 18" width={40} height={18} aria-hidden>
      <polyline points={points.join(' ')} fill="none" stroke="currentColor" strokeWidth={1.4} />
    </svg>
  );
}

/** The curve of a profile as knots, to go on from by hand. */
function knotsOf(thing: WithReach): LevelStop[] {
  const { core, reach } = radiiOf(thing.extent);
  const weight = falloffOf({ ...thing.profile, slope: 1, invert: false }, core, reach);
  return [0, 0.2, 0.4, 0.6, 0.8, 1].map((at) => ({
    at,
    value: Math.round(weight(core + at * (reach - core)) * 100) / 100,
  }));
}

function Knot({
  knots,
  index,
  onChange,
}: {
  knots: readonly LevelStop[];
  index: number;
  onChange: (knots: LevelStop[]) => void;
}) {
  const knot = knots[index]!;
  const number = (label: string, value: number, low: number, high: number, set: (value: number) => LevelStop) => (
    <NumberRow
      label={label}
      value={value}
      parameter={{
        type: 'number',
        label,
        unit: '',
        default: value,
        min: low,
        max: high,
        usual: [low, high],
        help: `${label} of the point.`,
      }}
      onChange={(next) => onChange(knots.map((k, i) => (i === index ? set(next) : k)))}
    />
  );
  return (
    <>
      {number('Point at', knot.at, knots[index - 1]?.at ?? 0, knots[index + 1]?.at ?? 1, (at) => ({ ...knot, at }))}
      {number('Its value', knot.value, 0, 1, (value) => ({ ...knot, value }))}
    </>
  );
}

function Editor({ thing, owner }: { thing: WithReach; owner: ReachOwner }) {
  const [snap, setSnap] = useState(true);
  const [picked, setPicked] = useState(0);
  const extent = extents.get(thing.extent.kind);
  const knots = thing.profile.kind === 'custom' ? (thing.profile['knots'] as readonly LevelStop[]) : undefined;
  const setKnots = (next: readonly LevelStop[]) => editReach(owner, (t) => void (t.profile['knots'] = next));
  const drawn = () =>
    editReach(owner, (t) => {
      t.profile = { ...t.profile, kind: 'custom', knots: knotsOf(thing) };
    });
  const size = ({ core, reach }: typeof extent.parameters) => ({ ...(core && { core }), ...(reach && { reach }) });
  return (
    <section
      aria-label={`Falloff of ${thing.name}`}
      data-handbook={`profile/${thing.profile.kind}`}
      className="absolute right-2 bottom-2 z-10 max-h-[calc(100%-1rem)] w-124 overflow-y-auto border border-rule bg-panel/95 p-3"
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.stopPropagation();
        closeProfile();
      }}
    >
      <header className="flex items-baseline justify-between">
        <h2 className="font-semibold">Falloff of {thing.name}</h2>
        <button className="text-button px-1" aria-label="Close the falloff" title="Close (Esc)" onClick={closeProfile}>
          <X size={14} />
        </button>
      </header>
      <div className="my-1 flex flex-wrap gap-0.5" role="group" aria-label="Falloff curve">
        {profiles.list.map((p) => (
          <button
            key={p.kind}
            className="text-button flex flex-col items-center px-1 text-xs"
            aria-pressed={p.kind === thing.profile.kind}
            title={p.summary}
            onClick={() => (p.kind === 'custom' ? (knots ?? drawn()) : setProfileKind(owner, p.kind))}
          >
            <ProfilePicture kind={p.kind} />
            {p.label}
          </button>
        ))}
      </div>
      <ProfileCanvas
        thing={thing}
        owner={owner}
        snap={snap}
        picked={knots ? picked : -1}
        onPick={setPicked}
        onKnots={setKnots}
      />
      <div className="grid grid-cols-2 gap-x-5">
        <div>
          <ParameterRows
            description={size(extent.parameters)}
            values={thing.extent}
            onChange={(name, value) => setExtentNumber(owner, name, value as number)}
          />
          {knots?.[picked] && <Knot knots={knots} index={picked} onChange={setKnots} />}
        </div>
        <div>
          <ParameterRows
            description={profileCommon}
            values={thing.profile}
            onChange={(name, value) => editReach(owner, (t) => void (t.profile[name] = value))}
          />
          {knots && (
            <label
              className="flex items-center justify-between py-1 text-second"
              title="Points snap to steps of 0.05 while they are dragged; Shift lets them move freely."
            >
              Snap{' '}
              <input
                type="checkbox"
                className="accent-lamp"
                checked={snap}
                onChange={(event) => setSnap(event.target.checked)}
              />
            </label>
          )}
          <p className="pt-1.5 text-xs text-faint">
            {knots ? 'Double-click adds a point, Delete removes it.' : 'Double-click to edit the curve by points.'}
          </p>
        </div>
      </div>
    </section>
  );
}

/** The falloff that is open large, over the view: the picture stays in sight. */
export function ProfileEditor() {
  const { owner } = useOpenProfile();
  const scene = useScene();
  const thing = owner && (owner.type === 'field' ? scene.fields : scene.groups).find((t) => t.id === owner.id);
  if (!thing || !extents.get(thing.extent.kind).bounded) return null;
  return <Editor key={owner.id} thing={thing} owner={owner} />;
}
