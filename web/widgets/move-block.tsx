import { X } from 'lucide-react';
import { useMemo } from 'react';
import { freeSeed } from './free-seed';
import { ofAnotherKind } from '../../core/document/change-kind';
import type { Description } from '../../core/document/parameters';
import type { Kinded } from '../../core/document/registry';
import type { Scene } from '../../core/document/scene';
import { dialsOf } from '../../core/document/dials';
import { automated } from '../../core/scene/automated';
import { automationKinds } from '../../core/kinds/automation';
import { turnParameters } from '../../core/kinds/automation/turn';
import { usePlayer } from '../state/player-store';
import { swappedValue } from '../state/kind-memory';
import { setAutomation, valueOn } from '../state/movement';
import { openedScene, useScene } from '../state/scene-store';
import { KindChoice } from './kind-choice';
import { PARTS, type Moved, type NumberRef } from './movable';
import { PlainRows } from './parameter-row';
import { shownNumber } from './sum';

/** How dashes tell the parts of a vector apart. */
const DASHES = ['', '5 3', '1.5 2.5'];

/** The course of a number over the scene, with the playhead. */
function Course({ scene, of, part }: { scene: Scene; of: NumberRef; part: number | undefined }) {
  const frame = usePlayer((player) => player.frame);
  const { first, last } = scene.time;
  const courses = useMemo(() => {
    const step = Math.max(1, (last - first) / 150);
    const list = Array.from(
      { length: Math.floor((last - first) / step) + 1 },
      (_, i) => valueOn(scene, of, of.path, first + i * step) ?? 0,
    );
    const parts = typeof list[0] === 'number' || part !== undefined ? [part ?? 0] : [0, 1, 2];
    return parts.map((p) => list.map((value) => (typeof value === 'number' ? value : value[p]!)));
  }, [scene, of, part, first, last]);
  const low = Math.min(...courses.flat());
  const high = Math.max(...courses.flat());
  const y = (value: number) => 26 - (high > low ? (22 * (value - low)) / (high - low) : 11);
  const x = (i: number) => (100 * i) / Math.max(1, courses[0]!.length - 1);
  return (
    <svg
      viewBox="0 0 100 30"
      preserveAspectRatio="none"
      className="my-1 h-9 w-full bg-surround"
      role="img"
      aria-label={`Over the shot: ${shownNumber(low)} to ${shownNumber(high)}`}
    >
      {courses.map((values, p) => (
        <polyline
          key={p}
          points={values.map((value, i) => `${x(i)},${y(value)}`).join(' ')}
          fill="none"
          stroke="currentColor"
          strokeWidth={1.2}
          strokeDasharray={DASHES[p]}
          vectorEffect="non-scaling-stroke"
          className="text-second"
        />
      ))}
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
export function MoveBlock({
  moved,
  ...rest
}: {
  of: NumberRef;
  label: string;
  unit: string | undefined;
  /** True for a fraction, which is shown in per cent. */
  fraction?: boolean;
  moved: Moved;
}) {
  return moved.automations.length === 0 ? null : <Drivers {...rest} automations={moved.automations} />;
}

function Drivers({
  of,
  label,
  unit,
  fraction = false,
  automations,
}: {
  of: NumberRef;
  label: string;
  unit: string | undefined;
  /** True for a fraction, which is shown in per cent. */
  fraction?: boolean;
  automations: readonly (readonly [string, Kinded])[];
}) {
  const scene = useScene();
  const dials = dialsOf(automated(scene));
  const isVector = typeof valueOn(scene, of, of.path, scene.time.first) !== 'number';
  return automations.map(([path, automation]) => {
    const turns = path === of.path && isVector;
    const part = path === of.path ? undefined : Number(path.at(-1));
    const kind = automationKinds.get(automation.kind);
    const trouble = kind.broken?.(automation, { dials, sounds: scene.sounds });
    const own = turns ? '°' : unit;
    const range = {
      outputMin: { ...kind.parameters['outputMin'], unit: own, fraction },
      outputMax: { ...kind.parameters['outputMax'], unit: own, fraction },
    };
    return (
      <div
        key={path}
        className="mb-1 border-l border-lamp/60 pl-2"
        role="group"
        aria-label={`Automation of ${label}${part === undefined ? '' : ` ${PARTS[part]}`}`}
      >
        <div className="grid grid-cols-[1fr_1.25rem] items-center">
          <KindChoice
            label={turns ? 'Rotation automation' : part === undefined ? 'Automation' : `Automation of ${PARTS[part]}`}
            registry={automationKinds}
            kind={automation.kind}
            onChange={(next) => setAutomation(of, path, anotherAutomation(of, path, automation, next, turns))}
          />
          <button
            className="text-button justify-self-end px-0"
            aria-label={`Remove the automation of ${label}`}
            onClick={() => setAutomation(of, path, undefined)}
          >
            <X size={11} />
          </button>
        </div>
        {trouble && <p className="text-xs text-signal">{trouble}</p>}
        <Course scene={scene} of={of} part={part} />
        <PlainRows
          description={{
            ...kind.parameters,
            ...(('outputMin' in kind.parameters && (own || fraction) ? range : {}) as Description),
            ...(turns && turnParameters),
          }}
          values={turns ? { about: turnParameters.about.default, ...automation } : automation}
          without={turns ? ['combination'] : []}
          onChange={(name, value) => setAutomation(of, path, { ...automation, [name]: value })}
        />
      </div>
    );
  });
}

/** Another kind of automation in place of one: the one that was there before, or one that keeps the values they share. */
function anotherAutomation(
  { sort, id }: NumberRef,
  path: string,
  automation: Kinded,
  kind: string,
  turns: boolean,
): Kinded {
  const made = {
    ...ofAnotherKind(automationKinds, automation, kind),
    ...(turns && { about: automation['about'] ?? turnParameters.about.default }),
    ...('seed' in automationKinds.get(kind).parameters && { seed: freeSeed(openedScene()) }),
  };
  return swappedValue(`${sort}/${id}/automations/${path}`, automation.kind, automation, kind, made);
}
