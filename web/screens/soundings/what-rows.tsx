import { mapVector } from '../../../core/lib/math/vector';
import type { NumberParameter } from '../../../core/document/parameters';
import type { Subject } from '../../../core/measure/subject';
import { Choice, LabelledRow } from '../../widgets/labelled-row';
import { NumberRow } from '../../widgets/number-field';
import { useScene } from '../../state/scene-store';
import { setSounding, useSoundings, type SlicePlane } from './sounding-store';

const metres = (label: string, help: string, usual: readonly [number, number]): NumberParameter => ({
  type: 'number',
  label,
  help,
  unit: 'm',
  default: 0,
  usual,
});
const degrees = (label: string, help: string): NumberParameter => ({
  type: 'number',
  label,
  help,
  unit: '°',
  default: 0,
  usual: [-180, 180],
});

const HALF: NumberParameter = {
  ...metres('Half side', 'The distance from the middle of the plane to its edges.', [0.2, 20]),
  default: 3,
  min: 0.01,
  max: 1000,
};

/** What is sounded: all fields, one field or one group. */
export function SubjectRow({ onlyReaching = false }: { onlyReaching?: boolean }) {
  const { fields, groups } = useScene();
  const subject = useSoundings((state) => state.subject);
  const reaches = (thing: { readonly falloff: { readonly kind: string } }) =>
    !onlyReaching || thing.falloff.kind !== 'everywhere';
  const options = [
    ...(onlyReaching ? [] : [{ value: 'stack ', label: 'all fields' }]),
    ...fields.filter(reaches).map(({ id, name }) => ({ value: `field ${id}`, label: name })),
    ...groups.filter(reaches).map(({ id, name }) => ({ value: `group ${id}`, label: `${name} (group)` })),
  ];
  const value = subject.of === 'stack' ? 'stack ' : `${subject.of} ${subject.id}`;
  return (
    <LabelledRow
      label="Of"
      help="Measures all fields with mute and solo, or one field or group alone, even if it is muted."
    >
      <Choice
        label="Of"
        value={options.some((o) => o.value === value) ? value : (options[0]?.value ?? '')}
        options={options}
        onChange={(chosen) => setSounding({ subject: subjectOf(chosen) })}
      />
    </LabelledRow>
  );
}

function subjectOf(chosen: string): Subject {
  const space = chosen.indexOf(' ');
  const of = chosen.slice(0, space);
  return of === 'stack' ? { of: 'stack' } : { of: of as 'field' | 'group', id: chosen.slice(space + 1) };
}

/** Whose particles are meant. */
export function EmitterRow({ label = 'For particles of', help }: { label?: string; help: string }) {
  const { emitters } = useScene();
  const emitter = useSoundings((state) => state.emitter);
  return (
    <LabelledRow label={label} help={help}>
      <Choice
        label={label}
        value={String(emitter)}
        options={emitters.map(({ name }, i) => ({ value: String(i), label: name }))}
        onChange={(value) => setSounding({ emitter: Number(value), particle: undefined })}
      />
    </LabelledRow>
  );
}

const VIEWS: readonly (readonly [string, Pick<SlicePlane, 'turn' | 'tilt'>])[] = [
  ['front', { turn: 0, tilt: 0 }],
  ['side', { turn: 90, tilt: 0 }],
  ['top', { turn: 0, tilt: -90 }],
];

/** Where the plane is and how it is turned. */
export function PlaneRows() {
  const plane = useSoundings((state) => state.plane);
  const set = (change: Partial<SlicePlane>) => setSounding({ plane: { ...plane, ...change } });
  return (
    <>
      <p className="flex gap-3 border-b border-rule/60 py-1">
        <span className="flex-1 text-second">Facing</span>
        {VIEWS.map(([name, way]) => (
          <button
            key={name}
            className={`text-button ${plane.turn === way.turn && plane.tilt === way.tilt ? 'text-lamp' : ''}`}
            onClick={() => set(way)}
          >
            {name}
          </button>
        ))}
      </p>
      {(['X', 'Y', 'Z'] as const).map((axis, i) => (
        <NumberRow
          key={axis}
          label={`Middle ${axis}`}
          parameter={metres(`Middle ${axis}`, 'The middle of the plane.', [-10, 10])}
          value={plane.middle[i]!}
          onChange={(value) => set({ middle: mapVector(plane.middle, (n, k) => (k === i ? value : n)) })}
        />
      ))}
      <NumberRow
        label="Turn"
        parameter={degrees('Turn', 'The rotation about the vertical.')}
        value={plane.turn}
        onChange={(turn) => set({ turn })}
      />
      <NumberRow
        label="Tilt"
        parameter={degrees('Tilt', 'The backward tilt. At −90° the plane lies flat and faces up.')}
        value={plane.tilt}
        onChange={(tilt) => set({ tilt })}
      />
      <NumberRow label="Half side" parameter={HALF} value={plane.half} onChange={(half) => set({ half })} />
    </>
  );
}

/** The two ends of a line. */
export function LineRows() {
  const line = useSoundings((state) => state.line);
  const ends = (['from', 'to'] as const).flatMap((end) =>
    (['X', 'Y', 'Z'] as const).map((axis, i) => ({ end, axis, i })),
  );
  return ends.map(({ end, axis, i }) => {
    const label = `${end === 'from' ? 'From' : 'To'} ${axis}`;
    return (
      <NumberRow
        key={label}
        label={label}
        parameter={metres(label, 'An end of the line.', [-20, 20])}
        value={line[end][i]!}
        onChange={(value) => setSounding({ line: { ...line, [end]: line[end].map((n, k) => (k === i ? value : n)) } })}
      />
    );
  });
}

/** Something that is on or off. */
export function SwitchRow({
  label,
  help,
  on,
  onChange,
}: {
  label: string;
  help: string;
  on: boolean;
  onChange: (on: boolean) => void;
}) {
  return (
    <label className="flex items-baseline justify-between border-b border-rule/60 py-1" title={help}>
      <span className="text-second">{label}</span>
      <input
        type="checkbox"
        className="accent-lamp"
        checked={on}
        onChange={(event) => onChange(event.currentTarget.checked)}
      />
    </label>
  );
}
