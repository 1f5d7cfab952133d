import { useMemo, useState } from 'react';
import { actions } from '../../../core/kinds/actions';
import type { Description, Values } from '../../../core/document/parameters';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { strengthOf } from '../../../core/kinds/fields/strength';
import type { Chapter, HandbookKind, Sort } from '../../../core/handbook/chapters';
import type { HandbookPage } from '../../../core/handbook/pages';
import { exampleOf } from '../../../core/handbook/example';
import type { Field, Scene } from '../../../core/document/scene';
import { copyFields } from '../desk/field-clipboard';
import { RulePicture } from '../desk/rule-picture';
import { NumberRow } from '../../widgets/number-field';
import { ParameterRows } from '../../widgets/parameter-rows';
import { LiveExample } from './live-example';
import type { PageProps } from './page-props';
import { PageSettings } from './parameter-table';

/** The sorts of pages with an example field that can be sent to a desk. */
const FIELD_SORTS: ReadonlySet<Sort> = new Set([
  'field',
  'action',
  'falloff',
  'curve',
  'modulator',
  'rule',
  'automation',
]);

/** The part of an example that a sort of page is about, by its name among the changes of {@link exampleOf}. */
function partOf(
  sort: Sort,
  scene: Scene,
  field: Field | undefined,
): { readonly name: string; readonly values: Values } | undefined {
  const [emitter] = scene.emitters;
  const [collider] = scene.colliders;
  const values = {
    field: field?.settings,
    falloff: field?.falloff,
    curve: field?.curve,
    modulator: field?.modulators[0],
    automation: field?.automations['strength'],
    shape: emitter?.shape,
    emission: emitter?.emission[0],
    gate: emitter?.gate,
    mask: emitter?.masks[0],
    body: emitter?.body,
    look: emitter?.look,
    collider: collider?.shape,
    response: collider?.response,
    action: undefined,
    rule: undefined,
  }[sort];
  return values && { name: sort === 'field' ? 'settings' : sort, values };
}

/** Parameters that need something of a scene, which an example does not have. */
const needScene = (description: Description): string[] =>
  Object.entries(description)
    .filter(
      ([, p]) =>
        p.type === 'reference' ||
        p.type === 'image' ||
        p.type === 'grid' ||
        p.type === 'sound' ||
        p.type === 'points' ||
        p.type === 'names' ||
        (p.type === 'text' && p.dial === true),
    )
    .map(([name]) => name);

function Facts({ chapter, kind }: { chapter: Chapter; kind: HandbookKind }) {
  const facts: readonly (readonly [string, string])[] = [
    ...(kind.formula ? ([['Formula', kind.formula]] as const) : []),
    ...(kind.source ? ([['Source', kind.source]] as const) : []),
    ...(chapter.sort === 'action' ? ([['Unit', actions.get(kind.kind).unit || 'none']] as const) : []),
    ...(chapter.sort === 'field'
      ? ([
          [
            'Acts as',
            fieldKinds
              .get(kind.kind)
              .actions.map((a) => actions.get(a).label)
              .join(', '),
          ],
        ] as const)
      : []),
  ];
  return (
    <dl className="mt-3 grid grid-cols-[5rem_1fr] gap-y-1">
      {facts.map(([what, text]) => (
        <div key={what} className="contents">
          <dt className="text-second">{what}</dt>
          <dd className={what === 'Formula' ? 'font-mono' : ''}>{text}</dd>
        </div>
      ))}
    </dl>
  );
}

/** One page: what the kind does, its formula and source, every number, and an example to play with. */
export function KindPage({
  page,
  chapter,
  kind,
  setting,
  narrow,
  onSend,
}: PageProps & {
  page: HandbookPage;
  chapter: Chapter;
  kind: HandbookKind;
  /** Called when the example’s fields have been copied, to be pasted on a desk. */
  onSend: () => void;
}) {
  const [over, setOver] = useState<Values>({});
  const { sort } = chapter;
  const scene = useMemo(() => exampleOf(sort, kind.kind, over), [sort, kind.kind, over]);
  const description = page.settings;
  const field = scene.fields.find((f) => f.id === 'field') ?? scene.fields[0];
  const part = partOf(sort, scene, field);
  const isOfFields = FIELD_SORTS.has(sort);
  const strength = field && strengthOf(fieldKinds.get(field.settings.kind), field.actsAs);
  const send = () => {
    if (sort === 'rule') copyFields(scene.fields, undefined, scene.groups);
    else copyFields([{ ...field!, name: fieldKinds.get(field!.settings.kind).label, group: '' }]);
    onSend();
  };
  return (
    <article className="max-w-240">
      <p className="text-xs text-faint">{chapter.title}</p>
      <h1 className="flex items-center gap-3 text-xl font-semibold">
        {kind.label}
        {sort === 'rule' && <RulePicture rule={kind.kind} width={90} height={36} />}
      </h1>
      <p className="mt-1 max-w-160">{kind.summary}</p>
      {kind.advice && <p className="mt-2 max-w-160 text-second">{kind.advice}</p>}
      <Facts chapter={chapter} kind={kind} />
      <div className={`mt-4 grid gap-6 ${narrow ? 'grid-cols-1' : 'grid-cols-[minmax(0,28rem)_18rem]'}`}>
        <LiveExample scene={scene} title={kind.label} taken={sort === 'look'} />
        <div>
          {(sort === 'field' || sort === 'action' || sort === 'body') && field && strength && (
            <NumberRow
              label={sort === 'body' ? 'Strength of the current' : strength.label}
              value={field.strength}
              parameter={{ type: 'number', help: 'The strength of the current.', ...strength }}
              onChange={(value) => setOver({ ...over, strength: value })}
            />
          )}
          {sort === 'rule' &&
            strength &&
            scene.fields
              .filter((f) => f.group !== '')
              .map((f) => (
                <NumberRow
                  key={f.id}
                  label={`Strength, ${f.name}`}
                  value={f.strength}
                  parameter={{ type: 'number', help: 'The radius of the bump.', ...strength }}
                  onChange={(value) => setOver({ ...over, [f.id]: value })}
                />
              ))}
          {part && (
            <ParameterRows
              description={description}
              values={part.values}
              unit={field ? actions.get(field.actsAs).vectorUnit : ''}
              without={needScene(description)}
              onChange={(name, value) =>
                setOver({ ...over, [part.name]: { ...(over[part.name] as Values | undefined), [name]: value } })
              }
            />
          )}
          {sort === 'field' && (
            <div className="flex flex-wrap gap-1 pt-2" role="group" aria-label="Starting points">
              {fieldKinds.get(kind.kind).starts.map(({ name, note, settings, actsAs, strength: own }) => (
                <button
                  key={name}
                  className="chip-button"
                  title={note}
                  onClick={() =>
                    setOver({
                      settings,
                      ...(actsAs !== undefined && { actsAs }),
                      ...(own !== undefined && { strength: own }),
                    })
                  }
                >
                  {name}
                </button>
              ))}
            </div>
          )}
          <div className="mt-3 flex gap-2">
            {isOfFields && (
              <button className="lamp-button" onClick={send}>
                Send to the desk
              </button>
            )}
            <button className="line-button" disabled={Object.keys(over).length === 0} onClick={() => setOver({})}>
              Reset
            </button>
          </div>
        </div>
      </div>
      <PageSettings description={description} setting={setting} narrow={narrow} />
    </article>
  );
}
