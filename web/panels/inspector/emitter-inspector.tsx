import { ofAnotherKind } from '../../../core/document/change-kind';
import type { Description, Values } from '../../../core/document/parameters';
import { isSeenToTurn } from '../../../core/kinds/looks';
import { whyUnseen } from '../../../core/measure/diagnose-emitter';
import { birthGroups, emitterParameters } from '../../../core/document/descriptions';
import type { Emitter } from '../../../core/document/scene';
import { shapes } from '../../../core/kinds/emitter-shapes';
import { KindChoice } from '../../widgets/kind-choice';
import { ParameterRows } from '../../widgets/parameter-rows';
import { usePlayer } from '../../state/player-store';
import { useAssets } from '../../simulation/scene-assets';
import { editEmitters, useScene } from '../../state/scene-store';
import { switchKind } from '../../state/kind-switch';
import { useSelection } from '../../state/selection-store';
import { EmissionSection } from './emission-section';
import { BodySection } from './body-section';
import { copyEmitters, duplicateEmitters, removeEmitters, makeLasting } from './emitter-edit';
import { LookSection } from './look-section';
import { MaskSection } from './mask-section';
import { PathActions } from './path-actions';
import { TransformSection } from './transform-section';
import { DiagnosisNote } from './diagnosis-note';
import { FormulaContextProvider } from '../../widgets/formula/formula-context';
import { useGateContext } from '../../widgets/formula/use-contexts';
import { isChanged } from './changed';
import { Section } from './section';

const { lifetime, launch, substance, turning } = birthGroups;

type BirthGroup = (typeof birthGroups)[keyof typeof birthGroups];

/** What of an emitter concerns the view and chance: seldom set. */
const OWN: Description = Object.fromEntries(
  Object.entries(emitterParameters).filter(([name]) => !['rejectedBirths', 'stretch'].includes(name)),
);

/** Says that some lifetimes fall below 0. */
function ShortLives({ birth }: { birth: Emitter['birth'] }) {
  if (birth.immortal || birth.lifeVariance <= birth.life) return null;
  return (
    <p className="pt-1 text-xs text-second" role="note">
      The variation is larger than the lifetime: some particles die at birth.
    </p>
  );
}

function Unseen({ emitter }: { emitter: Emitter }) {
  const scene = useScene();
  const { assets } = useAssets();
  const { meters, shown } = usePlayer();
  const bounds = meters.bounds[scene.emitters.indexOf(emitter)];
  if (!bounds || shown === undefined) return null;
  return <DiagnosisNote lead="Nothing is visible" reason={whyUnseen(scene, emitter, bounds, shown, assets)} />;
}

/** The selected emitter, or several at once: where, how many, how they start and how they look. */
export function EmitterInspector({ emitter }: { emitter: Emitter }) {
  const scene = useScene();
  const { selection } = useSelection();
  const also = selection.type === 'emitter' ? (selection.also ?? []) : [];
  const ids = [emitter.id, ...also];
  const shape = shapes.get(emitter.shape.kind);
  const set = (name: string, value: unknown) => {
    if (name === 'immortal' && value === true) makeLasting(ids);
    else editEmitters(ids, (e) => void Object.assign(e.birth, { [name]: value }));
  };
  // A shape's numbers are set together only where all have that shape.
  const setShape = (name: string, value: unknown) =>
    editEmitters(ids, (e) => e.shape.kind === emitter.shape.kind && void Object.assign(e.shape, { [name]: value }));
  const of = { sort: 'emitters', id: emitter.id } as const;
  const own: Values = {
    on: emitter.on,
    shown: emitter.shown,
    drawn: emitter.drawn,
    rendered: emitter.rendered,
    seed: emitter.seed,
  };
  const context = useGateContext();
  const birthSection = ({ title, page, parameters }: BirthGroup) => (
    <Section key={title} title={title} page={page} changed={isChanged(parameters, emitter.birth)}>
      <ParameterRows description={parameters} of={{ ...of, prefix: 'birth.' }} values={emitter.birth} onChange={set} />
      {title === lifetime.title && <ShortLives birth={emitter.birth} />}
    </Section>
  );
  return (
    <FormulaContextProvider value={context}>
      <Section
        title={emitter.name}
        page="topic/emitter"
        aside={
          also.length > 0
            ? `and ${also.length} more, edited together`
            : `emitter ${scene.emitters.indexOf(emitter) + 1} of ${scene.emitters.length}`
        }
        onRename={(name) => editEmitters([emitter.id], (e) => void (e.name = name))}
      >
        <Unseen emitter={emitter} />
      </Section>
      <EmissionSection emitter={emitter} ids={ids} />
      {[lifetime, launch, substance].map(birthSection)}
      <LookSection emitter={emitter} ids={ids} />
      {!shape.fromParticles && <BodySection emitter={emitter} ids={ids} />}
      <Section title="Shape" page={`shape/${shape.kind}`} changed={isChanged(shape.parameters, emitter.shape)}>
        <KindChoice
          label="Shape"
          registry={shapes}
          kind={emitter.shape.kind}
          onChange={(kind) =>
            switchKind({ sort: 'emitters', ids, path: 'shape' }, kind, (was) => ofAnotherKind(shapes, was, kind))
          }
        />
        <ParameterRows
          description={shape.parameters}
          of={{ ...of, prefix: 'shape.' }}
          values={emitter.shape}
          onChange={setShape}
        />
        {!shape.fromParticles && emitter.body.kind !== 'soft-mesh' && shape.kind !== 'point' && (
          <ParameterRows
            description={{ stretch: emitterParameters.stretch }}
            of={{ ...of, prefix: '' }}
            values={emitter}
            onChange={(_, value) => editEmitters(ids, (e) => void (e.stretch = value as [number, number, number]))}
          />
        )}
        <PathActions sort="emitters" id={emitter.id} part="shape" values={emitter.shape} />
      </Section>
      <MaskSection emitter={emitter} ids={ids} />
      {isSeenToTurn(emitter) && birthSection(turning)}
      {!shape.fromParticles && (
        <TransformSection
          owner={{ type: 'emitter', id: emitter.id }}
          scale={{
            label: 'Shape scale',
            help: 'Scales the emitter’s shape. Particle sizes stay the same.',
          }}
        />
      )}
      <Section title="Visibility and seed" page="topic/emitter" changed={isChanged(OWN, own)}>
        <ParameterRows
          description={OWN}
          values={own}
          onChange={(name, value) => editEmitters(ids, (e) => void Object.assign(e, { [name]: value }))}
        />
      </Section>
      <div className="flex flex-wrap gap-2 px-4 py-3">
        <button className="line-button" onClick={() => duplicateEmitters(ids)}>
          Duplicate
        </button>
        <button
          className="line-button"
          title="Copies the emitter, to be pasted into this or another scene"
          onClick={() => copyEmitters(ids)}
        >
          Copy
        </button>
        <button className="line-button" onClick={() => removeEmitters(ids)}>
          Delete
        </button>
      </div>
    </FormulaContextProvider>
  );
}
