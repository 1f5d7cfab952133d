import { AXES } from '../../../core/lib/math/vector';
import { useMemo } from 'react';
import type { Curve } from '../../../core/measure/along';
import { actions } from '../../../core/kinds/actions';
import { groupParameters } from '../../../core/document/descriptions';
import { pretendedOf } from '../../../core/measure/subject';
import { Chart } from '../../widgets/charts/chart';
import type { ChartData } from '../../widgets/charts/chart-data';
import { Choice, LabelledRow } from '../../widgets/labelled-row';
import { ParameterRows } from '../../widgets/parameter-rows';
import { setWithin } from '../../state/limits';
import { useRunningScene } from '../../state/running-scene';
import { useSceneFrame } from '../../state/scene-clock';
import { identity } from './identity';
import { useSounding } from './sounder';
import { setSounding, useSoundings } from './sounding-store';
import { MeasuringStatus } from './measuring-status';
import { EmitterRow, LineRows, SubjectRow, SwitchRow } from './what-rows';

const lengthOf = ({ from, to }: { from: readonly number[]; to: readonly number[] }) =>
  Math.hypot(...from.map((n, i) => to[i]! - n));

function alongLine(
  sort: string,
  title: string,
  curves: readonly Curve[],
  length: number,
  quiet: readonly Curve[] = [],
): ChartData {
  const n = (curves[0] ?? quiet[0])?.values.length ?? 2;
  return {
    sort,
    title,
    x: { label: 'along the line', unit: 'm', values: Array.from({ length: n }, (_, i) => (length * i) / (n - 1)) },
    series: [...curves, ...quiet.map((curve) => ({ ...curve, quiet: true }))],
  };
}

export function LineControls() {
  return (
    <>
      <LineRows />
      <EmitterRow help="The emitter with the sends, mass and drag that the measurement uses for a particle at rest." />
    </>
  );
}

/** The strength of each field and group between two points, and their sum. */
export function LinePanel() {
  const scene = useRunningScene();
  const frame = useSceneFrame();
  const { line, emitter } = useSoundings();
  const sounded = useSounding<'line'>(
    { sort: 'line', scene, frame, pretended: pretendedOf(scene, emitter), line },
    JSON.stringify([identity(scene), frame, line, emitter]),
  );
  const { answer } = sounded;
  const data = useMemo(
    () =>
      answer &&
      alongLine(
        'line',
        `${scene.name}: strength along a line`,
        [answer.sum, ...answer.groups, ...answer.fields],
        lengthOf(line),
      ),
    [answer, line, scene.name],
  );
  return (
    <>
      {sounded.refused !== undefined && <MeasuringStatus sounded={sounded} />}
      {answer && answer.fields.length === 0 && (
        <p className="px-3 pt-2 text-second">No field reaches this line at this frame.</p>
      )}
      {data && <Chart data={data} />}
    </>
  );
}

/** The fields that are combined: those chosen, or the first two that act alike. */
function useCombined(): readonly string[] {
  const { fields } = useRunningScene();
  const chosen = useSoundings((state) => state.chosen).filter((id) => fields.some((f) => f.id === id));
  if (chosen.length > 0) return chosen;
  const first = fields.find((f) => fields.some((g) => g !== f && g.actsAs === f.actsAs));
  return first
    ? fields
        .filter((f) => f.actsAs === first.actsAs)
        .slice(0, 2)
        .map(({ id }) => id)
    : [];
}

const { limited, floor, ceiling } = groupParameters;
const LIMITS = { limited, floor, ceiling };

export function RulesControls() {
  const { fields } = useRunningScene();
  const combined = useCombined();
  const limits = useSoundings((state) => state.limits);
  const acts = fields.find((f) => f.id === combined[0])?.actsAs;
  return (
    <>
      <p className="pt-1 text-xs text-second">Fields with one way of acting, combined as in a group of their own</p>
      {fields.map(({ id, name, actsAs }) => (
        <SwitchRow
          key={id}
          label={actsAs === acts ? name : `${name} (acts as ${actions.get(actsAs).label})`}
          help="Includes the field in the combination."
          on={combined.includes(id)}
          onChange={(on) => setSounding({ chosen: on ? [...combined, id] : combined.filter((other) => other !== id) })}
        />
      ))}
      <ParameterRows
        description={LIMITS}
        values={limits}
        unit={acts ? actions.get(acts).vectorUnit : ''}
        onChange={(name, value) => {
          const changed = { ...limits };
          setWithin(changed, name, value);
          setSounding({ limits: changed });
        }}
      />
      <LineControls />
    </>
  );
}

