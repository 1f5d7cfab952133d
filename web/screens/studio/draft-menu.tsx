import { memo, useState } from 'react';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { NumberBox } from '../../widgets/number-field';
import { thousands } from '../../widgets/sum';
import { LEAST_BUDGET, USUAL_BUDGET } from '../../simulation/frame-cache';
import { usePlayer } from '../../state/player-store';
import { holding, useBakesOf } from '../../simulation/bakes';
import { useDeclined } from '../../simulation/plays-bakes';
import { useStage } from '../../simulation/stage';
import { editScene, useScene, useSceneOf } from '../../state/scene-store';

const SHARES = [1, 0.5, 0.2, 0.1, 0.05, 0.01];
const LEAST_SHARE = 1e-6;
const COUNT = {
  type: 'number',
  label: 'Particles',
  unit: '',
  default: 5000,
  min: 1,
  max: 1e8,
  whole: true,
  usual: [500, 100000],
  help: '',
} as const;

/** A share in words: `All particles`, `Draft 1 in 10`. */
function shareInWords(share: number): string {
  return share >= 1 ? 'All particles' : `Draft 1 in ${Number((1 / share).toPrecision(2))}`;
}

const setShare = (share: number) => editScene((scene) => void (scene.draftFraction = share));

/** A draft of about so many particles, where most are alive; a count is a share, so it is never exact. */
function ByCount() {
  const { peaks } = usePlayer();
  const [count, setCount] = useState<number>(COUNT.default);
  const most = peaks.reduce((n, peak) => n + peak.count, 0);
  const apply = (wanted: number) => {
    setCount(wanted);
    if (most > 0) setShare(Math.min(1, Math.max(LEAST_SHARE, Number((wanted / most).toPrecision(3)))));
  };
  return (
    <div
      className="border-t border-rule px-4 py-2"
      onKeyDown={(event) => event.key !== 'Escape' && event.stopPropagation()}
    >
      <p className="pb-1 text-xs text-second">About so many, of at most {thousands(most)}</p>
      <div className="flex items-baseline gap-2">
        <NumberBox label="Draft by count" value={count} parameter={COUNT} onChange={apply} />
        <button className="line-button" disabled={most === 0} onClick={() => apply(count)}>
          Set
        </button>
      </div>
    </div>
  );
}

/** Plays a bake of the scene as it is, where there is one. */
function BakeItem() {
  const scene = useScene();
  const { session } = useStage();
  const playing = usePlayer((player) => player.bake);
  const whole = holding(useBakesOf(scene), scene.time.first, scene.time.last);
  if (!whole && playing === undefined) return null;
  return (
    <MenuItem>
      <button
        className="block w-full border-t border-rule px-4 py-1.5 text-left text-xs data-focus:bg-raised"
        role="menuitemcheckbox"
        aria-checked={playing !== undefined}
        title="Plays all particles from the bake, without simulating"
        onClick={() => {
          useDeclined.setState({ bake: playing });
          session.playBake(playing === undefined ? whole : undefined);
        }}
      >
        {playing === undefined ? 'Play the bake' : 'Simulate again'}
      </button>
    </MenuItem>
  );
}

const MEGABYTE = 1024 * 1024;
const MEMORY = {
  type: 'number',
  label: 'Memory for frames',
  unit: 'MB',
  default: USUAL_BUDGET / MEGABYTE,
  min: LEAST_BUDGET / MEGABYTE,
  max: 65536,
  whole: true,
  usual: [256, 4096],
  help: '',
} as const;

/** Memory that simulated frames take, and how much they may. */
function Memory() {
  const { session } = useStage();
  const { used, budget } = usePlayer((player) => player.memory);
  return (
    <div
      className="flex items-baseline gap-2 border-t border-rule px-4 py-2"
      onKeyDown={(event) => event.key !== 'Escape' && event.stopPropagation()}
    >
      <p
        className="text-xs text-second"
        title="When it is full, frames are stored in a shorter form, and then no more frames are kept"
      >
        In use: {thousands(Math.round(used / MEGABYTE))} MB of
      </p>
      <NumberBox
        label="Memory for frames"
        value={Math.round(budget / MEGABYTE)}
        parameter={MEMORY}
        onChange={(megabytes) => session.setMemory(megabytes * MEGABYTE)}
      />
    </div>
  );
}

/** Whether a control that is held goes on from the frame on the screen. */
function TryItem() {
  const trying = usePlayer((player) => player.trying);
  return (
    <MenuItem>
      <button
        className="block w-full border-t border-rule px-4 py-1.5 text-left text-xs data-focus:bg-raised"
        role="menuitemcheckbox"
        aria-checked={trying}
        title="While you hold a control, the simulation continues from the frame on the screen; when you let go, it runs again from the start"
        onClick={() => usePlayer.setState({ trying: !trying })}
      >
        {trying ? 'Controls preview from this frame' : 'Preview from this frame'}
      </button>
    </MenuItem>
  );
}

/** How much of the particles is simulated while working, and the switch for it. */
export const DraftMenu = memo(function DraftMenu() {
  const draftFraction = useSceneOf((scene) => scene.draftFraction);
  const enlarge = useSceneOf((scene) => scene.work.enlarge);
  const share = usePlayer((player) => player.draftFraction);
  const deeper = share < draftFraction * 0.999;
  const bake = usePlayer((player) => player.bake);
  return (
    <Menu>
      <MenuButton
        className={`num text-button ${share < 1 || draftFraction < 1 ? 'text-lamp' : ''}`}
        title="The percentage of particles simulated while you work"
      >
        {bake === undefined ? shareInWords(deeper ? share : draftFraction) : 'From the bake'}
      </MenuButton>
      <MenuItems
        data-handbook="topic/draft"
        anchor="bottom end"
        className="z-10 border border-rule bg-panel py-1 focus:outline-none"
      >
        {SHARES.map((option) => (
          <MenuItem key={option}>
            <button
              className={`num block w-full px-4 py-1.5 text-left data-focus:bg-raised ${option === draftFraction ? 'text-lamp' : 'text-text'}`}
              onClick={() => setShare(option)}
            >
              {shareInWords(option)}
            </button>
          </MenuItem>
        ))}
        <Memory />
        <ByCount />
        <BakeItem />
        <TryItem />
        <MenuItem>
          <button
            className="block w-full border-t border-rule px-4 py-1.5 text-left text-xs data-focus:bg-raised"
            role="menuitemcheckbox"
            aria-checked={enlarge}
            onClick={() => editScene((scene) => void (scene.work.enlarge = !enlarge))}
          >
            {enlarge ? 'Larger dots in drafts' : 'True size in drafts'}
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
  );
});
