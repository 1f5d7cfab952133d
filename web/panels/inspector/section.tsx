import { MOST } from '../../../core/document/scene';

/** A heading that can be typed over. */
function NameBox({ name, onRename }: { name: string; onRename: (name: string) => void }) {
  return (
    <input
      key={name}
      aria-label="Name"
      className="min-w-0 flex-1 rounded-sm bg-transparent font-semibold hover:bg-raised focus:bg-raised"
      defaultValue={name}
      maxLength={MOST.name}
      onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      onBlur={(event) => {
        const typed = event.currentTarget.value.trim();
        if (typed === '') event.currentTarget.value = name;
        else if (typed !== name) onRename(typed);
      }}
    />
  );
}

/** A part of the inspector under a heading; with `onRename`, the heading is a name that can be typed over. */
export function Section({
  title,
  page,
  aside,
  onRename,
  children,
}: {
  title: string;
  /** The page of the handbook about it. */
  page?: string;
  aside?: React.ReactNode;
  onRename?: (name: string) => void;
  children: React.ReactNode;
}) {
  return (
    <section className="border-b border-rule px-4 py-3" data-handbook={page}>
      <header className="mb-1 flex items-baseline justify-between gap-2">
        {onRename ? <NameBox name={title} onRename={onRename} /> : <h2 className="font-semibold">{title}</h2>}
        <span className="shrink-0 text-xs text-faint">{aside}</span>
      </header>
      {children}
    </section>
  );
}
