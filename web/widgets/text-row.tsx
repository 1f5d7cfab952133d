import { useId, useState } from 'react';
import type { TextParameter } from '../../core/document/parameters';

/** A line of text, or several; one that is too long is refused in words. */
export function TextRow({
  parameter,
  value,
  onChange,
}: {
  parameter: TextParameter;
  value: string;
  onChange: (value: string) => void;
}) {
  const [typed, setTyped] = useState<string>();
  const id = useId();
  const shown = typed ?? value;
  const refused = shown.length > parameter.most;
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
        aria-invalid={refused}
        className={`num mt-0.5 w-full resize-none rounded-sm border bg-transparent px-1 py-0.5 focus:bg-raised ${refused ? 'border-signal' : 'border-rule/60'}`}
        value={shown}
        onChange={(event) => setTyped(event.currentTarget.value)}
        onBlur={take}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
            event.preventDefault();
            take();
          } else if (event.key === 'Escape') setTyped(undefined);
          event.stopPropagation();
        }}
      />
      {refused && (
        <p role="alert" className="text-xs text-signal">
          {parameter.label} has {shown.length} characters. The limit is {parameter.most}.
        </p>
      )}
    </div>
  );
}
