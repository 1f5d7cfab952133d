import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import type { ColourStop } from '../../core/document/parameters';
import { READY_RAMPS } from '../../core/kinds/looks/ready-ramps';

/** Ready-made ramps of colours. */
export function RampMenu({ onPick }: { onPick: (stops: readonly ColourStop[]) => void }) {
  return (
    <Menu>
      <MenuButton className="hover:text-text">presets</MenuButton>
      <MenuItems anchor="bottom end" className="z-20 w-56 border border-rule bg-panel py-1 focus:outline-none">
        {READY_RAMPS.map(({ name, stops }) => (
          <MenuItem key={name}>
            <button
              className="flex w-full items-center gap-3 px-3 py-1 text-left data-focus:bg-raised"
              onClick={() => onPick(stops)}
            >
              <span
                aria-hidden
                className="h-3 w-24 shrink-0"
                style={{
                  background: `linear-gradient(in oklab 90deg, ${stops.map((s) => `${s.colour} ${s.at * 100}%`).join(', ')})`,
                }}
              />
              {name}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
