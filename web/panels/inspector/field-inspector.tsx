import { actions } from '../../../core/kinds/actions';
import type { Description } from '../../../core/document/parameters';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { shapes } from '../../../core/kinds/emitter-shapes';
import { rules } from '../../../core/kinds/group-rules';
import { fieldParameters } from '../../../core/document/descriptions';
import type { Field } from '../../../core/document/scene';
import { duplicateFields, moveTo, removeFields, setActsAs, startFrom } from '../desk/desk-edit';
import { setStrength, strengthParameter, unitOf } from '../desk/strength';
import { NameMenu } from '../../widgets/name-menu';
import { ParameterRows } from '../../widgets/parameter-rows';
import { Choice, LabelledRow } from '../../widgets/labelled-row';
import { editField, useScene, useSceneOf } from '../../state/scene-store';
import { addEmitterOnPath, moveEmitterOnto } from './emitter-edit';
import { GridActions } from './grid-actions';
import { LeadAround } from './lead-around';
import { PathActions } from './path-actions';
import { TransformSection } from './transform-section';
import { FalloffSection, ModulatorSection, SendSection } from './falloff-sections';
import { FormulaContextProvider } from '../../widgets/formula/formula-context';
import { useParticleContext } from '../../widgets/formula/use-contexts';
import { Section } from './section';
import { WeightNow } from './weight-now';

const { limitedRange, activeFrom, activeUntil, furtherRanges, easeIn, easeOut } = fieldParameters;
const SPAN = { limitedRange, activeFrom, activeUntil, furtherRanges, easeIn, easeOut };

/** Sets a number of a field's own; the end of a span stays after its beginning. */
function setOwn(id: string, name: string, value: unknown): void {
  editField(id, (field) => {
    Object.assign(field, { [name]: value });
    if (field.activeUntil > field.activeFrom) return;
    if (name === 'activeUntil') field.activeFrom = field.activeUntil - 1;
    else field.activeUntil = field.activeFrom + 1;
  });
}

/** Named sets of values to start from. */
function Starts({ field }: { field: Field }) {
  return (
    <div className="flex flex-wrap gap-1 pt-1.5 pb-1" role="group" aria-label="Starting points">
      {fieldKinds.get(field.settings.kind).starts.map((start) => (
        <button
          key={start.name}
          className="chip-button"
          title={`${start.note}. Position, falloff and sends stay the same.`}
          onClick={() => startFrom(field.id, start)}
        >
          {start.name}
        </button>
      ))}
    </div>
  );
}

/** Emitters that are added on the path which a field follows, or moved onto it. */
function EmitOnPath({ field }: { field: Field }) {
  const emitters = useSceneOf((scene) => scene.emitters);
  if (!fieldKinds.get(field.settings.kind).view?.path?.(field.settings, field.falloff)) return null;
  const movable = emitters.filter(({ shape }) => !shapes.get(shape.kind).fromParticles);
  return (
    <div className="flex flex-wrap gap-2 py-1.5">
      <button className="line-button" onClick={() => addEmitterOnPath(field.id, 'start')}>
        Add an emitter at its start
      </button>
      <button className="line-button" onClick={() => addEmitterOnPath(field.id, 'along')}>
        Add an emitter along it
      </button>
      {movable.length > 0 && (
        <NameMenu
          label="Move an emitter onto it"
          title="Replaces its shape and place; everything else stays"
          things={movable}
          onChoose={(id) => moveEmitterOnto(id, field)}
        />
      )}
    </div>
  );
}

function GroupRow({ field }: { field: Field }) {
  const { groups } = useScene();
  if (groups.length === 0) return null;
  const options = [{ value: '', label: 'none' }, ...groups.map(({ id, name }) => ({ value: id, label: name }))];
  return (
    <LabelledRow setting="group" label={fieldParameters.group.label} help={fieldParameters.group.help}>
      <Choice
        label="Parent group"
        value={field.group}
        options={options}
        onChange={(group) => void moveTo(field.id, group)}
      />
    </LabelledRow>
  );
}

/** The selected field: everything of it that acts. */
export function FieldInspector({ field }: { field: Field }) {
  const scene = useScene();
  const kind = fieldKinds.get(field.settings.kind);
  const unit = unitOf(field);
  const action = actions.get(field.actsAs);
  const owner = { type: 'field', id: field.id } as const;
  const of = { sort: 'fields', id: field.id } as const;
  const mixed = rules.get(scene.groups.find((g) => g.id === field.group)?.rule ?? 'sum').mixes;
  const setting = (name: string, value: unknown) =>
    editField(field.id, (f) => void Object.assign(f.settings, { [name]: value }));
  const own: Description = {
    ...(action.paced && { targetSpeed: fieldParameters.targetSpeed }),
    ...(kind.seeded && { seed: fieldParameters.seed }),
    ...(mixed && { mix: fieldParameters.mix }),
  };
  const context = useParticleContext(field);
  return (
    <FormulaContextProvider value={context}>
      <div data-handbook={`field/${kind.kind}`}>
        <Section
          title={field.name}
          aside={`field ${scene.fields.indexOf(field) + 1} of ${scene.fields.length}`}
          onRename={(name) => editField(field.id, (f) => void (f.name = name))}
        >
          <Starts field={field} />
          <WeightNow field={field} />
          <ParameterRows
            description={{ strength: strengthParameter(field) }}
            of={{ ...of, prefix: '' }}
            values={field}
            onChange={(_, value) => setStrength(field.id, value as number)}
          />
          {kind.actions.length > 1 && (
            <LabelledRow setting="actsAs" label="Acts as" help={action.summary}>
              <Choice
                label="Acts as"
                value={field.actsAs}
                options={kind.actions.map((a) => ({ value: a, label: actions.get(a).label }))}
                onChange={(actsAs) => setActsAs([field.id], actsAs)}
              />
            </LabelledRow>
          )}
          <ParameterRows
            description={own}
            of={{ ...of, prefix: '' }}
            values={field}
            onChange={(name, value) => setOwn(field.id, name, value)}
          />
          <ParameterRows
            description={kind.parameters}
            of={{ ...of, prefix: 'settings.' }}
            values={field.settings}
            unit={unit}
            onChange={setting}
          />
          <PathActions sort="fields" id={field.id} part="settings" values={field.settings} />
          <EmitOnPath field={field} />
          <LeadAround sort="fields" id={field.id} />
          <GridActions field={field} />
          <GroupRow field={field} />
        </Section>
      </div>
      <FalloffSection thing={field} owner={owner} />
      <ModulatorSection thing={field} owner={owner} />
      <Section title="Active range" page="topic/active-range" changed={field.limitedRange}>
        <ParameterRows description={SPAN} values={field} onChange={(name, value) => setOwn(field.id, name, value)} />
      </Section>
      <SendSection thing={field} owner={owner} />
      <TransformSection
        owner={owner}
        scale={{
          label: 'Falloff scale',
          help: 'Scales the falloff shape with its radii. The strength stays the same.',
        }}
      />
      <div className="flex gap-2 px-4 py-3">
        <button className="line-button" onClick={() => duplicateFields([field.id])}>
          Duplicate
        </button>
        <button className="line-button" onClick={() => removeFields([field.id])}>
          Delete
        </button>
      </div>
    </FormulaContextProvider>
  );
}
