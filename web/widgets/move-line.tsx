import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { useEffect, useRef, useState } from 'react';
import type { NumberParameter, VectorParameter } from '../../core/document/parameters';
import type { Kinded } from '../../core/document/registry';
import { automationKinds } from '../../core/kinds/automation';
import { turnParameters } from '../../core/kinds/automation/turn';
import { courseCsv } from '../../formats/course-csv';
import { KeyMark } from './key-mark';
import { usePlayer } from '../state/player-store';
import { setAutomation, setPlain, toggleKeyOf, valueOn } from '../state/movement';
import { beginGesture, endGesture, openedScene, useSceneOf } from '../state/scene-store';
import { PARTS, type Moved, type NumberRef, type Setting } from './movable';
import { firstAutomation } from './first-automation';
import { fileStem, saveFile } from './save-file';

const LINES: Readonly<Record<Setting, string>> = {
  plain: 'border-b border-transparent group-hover:border-rule',
  keyed: 'border-b border-dashed border-lamp',
  automation: 'border-b-3 border-double border-lamp',
  dial: 'border-b-2 border-dotted border-lamp',
};

const WORDS: Readonly<Record<Setting, string>> = {
  plain: 'fixed',
  keyed: 'keyframed',
  automation: 'automated',
  dial: 'on a dial',
};

/** Hands out a number's value on every frame of the shot as CSV. */
function saveCourse(of: NumberRef, label: string): void {
  const scene = openedScene();
  const { first, last, fps } = scene.time;
  const course = Array.from({ length: last - first + 1 }, (_, i) => ({
    frame: first + i,
    value: valueOn(scene, of, of.path, first + i)!,
  }));
  saveFile(courseCsv(course, fps), `${fileStem(scene.name)}-${fileStem(label)}.csv`, 'text/csv');
}

interface Props {
  readonly of: NumberRef;
  readonly moved: Moved;
  readonly label: string;
  readonly parameter: NumberParameter | VectorParameter;
  /** Where there is little room, as on a strip. */
  readonly narrow?: boolean;
  /** Writes a number down that the scene takes for granted, before it is keyed or automated. */
  readonly unnamed?: (() => void) | undefined;
}

/** Everything that can be done with how a number is set, in words. */
function useWays({ of, label, parameter, moved }: Props): readonly (readonly [string, () => void])[] {
  const { setting, here } = moved;
  const dials = useSceneOf((scene) => scene.dials);
  const usual = parameter.type === 'number' ? parameter.usual : ([-1, 1] as const);
  const now = (part: number) => {
    const value = valueOn(openedScene(), of, of.path, usePlayer.getState().frame);
    return typeof value === 'number' ? value : (value?.[part] ?? 0);
  };
  const automation = (path: string, part: number) =>
    setAutomation(of, path, firstAutomation(of.sort, now(part), usual));
  const hang = (path: string) =>
    setAutomation(of, path, automationKinds.defaults('dial', { dial: dials[0]?.name ?? '' }));
  const isVector = parameter.type === 'vector';
  const turn = (made: Kinded) => {
    // About the height; what points along it is turned about Z, or it would not be seen to turn.
    const [x, y, z] = [now(0), now(1), now(2)];
    const upright = y * y > 4 * (x * x + z * z);
    setAutomation(of, of.path, { ...made, about: upright ? [0, 0, 1] : turnParameters.about.default });
  };
  const whole: readonly (readonly [string, string, number])[] = !isVector
    ? [['', of.path, 0]]
    : PARTS.map((part, i) => [` ${part}`, `${of.path}.${i}`, i] as const);
  return [
    [here ? 'Remove the keyframe at the playhead' : 'Add a keyframe at the playhead', () => toggleKeyOf(of, of.path)],
    ...whole.map(([part, path, i]): [string, () => void] => [`Automate${part}`, () => automation(path, i)]),
    ...(dials.length > 0
      ? whole.map(([part, path]): [string, () => void] => [`Connect${part} to a dial`, () => hang(path)])
      : []),
    ...(isVector
      ? ([
          ['Automate the rotation', () => turn(automationKinds.defaults('wave', { outputMin: -30, outputMax: 30 }))],
        ] as const)
      : []),
    ...(isVector && dials.length > 0
      ? ([
          [
            'Connect the rotation to a dial',
            () => turn(automationKinds.defaults('dial', { dial: dials[0]!.name, gain: 360 })),
          ],
        ] as const)
      : []),
    ...(setting === 'plain'
      ? []
      : ([
          ['Remove keyframes and automation', () => setPlain(of, of.path)],
          ['Save its values over time (CSV)', () => saveCourse(of, label)],
        ] as [string, () => void][])),
  ];
}

function Ways(props: Props) {
  return useWays(props).map(([words, act]) => (
    <MenuItem key={words}>
      <button
        className="block w-full px-3 py-1 text-left text-sm data-focus:bg-raised"
        onClick={() => {
          beginGesture();
          props.unnamed?.();
          act();
          endGesture();
        }}
      >
        {words}
      </button>
    </MenuItem>
  ));
}

/** The line under a number: it tells how the number is set, and opens the menu that changes that. */
export function MoveLine(props: Props) {
  const { label, moved, narrow = false } = props;
  const { setting, here } = moved;
  // There are many of these: each is a menu only once it has been pressed.
  const [pressed, setPressed] = useState(false);
  const menu = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (!pressed) return;
    menu.current!.focus();
    menu.current!.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
  }, [pressed]);
  const button = {
    className: `group absolute right-0 -bottom-1 z-10 flex h-2 items-center focus-visible:outline focus-visible:outline-lamp ${narrow ? 'w-full' : 'w-34'}`,
    'aria-label': `${label} is ${WORDS[setting]}: keyframe or automate it`,
    title: `${WORDS[setting]}: click to add a keyframe, automate it or connect it to a dial`,
  };
  const mark = (
    <>
      <span className={`w-full ${LINES[setting]}`} />
    </>
  );
  const key = setting === 'keyed' && (
    <button
      className={`absolute z-10 hover:text-lamp ${narrow ? '-bottom-2 -left-3' : 'right-35 -bottom-1'} ${here ? 'text-lamp' : 'text-second'}`}
      aria-label={
        here ? `Remove the keyframe of ${label} at the playhead` : `Add a keyframe of ${label} at the playhead`
      }
      title={here ? 'Remove the keyframe at the playhead' : 'Add a keyframe at the playhead'}
      onClick={() => toggleKeyOf(props.of, props.of.path)}
    >
      <KeyMark here={here} />
    </button>
  );
  if (!pressed)
    return (
      <>
        {key}
        <button {...button} aria-haspopup="menu" onClick={() => setPressed(true)}>
          {mark}
        </button>
      </>
    );
  return (
    <>
      {key}
      <Menu>
        <MenuButton {...button} ref={menu}>
          {mark}
        </MenuButton>
        <MenuItems anchor="bottom end" className="z-30 border border-rule bg-panel py-1 focus:outline-none">
          <Ways {...props} />
        </MenuItems>
      </Menu>
    </>
  );
}
