import { ChevronDown, ChevronRight } from 'lucide-react';
import { useEffect, useId, useRef } from 'react';
import { MOST } from '../../../core/document/scene';
import { isOpen, showSection, useFolds, useReveal } from './folds';

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

/** A heading that folds its section. */
function FoldButton({ title, open }: { title: string; open: boolean }) {
  const set = useFolds((state) => state.set);
  return (
    <h2 className="font-semibold">
      <button
        className="-ml-3 flex items-center rounded-sm hover:text-lamp"
        aria-expanded={open}
        onClick={() => set(title, !open)}
      >
        {open ? <ChevronDown size={12} aria-hidden /> : <ChevronRight size={12} aria-hidden />}
        {title}
      </button>
    </h2>
  );
}

/**
 * A part of the inspector under a heading that folds it; with `onRename`, the heading is a name that can be typed over,
 * and the part is always open.
 */
export function Section({
  title,
  page,
  aside,
  changed = false,
  fixed = false,
  onRename,
  children,
}: {
  title: string;
  /** The page of the handbook about it. */
  page?: string;
  aside?: React.ReactNode;
  /** Whether it holds anything but defaults. */
  changed?: boolean;
  /** Whether it is the part that the inspector is about, which is not folded. */
  fixed?: boolean;
  onRename?: (name: string) => void;
  children: React.ReactNode;
}) {
  const id = useId();
  const place = useRef<HTMLElement>(null);
  const folds = useFolds((state) => state.folds);
  const stays = fixed || onRename !== undefined;
  const revealed = useReveal((state) => state.all);
  const open = stays || revealed || isOpen(folds, title, changed);
  useEffect(
    () => (stays ? undefined : showSection(id, { title, changed, element: place.current! })),
    [id, title, changed, stays],
  );
  return (
    <section
      ref={place}
      className={`scroll-mt-14 border-b border-rule px-4 ${open ? 'py-3' : 'py-1.5'}`}
      data-handbook={page}
    >
      <header className={`flex items-baseline justify-between gap-2 ${open ? 'mb-1' : ''}`}>
        {onRename && <NameBox name={title} onRename={onRename} />}
        {!stays && <FoldButton title={title} open={open} />}
        {fixed && <h2 className="font-semibold">{title}</h2>}
        <span className="shrink-0 text-xs text-faint">{aside}</span>
      </header>
      {open && children}
    </section>
  );
}
