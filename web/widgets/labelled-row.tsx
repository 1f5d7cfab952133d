/** A label with something to choose or switch beside it. */
export function LabelledRow({
  label,
  help,
  setting,
  children,
}: {
  label: string;
  help: string;
  /** The name of the setting, where no row around it has it. */
  setting?: string;
  children: React.ReactNode;
}) {
  return (
    <label
      data-setting={setting}
      className="grid grid-cols-[1fr_8.5rem] items-baseline border-b border-rule/60 py-1"
      title={help}
    >
      <span className="truncate pr-2 text-second">{label}</span>
      {children}
    </label>
  );
}

/** A list to choose from. */
export function Choice({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly { readonly value: string; readonly label: string }[];
  onChange: (value: string) => void;
}) {
  return (
    <select
      aria-label={label}
      className="num w-full rounded-sm bg-transparent text-right hover:bg-raised focus:bg-raised"
      value={value}
      onChange={(event) => onChange(event.currentTarget.value)}
    >
      {options.map((o) => (
        <option key={o.value} value={o.value} className="bg-panel">
          {o.label}
        </option>
      ))}
    </select>
  );
}
