import { radiiOf } from '../../../core/kinds/falloff-shapes/falloff-shape';
import { X } from 'lucide-react';
import { useState } from 'react';
import { falloffShapes } from '../../../core/kinds/falloff-shapes';
import type { LevelStop } from '../../../core/document/parameters';
import { weightOf, falloffCurves } from '../../../core/kinds/curves';
import { curveCommon } from '../../../core/kinds/curves/curve';
import type { WeightedThing } from '../../../core/document/scene';
import { editWeighted, setFalloffNumber, setCurveKind, type WeightedOwner } from '../../state/falloff-edit';
import { NumberRow } from '../../widgets/number-field';
import { ParameterRows } from '../../widgets/parameter-rows';
import { useScene } from '../../state/scene-store';
import { CurveCanvas } from './curve-canvas';
import { closeCurve, useOpenCurve } from './curve-store';

/** A small picture of a kind of curve, from the inner to the outer radius. */
function CurvePicture({ kind }: { kind: string }) {
  const weight = weightOf({ ...falloffCurves.defaults(kind), slope: 1, invert: false }, 0.25, 1);
  const points = Array.from({ length: 41 }, (_, i) => `${i},${17 - 15 * weight((1.1 * i) / 40)}`);
  return (
    <svg viewBox="0 0 40 18" width={40} height={18} aria-hidden>
      <polyline points={points.join(' ')} fill="none" stroke="currentColor" strokeWidth={1.4} />
    </svg>
  );
}

/** A curve as points, to go on from by hand. */
function knotsOf(thing: WeightedThing): LevelStop[] {
  const { inner, outer } = radiiOf(thing.falloff);
  const weight = weightOf({ ...thing.curve, slope: 1, invert: false }, inner, outer);
  return [0, 0.2, 0.4, 0.6, 0.8, 1].map((at) => ({
    at,
    value: Math.round(weight(inner + at * (outer - inner)) * 100) / 100,
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

function Editor({ thing, owner }: { thing: WeightedThing; owner: WeightedOwner }) {
  const [snap, setSnap] = useState(true);
  const [picked, setPicked] = useState(0);
  const falloff = falloffShapes.get(thing.falloff.kind);
  const knots = thing.curve.kind === 'custom' ? (thing.curve['knots'] as readonly LevelStop[]) : undefined;
  const setKnots = (next: readonly LevelStop[]) => editWeighted(owner, (t) => void (t.curve['knots'] = next));
  const drawn = () =>
    editWeighted(owner, (t) => {
      t.curve = { ...t.curve, kind: 'custom', knots: knotsOf(thing) };
    });
  const size = ({ inner, outer }: typeof falloff.parameters) => ({ ...(inner && { inner }), ...(outer && { outer }) });
  return (
    <section
      aria-label={`Falloff of ${thing.name}`}
      data-handbook={`curve/${thing.curve.kind}`}
      className="absolute right-2 bottom-2 z-10 max-h-[calc(100%-1rem)] w-124 overflow-y-auto border border-rule bg-panel/95 p-3"
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.stopPropagation();
        closeCurve();
      }}
    >
      <header className="flex items-baseline justify-between">
        <h2 className="font-semibold">Falloff of {thing.name}</h2>
        <button className="text-button px-1" aria-label="Close the falloff" title="Close (Esc)" onClick={closeCurve}>
          <X size={14} />
        </button>
      </header>
      <div className="my-1 flex flex-wrap gap-0.5" role="group" aria-label="Falloff curve">
        {falloffCurves.list.map((p) => (
          <button
            key={p.kind}
            className="text-button flex flex-col items-center px-1 text-xs"
            aria-pressed={p.kind === thing.curve.kind}
            title={p.summary}
            onClick={() => (p.kind === 'custom' ? (knots ?? drawn()) : setCurveKind(owner, p.kind))}
          >
            <CurvePicture kind={p.kind} />
            {p.label}
          </button>
        ))}
      </div>
      <CurveCanvas
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
            description={size(falloff.parameters)}
            values={thing.falloff}
            onChange={(name, value) => setFalloffNumber(owner, name, value as number)}
          />
          {knots?.[picked] && <Knot knots={knots} index={picked} onChange={setKnots} />}
        </div>
        <div>
          <ParameterRows
            description={curveCommon}
            values={thing.curve}
            onChange={(name, value) => editWeighted(owner, (t) => void (t.curve[name] = value))}
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
export function CurveEditor() {
  const { owner } = useOpenCurve();
  const scene = useScene();
  const thing = owner && (owner.type === 'field' ? scene.fields : scene.groups).find((t) => t.id === owner.id);
  if (!thing || !falloffShapes.get(thing.falloff.kind).bounded) return null;
  return <Editor key={owner.id} thing={thing} owner={owner} />;
}
