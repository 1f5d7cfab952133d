import type { Description } from '../../../core/document/parameters';
import type { PageProps } from './page-props';
import { shownDefault, shownRange, shownUnit } from '../../../core/document/shown-values';

function bringIntoView(row: HTMLElement | null): void {
  row?.scrollIntoView({ block: 'center' });
}

/** Every setting in one column, where there is little room. */
function ParameterList({ description, setting }: { description: Description; setting?: string | undefined }) {
  return (
    <ul className="mt-2" aria-label="Settings">
      {Object.entries(description).map(([name, p]) => (
        <li
          key={name}
          ref={p.label === setting ? bringIntoView : undefined}
          className={`border-b border-rule/60 py-1.5 ${p.label === setting ? 'bg-raised' : ''}`}
        >
          <span className="flex items-baseline justify-between gap-2">
            {p.label}
            <span className="num text-faint">
              {shownDefault(p)} {shownUnit(p, '')}
            </span>
          </span>
          <span className="block text-xs text-second">{p.help}</span>
        </li>
      ))}
    </ul>
  );
}

/** Every setting of a kind as it reads in the inspector; the row of `setting` is marked and scrolled to. */
function ParameterTable({ description, setting }: { description: Description; setting?: string | undefined }) {
  const cell = 'border-b border-rule/60 py-1 pr-3';
  return (
    <table className="mt-2 w-full text-left">
      <thead className="text-xs text-faint">
        <tr>
          {['setting', 'unit', 'default', 'values', 'effect'].map((head) => (
            <th key={head} scope="col" className="border-b border-rule py-1 pr-3 font-normal">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {Object.entries(description).map(([name, p]) => (
          <tr
            key={name}
            ref={p.label === setting ? bringIntoView : undefined}
            className={`align-baseline ${p.label === setting ? 'bg-raised' : ''}`}
          >
            <th scope="row" className={`${cell} font-normal whitespace-nowrap`}>
              {p.label}
            </th>
            <td className={`num ${cell} whitespace-nowrap text-second`}>{shownUnit(p, 'as the strength')}</td>
            <td className={`num ${cell} text-second`}>{shownDefault(p)}</td>
            <td className={`${cell} text-xs text-second`}>{shownRange(p)}</td>
            <td className={`${cell} text-second`}>{p.help}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The settings of a page under their heading; nothing where there are none. */
export function PageSettings({ description, setting, narrow = false }: PageProps & { description: Description }) {
  if (Object.keys(description).length === 0) return null;
  return (
    <>
      <h2 className="mt-5 font-semibold">Settings</h2>
      {narrow ? (
        <ParameterList description={description} setting={setting} />
      ) : (
        <ParameterTable description={description} setting={setting} />
      )}
    </>
  );
}
