import { useRef, useState } from 'react';
import type { GridParameter } from '../../core/describe/parameters';
import type { VectorGrid } from '../../core/grids/vector-grid';
import { importGrid } from '../grids';
import { useScene } from '../store/scene-store';

interface Props {
  readonly parameter: GridParameter;
  readonly value: string;
  /** What a file without a lattice of its own is laid on. */
  readonly lattice: Omit<VectorGrid, 'vectors'> | undefined;
  onChange(value: string): void;
}

/** A grid of the scene: chosen from those it has, or brought in from a file. */
export function GridRow({ parameter, value, lattice, onChange }: Props) {
  const { grids } = useScene();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<string>();

  async function take(file: File | undefined): Promise<void> {
    if (!file) return;
    setBusy(true);
    setRefused(undefined);
    try {
      onChange((await importGrid(file, lattice)).hash);
    } catch (error) {
      setRefused((error as Error).message);
    }
    setBusy(false);
    input.current!.value = '';
  }

  return (
    <div
      className="border-b border-rule/60 py-1"
      title={parameter.help}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void take(event.dataTransfer.files[0]);
      }}
    >
      <div className="flex items-baseline justify-between gap-2">
        <span className="text-second">{parameter.label}</span>
        <span className="flex items-baseline gap-1">
          {grids.length > 0 && (
            <select
              aria-label="Grid of the scene"
              className="num max-w-28 rounded-sm bg-transparent hover:bg-raised"
              value={value}
              onChange={(event) => onChange(event.currentTarget.value)}
            >
              <option value="">none</option>
              {grids.map((grid) => (
                <option key={grid.hash} value={grid.hash}>
                  {grid.name}
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
        accept=".vti,.csv"
        aria-label="Grid file"
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
