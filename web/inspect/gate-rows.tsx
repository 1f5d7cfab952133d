import type { Kinded } from '../../core/describe/registry';
import { gates } from '../../core/gates';
import { KindChoice } from '../parts/kind-choice';
import { ParameterRows } from '../parts/parameter-row';

/** When a thing is on: the kind of its gate, and what that kind is set by. */
export function GateRows({ gate, onChange }: { gate: Kinded; onChange: (gate: Kinded) => void }) {
  return (
    <>
      <KindChoice label="Gate" registry={gates} kind={gate.kind} onChange={(kind) => onChange(gates.defaults(kind))} />
      <ParameterRows
        description={gates.get(gate.kind).parameters}
        values={gate}
        onChange={(name, value) => onChange({ ...gate, [name]: value })}
      />
    </>
  );
}
