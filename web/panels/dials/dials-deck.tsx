import { Plus } from 'lucide-react';
import { dialParameters } from '../../../core/document/descriptions';
import { MOST, type Dial, type Scene } from '../../../core/document/scene';
import { dialsRead } from '../../../core/scene/dials-read';
import { MOVABLE_SORTS, thingsOf } from '../../../core/scene/numbers';
import { Fader } from '../desk/fader';
import { useNumberNow } from '../desk/moved-strength';
import { addDial, setDial } from '../inspector/dial-edit';
import { DeckTabs } from '../keys/deck-bar';
import { MoveLine } from '../../widgets/move-line';
import { NumberBox } from '../../widgets/number-field';
import { useScene } from '../../state/scene-store';
import { select } from '../../state/selection-store';

/** What hangs on each dial by automation, as names of things and numbers of numbers. */
function hangers(scene: Scene): ReadonlyMap<string, ReadonlyMap<string, number>> {
  const names = scene.dials.map(({ name }) => name);
  const all = new Map<string, Map<string, number>>();
  for (const sort of MOVABLE_SORTS)
    for (const thing of thingsOf(scene, sort))
      for (const automation of Object.values(thing.automations))
        for (const dial of dialsRead(automation, names)) {
          const things = all.get(dial) ?? new Map<string, number>();
          const who = (thing as { readonly name?: string }).name ?? sort;
          all.set(dial, things.set(who, (things.get(who) ?? 0) + 1));
        }
  return all;
}

function DialStrip({ dial, on }: { dial: Dial; on: ReadonlyMap<string, number> | undefined }) {
  const { id, name, note, low, high } = dial;
  const parameter = { ...dialParameters.value, usual: [low, high] } as const;
  const { value, set, moved, of } = useNumberNow({ sort: 'dials', id, path: 'value' }, dial.value, (next) =>
    setDial(id, next),
  );
  return (
    <article
      className="flex h-full w-46 shrink-0 flex-col gap-1.5 border-r border-rule px-3 pt-2 pb-2"
      aria-label={`Dial ${name}`}
    >
      <h3 className="truncate font-semibold" title={name}>
        {name}
      </h3>
      <p className="line-clamp-3 min-h-8 text-xs text-second" title={note}>
        {note}
      </p>
      <div className="flex min-h-16 flex-1 gap-2">
        <Fader
          label={`Dial ${name}, from ${low} to ${high}`}
          value={value}
          parameter={parameter}
          live={false}
          onChange={set}
        />
        <div className="flex min-w-0 flex-1 flex-col justify-between">
          <span className="num text-faint">{high}</span>
          <div className="relative">
            <NumberBox
              label={`Dial ${name} as a number`}
              value={value}
              parameter={parameter}
              unit=""
              big
              onChange={set}
            />
            <MoveLine of={of} label={`Dial ${name}`} parameter={parameter} moved={moved} narrow />
          </div>
          <span className="num text-faint">{low}</span>
        </div>
      </div>
      <p
        className="truncate text-xs text-faint"
        title={[...(on ?? [])].map(([who, n]) => (n > 1 ? `${who} (${n})` : who)).join(', ')}
      >
        {on ? [...on.keys()].join(', ') : 'nothing but formulas can use it'}
      </p>
    </article>
  );
}

/**
 * The dials of a scene as faders: what one hands to somebody who is to turn them. They are named and set up in the
 * scene's inspector.
 */
export function DialsDeck() {
  const scene = useScene();
  const on = hangers(scene);
  return (
    <section className="flex h-full flex-col bg-panel" role="region" aria-label="Dials" data-handbook="topic/dials">
      <div className="flex h-7 shrink-0 items-center gap-1 border-b border-rule px-2" role="toolbar" aria-label="Dials">
        <DeckTabs />
        <span className="mx-2 h-3.5 w-px bg-rule" />
        <button
          className="text-button flex items-center gap-1"
          disabled={scene.dials.length >= MOST.dials}
          onClick={() => {
            addDial();
            select({ type: 'scene' });
          }}
        >
          <Plus size={13} /> add a dial
        </button>
        <span className="flex-1" />
        <button className="text-button" onClick={() => select({ type: 'scene' })}>
          set up
        </button>
      </div>
      {scene.dials.length === 0 ? (
        <p className="w-96 p-4 text-second">
          There is no dial yet. A dial is a named number that controls many others, each with an amount of its own: turn
          it, and all of them move.
        </p>
      ) : (
        <div className="flex min-h-0 flex-1 overflow-x-auto">
          {scene.dials.map((dial) => (
            <DialStrip key={dial.id} dial={dial} on={on.get(dial.name)} />
          ))}
        </div>
      )}
    </section>
  );
}
