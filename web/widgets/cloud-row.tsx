import { acceptOf, readable } from '../../formats/readable';
import { FileUp } from 'lucide-react';
import { useRef, useState } from 'react';
import type { PointsParameter } from '../../core/document/parameters';
import type { Vector } from '../../core/lib/math/vector';
import { LabelledRow } from './labelled-row';
import { thousands } from './sum';
import { messageOf } from '../../core/lib/errors';

/** Points that come from a file: how many there are, and another file. */
export function CloudRow({
  parameter,
  value,
  onChange,
}: {
  parameter: PointsParameter;
  value: readonly Vector[];
  onChange: (value: unknown) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [message, setMessage] = useState<{ readonly words: string; readonly refused: boolean }>();
  const take = async (file: File | undefined) => {
    if (!file) return;
    setMessage(undefined);
    try {
      const { readPoints } = await import('../../formats/points-import');
      const { points, notice } = await readPoints(new Uint8Array(await file.arrayBuffer()), file.name);
      onChange(points.map((point) => [...point]));
      if (notice) setMessage({ words: notice, refused: false });
    } catch (error) {
      setMessage({ words: messageOf(error), refused: true });
    }
    input.current!.value = '';
  };
  return (
    <>
      <LabelledRow label={parameter.label} help={parameter.help}>
        <span className="num flex items-baseline justify-end gap-2">
          {thousands(value.length)}
          <button className="text-button flex items-center gap-1" onClick={() => input.current!.click()}>
            <FileUp size={12} /> from a file
          </button>
        </span>
      </LabelledRow>
      <input
        ref={input}
        type="file"
        hidden
        accept={acceptOf(readable.points)}
        aria-label="A file of points"
        onChange={(event) => void take(event.currentTarget.files?.[0])}
      />
      {message && (
        <p
          role={message.refused ? 'alert' : 'note'}
          className={`py-1 text-xs ${message.refused ? 'text-signal' : 'text-second'}`}
        >
          {message.words}
        </p>
      )}
    </>
  );
}
