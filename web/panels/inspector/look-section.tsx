import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { Plus, X } from 'lucide-react';
import { ofAnotherKind } from '../../../core/document/change-kind';
import { looks, looksOf } from '../../../core/kinds/looks';
import type { LookKind } from '../../../core/kinds/looks/look';
import { sheetFault } from '../../../core/kinds/looks/picture';
import { whyStrobes } from '../../../core/measure/strobing';
import { MOST, type Emitter } from '../../../core/document/scene';
import { KindChoice } from '../../widgets/kind-choice';
import { ParameterRows } from '../../widgets/parameter-rows';
import { editEmitters, useSceneOf } from '../../state/scene-store';
import { switchKind } from '../../state/kind-switch';
import { takeRow } from '../../state/take-row';
import { DiagnosisNote } from './diagnosis-note';
import { isChanged } from './changed';
import { Section } from './section';

type Draftable = Record<string, unknown>;

/** One look: the first, or the n-th of those besides. */
function LookRows({ emitter, ids, row }: { emitter: Emitter; ids: readonly string[]; row: number }) {
  const images = useSceneOf((scene) => scene.images);
  const look = looksOf(emitter)[row]!;
  const prefix = row === 0 ? 'look.' : `addedLooks.${row - 1}.`;
  const change = (to: (look: Draftable) => Draftable | undefined) =>
    editEmitters(ids, (e) => {
      const own = row === 0 ? e.look : e.addedLooks[row - 1];
      const next = own && to(own);
      if (!next) return;
      // A look of the kind that `to` makes; its values are described by that kind alone.
      const made = next as never;
      if (row === 0) e.look = made;
      else e.addedLooks[row - 1] = made;
    });
  const image = images.find(({ hash }) => hash === look['image']);
  const fault =
    image && 'columns' in look && sheetFault({ columns: Number(look['columns']), rows: Number(look['rows']) }, image);
  const fits = ({ draws }: LookKind) => draws === undefined || draws === emitter.body.kind;
  return (
    <div data-handbook={`look/${look.kind}`}>
      <KindChoice
        label={row === 0 ? 'Look' : `Look ${row + 1}`}
        registry={looks}
        kind={look.kind}
        offered={fits}
        onChange={(kind) =>
          switchKind({ sort: 'emitters', ids, path: row === 0 ? 'look' : `addedLooks.${row - 1}` }, kind, (was) =>
            ofAnotherKind(looks, was, kind),
          )
        }
      />
      <ParameterRows
        description={looks.get(look.kind).parameters}
        of={{ sort: 'emitters', id: emitter.id, prefix }}
        values={look}
        onChange={(name, value) => change((own) => (own['kind'] === look.kind ? { ...own, [name]: value } : undefined))}
      />
      {fault && (
        <p role="alert" className="py-1 text-xs text-signal">
          {fault}
        </p>
      )}
      {row > 0 && (
        <button
          className="text-button mt-1 mb-2 flex items-center gap-1 text-xs"
          onClick={() => editEmitters(ids, (e) => takeRow(e, 'emitters', 'addedLooks', row - 1))}
        >
          <X size={11} /> remove
        </button>
      )}
    </div>
  );
}

/** How an emitter is drawn: in one look or several, one over the other. */
export function LookSection({ emitter, ids }: { emitter: Emitter; ids: readonly string[] }) {
  const { fps } = useSceneOf((scene) => scene.time);
  const offered = looks.list.filter(({ draws }) => draws === undefined || draws === emitter.body.kind);
  return (
    <Section
      title="Look"
      page="topic/looks"
      aside={emitter.addedLooks.length > 0 ? 'later looks lie on top' : undefined}
      changed={looksOf(emitter).some((look) => isChanged(looks.get(look.kind).parameters, look))}
    >
      <DiagnosisNote lead="Its spin strobes" reason={whyStrobes(emitter, fps)} />
      {looksOf(emitter).map((look, row) => (
        <LookRows key={`${row} ${look.kind}`} emitter={emitter} ids={ids} row={row} />
      ))}
      {emitter.addedLooks.length < MOST.addedLooks && (
        <Menu>
          <MenuButton className="text-button mt-1 -ml-1 flex items-center gap-1">
            <Plus size={13} /> add a look
          </MenuButton>
          <MenuItems anchor="bottom start" className="z-20 w-72 border border-rule bg-panel py-1 focus:outline-none">
            {offered.map((look) => (
              <MenuItem key={look.kind}>
                <button
                  className="block w-full px-3 py-1.5 text-left data-focus:bg-raised"
                  onClick={() =>
                    editEmitters(
                      ids,
                      (e) =>
                        void (e.addedLooks.length < MOST.addedLooks && e.addedLooks.push(looks.defaults(look.kind))),
                    )
                  }
                >
                  {look.label}
                  <span className="block text-xs text-faint">{look.summary}</span>
                </button>
              </MenuItem>
            ))}
          </MenuItems>
        </Menu>
      )}
    </Section>
  );
}
