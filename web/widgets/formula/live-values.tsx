import { readFormula } from '../../../core/lib/formula/formula';
import { usePlayer } from '../../state/player-store';
import { useFormulaContext } from './formula-context';

const plain = (n: number) => String(Number(n.toPrecision(4))).replace('-', '−');

/** The values that the names of a formula have now, and what it comes to. */
export function LiveValues({ text, names }: { text: string; names: readonly string[] }) {
  // The frame on the screen brings other values with it.
  usePlayer((state) => state.shown);
  const context = useFormulaContext()();
  if (!context) return null;
  const formula = readFormula(text, names);
  const values = names.map((name) => context.values.find((v) => v.name === name)?.value ?? 0);
  const notes = { notFinite: 0 };
  const result = formula.value(values, notes);
  const used = names.map((name, i) => [name, values[i]!] as const).filter((_, i) => formula.uses[i]);
  return (
    <div className="mt-0.5 flex flex-wrap gap-x-3 text-xs text-faint" aria-label="Live values">
      <button
        className="text-faint hover:text-text"
        disabled={!context.another}
        title="Show another particle"
        onClick={context.another}
      >
        {context.of}
      </button>
      {used.map(([name, value]) => (
        <span key={name} className="num">
          {name} {plain(value)}
        </span>
      ))}
      <span className={`num ${notes.notFinite > 0 ? 'text-signal' : 'text-second'}`}>
        = {plain(result)}
        {notes.notFinite > 0 && ' (can’t be computed)'}
      </span>
    </div>
  );
}
