import type { Draft } from 'immer';
import { colliderShapes } from '../../../core/kinds/colliders';
import { ofAnotherKind } from '../../../core/document/change-kind';
import { whyIdle } from '../../../core/measure/diagnose-collider';
import { responses } from '../../../core/kinds/responses';
import { colliderParameters, hitParameters } from '../../../core/document/descriptions';
import type { Description } from '../../../core/document/parameters';
import { hitOf, type Collider } from '../../../core/document/scene';
import { KindChoice } from '../../widgets/kind-choice';
import { ParameterRows } from '../../widgets/parameter-rows';
import { thousands } from '../../widgets/sum';
import { usePlayer } from '../../state/player-store';
import { useAssets } from '../../simulation/scene-assets';
import { switchKind } from '../../state/kind-switch';
import { editCollider, useScene } from '../../state/scene-store';
import { changeColliderShape, duplicateCollider, removeCollider } from './collider-edit';
import { TransformSection } from './transform-section';
import { DiagnosisNote } from './diagnosis-note';
import { GateRows } from './gate-rows';
import { isChanged } from './changed';
import { Section } from './section';
import { ShareRow } from './share-row';

const SPLIT = Object.keys(colliderParameters).filter((name) => name.startsWith('split'));
const SPLITTING: Description = Object.fromEntries(
  Object.entries(colliderParameters).filter(([name]) => SPLIT.includes(name)),
);
const OWN = ['on', 'shown', 'seed'];

function Idle({ collider }: { collider: Collider }) {
  const scene = useScene();
  const { assets } = useAssets();
  const { meters, contacts, shown } = usePlayer();
  const own = contacts[scene.colliders.indexOf(collider)];
  if (own === undefined || shown === undefined || meters.bounds.length !== scene.emitters.length) return null;
  const reason = whyIdle(scene, collider, own, meters.bounds, assets);
  return reason ? (
    <DiagnosisNote lead="It stops nothing" reason={reason} />
  ) : (
    <p className="num py-1 text-second">{own === 1 ? '1 contact' : `${thousands(own)} contacts`} up to this frame</p>
  );
}

/** The selected collider: its body, what it does to particles, and to whose. */
export function ColliderInspector({ collider }: { collider: Collider }) {
  const of = { sort: 'colliders', id: collider.id } as const;
  const place = { sort: 'colliders', ids: [collider.id] } as const;
  const scene = useScene();
  const edit = (recipe: (c: Draft<Collider>) => void) => editCollider(collider.id, recipe);
  const set = (name: string, value: unknown) =>
    edit((c) => {
      Object.assign(c, { [name]: value });
      // Fewest and most pieces push each other along.
      if (name === 'splitFrom') c.splitTo = Math.max(c.splitFrom, c.splitTo);
      if (name === 'splitTo') c.splitFrom = Math.min(c.splitFrom, c.splitTo);
    });
  const setHit = (emitter: string, name: 'hits' | 'bounce', value: unknown) =>
    editCollider(collider.id, (c) => void (c.sends[emitter] = { ...hitOf(collider, emitter), [name]: value }));
  return (
    <>
      <Section
        title={collider.name}
        page="topic/collider"
        aside={`collider ${scene.colliders.indexOf(collider) + 1} of ${scene.colliders.length}`}
        onRename={(name) => edit((c) => void (c.name = name))}
      >
        <Idle collider={collider} />
        <ParameterRows
          description={colliderParameters}
          of={{ ...of, prefix: '' }}
          values={collider}
          without={Object.keys(colliderParameters).filter((n) => !OWN.includes(n))}
          onChange={set}
        />
        <div data-handbook={`collider/${collider.shape.kind}`}>
          <KindChoice
            label="Shape"
            registry={colliderShapes}
            kind={collider.shape.kind}
            onChange={(kind) => changeColliderShape(collider.id, kind)}
          />
          <ParameterRows
            description={colliderShapes.get(collider.shape.kind).parameters}
            of={{ ...of, prefix: 'shape.' }}
            values={collider.shape}
            onChange={(name, value) => edit((c) => void Object.assign(c.shape, { [name]: value }))}
          />
        </div>
      </Section>
      <Section title="Contact" page={`response/${collider.response.kind}`}>
        <KindChoice
          label="On contact"
          registry={responses}
          kind={collider.response.kind}
          onChange={(kind) =>
            switchKind({ ...place, path: 'response' }, kind, (was) => ofAnotherKind(responses, was, kind))
          }
        />
        <ParameterRows
          description={responses.get(collider.response.kind).parameters}
          of={{ ...of, prefix: 'response.' }}
          values={collider.response}
          onChange={(name, value) => edit((c) => void Object.assign(c.response, { [name]: value }))}
        />
        <ParameterRows
          description={colliderParameters}
          of={{ ...of, prefix: '' }}
          values={collider}
          without={[...OWN, ...SPLIT]}
          onChange={set}
        />
        <GateRows
          place={{ ...place, path: 'gate' }}
          gate={collider.gate}
          onChange={(gate) => edit((c) => void (c.gate = gate))}
        />
      </Section>
      <Section title="Split" page="topic/split" changed={isChanged(SPLITTING, collider)}>
        <ParameterRows description={SPLITTING} of={{ ...of, prefix: '' }} values={collider} onChange={set} />
      </Section>
      <Section title="Sends" page="topic/collider" aside="the emitters it stops, and the bounce of each">
        {scene.emitters.map((emitter) => {
          const hit = hitOf(collider, emitter.id);
          return (
            <div key={emitter.id}>
              <label className="flex items-baseline gap-2 border-b border-rule/60 py-1">
                <input
                  type="checkbox"
                  className="accent-lamp"
                  checked={hit.hits}
                  onChange={(event) => setHit(emitter.id, 'hits', event.currentTarget.checked)}
                />
                <span className="truncate text-second">{emitter.name}</span>
              </label>
              {hit.hits && collider.response.kind === 'bounce' && (
                <ShareRow
                  of={{ ...of, path: `sends.${emitter.id}.bounce` }}
                  label={`Bounce of ${emitter.name}`}
                  share={hit.bounce}
                  parameter={hitParameters.bounce}
                  isWritten={emitter.id in collider.sends}
                  onChange={(share) => setHit(emitter.id, 'bounce', share)}
                />
              )}
            </div>
          );
        })}
      </Section>
      <TransformSection owner={{ type: 'collider', id: collider.id }} />
      <div className="flex gap-2 px-4 py-3">
        <button className="line-button" onClick={() => duplicateCollider(collider.id)}>
          Duplicate
        </button>
        <button className="line-button" onClick={() => removeCollider(collider.id)}>
          Delete
        </button>
      </div>
    </>
  );
}
