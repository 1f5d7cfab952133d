/** A box that a name is typed into: Enter, or a click elsewhere, takes it; Escape ends without one. */
export function NameBox({
  label,
  initial = '',
  most,
  onDone,
}: {
  label: string;
  initial?: string;
  /** Characters that it may have. */
  most: number;
  onDone: (name: string | undefined) => void;
}) {
  return (
    <input
      autoFocus
      aria-label={label}
      placeholder={`${label}, then Enter`}
      className="w-full min-w-0 rounded-sm bg-raised px-1.5 py-0.5"
      defaultValue={initial}
      maxLength={most}
      onFocus={(event) => event.currentTarget.select()}
      onBlur={(event) => onDone(event.currentTarget.value.trim() || undefined)}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') onDone(undefined);
      }}
    />
  );
}
