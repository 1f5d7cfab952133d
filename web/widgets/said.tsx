/** Something that was done, or why it was not. */
export interface Said {
  readonly text: string;
  readonly alarm: boolean;
}

/** The line that says it. */
export function SaidLine({ said }: { said: Said | undefined }) {
  if (!said) return null;
  return (
    <p role={said.alarm ? 'alert' : 'status'} className={said.alarm ? 'text-signal' : 'text-second'}>
      {said.text}
    </p>
  );
}
