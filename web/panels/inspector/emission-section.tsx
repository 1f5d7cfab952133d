import { Plus, X } from 'lucide-react';
import { emissionKinds } from '../../../core/kinds/emission';
import { ofAnotherKind } from '../../../core/document/change-kind';
import { MOST, type Emitter } from '../../../core/document/scene';
import { shapes } from '../../../core/kinds/emitter-shapes';
import { KindChoice } from '../../widgets/kind-choice';
import { ParameterRows } from '../../widgets/parameter-rows';
import { thousands } from '../../widgets/sum';
import { usePlayer } from '../../state/player-store';
import { editEmitters, useScene, useSceneOf } from '../../state/scene-store';
import { switchKind } from '../../state/kind-switch';
import { takeRow } from '../../state/take-row';
import { GateRows } from './gate-rows';
import { isChanged } from './changed';
import { isSimulated } from './simulated';
import { Section } from './section';

/** How many are alive now and most, and how many were born. */
function Count({ emitter }: { emitter: Emitter }) {
  const index = useScene().emitters.indexOf(emitter);
  const { meters, born, peaks, draftFraction, cached } = usePlayer();
  const { first, last } = useSceneOf((scene) => scene.time);
  // A draft knows the numbers about.
  const about = draftFraction < 1 ? 'about ' : '';
  const alive = Math.round((meters.bounds[index]?.count ?? 0) / draftFraction);
  const peak = isSimulated(cached, first, last) ? peaks[index] : undefined;
  return (
    <p className="num py-1 leading-snug text-second" aria-label="Particles of this emitter">
      {about}
      {thousands(alive)} alive now, {thousands(born[index] ?? 0)} born
      {peak && (
        <>
          <br />
          <span className="text-faint">
            most {thousands(peak.count)} alive, at frame {peak.frame}
          </span>
        </>
      )}
    </p>
  );
}

/** How many particles, and when. */
export function EmissionSection({ emitter, ids }: { emitter: Emitter; ids: readonly string[] }) {
  const set = (row: number, name: string, value: unknown) =>
    editEmitters(ids, (e) => e.emission[row] && void (e.emission[row][name] = value));
  const counts = !shapes.get(emitter.shape.kind).fromParticles;
  const { first } = useSceneOf((scene) => scene.time);
  return (
    <Section
      title="Emission"
      page="topic/emission"
      changed={
        emitter.emission.length !== 1 ||
        emitter.emission.some((amount) => isChanged(emissionKinds.get(amount.kind).parameters, amount))
      }
    >
      <Count emitter={emitter} />
      {counts &&
        emitter.emission.map((amount, row) => (
          <div key={row} className="relative" data-handbook={`emission/${amount.kind}`}>
            <KindChoice
              label={`Emission ${row + 1}`}
              registry={emissionKinds}
              kind={amount.kind}
              onChange={(kind) =>
                switchKind({ sort: 'emitters', ids, path: `emission.${row}` }, kind, (was) =>
                  kind === 'burst'
                    ? { ...ofAnotherKind(emissionKinds, was, kind), frame: first }
                    : ofAnotherKind(emissionKinds, was, kind),
                )
              }
            />
            <ParameterRows
              description={emissionKinds.get(amount.kind).parameters}
              {...(amount.kind !== 'burst' && {
                of: { sort: 'emitters', id: emitter.id, prefix: `emission.${row}.` } as const,
              })}
              values={amount}
              onChange={(name, value) => set(row, name, value)}
            />
            <button
              className="text-button mt-1 flex items-center gap-1 text-xs"
              onClick={() => editEmitters(ids, (e) => takeRow(e, 'emitters', 'emission', row))}
            >
              <X size={11} /> remove
            </button>
          </div>
        ))}
      {counts && emitter.emission.length < MOST.emission && (
        <button
          className="text-button mt-1 -ml-1 flex items-center gap-1"
          onClick={() => editEmitters(ids, (e) => void e.emission.push(emissionKinds.defaults('rate')))}
        >
          <Plus size={13} /> add an emission
        </button>
      )}
      <GateRows
        place={{ sort: 'emitters', ids, path: 'gate' }}
        gate={emitter.gate}
        onChange={(gate) => editEmitters(ids, (e) => void (e.gate = gate))}
      />
    </Section>
  );
}
