import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { X } from 'lucide-react';
import { useMemo } from 'react';
import type { NumberParameter, VectorParameter } from '../../core/describe/parameters';
import type { Kinded } from '../../core/describe/registry';
import type { Vector } from '../../core/math/vector';
import { dialsOf } from '../../core/scene/dials';
import type { Keys } from '../../core/places/keys';
import type { Drives, Scene } from '../../core/scene/document';
import { withDrives } from '../../core/scene/drives';
import { tides } from '../../core/tides';
import { usePlayer } from '../stage/player-store';
import { frameOf } from '../stage/scene-clock';
import { isPartOf, movableOf, setDrive, setKeyOf, setPlain, toggleKeyOf, valueOn, type ThingRef } from '../store/movement';
import { beginGesture, endGesture, openedScene, useScene, useSceneOf } from '../store/scene-store';
import { courseCsv } from '../../formats/course-csv';
import { fileStem, saveFile } from './save-file';
import { KindChoice } from './kind-choice';
import { KeyMark } from '../inspect/key-mark';
import { ParameterRows } from './parameter-row';
import { shownNumber } from './sum';

/** A number of a thing, by its path. */
export interface NumberRef extends ThingRef {
  readonly path: string;
}

/** How a number is set. */
export type Setting = 'plain' | 'keyed' | 'tide' | 'dial';

const LINES: Readonly<Record<Setting, string>> = {
  plain: 'border-b border-transparent group-hover:border-rule',
  keyed: 'border-b border-dashed border-lamp',
  tide: 'border-b-3 border-double border-lamp',
  dial: 'border-b-2 border-dotted border-lamp',
};

const WORDS: Readonly<Record<Setting, string>> = { plain: 'set plainly', keyed: 'keyed', tide: 'moved by a tide', dial: 'on a dial' };

const PARTS = ['X', 'Y', 'Z'] as const;

const NONE = {} as const;

/** What moves a number at the playhead, and how it is changed there. What is plain is not drawn again as frames go by. */
export function useMoved(ref: NumberRef) {
  const keys = useSceneOf((scene) => movableOf(scene, ref)?.keys ?? (NONE as Keys))[ref.path];
  const drives = useSceneOf((scene) => movableOf(scene, ref)?.drives ?? (NONE as Drives));
  const moving = Object.entries(drives).filter(([path]) => isPartOf(path, ref.path));
  const keyed = (keys?.length ?? 0) > 0;
  const plain = !keyed && moving.length === 0;
  const scene = useSceneOf((now) => (plain ? undefined : now));
  const frame = usePlayer((player) => (plain ? 0 : player.frame));
  const at = scene ? Math.round(frameOf(scene, ref.sort, frame)) : 0;
  const setting: Setting = moving.length > 0 ? (moving.every(([, d]) => d.kind === 'dial') ? 'dial' : 'tide') : keyed ? 'keyed' : 'plain';
  return {
    setting,
    here: keyed && keys!.some((key) => key.frame === at),
    drives: moving,
    value: scene && valueOn(scene, ref, ref.path, frame),
    set: keyed ? (value: number | Vector) => setKeyOf(ref, ref.path, value) : undefined,
  };
}

/** What {@link useMoved} tells. */
export type Moved = ReturnType<typeof useMoved>;

/** A tide to begin with: about the value, by half of it to both sides, or by what is usual. */
function firstTide(value: number, { usual }: { readonly usual: readonly [number, number] }): Kinded {
  const by = value !== 0 ? Math.abs(value) / 2 : (usual[1] - usual[0]) / 20;
  const round = (n: number) => Number(n.toPrecision(3));
  return tides.defaults('wave', { low: round(value - by), high: round(value + by) });
}

/** Hands out a number's value on every frame of the shot as CSV. */
function saveCourse(of: NumberRef, label: string): void {
  const scene = openedScene();
  const { first, last, fps } = scene.time;
  const course = Array.from({ length: last - first + 1 }, (_, i) => ({ frame: first + i, value: valueOn(scene, of, of.path, first + i)! }));
  saveFile(courseCsv(course, fps), `${fileStem(scene.name)}-${fileStem(label)}.csv`, 'text/csv');
}

