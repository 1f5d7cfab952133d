import type { Kind, Registry } from '../../core/document/registry';
import { Choice, LabelledRow } from './labelled-row';

/** A choice between the kinds of a registry. */
export function KindChoice<K extends Kind>({
  label,
  registry,
  kind,
  offered = () => true,
  onChange,
}: {
  label: string;
  registry: Registry<K>;
  kind: string;
  /** Which kinds can be chosen, beside the one that is. */
  offered?: (kind: K) => boolean;
  onChange: (kind: string) => void;
}) {
  return (
    <div data-setting="kind">
      <LabelledRow label={label} help={registry.get(kind).summary}>
        <Choice
          label={label}
          value={kind}
          options={registry.list
            .filter((k) => k.kind === kind || offered(k))
            .map((k) => ({ value: k.kind, label: k.label }))}
          onChange={onChange}
        />
      </LabelledRow>
    </div>
  );
}
