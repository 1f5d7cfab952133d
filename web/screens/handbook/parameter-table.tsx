import { allowed } from '../../../core/document/check-values';
import type { Description, Parameter } from '../../../core/document/parameters';

const unitOf = (p: Parameter) => ('unit' in p ? (p.unit === '=' ? 'as the strength' : p.unit) : '');

function defaultOf({ default: value }: Parameter): string {
  const text = JSON.stringify(value);
  return text.length > 40 ? `${text.slice(0, 37)}…` : text;
}

/** Every number of a kind: unit, default, what is allowed, effect. */
export function ParameterTable({ description }: { description: Description }) {
  const cell = 'border-b border-rule/60 py-1 pr-3';
  return (
    <table className="mt-2 w-full text-left">
      <thead className="text-xs text-faint">
        <tr>
          {['number', 'unit', 'default', 'allowed', 'effect'].map((head) => (
            <th key={head} scope="col" className="border-b border-rule py-1 pr-3 font-normal">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {Object.entries(description).map(([name, p]) => (
          <tr key={name} className="align-baseline">
            <th scope="row" className={`${cell} font-normal whitespace-nowrap`}>
              {p.label}
            </th>
            <td className={`num ${cell} whitespace-nowrap text-second`}>{unitOf(p)}</td>
            <td className={`num ${cell} text-second`}>{defaultOf(p)}</td>
            <td className={`${cell} text-xs text-second`}>{allowed(p)}</td>
            <td className={`${cell} text-second`}>{p.help}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
