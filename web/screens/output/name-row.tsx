import { useState } from 'react';
import { patternFault } from '../../../formats/render-settings';

/** The name that files are given. */
export function NameRow({ pattern, onChange }: { pattern: string; onChange: (pattern: string) => void }) {
  const [typed, setTyped] = useState<string>();
  const now = typed ?? pattern;
  const fault = patternFault(now);
  return (
    <div className="border-b border-rule/60 py-1">
      <label
        className="flex items-baseline justify-between gap-2"
        title="The name of the files. A row of # becomes the frame number, with as many digits."
      >
        <span className="text-second">Name</span>
        <input
          className={`num w-48 rounded-sm bg-transparent text-right hover:bg-raised focus:bg-raised ${fault ? 'text-signal' : ''}`}
          value={now}
          onChange={(event) => setTyped(event.currentTarget.value)}
          onBlur={(event) => {
            const { value } = event.currentTarget;
            // What can't be taken stays where it was typed, with the reason.
            if (patternFault(value)) return setTyped(value);
            if (value !== pattern) onChange(value);
            setTyped(undefined);
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter') event.currentTarget.blur();
            if (event.key === 'Escape') setTyped(undefined);
          }}
        />
      </label>
      {fault && (
        <p role="alert" className="text-xs text-signal">
          {fault}
        </p>
      )}
    </div>
  );
}
