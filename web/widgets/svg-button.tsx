import { acceptOf, readable } from '../../formats/readable';
import { FileUp } from 'lucide-react';
import { useRef, useState } from 'react';
import type { SvgStroke } from './paths/read-svg';
import { messageOf } from '../../core/lib/errors';

/** Brings in a path from an SVG file; where the file has several, which of them can be chosen. */
export function SvgButton({ most, onTake }: { most: number; onTake: (stroke: SvgStroke) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [strokes, setStrokes] = useState<readonly SvgStroke[]>([]);
  const [refused, setRefused] = useState<string>();

  async function take(file: File | undefined): Promise<void> {
    if (!file) return;
    setRefused(undefined);
    try {
      const { readSvg } = await import('./paths/read-svg');
      const found = readSvg(file.name, await file.text(), most);
      setStrokes(found);
      onTake(found[0]!);
    } catch (error) {
      setStrokes([]);
      setRefused(messageOf(error));
    }
    input.current!.value = '';
  }

  return (
    <>
      <span className="flex items-baseline gap-1">
        {strokes.length > 1 && (
          <select
            aria-label="Path of the file"
            className="num rounded-sm bg-transparent hover:bg-raised"
            onChange={(event) => onTake(strokes[Number(event.currentTarget.value)]!)}
          >
            {strokes.map(({ length }, i) => (
              <option key={i} value={i}>
                {`path ${i + 1} of ${strokes.length}, ${length.toPrecision(2)} m`}
              </option>
            ))}
          </select>
        )}
        <button className="text-button flex items-center gap-1" onClick={() => input.current!.click()}>
          <FileUp size={12} /> from SVG
        </button>
      </span>
      <input
        ref={input}
        type="file"
        hidden
        accept={acceptOf(readable.path)}
        aria-label="SVG file"
        onChange={(event) => void take(event.currentTarget.files?.[0])}
      />
      {refused && (
        <p role="alert" className="w-full text-xs text-signal">
          {refused}
        </p>
      )}
    </>
  );
}
