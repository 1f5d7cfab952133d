import { memo } from 'react';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { Plus } from 'lucide-react';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { Glyph } from '../../widgets/glyph';
import { addField } from './desk-edit';

/** Offers every kind of field; the new one starts where the particles are. */
export const AddField = memo(function AddField() {
  return (
    <Menu>
      <MenuButton id="add-field" className="text-button flex items-center gap-1.5 text-text" title="Add a field (+)">
        <Plus size={14} /> add a field
      </MenuButton>
      <MenuItems anchor="top start" className="z-20 w-80 border border-rule bg-panel py-1 focus:outline-none">
        {fieldKinds.list.map((kind) => (
          <MenuItem key={kind.kind}>
            <button
              className="grid w-full grid-cols-[1.75rem_1fr] px-3 py-1.5 text-left data-focus:bg-raised"
              onClick={() => addField(kind.kind)}
            >
              <span className="row-span-2 pt-0.5 text-second">
                <Glyph path={kind.glyph} size={17} />
              </span>
              <span>{kind.label}</span>
              <span className="text-xs text-faint">{kind.summary.split(/[.;:]/)[0]}.</span>
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
});
