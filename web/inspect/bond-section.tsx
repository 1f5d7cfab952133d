import { bonds } from '../../core/bonds';
import type { Emitter } from '../../core/scene/document';
import { withBond } from '../../core/scene/starters';
import { KindChoice } from '../parts/kind-choice';
import { ParameterRows } from '../parts/parameter-row';
import { withKind } from '../store/kind-switch';
import { changeScene, editEmitters } from '../store/scene-store';
import { Section } from './section';

const PLACE = {
  sort: 'emitters',
  path: 'bond',
  also: ['look', 'amounts', 'birth.immortal', 'birth.speed', 'birth.speedVariance', 'birth.drag'],
} as const;

/** How the particles of the selected emitters hang together. */
export function BondSection({ emitter, ids }: { emitter: Emitter; ids: readonly string[] }) {
  const { kind } = emitter.bond;
  return (
    <Section title="Bond">
      <KindChoice
        label="Particles are"
        registry={bonds}
        kind={kind}
        onChange={(next) => changeScene((scene) => withKind<Emitter>(scene, { ...PLACE, ids }, next, (e) => withBond(e, next)))}
      />
      <ParameterRows
        description={bonds.get(kind).parameters}
        of={{ sort: 'emitters', id: emitter.id, prefix: 'bond.' }}
        values={{ ...emitter.bond, mesh: emitter.shape['mesh'] }}
        onChange={(name, value) =>
          editEmitters(ids, (e) => e.bond.kind === kind && void ((e.bond as Record<string, unknown>)[name] = value))
        }
      />
    </Section>
  );
}