/** The line under a number: it tells how the number is set, and opens the menu that changes that. */
export function MoveLine({
  of,
  label,
  parameter,
  moved,
  narrow = false,
  unnamed,
}: {
  of: NumberRef;
  moved: Moved;
  label: string;
  parameter: NumberParameter | VectorParameter;
  /** Where there is little room, as on a strip. */
  narrow?: boolean;
  /** Writes a number down that the scene takes for granted, before it is keyed or driven. */
  unnamed?: (() => void) | undefined;
}) {
  const { setting, here } = moved;
  const dials = useSceneOf((scene) => scene.dials);
  const usual = parameter.type === 'number' ? parameter.usual : ([-1, 1] as const);
  const now = (part: number) => {
    const value = valueOn(openedScene(), of, of.path, usePlayer.getState().frame);
    return typeof value === 'number' ? value : (value?.[part] ?? 0);
  };
  const tide = (path: string, part: number) => setDrive(of, path, firstTide(now(part), { usual }));
  const hang = (path: string) => setDrive(of, path, tides.defaults('dial', { dial: dials[0]?.name ?? '' }));
  const whole: readonly (readonly [string, string, number])[] =
    parameter.type === 'number' ? [['', of.path, 0]] : PARTS.map((part, i) => [` ${part}`, `${of.path}.${i}`, i] as const);
  const items: readonly (readonly [string, () => void])[] = [
    [here ? 'Take the key at the playhead away' : 'Write a key at the playhead', () => toggleKeyOf(of, of.path)],
    ...whole.map(([part, path, i]): [string, () => void] => [`Move${part} by a tide`, () => tide(path, i)]),
    ...(dials.length > 0 ? whole.map(([part, path]): [string, () => void] => [`Hang${part} on a dial`, () => hang(path)]) : []),
    ...(setting === 'plain'
      ? []
      : ([
          ['Set it plainly', () => setPlain(of, of.path)],
          ['Save its course (CSV)', () => saveCourse(of, label)],
        ] as [string, () => void][])),
  ];
  return (
    <Menu>
      <MenuButton
        className={`group absolute right-0 -bottom-1 z-10 flex h-2 items-center focus-visible:outline focus-visible:outline-lamp ${narrow ? 'w-full' : 'w-34'}`}
        aria-label={`${label} is ${WORDS[setting]}: change how it is set`}
        title={`${WORDS[setting]}: click to key it, move it by a tide or hang it on a dial`}
      >
        <span className={`w-full ${LINES[setting]}`} />
        {here && (
          <span className="absolute -left-3 text-lamp">
            <KeyMark here />
          </span>
        )}
      </MenuButton>
      <MenuItems anchor="bottom end" className="z-30 border border-rule bg-panel py-1 focus:outline-none">
        {items.map(([words, act]) => (
          <MenuItem key={words}>
            <button
              className="block w-full px-3 py-1 text-left text-sm data-focus:bg-raised"
              onClick={() => {
                beginGesture();
                unnamed?.();
                act();
                endGesture();
              }}
            >
              {words}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}

/** The course of a number over the scene, with the playhead. */
function Course({ scene, of, part }: { scene: Scene; of: NumberRef; part: number | undefined }) {
  const frame = usePlayer((player) => player.frame);
  const { first, last } = scene.time;
  const values = useMemo(() => {
    const step = Math.max(1, (last - first) / 150);
    return Array.from({ length: Math.floor((last - first) / step) + 1 }, (_, i) => {
      const value = valueOn(scene, of, of.path, first + i * step);
      return typeof value === 'number' ? value : (value?.[part ?? 0] ?? 0);
    });
  }, [scene, of, part, first, last]);
  const low = Math.min(...values);
  const high = Math.max(...values);
  const y = (value: number) => 26 - (high > low ? (22 * (value - low)) / (high - low) : 11);
  const x = (i: number) => (100 * i) / Math.max(1, values.length - 1);
  return (
    <svg
      viewBox="0 0 100 30"
      preserveAspectRatio="none"
      className="my-1 h-9 w-full bg-surround"
      role="img"
      aria-label={`Over the scene: ${shownNumber(low)} to ${shownNumber(high)}`}
    >
      <polyline
        points={values.map((value, i) => `${x(i)},${y(value)}`).join(' ')}
        fill="none"
        stroke="currentColor"
        strokeWidth={1.2}
        vectorEffect="non-scaling-stroke"
        className="text-second"
      />
      <line
        x1={(100 * (frame - first)) / Math.max(1, last - first)}
        x2={(100 * (frame - first)) / Math.max(1, last - first)}
        y1={0}
        y2={30}
        stroke="currentColor"
        vectorEffect="non-scaling-stroke"
        className="text-lamp"
      />
    </svg>
  );
}

/** What moves a number, with its own numbers and its course. */
export function MoveBlock({ moved, ...rest }: { of: NumberRef; label: string; unit: string | undefined; moved: Moved }) {
  return moved.drives.length === 0 ? null : <Drivers {...rest} drives={moved.drives} />;
}

function Drivers({
  of,
  label,
  unit,
  drives,
}: {
  of: NumberRef;
  label: string;
  unit: string | undefined;
  drives: readonly (readonly [string, Kinded])[];
}) {
  const scene = useScene();
  const dials = dialsOf(withDrives(scene));
  return drives.map(([path, drive]) => {
    const part = path === of.path ? undefined : Number(path.at(-1));
    const kind = tides.get(drive.kind);
    const trouble = kind.broken?.(drive, dials);
    const range = { low: { ...kind.parameters['low'], unit }, high: { ...kind.parameters['high'], unit } };
    return (
      <div
        key={path}
        className="mb-1 border-l border-lamp/60 pl-2"
        role="group"
        aria-label={`What moves ${label}${part === undefined ? '' : ` ${PARTS[part]}`}`}
      >
        <div className="grid grid-cols-[1fr_1.25rem] items-center">
          <KindChoice
            label={part === undefined ? 'Moved by' : `${PARTS[part]} moved by`}
            registry={tides}
            kind={drive.kind}
            onChange={(next) => setDrive(of, path, tides.defaults(next, kept(drive, next)))}
          />
          <button
            className="text-button justify-self-end px-0"
            aria-label={`Let nothing move ${label}`}
            onClick={() => setDrive(of, path, undefined)}
          >
            <X size={11} />
          </button>
        </div>
        {trouble && <p className="text-xs text-signal">{trouble}</p>}
        <Course scene={scene} of={of} part={part} />
        <ParameterRows
          description={'low' in kind.parameters && unit ? ({ ...kind.parameters, ...range } as never) : kind.parameters}
          values={drive}
          onChange={(name, value) => setDrive(of, path, { ...drive, [name]: value })}
        />
      </div>
    );
  });
}

/** What another kind of tide keeps of one. */
function kept(drive: Kinded, kind: string): Record<string, unknown> {
  const { parameters } = tides.get(kind);
  return Object.fromEntries(Object.entries(drive).filter(([name]) => name !== 'kind' && name !== 'formula' && name in parameters));
}
