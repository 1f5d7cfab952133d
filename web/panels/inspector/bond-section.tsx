import { bonds } from '../../../core/kinds/bodies';
import type { Emitter } from '../../../core/document/scene';
import { KindChoice } from '../../widgets/kind-choice';
import { ParameterRows } from '../../widgets/parameter-rows';
import { editEmitters } from '../../state/scene-store';
import { setBond } from './emitter-edit';
import { Section } from './section';

/** How the particles of the selected emitters hang together. */
export function BondSection({ emitter, ids }: { emitter: Emitter; ids: readonly string[] }) {
  const { kind } = emitter.bond;
  return (
    <Section title="Body" page={`bond/${emitter.bond.kind}`}>
      <KindChoice label="Body" registry={bonds} kind={kind} onChange={(next) => setBond(ids, next)} />
      <ParameterRows
        description={bonds.get(kind).parameters}
        of={{ sort: 'emitters', id: emitter.id, prefix: 'bond.' }}
        values={{ ...emitter.bond, mesh: emitter.shape['mesh'] }}
        onChange={(name, value) => editEmitters(ids, (e) => e.bond.kind === kind && void (e.bond[name] = value))}
      />
    </Section>
  );
}
