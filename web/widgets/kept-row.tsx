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
  /**
   * The same of several that belong together, told of how many are read; throws a sentence where they can't be taken, or it
   * was ended. Only one can be chosen where it is left out.
   */
  onFiles?: (
    files: readonly File[],
    tell: (done: number, total?: number) => void,
    signal: AbortSignal,
  ) => Promise<string>;
  /** Whether one file alone is read step by step as several are. */
  takesTime?: (file: File) => boolean;
}

/** A file that the scene keeps: chosen from those it has, or brought in by drop or from the file chooser. */
export function KeptRow({
  label,
  help,
  noun,
  items,
  value,
  accept,
  onChange,
  onFile,
  onFiles,
  takesTime = () => false,
}: Props) {
  const input = useRef<HTMLInputElement>(null);
  const stop = useRef<AbortController>(undefined);
  const [busy, setBusy] = useState<string>();
  const [refused, setRefused] = useState<string>();

  async function take(files: readonly File[]): Promise<void> {
    const [file] = files;
    if (!file) return;
    setBusy('Reading …');
    setRefused(undefined);
    const { signal } = (stop.current = new AbortController());
    try {
      const tell = (done: number, total = files.length) => setBusy(`${done} of ${total} read`);
      const steps = files.length > 1 || takesTime(file);
      onChange(onFiles && steps ? await onFiles(files, tell, signal) : await onFile(file));
    } catch (error) {
      if (!signal.aborted) setRefused(messageOf(error));
    }
    setBusy(undefined);
    input.current!.value = '';
  }

  return (
    <div
      className="border-b border-rule/60 py-1"
      title={help}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void take([...event.dataTransfer.files]);
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
          {busy && onFiles ? (
            <>
              <span className="num">{busy}</span>
              <button className="line-button" onClick={() => stop.current!.abort()}>
                Cancel
              </button>
            </>
          ) : (
            <button className="line-button" disabled={busy !== undefined} onClick={() => input.current!.click()}>
              {busy ?? (onFiles ? 'Choose files' : 'Choose a file')}
            </button>
          )}
        </span>
      </div>
      <input
        ref={input}
        type="file"
        hidden
        multiple={onFiles !== undefined}
        accept={accept}
        aria-label={`${noun} file`}
        onChange={(event) => void take([...(event.currentTarget.files ?? [])])}
      />
      {refused && (
        <p role="alert" className="mt-1 text-xs text-signal">
          {refused}
        </p>
      )}
    </div>
  );
}
