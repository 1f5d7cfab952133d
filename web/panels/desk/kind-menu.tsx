import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { memo } from 'react';
import { actions } from '../../../core/kinds/actions';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { Glyph } from '../../widgets/glyph';
import { openedScene } from '../../state/scene-store';
import { selectedWith } from '../../state/selection-store';
import { changeKind, duplicateFields, groupFields, moveTo, removeFields, setActsAs, startFrom } from './desk-edit';
import { copyFields } from './field-clipboard';

const item = 'flex w-full items-center gap-2 px-3 py-1 text-left data-focus:bg-raised';

/** The chip that says what a field is and how it acts; pressed, it offers others, and to copy or delete it. */
export const KindMenu = memo(function KindMenu({
  id,
  kindName,
  actsAs,
}: {
  id: string;
  kindName: string;
  actsAs: string;
}) {
  const kind = fieldKinds.get(kindName);
  const ids = () => selectedWith('field', id);
  const inGroup = () => openedScene().fields.find((f) => f.id === id)?.group !== '';
  const takeOut = () => {
    const own = openedScene().groups.find((g) => g.id === openedScene().fields.find((f) => f.id === id)?.group);
    if (own) moveTo(id, own.group);
  };
  return (
    <Menu>
      <MenuButton
        className="block max-w-full truncate text-left text-xs text-second hover:text-text"
        title="Kind, and what it acts as"
      >
        {kind.label} · {actions.get(actsAs).label}
      </MenuButton>
      <MenuItems
        anchor="top start"
        className="z-20 grid w-120 grid-cols-2 border border-rule bg-panel py-1 focus:outline-none"
      >
        <div className="border-r border-rule">
          {kind.actions.length > 1 && (
            <>
              <p className="px-3 pt-1 text-xs text-faint">acts as</p>
              {kind.actions.map((name) => (
                <MenuItem key={name}>
                  <button
                    className={`${item} justify-between ${name === actsAs ? 'text-lamp' : ''}`}
                    title={actions.get(name).summary}
                    onClick={() => setActsAs(selectedWith('field', id), name)}
                  >
                    {actions.get(name).label} <span className="num text-faint">{actions.get(name).unit}</span>
                  </button>
                </MenuItem>
              ))}
            </>
          )}
          <p className="px-3 pt-2 text-xs text-faint">starting points</p>
          {kind.starts.map((start) => (
            <MenuItem key={start.name}>
              <button className={item} title={start.note} onClick={() => startFrom(id, start)}>
                {start.name}
              </button>
            </MenuItem>
          ))}
          <div className="my-1 border-t border-rule" />
          {(
            [
              ['Duplicate', 'D', () => duplicateFields(ids())],
              [
                'Copy',
                'Ctrl+C',
                () =>
                  copyFields(
                    openedScene().fields.filter((f) => ids().includes(f.id)),
                    openedScene(),
                  ),
              ],
              ['Group', 'G', () => groupFields(ids())],
              ...(inGroup() ? ([['Take out of its group', 'Alt+←→', takeOut]] as const) : []),
              ['Delete', 'Del', () => removeFields(ids())],
            ] as const
          ).map(([label, keys, act]) => (
            <MenuItem key={label}>
              <button className={`${item} justify-between`} onClick={act}>
                {label} <kbd className="num text-faint">{keys}</kbd>
              </button>
            </MenuItem>
          ))}
        </div>
        <div>
          <p className="px-3 pt-1 text-xs text-faint">
            changes the kind; position, falloff, sends and active range stay
          </p>
          {fieldKinds.list.map((k) => (
            <MenuItem key={k.kind}>
              <button
                className={`${item} ${k === kind ? 'text-lamp' : ''}`}
                onClick={() => k !== kind && changeKind(id, k.kind)}
              >
                <Glyph path={k.glyph} size={15} /> {k.label}
              </button>
            </MenuItem>
          ))}
        </div>
      </MenuItems>
    </Menu>
  );
});
