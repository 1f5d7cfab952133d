import { useId, useState } from 'react';
import type { TextParameter } from '../../core/describe/parameters';
import { FormulaError, readFormula } from '../../core/formula/formula';
import { GATE_VARIABLES } from '../../core/gates/formula';

/** Why a text can't be taken, and from which character on; undefined where it can. */
function refusalOf(parameter: TextParameter, text: string): { readonly message: string; readonly at: number } | undefined {
  if (text.length > parameter.most)
    return { message: `${parameter.label} has ${text.length} characters; allowed are up to ${parameter.most}.`, at: parameter.most };
  if (!parameter.formula) return undefined;
  try {
    readFormula(text, GATE_VARIABLES);
    return undefined;
  } catch (error) {
    if (error instanceof FormulaError) return { message: error.message, at: error.at };
    throw error;
  }
}

/** A text; a formula is read while it is typed, and what is wrong with it stands under the character. */
export function TextRow({ parameter, value, onChange }: { parameter: TextParameter; value: string; onChange: (value: string) => void }) {
  const [typed, setTyped] = useState<string>();
  const id = useId();
  const shown = typed ?? value;
  const refused = refusalOf(parameter, shown);
  const take = () => {
    if (typed !== undefined && !refused && typed !== value) onChange(typed);
    if (!refused) setTyped(undefined);
  };
  return (
    <div className="border-b border-rule/60 py-1" title={parameter.help}>
      <label className="block text-second" htmlFor={id}>
        {parameter.label}
      </label>
      <textarea
        id={id}
        rows={Math.min(6, shown.split('\n').length)}
        spellCheck={false}
        aria-invalid={refused !== undefined}
        className={`num mt-0.5 w-full resize-none rounded-sm border bg-transparent px-1 py-0.5 focus:bg-raised ${refused ? 'border-signal' : 'border-rule/60'}`}
        value={shown}
        onChange={(event) => setTyped(event.currentTarget.value)}
        onBlur={take}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey || parameter.formula)) {
            event.preventDefault();
            take();
          } else if (event.key === 'Escape') setTyped(undefined);
          event.stopPropagation();
        }}
      />
      {refused && (
        <p role="alert" className="text-xs text-signal">
          {parameter.formula && (
            <span className="num block whitespace-pre" aria-hidden>
              {`${' '.repeat(Math.min(60, refused.at - (shown.lastIndexOf('\n', refused.at - 1) + 1)))}^`}
            </span>
          )}
          {refused.message}
        </p>
      )}
    </div>
  );
}
