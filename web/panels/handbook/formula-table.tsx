import { PARTICLE_VARIABLES } from '../../../core/kinds/contracts/particle-variables';
import { GATE_VARIABLES } from '../../../core/kinds/gates/variables';
import { MASK_VARIABLES } from '../../../core/kinds/masks/variables';
import { FUNCTIONS } from '../../../core/lib/formula/functions';

const cell = 'border-b border-rule/60 py-1 pr-3';

/** The functions of formulas, and the names that each sort of formula may use. */
export function FormulaTable() {
  const names = [
    ['in fields, modulators and their automation', PARTICLE_VARIABLES],
    ['in gates and automation', GATE_VARIABLES],
    ['in emission masks', MASK_VARIABLES],
  ] as const;
  return (
    <table className="mt-4 w-full max-w-160 text-left" aria-label="Functions and names of formulas">
      <tbody>
        {Object.entries(FUNCTIONS).map(
          ([
            name,
            {
              help,
              takes: [fewest, most],
            },
          ]) => (
            <tr key={name} className="align-baseline">
              <th scope="row" className={`num ${cell} font-normal`}>
                {name}(…)
              </th>
              <td className={`${cell} text-second`}>
                {help}; {fewest === most ? fewest : `${fewest} to ${most}`} {most === 1 ? 'number' : 'numbers'}
              </td>
            </tr>
          ),
        )}
        {names.map(([where, list]) =>
          list.map(({ name, help }) => (
            <tr key={`${where} ${name}`} className="align-baseline">
              <th scope="row" className={`num ${cell} font-normal`}>
                {name}
              </th>
              <td className={`${cell} text-second`}>
                {help} <span className="text-faint">({where})</span>
              </td>
            </tr>
          )),
        )}
      </tbody>
    </table>
  );
}
