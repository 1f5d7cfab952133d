import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';

/** A button that opens a list of things by their names, to choose one. */
export function NameMenu({
  label,
  title,
  things,
  onChoose,
}: {
  label: string;
  /** What choosing does. */
  title: string;
  things: readonly { readonly id: string; readonly name: string }[];
  onChoose: (id: string) => void;
}) {
  return (
    <Menu>
      <MenuButton className="line-button" title={title}>
        {label}
      </MenuButton>
      <MenuItems anchor="bottom start" className="z-20 w-56 border border-rule bg-panel py-1 focus:outline-none">
        {things.map(({ id, name }) => (
          <MenuItem key={id}>
            <button
              className="block w-full truncate px-3 py-1.5 text-left data-focus:bg-raised"
              onClick={() => onChoose(id)}
            >
              {name}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
