import { setWithin } from '../../state/limits';
import { counted } from '../../../core/lib/counted';
import { actions } from '../../../core/kinds/actions';
import { rules } from '../../../core/kinds/group-rules';
import { groupParameters } from '../../../core/document/descriptions';
import type { Group } from '../../../core/document/scene';
import { actionOf, fieldsIn, groupsAround } from '../../../core/document/groups';
import { moveTo, removeGroup, ungroup } from '../desk/desk-edit';
import { copyGroup } from '../desk/field-clipboard';
import { RulePicture } from '../desk/rule-picture';
import { ParameterRows } from '../../widgets/parameter-rows';
import { Choice, LabelledRow } from '../../widgets/labelled-row';
import { changeScene, editGroup, useScene } from '../../state/scene-store';
import { LeadAround } from './lead-around';
import { TransformSection } from './transform-section';
import { FalloffSection, ModulatorSection, SendSection } from './falloff-sections';
import { FormulaContextProvider } from '../../widgets/formula/formula-context';
import { useParticleContext } from '../../widgets/formula/use-contexts';
import { Section } from './section';

const { strength, mix, limited, floor, ceiling, unit: keepUnit } = groupParameters;

/** The rules to choose from, each in a line with a picture of two bumps combined. */
function Rules({ group, scalar }: { group: Group; scalar: boolean }) {
  return (
    <div role="radiogroup" aria-label="Rule" className="py-1">
      {rules.list
        .filter((rule) => !rule.scalarsOnly || scalar)
        .map((rule) => {
          const on = rule.kind === group.rule;
          return (
            <button
              key={rule.kind}
              role="radio"
              aria-checked={on}
              data-handbook={`rule/${rule.kind}`}
              className={`grid w-full grid-cols-[3.5rem_1fr] items-center gap-2 rounded-sm px-1 py-1 text-left hover:bg-raised ${on ? 'text-lamp' : 'text-second'}`}
              onClick={() =>
                changeScene((s) => ({
                  ...s,
                  groups: s.groups.map((g) => (g.id === group.id ? { ...g, rule: rule.kind } : g)),
                }))
              }
            >
              <RulePicture rule={rule.kind} width={52} height={24} />
              <span className="text-xs leading-tight">
                <span className={`block text-sm ${on ? 'text-lamp' : 'text-text'}`}>{rule.label}</span>
                {rule.summary}
              </span>
            </button>
          );
        })}
    </div>
  );
}

/** The selected group: its rule, strength, limits, and what its own weight hangs on. */
export function GroupInspector({ group }: { group: Group }) {
  const scene = useScene();
  const action = actionOf(scene, group);
  const members = fieldsIn(scene, group).length;
  const owner = { type: 'group', id: group.id } as const;
  const scalar = action === 'mask';
  const unit = action ? actions.get(action).vectorUnit : '';
  const outer = rules.get(scene.groups.find((g) => g.id === group.group)?.rule ?? 'sum');
  const hosts = scene.groups.filter((g) => g.id !== group.id && !groupsAround(scene.groups, g).includes(group));
  const context = useParticleContext(group);
  return (
    <FormulaContextProvider value={context}>
      <Section
        title={group.name}
        page="topic/groups"
        aside={`${counted(members, 'member')}${action ? `, ${actions.get(action).label}` : ''}`}
        onRename={(name) => editGroup(group.id, (g) => void (g.name = name))}
      >
        <Rules group={group} scalar={scalar} />
        <ParameterRows
          of={{ sort: 'groups', id: group.id, prefix: '' }}
          description={{
            strength,
            ...(outer.mixes && { mix }),
            limited,
            floor,
            ceiling,
            ...(scalar && { unit: keepUnit }),
          }}
          values={group}
          unit={unit}
          onChange={(name, value) => editGroup(group.id, (g) => setWithin(g, name, value))}
        />
        {hosts.length > 0 && (
          <LabelledRow label={groupParameters.group.label} help={groupParameters.group.help}>
            <Choice
              label="Parent group"
              value={group.group}
              options={[{ value: '', label: 'none' }, ...hosts.map(({ id, name }) => ({ value: id, label: name }))]}
              onChange={(to) => void moveTo(group.id, to)}
            />
          </LabelledRow>
        )}
        <LeadAround sort="groups" id={group.id} />
      </Section>
      <FalloffSection thing={group} owner={owner} />
      <ModulatorSection thing={group} owner={owner} />
      <SendSection thing={group} owner={owner} />
      <TransformSection
        owner={owner}
        scale={{
          label: 'Falloff scale',
          help: 'Scales the falloff shape with its radii. The strength stays the same.',
        }}
      />
      <div className="flex gap-2 px-4 py-3">
        <button
          className="line-button"
          title="Copies the group with its members, to be pasted into this or another scene"
          onClick={() => copyGroup(group.id)}
        >
          Copy
        </button>
        <button className="line-button" onClick={() => ungroup(group.id)}>
          Ungroup
        </button>
        <button className="line-button" onClick={() => removeGroup(group.id)}>
          Delete with its members
        </button>
      </div>
    </FormulaContextProvider>
  );
}
