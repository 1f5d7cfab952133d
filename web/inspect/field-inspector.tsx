import { actions } from '../../core/actions';
import type { Values } from '../../core/describe/parameters';
import { extents } from '../../core/extents';
import { fields as fieldKinds } from '../../core/fields';
import { profiles } from '../../core/profiles';
import { profileCommon } from '../../core/profiles/profile';
import { fieldParameters, sendParameter } from '../../core/scene/descriptions';
import { sendTo, type Field } from '../../core/scene/document';
import { keepCorePositive, setExtentNumber } from '../desk/extent-edit';
import { setStrength, strengthParameter, unitOf } from '../desk/strength';
import { ProfileGraph } from '../desk/profile-graph';
import { KindChoice } from '../parts/kind-choice';
import { NumberRow } from '../parts/number-field';
import { Choice, LabelledRow, ParameterRows } from '../parts/parameter-row';
import { editField, useScene } from '../store/scene-store';
import { usePlayer } from '../stage/player-store';
import { duplicateField, removeField } from '../desk/desk-edit';
import { PlaceSection } from './place-section';
import { Section } from './section';

const PERCENT = { ...sendParameter, default: 100, min: 0, max: 200, usual: [0, 200] } as const;

function Falloff({ field }: { field: Field }) {
  const extent = extents.get(field.extent.kind);
  const meter = usePlayer((s) => s.meters.fields)[useScene().fields.indexOf(field)];
  const setExtent = (kind: string) => {
    const { core, reach } = field.extent as { core?: number; reach?: number };
    const kept: Values = extents.get(kind).bounded && core !== undefined ? { core, reach } : {};
    editField(field.id, (f) => {
      f.extent = extents.defaults(kind, kept);
      keepCorePositive(f.profile.kind, f.extent as Record<string, unknown>);
    });
  };
  return (
    <Section
      title="Falloff"
      aside={
        extent.bounded ? `${extent.label} · ${profiles.get(field.profile.kind).label} · slope ${field.profile.slope}` : 'everywhere alike'
      }
    >
      <KindChoice label="Extent" registry={extents} kind={field.extent.kind} onChange={setExtent} />
      {extent.bounded && (
        <>
          <KindChoice
            label="Profile"
            registry={profiles}
            kind={field.profile.kind}
            onChange={(kind) =>
              editField(field.id, (f) => {
                f.profile = { ...f.profile, kind };
                keepCorePositive(kind, f.extent as Record<string, unknown>);
              })
            }
          />
          <ProfileGraph field={field} />
          <ParameterRows
            description={extent.parameters}
            values={field.extent}
            onChange={(name, value) =>
              typeof value === 'number'
                ? setExtentNumber(field.id, name, value)
                : editField(field.id, (f) => void ((f.extent as Record<string, unknown>)[name] = value))
            }
          />
          <ParameterRows
            description={profileCommon}
            values={field.profile}
            onChange={(name, value) => editField(field.id, (f) => void ((f.profile as Record<string, unknown>)[name] = value))}
          />
          {meter && meter.count > 0 && (
            <p className="pt-2 text-xs text-second">
              Reaches {Math.round((100 * meter.touched) / meter.count)} % of the particles it is sent to, on this frame.
            </p>
          )}
        </>
      )}
    </Section>
  );
}

/** The selected field: everything of it that acts. */
export function FieldInspector({ field }: { field: Field }) {
  const scene = useScene();
  const kind = fieldKinds.get(field.settings.kind);
  const unit = unitOf(field);
  const setting = (name: string, value: unknown) =>
    editField(field.id, (f) => void ((f.settings as Record<string, unknown>)[name] = value));
  return (
    <>
      <Section
        title={field.name}
        aside={`field ${scene.fields.indexOf(field) + 1} of ${scene.fields.length}`}
        onRename={(name) => editField(field.id, (f) => void (f.name = name))}
      >
        <NumberRow
          label={kind.strength.label}
          value={field.strength}
          parameter={strengthParameter(field)}
          unit={unit}
          onChange={(value) => setStrength(field.id, value)}
        />
        <ParameterRows description={kind.parameters} values={field.settings} unit={unit} onChange={setting} />
        {kind.actions.length > 1 && (
          <LabelledRow label="Acts as" help={actions.get(field.actsAs).summary}>
            <Choice
              label="Acts as"
              value={field.actsAs}
              options={kind.actions.map((a) => ({ value: a, label: actions.get(a).label }))}
              onChange={(actsAs) => editField(field.id, (f) => void (f.actsAs = actsAs))}
            />
          </LabelledRow>
        )}
        {kind.seeded && (
          <ParameterRows
            description={{ seed: fieldParameters.seed }}
            values={{ seed: field.seed }}
            onChange={(_, value) => editField(field.id, (f) => void (f.seed = value as number))}
          />
        )}
      </Section>
      <Falloff field={field} />
      <Section title="Sends" aside="how much each emitter feels">
        {scene.emitters.map((emitter) => (
          <NumberRow
            key={emitter.id}
            label={emitter.name}
            value={Math.round(sendTo(field, emitter.id) * 1000) / 10}
            parameter={PERCENT}
            onChange={(value) => editField(field.id, (f) => void (f.sends[emitter.id] = value / 100))}
          />
        ))}
      </Section>
      <PlaceSection
        owner={{ type: 'field', id: field.id }}
        scale={{ label: 'Scale of the extent', help: 'Core and reach grow with it. The strength does not change.' }}
      />
      <div className="flex gap-2 px-4 py-3">
        <button className="line-button" onClick={() => duplicateField(field.id)}>
          Duplicate
        </button>
        <button className="line-button" onClick={() => removeField(field.id)}>
          Delete
        </button>
      </div>
    </>
  );
}
