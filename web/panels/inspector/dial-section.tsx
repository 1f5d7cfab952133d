import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { dialAt } from '../../../core/document/dials';
import { dialParameters } from '../../../core/document/descriptions';
import { MOST, type Dial } from '../../../core/document/scene';
import { MoveBlock } from '../../widgets/move-block';
import { MoveLine } from '../../widgets/move-line';
import { useMoved } from '../../widgets/movable';
import { NumberBox, NumberRow } from '../../widgets/number-field';
import { useSceneFrame } from '../../state/scene-clock';
import { beginGesture, endGesture, useScene } from '../../state/scene-store';
import { addDial, noteDial, removeDial, renameDial, setDial, setDialSpan } from './dial-edit';
import { Section } from './section';

function DialRow({ dial }: { dial: Dial }) {
  const frame = useSceneFrame();
  const [typed, setTyped] = useState<string>();
  const [refused, setRefused] = useState<string>();
  const keys = dial.keys['value'] ?? [];
  const of = { sort: 'dials', id: dial.id, path: 'value' } as const;
  const moved = useMoved(of);
  const value = (moved.value as number | undefined) ?? dialAt(dial, frame);
  const { low, high } = dial;
  const take = () => {
    if (typed !== undefined && typed !== dial.name) setRefused(renameDial(dial.id, typed));
    setTyped(undefined);
  };
  return (
    <li className={`border-b py-1 ${keys.length > 0 ? 'border-dashed border-lamp/60' : 'border-rule/60'}`}>
      <div className="grid grid-cols-[1fr_6rem_1.25rem] items-baseline gap-1">
        <input
          className="num w-full bg-transparent font-semibold hover:bg-raised focus:bg-raised"
          aria-label={`Name of the dial ${dial.name}`}
          value={typed ?? dial.name}
          onChange={(event) => setTyped(event.currentTarget.value)}
          onBlur={take}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        />
        <div className="relative">
          <NumberRow
            label=""
            value={Number(value.toPrecision(6))}
            parameter={{ ...dialParameters.value, usual: [low, high] }}
            onChange={(n) => setDial(dial.id, n)}
          />
          <MoveLine
            of={of}
            label={`Dial ${dial.name}`}
            parameter={{ ...dialParameters.value, usual: [low, high] }}
            moved={moved}
            narrow
          />
        </div>
        <button
          className="text-button px-0"
          aria-label={`Delete the dial ${dial.name}`}
          onClick={() => removeDial(dial.id)}
        >
          <X size={11} />
        </button>
      </div>
      <div className="grid grid-cols-[3.5rem_1fr_3.5rem] items-center gap-2">
        <NumberBox
          label={`${dial.name} spans from`}
          value={low}
          parameter={dialParameters.low}
          onChange={(n) => setDialSpan(dial.id, 'low', n)}
        />
        <input
          type="range"
          className="w-full accent-lamp"
          aria-label={`Dial ${dial.name}`}
          min={low}
          max={high}
          step={(high - low) / 200}
          value={value}
          onPointerDown={beginGesture}
          onPointerUp={endGesture}
          onChange={(event) => setDial(dial.id, Number(Number(event.currentTarget.value).toPrecision(6)))}
        />
        <NumberBox
          label={`${dial.name} spans to`}
          value={high}
          parameter={dialParameters.high}
          onChange={(n) => setDialSpan(dial.id, 'high', n)}
        />
      </div>
      <input
        key={dial.note}
        className="w-full bg-transparent text-xs text-second placeholder:text-faint hover:bg-raised focus:bg-raised"
        aria-label={`Note on the dial ${dial.name}`}
        placeholder="what it is for"
        maxLength={dialParameters.note.most}
        defaultValue={dial.note}
        onBlur={(event) => event.currentTarget.value !== dial.note && noteDial(dial.id, event.currentTarget.value)}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
      <MoveBlock of={of} label={dial.name} unit={undefined} moved={moved} />
      {refused && (
        <p role="alert" className="text-xs text-signal">
          {refused}
        </p>
      )}
    </li>
  );
}

/** The dials of the scene: named numbers that formulas read. */
export function DialSection() {
  const { dials } = useScene();
  return (
    <Section title="Dials" page="topic/dials" aside="named numbers for formulas" changed={dials.length > 0}>
      <ul>
        {dials.map((dial) => (
          <DialRow key={dial.id} dial={dial} />
        ))}
      </ul>
      <button
        className="text-button mt-1 -ml-1 flex items-center gap-1"
        disabled={dials.length >= MOST.dials}
        onClick={addDial}
      >
        <Plus size={13} /> add a dial
      </button>
    </Section>
  );
}
