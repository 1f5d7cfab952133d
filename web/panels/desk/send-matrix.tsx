import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { useRef } from 'react';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { sendTo, type Emitter, type Field, type Group } from '../../../core/document/scene';
import { Glyph } from '../../widgets/glyph';
import { useSceneNow } from '../../simulation/use-thing-now';
import { beginGesture, endGesture, openedScene } from '../../state/scene-store';
import { isSelected, select, useSelection } from '../../state/selection-store';
import { stripsOf } from './desk-row';
import { RINGS } from './send-dot';
import { setColumn, setSend } from './sends';

/** The mark of an emitter: a ring in its own stroke. */
function EmitterMark({ index }: { index: number }) {
  return (
    <svg viewBox="0 0 16 16" width={12} height={12} className="shrink-0 text-second" aria-hidden>
      <circle
        cx={8}
        cy={8}
        r={6.5}
        fill="none"
        stroke="currentColor"
        strokeWidth={1.6}
        strokeDasharray={RINGS[index % RINGS.length]}
      />
    </svg>
  );
}

function Column({ emitter, index, others }: { emitter: Emitter; index: number; others: readonly Emitter[] }) {
  const item = 'flex w-full px-3 py-1 text-left data-focus:bg-raised';
  return (
    <th scope="col" className="sticky top-0 bg-panel px-1 pb-1 text-left font-normal">
      <Menu>
        <MenuButton className="text-button flex w-full items-center gap-1.5" title={`${emitter.name}: set every field`}>
          <EmitterMark index={index} /> <span className="truncate">{emitter.name}</span>
        </MenuButton>
        <MenuItems anchor="bottom start" className="z-20 w-56 border border-rule bg-panel py-1 focus:outline-none">
          <MenuItem>
            <button className={item} onClick={() => setColumn(emitter.id, () => 1)}>
              Send to all emitters at 100 %
            </button>
          </MenuItem>
          <MenuItem>
            <button className={item} onClick={() => setColumn(emitter.id, () => 0)}>
              Send to no emitter
            </button>
          </MenuItem>
          {others.map((other) => (
            <MenuItem key={other.id}>
              <button className={item} onClick={() => setColumn(emitter.id, (strip) => sendTo(strip, other.id))}>
                Copy the column of {other.name}
              </button>
            </MenuItem>
          ))}
        </MenuItems>
      </Menu>
    </th>
  );
}

/** Fields and groups against emitters: who feels how much of what. Drag across cells to set several alike. */
export function SendMatrix() {
  const scene = useSceneNow();
  const { selection } = useSelection();
  const painted = useRef<number>(undefined);
  const rows = stripsOf({ ...scene, groups: scene.groups.map((g) => ({ ...g, folded: false })) });
  const thingOf = (type: 'field' | 'group', id: string): Field | Group =>
    (type === 'field' ? scene.fields : scene.groups).find((t) => t.id === id)!;
  if (scene.emitters.length === 0 || rows.length === 0)
    return (
      <p className="flex-1 p-4 text-second">There is no {rows.length === 0 ? 'field' : 'emitter'} yet to be sent to.</p>
    );

  const begin = (event: React.PointerEvent, type: 'field' | 'group', id: string, emitter: string, now: number) => {
    if (event.button !== 0) return;
    event.preventDefault();
    (event.currentTarget as HTMLElement).focus();
    // The cells under the pointer hear of it, not the one where it went down.
    (event.target as HTMLElement).releasePointerCapture?.(event.pointerId);
    painted.current = now > 0 ? 0 : 1;
    beginGesture();
    setSend(type, id, emitter, painted.current);
    const end = () => {
      painted.current = undefined;
      endGesture();
      window.removeEventListener('pointerup', end);
    };
    window.addEventListener('pointerup', end);
  };
  const onKey = (
    event: React.KeyboardEvent,
    row: number,
    column: number,
    type: 'field' | 'group',
    id: string,
    emitter: string,
  ) => {
    const now = sendTo(thingOf(type, id), emitter);
    const to = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key];
    const by = { '+': 0.05, PageUp: 0.25, '-': -0.05, PageDown: -0.25 }[event.key];
    if (to)
      event.currentTarget
        .closest('table')
        ?.querySelector<HTMLElement>(`[data-cell="${row + to[0]!} ${column + to[1]!}"]`)
        ?.focus();
    else if (by !== undefined) setSend(type, id, emitter, now + by);
    else if (event.key === 'Enter' || event.key === ' ') setSend(type, id, emitter, now > 0 ? 0 : 1);
    else if (/^[0-9]$/.test(event.key)) setSend(type, id, emitter, event.key === '0' ? 0 : Number(event.key) / 10);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  return (
    <div className="min-w-0 flex-1 overflow-auto px-3 py-1">
      <table
        className="border-separate border-spacing-x-1 border-spacing-y-0.5"
        aria-label="Sends"
        data-handbook="topic/sends"
      >
        <thead>
          <tr>
            <th className="sticky top-0 w-52 bg-panel text-left text-xs font-normal text-faint">
              drag across cells; + and − by 5 %, digits by tens
            </th>
            {scene.emitters.map((emitter, e) => (
              <Column
                key={emitter.id}
                emitter={emitter}
                index={e}
                others={scene.emitters.filter((o) => o.id !== emitter.id)}
              />
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ type, id, depth }, row) => {
            const thing = thingOf(type, id);
            const own = isSelected(selection, type, id);
            return (
              <tr key={`${type} ${id}`} className={own ? 'text-lamp' : 'text-text'}>
                <th scope="row" className="text-left font-normal" style={{ paddingLeft: 12 * depth }}>
                  <button
                    className="text-button flex max-w-52 items-center gap-1.5"
                    onClick={() => select({ type, id })}
                  >
                    {type === 'field' ? (
                      <Glyph path={fieldKinds.get((thing as Field).settings.kind).glyph} size={14} />
                    ) : (
                      <span className="num">[ ]</span>
                    )}
                    <span className="truncate">{thing.name}</span>
                  </button>
                </th>
                {scene.emitters.map((emitter, column) => {
                  const send = sendTo(thing, emitter.id);
                  const percent = Math.round(100 * send);
                  return (
                    <td key={emitter.id} className="p-0">
                      <button
                        role="slider"
                        data-cell={`${row} ${column}`}
                        aria-label={`${thing.name} to ${emitter.name}`}
                        aria-valuemin={0}
                        aria-valuemax={200}
                        aria-valuenow={percent}
                        aria-valuetext={`${percent} %`}
                        tabIndex={row === 0 && column === 0 ? 0 : -1}
                        className="relative block h-5 w-28 touch-none bg-surround text-left focus-visible:z-10"
                        onPointerDown={(event) => begin(event, type, id, emitter.id, send)}
                        onPointerEnter={() =>
                          painted.current !== undefined && setSend(type, id, emitter.id, painted.current)
                        }
                        onKeyDown={(event) => onKey(event, row, column, type, id, emitter.id)}
                      >
                        <span
                          className="absolute inset-y-0 left-0 bg-second/35"
                          style={{ width: `${Math.min(100, percent / 2)}%` }}
                        />
                        <span className="absolute inset-y-0 left-1/2 w-px bg-rule" />
                        <span className={`num relative pl-1.5 ${send === 0 ? 'text-faint' : 'text-text'}`}>
                          {percent} %
                        </span>
                      </button>
                    </td>
                  );
                })}
              </tr>
            );
          })}
        </tbody>
      </table>
      {openedScene().fields.length > 0 && (
        <p className="pt-1 text-xs text-faint">The line in the middle of a cell is 100 %.</p>
      )}
    </div>
  );
}
