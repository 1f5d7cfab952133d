import { useRef, useState } from 'react';
import { messageOf } from '../../core/lib/errors';

interface Props {
  readonly label: string;
  readonly help: string;
  /** What one of the files is called, with a capital. */
  readonly noun: string;
  /** What the scene has of them. */
  readonly items: readonly { readonly hash: string; readonly name: string }[];
  readonly value: string;
  readonly accept: string;
  onChange(value: string): void;
  /** Brings a file into the scene and gives its hash; throws a sentence where it can't be taken. */
  onFile(file: File): Promise<string>;
}

/** A file that the scene keeps: chosen from those it has, or brought in by drop or from the file chooser. */
export function KeptRow({ label, help, noun, items, value, accept, onChange, onFile }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<string>();

  async function take(file: File | undefined): Promise<void> {
    if (!file) return;
    setBusy(true);
    setRefused(undefined);
    try {
      onChange(await onFile(file));
    } catch (error) {
      setRefused(messageOf(error));
    }
    setBusy(false);
    input.current!.value = '';
  }

  return (
    <div
      className="border-b border-rule/60 py-1"
      title={help}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void take(event.dataTransfer.files[0]);
      }}
    >
      <div className="flex items-baseline justify-between gap-2">
        <span className="text-second">{label}</span>
        <span className="flex items-baseline gap-1">
          {items.length > 0 && (
            <select
              aria-label={`${noun} of the scene`}
              className="num max-w-28 rounded-sm bg-transparent hover:bg-raised"
              value={value}
              onChange={(event) => onChange(event.currentTarget.value)}
            >
              <option value="">none</option>
              {items.map((item) => (
                <option key={item.hash} value={item.hash}>
                  {item.name}
                </option>
              ))}
            </select>
          )}
          <button className="line-button" disabled={busy} onClick={() => input.current!.click()}>
            {busy ? 'Reading …' : 'Choose a file'}
          </button>
        </span>
      </div>
      <input
        ref={input}
        type="file"
        hidden
        accept={accept}
        aria-label={`${noun} file`}
        onChange={(event) => void take(event.currentTarget.files?.[0])}
      />
      {refused && (
        <p role="alert" className="mt-1 text-xs text-signal">
          {refused}
        </p>
      )}
    </div>
  );
}
