import { ofAnotherKind } from '../../../core/document/change-kind';
import type { Kinded } from '../../../core/document/registry';
import { gates } from '../../../core/kinds/gates';
import { KindChoice } from '../../widgets/kind-choice';
import { ParameterRows } from '../../widgets/parameter-rows';
import { switchKind, type KindPlace } from '../../state/kind-switch';

/** When a thing is on: the kind of its gate, and what that kind is set by. */
export function GateRows({
  place,
  gate,
  onChange,
}: {
  place: KindPlace;
  gate: Kinded;
  onChange: (gate: Kinded) => void;
}) {
  return (
    <div data-handbook={`gate/${gate.kind}`}>
      <KindChoice
        label="Gate"
        registry={gates}
        kind={gate.kind}
        onChange={(kind) => switchKind(place, kind, (was) => ofAnotherKind(gates, was, kind))}
      />
      <ParameterRows
        description={gates.get(gate.kind).parameters}
        values={gate}
        onChange={(name, value) => onChange({ ...gate, [name]: value })}
      />
    </div>
  );
}
