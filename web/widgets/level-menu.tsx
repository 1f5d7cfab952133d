import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import type { LevelStop } from '../../core/document/parameters';
import { READY_LEVELS } from '../../core/document/ready-levels';
import { monotoneCubic } from '../../core/lib/math/monotone';

/** Corners of the drawing of a curve, in a box of 96 × 20: a smooth one in small pieces. */
function drawn(stops: readonly LevelStop[], smooth: boolean): string {
  const curve = monotoneCubic(stops);
  const all = smooth ? Array.from({ length: 33 }, (_, i) => ({ at: i / 32, value: curve(i / 32) })) : stops;
  return all.map(({ at, value }) => `${2 + 92 * at},${18 - 16 * value}`).join(' ');
}

/** Ready-made curves of a level. */
export function LevelMenu({
  label,
  smooth,
  onPick,
}: {
  label: string;
  smooth: boolean;
  onPick: (stops: readonly LevelStop[]) => void;
}) {
  return (
    <Menu>
      <MenuButton className="text-faint hover:text-text" aria-label={`Presets for ${label}`}>
        presets
      </MenuButton>
      <MenuItems anchor="bottom end" className="z-20 w-60 border border-rule bg-panel py-1 focus:outline-none">
        {READY_LEVELS.map(({ name, stops }) => (
          <MenuItem key={name}>
            <button
              className="flex w-full items-center gap-3 px-3 py-1 text-left data-focus:bg-raised"
              onClick={() => onPick(stops)}
            >
              <svg aria-hidden className="h-5 w-24 shrink-0 text-second" viewBox="0 0 96 20">
                <polyline points={drawn(stops, smooth)} fill="none" stroke="currentColor" strokeWidth={1.5} />
              </svg>
              {name}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
