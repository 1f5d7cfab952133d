import { acceptOf, readable } from '../../formats/readable';
import { useRef, useState } from 'react';
import type { TextParameter, Values } from '../../core/document/parameters';
import { LabelledRow } from './labelled-row';
import { messageOf } from '../../core/lib/errors';

/** What a kept font calls itself. */
function nameOf(font: string): string {
  try {
    return (JSON.parse(font) as { name?: string }).name ?? 'a font';
  } catch {
    return 'none yet';
  }
}

/** A font that the scene keeps, and another from a file. */
export function FontRow({
  parameter,
  value,
  values,
  onChange,
}: {
  parameter: TextParameter;
  value: string;
  values: Values;
  onChange: (value: unknown) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [refused, setRefused] = useState<string>();
  const take = async (file: File | undefined) => {
    if (!file) return;
    setRefused(undefined);
    try {
      const { readFont } = await import('../../formats/font-import');
      const font = await readFont(await file.arrayBuffer(), file.name, values['text'] as string);
      if (font.length > parameter.most)
        throw new Error(`“${file.name}” has outlines of ${font.length} characters. The limit is ${parameter.most}.`);
      onChange(font);
    } catch (error) {
      setRefused(messageOf(error));
    }
    input.current!.value = '';
  };
  return (
    <>
      <LabelledRow label={parameter.label} help={parameter.help}>
        <button
          className="num w-full truncate text-right hover:text-lamp"
          title="Choose a font file"
          onClick={() => input.current!.click()}
        >
          {nameOf(value)}
        </button>
      </LabelledRow>
      <input
        ref={input}
        type="file"
        hidden
        accept={acceptOf(readable.font)}
        aria-label="A font file"
        onChange={(event) => void take(event.currentTarget.files?.[0])}
      />
      {refused && (
        <p role="alert" className="py-1 text-xs text-signal">
          {refused}
        </p>
      )}
    </>
  );
}
