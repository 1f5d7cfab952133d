import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { memo } from 'react';
import { actions } from '../../core/actions';
import { fields as fieldKinds } from '../../core/fields';
import { Glyph } from '../parts/glyph';
import { editField } from '../store/scene-store';
import { changeKind, duplicateField, removeField } from './desk-edit';

const item = 'flex w-full items-center gap-2 px-3 py-1 text-left data-focus:bg-raised';

/** The chip that says what a field is and how it acts; pressed, it offers others, and to copy or delete it. */
export const KindMenu = memo(function KindMenu({ id, kindName, actsAs }: { id: string; kindName: string; actsAs: string }) {
  const kind = fieldKinds.get(kindName);
  return (
    <Menu>
      <MenuButton className="block max-w-full truncate text-left text-xs text-second hover:text-text" title="Kind, and what it acts as">
        {kind.label} · {actions.get(actsAs).label}
      </MenuButton>
      <MenuItems anchor="top start" className="z-20 w-56 border border-rule bg-panel py-1 focus:outline-none">
        {kind.actions.length > 1 && <p className="px-3 pt-1 text-xs text-faint">acts as</p>}
        {kind.actions.length > 1 &&
          kind.actions.map((name) => (
            <MenuItem key={name}>
              <button
                className={`${item} justify-between ${name === actsAs ? 'text-lamp' : ''}`}
                onClick={() => editField(id, (f) => void (f.actsAs = name))}
              >
                {actions.get(name).label} <span className="num text-faint">{actions.get(name).unit}</span>
              </button>
            </MenuItem>
          ))}
        <p className="px-3 pt-2 text-xs text-faint">change the kind, keep place, extent and sends</p>
        {fieldKinds.list.map((k) => (
          <MenuItem key={k.kind}>
            <button className={`${item} ${k === kind ? 'text-lamp' : ''}`} onClick={() => k !== kind && changeKind(id, k.kind)}>
              <Glyph path={k.glyph} size={15} /> {k.label}
            </button>
          </MenuItem>
        ))}
        <div className="my-1 border-t border-rule" />
        <MenuItem>
          <button className={`${item} justify-between`} onClick={() => duplicateField(id)}>
            Duplicate <kbd className="num text-faint">D</kbd>
          </button>
        </MenuItem>
        <MenuItem>
          <button className={`${item} justify-between`} onClick={() => removeField(id)}>
            Delete <kbd className="num text-faint">Del</kbd>
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
  );
});
