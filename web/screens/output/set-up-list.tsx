import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { MOST, type RenderSetUp } from '../../../core/document/scene';
import { useScene } from '../../state/scene-store';
import { NameBox } from '../../widgets/name-box';
import { usePresets } from './presets';
import { addSetUp, editSetUp, removeSetUp, setUpsOf, summaryOf } from './set-ups';

const item = 'block w-full px-3 py-1.5 text-left data-focus:bg-raised';

/** The ways in which the scene is rendered, to choose the one that is set below, and presets to begin others with. */
export function SetUpList({ index, onChoose }: { index: number; onChoose: (index: number) => void }) {
  const scene = useScene();
  const all = setUpsOf(scene);
  const { presets, keep, forget } = usePresets();
  const [naming, setNaming] = useState(false);
  const setUp = all[index]!;
  const add = (wanted: RenderSetUp) => {
    const at = addSetUp(wanted);
    if (at === undefined) toast(`A scene takes up to ${MOST.renders} renders.`);
    else onChoose(at);
  };
  return (
    <div className="pb-1">
      {all.length > 1 && (
        <ul aria-label="Renders of this scene" className="border-b border-rule/60 pb-1">
          {all.map((one, i) => (
            <li key={i} className="flex items-center">
              <button
                aria-pressed={i === index}
                className={`num min-w-0 flex-1 truncate rounded-sm px-1 py-0.5 text-left hover:bg-raised ${i === index ? 'text-lamp' : 'text-second'}`}
                onClick={() => onChoose(i)}
              >
                {summaryOf(one, scene)}
              </button>
              <button
                className="text-button px-1"
                aria-label={`Remove render ${i + 1}`}
                onClick={() => {
                  removeSetUp(i);
                  onChoose(Math.max(0, index > i ? index - 1 : Math.min(index, all.length - 2)));
                }}
              >
                <X size={11} />
              </button>
            </li>
          ))}
        </ul>
      )}
      {naming ? (
        <NameBox
          label="Name of the preset"
          most={60}
          onDone={(name) => {
            setNaming(false);
            if (name) keep(name, setUp);
          }}
        />
      ) : (
        <div className="flex items-baseline justify-between">
          <Menu>
            <MenuButton className="text-button -ml-1.5 flex items-center gap-1">
              <Plus size={12} /> add a render
            </MenuButton>
            <MenuItems anchor="bottom start" className="z-20 w-72 border border-rule bg-panel py-1 focus:outline-none">
              <MenuItem>
                <button className={item} onClick={() => add(setUp)}>
                  Another like this
                </button>
              </MenuItem>
              {presets.map((preset) => (
                <MenuItem key={preset.name}>
                  <button className={item} onClick={() => add(preset.setUp)}>
                    {preset.name}
                    <span className="block text-xs text-faint">{summaryOf(preset.setUp, scene)}</span>
                  </button>
                </MenuItem>
              ))}
            </MenuItems>
          </Menu>
          <Menu>
            <MenuButton className="text-button -mr-1.5">presets</MenuButton>
            <MenuItems anchor="bottom end" className="z-20 w-72 border border-rule bg-panel py-1 focus:outline-none">
              <MenuItem>
                <button className={item} onClick={() => setNaming(true)}>
                  Keep these settings as a preset …
                </button>
              </MenuItem>
              {presets.map((preset) => (
                <MenuItem key={`use ${preset.name}`}>
                  <button className={item} onClick={() => editSetUp(index, preset.setUp)}>
                    Set as “{preset.name}”
                  </button>
                </MenuItem>
              ))}
              {presets.map((preset) => (
                <MenuItem key={`forget ${preset.name}`}>
                  <button className={`${item} text-second`} onClick={() => forget(preset.name)}>
                    Delete the preset “{preset.name}”
                  </button>
                </MenuItem>
              ))}
            </MenuItems>
          </Menu>
        </div>
      )}
    </div>
  );
}
