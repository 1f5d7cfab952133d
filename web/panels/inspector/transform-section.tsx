import { useState } from 'react';
import { X } from 'lucide-react';
import { EASES, type Key } from '../../../core/document/keys/keys';
import { placeAt } from '../../../core/document/keys/motion';
import { transformParameters } from '../../../core/document/descriptions';
import type { Vector } from '../../../core/lib/math/vector';
import { NumberBox } from '../../widgets/number-field';
import { ParameterRows } from '../../widgets/parameter-rows';
import { Choice, LabelledRow } from '../../widgets/labelled-row';
import { useSceneFrame } from '../../state/scene-clock';
import { editThing, useScene } from '../../state/scene-store';
import {
  changeKey,
  mount,
  placedOf,
  refOf,
  setTransform,
  type PlaceNumber,
  type TransformOwner,
} from '../../simulation/transform-edit';
import { isPlaced } from './changed';
import { Section } from './section';

const NUMBERS: readonly PlaceNumber[] = ['position', 'rotation', 'scale'];
const WORDS = { linear: 'even', smooth: 'eased', step: 'stepped', curve: 'by curve' } as const;
const frameNumber = {
  type: 'number',
  label: 'Frame',
  unit: 'f',
  default: 0,
  whole: true,
  min: -100000,
  max: 1000000,
  usual: [-1000, 10000],
  help: '',
} as const;

function KeyList({ owner, name, keys }: { owner: TransformOwner; name: PlaceNumber; keys: readonly Key[] }) {
  const [refused, setRefused] = useState<string>();
  const frame = useSceneFrame();
  const label = transformParameters[name].label;
  return (
    <ol className="mb-1 border-l border-rule pl-2" aria-label={`Keyframes of ${label.toLowerCase()}`}>
      {keys.map((key) => (
        <li
          key={key.frame}
          className={`grid grid-cols-[4.5rem_1fr_4rem_1rem] items-baseline gap-1 ${key.frame === Math.round(frame) ? 'text-lamp' : ''}`}
        >
          <NumberBox
            label={`Frame of a keyframe of ${label.toLowerCase()}`}
            value={key.frame}
            parameter={frameNumber}
            onChange={(to) => setRefused(changeKey(owner, name, key.frame, { frame: to }))}
          />
          <span
            className="num truncate text-second"
            title="The value at this keyframe. Move the playhead here to change it."
          >
            {typeof key.value === 'number' ? key.value : key.value.join(' ')}
          </span>
          <select
            aria-label={`From frame ${key.frame} on`}
            className="num bg-transparent text-right"
            value={key.ease}
            onChange={(event) => changeKey(owner, name, key.frame, { ease: event.currentTarget.value as Key['ease'] })}
          >
            {EASES.map((ease) => (
              <option key={ease} value={ease} className="bg-panel">
                {WORDS[ease]}
              </option>
            ))}
          </select>
          <button
            className="text-button px-0"
            aria-label={`Delete the keyframe at frame ${key.frame}`}
            onClick={() => changeKey(owner, name, key.frame, undefined)}
          >
            <X size={11} />
          </button>
        </li>
      ))}
      {refused && (
        <li role="alert" className="text-xs text-signal">
          {refused}
        </li>
      )}
    </ol>
  );
}

/** Where a thing is, how it moves, and what carries it. */
export function TransformSection({
  owner,
  title = 'Transform',
  scale,
  children,
}: {
  owner: TransformOwner;
  title?: string;
  /** What the scale of this sort of thing is the size of. */
  scale?: { readonly label: string; readonly help: string };
  /** What belongs to its place beside. */
  children?: React.ReactNode;
}) {
  const scene = useScene();
  const frame = useSceneFrame();
  const placed = placedOf(scene, owner);
  if (!placed) return null;
  const now = placeAt(placed, frame);
  const keyed = NUMBERS.some((name) => placed.keys[`transform.${name}`]?.length);
  // A carrier can't be carried by itself, nor by what it carries.
  const carried = (id: string): boolean => {
    const carrier = scene.carriers.find((c) => c.id === id);
    return (
      !!carrier && (owner.type === 'carrier' && carrier.id === owner.id ? true : carried(carrier.transform.carrier))
    );
  };
  const carriers = scene.carriers.filter((c) => !carried(c.id));
  return (
    <Section
      title={title}
      page="topic/transform"
      aside={keyed ? 'changes write keyframes at the playhead' : undefined}
      changed={isPlaced(placed)}
    >
      {NUMBERS.map((name) => {
        const keys = placed.keys[`transform.${name}`] ?? [];
        const parameter =
          name === 'scale' && scale ? { ...transformParameters.scale, ...scale } : transformParameters[name];
        return (
          <div key={name}>
            <ParameterRows
              description={{ [name]: parameter }}
              of={{ ...refOf(owner), prefix: 'transform.' }}
              values={now}
              onChange={(_, value) => setTransform(owner, name, value as number | Vector)}
            />
            {keys.length > 0 && <KeyList owner={owner} name={name} keys={keys} />}
          </div>
        );
      })}
      {(carriers.length > 0 || placed.transform.carrier !== '') && (
        <LabelledRow
          setting="carrier"
          label={transformParameters.carrier.label}
          help={transformParameters.carrier.help}
        >
          <Choice
            label={transformParameters.carrier.label}
            value={placed.transform.carrier}
            options={[{ value: '', label: 'nothing' }, ...carriers.map(({ id, name }) => ({ value: id, label: name }))]}
            onChange={(carrier) => mount(owner, carrier)}
          />
        </LabelledRow>
      )}
      {placed.transform.carrier !== '' && placed.transform.position.some((n) => n !== 0) && (
        <button
          className="line-button my-1.5"
          title="Its position becomes that of its carrier"
          onClick={() => setTransform(owner, 'position', [0, 0, 0])}
        >
          Move it to its carrier
        </button>
      )}
      {owner.type !== 'sceneTransform' && (
        <ParameterRows
          description={{ follows: transformParameters.follows }}
          values={placed.transform}
          onChange={(_, value) =>
            editThing(owner.type, owner.id, (t) => void (t.transform.follows = value as 'transform' | 'position'))
          }
        />
      )}
      {children}
    </Section>
  );
}