/** Fields along a line under each of the rules, side by side. */
export function RulesPanel() {
  const scene = useRunningScene();
  const frame = useSceneFrame();
  const { line, emitter, limits: set } = useSoundings();
  const ids = useCombined();
  const limits = set.limited ? set : undefined;
  const sounded = useSounding<'rules'>(
    ids.length > 0
      ? { sort: 'rules', scene, frame, pretended: pretendedOf(scene, emitter), line, ids, limits }
      : undefined,
    JSON.stringify([identity(scene), frame, line, emitter, ids, limits]),
  );
  const { answer } = sounded;
  const charts = useMemo(
    () =>
      answer?.byRule.map((curve) =>
        alongLine(
          `rule ${curve.name}`,
          `${scene.name}: by “${curve.name}”`,
          [{ ...curve, name: 'Sum' }],
          lengthOf(line),
          answer.fields,
        ),
      ),
    [answer, line, scene.name],
  );
  return (
    <>
      {ids.length === 0 && (
        <p className="p-4 text-second">
          A combination needs two fields with the same way of acting. This scene has none.
        </p>
      )}
      {sounded.refused !== undefined && <MeasuringStatus sounded={sounded} />}
      {charts && (
        <div className="grid min-h-0 flex-1 auto-rows-fr grid-cols-2">
          {charts.map((data) => (
            <Chart key={data.title} data={data} />
          ))}
        </div>
      )}
    </>
  );
}

export function ProfileControls() {
  const axis = useSoundings((state) => state.axis);
  return (
    <>
      <SubjectRow onlyReaching />
      <LabelledRow label="Along" help="The axis of the field along which it is measured, from its position on.">
        <Choice
          label="Along"
          value={axis}
          options={AXES.map((value) => ({ value, label: `local ${value}` }))}
          onChange={(value) => setSounding({ axis: value as 'x' | 'y' | 'z' })}
        />
      </LabelledRow>
      <EmitterRow help="The emitter with the sends that the measurement uses." />
    </>
  );
}

const DIRECTIONS = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] } as const;

/** A falloff as it is set, and as it is measured along a ray from its position. */
export function ProfilePanel() {
  const scene = useRunningScene();
  const frame = useSceneFrame();
  const { subject, emitter, axis } = useSoundings();
  const reaching = [
    ...scene.fields.map((thing) => ({ of: 'field' as const, thing })),
    ...scene.groups.map((thing) => ({ of: 'group' as const, thing })),
  ].filter(({ thing }) => thing.falloff.kind !== 'everywhere');
  const wanted = reaching.find(({ of, thing }) => subject.of === of && subject.id === thing.id) ?? reaching[0];
  const outer = wanted?.thing.falloff['outer'];
  const far = 1.2 * (typeof outer === 'number' ? outer : 3) * (wanted?.thing.transform.scale ?? 1);
  const id = wanted && { of: wanted.of, id: wanted.thing.id };
  const sounded = useSounding<'profile'>(
    id && {
      sort: 'profile',
      scene,
      frame,
      pretended: pretendedOf(scene, emitter),
      subject: id,
      direction: DIRECTIONS[axis],
      far,
    },
    JSON.stringify([identity(scene), frame, id, emitter, far, axis]),
  );
  const { answer } = sounded;
  const name = wanted?.thing.name ?? '';
  const data = useMemo(
    (): ChartData | undefined =>
      answer && {
        sort: 'falloff',
        title: `${name}: falloff along its local ${axis}`,
        x: { label: 'from its position', unit: 'm', values: answer.at },
        series: [
          { name: 'as set', unit: '', values: answer.written, quiet: true },
          { name: 'with its modulators', unit: '', values: answer.modulated },
          { name: 'as measured', unit: '', values: answer.delivered },
        ],
      },
    [answer, name, axis],
  );
  return (
    <>
      {!wanted && (
        <p className="p-4 text-second">No field of this scene has a falloff. Give one a falloff shape to measure it.</p>
      )}
      {sounded.refused !== undefined && <MeasuringStatus sounded={sounded} />}
      {data && <Chart data={data} />}
      {answer && (
        <p className="px-3 pb-3 text-second" role="note">
          {answer.reasons.length === 0
            ? 'The measured falloff equals the one that is set.'
            : `The measured falloff differs from the one that is set: ${answer.reasons.join('; ')}.`}
        </p>
      )}
    </>
  );
}
