import { memo } from 'react';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { usePlayer } from '../stage/player-store';
import { editScene, useSceneOf } from '../store/scene-store';

const SHARES = [1, 0.5, 0.2, 0.1, 0.05, 0.01];

/** A share in words: `All particles`, `Draft 1 in 10`. */
export function shareInWords(share: number): string {
  return share >= 1 ? 'All particles' : `Draft 1 in ${Number((1 / share).toPrecision(2))}`;
}

/** How much of the particles is simulated while working, and the switch for it. */
export const DraftMenu = memo(function DraftMenu() {
  const draftShare = useSceneOf((scene) => scene.draftShare);
  const share = usePlayer((player) => player.share);
  const deeper = share < draftShare * 0.999;
  return (
    <Menu>
      <MenuButton
        className={`num text-button ${share < 1 || draftShare < 1 ? 'text-lamp' : ''}`}
        title="How many of the particles are simulated while you work"
      >
        {shareInWords(deeper ? share : draftShare)}
      </MenuButton>
      <MenuItems anchor="bottom end" className="z-10 border border-rule bg-panel py-1 focus:outline-none">
        {SHARES.map((option) => (
          <MenuItem key={option}>
            <button
              className={`num block w-full px-4 py-1.5 text-left data-focus:bg-raised ${option === draftShare ? 'text-lamp' : 'text-text'}`}
              onClick={() => editScene((scene) => void (scene.draftShare = option))}
            >
              {shareInWords(option)}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
});
