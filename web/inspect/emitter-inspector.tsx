import { Plus, X } from 'lucide-react';
import { amounts } from '../../core/amounts';
import type { Description, Values } from '../../core/describe/parameters';
import { looks } from '../../core/looks';
import { birthParameters, emitterParameters, placeParameters } from '../../core/scene/descriptions';
import { MOST, type Emitter } from '../../core/scene/document';
import { shapes } from '../../core/shapes';
import { KindChoice } from '../parts/kind-choice';
import { ParameterRows } from '../parts/parameter-row';
import { thousands } from '../parts/sum';
import { usePlayer } from '../stage/player-store';
import { editEmitter, useScene } from '../store/scene-store';
import { removeEmitter } from './emitter-edit';
import { Section } from './section';

type Draftable = Record<string, unknown>;

/** Births, in the groups in which one thinks of them. */
const GROUPS: readonly (readonly [string, readonly (keyof typeof birthParameters)[]])[] = [
  ['Life', ['life', 'lifeVariance']],
  ['Start', ['speed', 'speedVariance', 'along', 'direction', 'spread']],
  ['Body', ['size', 'sizeVariance', 'mass', 'massVariance', 'drag', 'dragVariance']],
];

function narrowed(description: Description, names: readonly string[]): Description {
  return Object.fromEntries(names.map((name) => [name, description[name]!]));
}

function Amounts({ emitter }: { emitter: Emitter }) {
  const alive = usePlayer((s) => s.meters.bounds)[useScene().emitters.indexOf(emitter)]?.count ?? 0;
  return (
    <Section title="Amount" aside={`${thousands(alive)} alive now`}>
      {emitter.amounts.map((amount, row) => (
        <div key={row} className="relative">
          <KindChoice
            label={`Amount ${row + 1}`}
            registry={amounts}
            kind={amount.kind}
            onChange={(kind) => editEmitter(emitter.id, (e) => void (e.amounts[row] = amounts.defaults(kind)))}
          />
          <ParameterRows
            description={amounts.get(amount.kind).parameters}
            values={amount}
            onChange={(name, value) => editEmitter(emitter.id, (e) => void ((e.amounts[row] as Draftable)[name] = value))}
          />
          <button
            className="text-button mt-1 flex items-center gap-1 text-xs"
            onClick={() => editEmitter(emitter.id, (e) => void e.amounts.splice(row, 1))}
          >
            <X size={11} /> remove
          </button>
        </div>
      ))}
      {emitter.amounts.length === 0 && <p className="py-1 text-signal">Nothing is born: there is no amount.</p>}
      {emitter.amounts.length < MOST.amounts && (
        <button
          className="text-button mt-1 -ml-1 flex items-center gap-1"
          onClick={() => editEmitter(emitter.id, (e) => void e.amounts.push(amounts.defaults('rate')))}
        >
          <Plus size={13} /> add an amount
        </button>
      )}
    </Section>
  );
}

/** The selected emitter: where, how many, how they start and how they look. */
export function EmitterInspector({ emitter }: { emitter: Emitter }) {
  const scene = useScene();
  const set = (part: 'shape' | 'birth' | 'look' | 'place') => (name: string, value: unknown) =>
    editEmitter(emitter.id, (e) => void ((e[part] as Draftable)[name] = value));
  const own: Values = { on: emitter.on, seed: emitter.seed };
  return (
    <>
      <Section
        title={emitter.name}
        aside={`emitter ${scene.emitters.indexOf(emitter) + 1} of ${scene.emitters.length}`}
        onRename={(name) => editEmitter(emitter.id, (e) => void (e.name = name))}
      >
        <ParameterRows
          description={emitterParameters}
          values={own}
          onChange={(name, value) => editEmitter(emitter.id, (e) => void ((e as Draftable)[name] = value))}
        />
        <KindChoice
          label="Shape"
          registry={shapes}
          kind={emitter.shape.kind}
          onChange={(kind) => editEmitter(emitter.id, (e) => void (e.shape = shapes.defaults(kind)))}
        />
        <ParameterRows description={shapes.get(emitter.shape.kind).parameters} values={emitter.shape} onChange={set('shape')} />
      </Section>
      <Amounts emitter={emitter} />
      {GROUPS.map(([title, names]) => (
        <Section key={title} title={title}>
          <ParameterRows description={narrowed(birthParameters, names)} values={emitter.birth} onChange={set('birth')} />
        </Section>
      ))}
      <Section title="Look">
        <KindChoice
          label="Drawn as"
          registry={looks}
          kind={emitter.look.kind}
          onChange={(kind) => editEmitter(emitter.id, (e) => void (e.look = { ...e.look, kind }))}
        />
        <ParameterRows description={looks.get(emitter.look.kind).parameters} values={emitter.look} onChange={set('look')} />
      </Section>
      <Section title="Place">
        <ParameterRows description={placeParameters} values={emitter.place} onChange={set('place')} />
      </Section>
      <div className="flex gap-2 px-4 py-3">
        <button className="line-button" onClick={() => removeEmitter(emitter.id)}>
          Delete
        </button>
      </div>
    </>
  );
}
