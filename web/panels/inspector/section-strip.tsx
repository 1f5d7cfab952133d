import { useFolds, useSections } from './folds';

/** Before or after in the page. */
const inOrder = (a: HTMLElement, b: HTMLElement): number =>
  a.compareDocumentPosition(b) & Node.DOCUMENT_POSITION_FOLLOWING ? -1 : 1;

/** The names of the sections below, which jump to them; a mark stands beside those that hold more than defaults. */
export function SectionStrip() {
  const { sections } = useSections();
  const set = useFolds((state) => state.set);
  const all = [...sections.values()].toSorted((a, b) => inOrder(a.element, b.element));
  if (all.length < 2) return null;
  return (
    <nav
      aria-label="Sections"
      className="sticky top-0 z-10 flex flex-wrap gap-x-2.5 border-b border-rule bg-panel px-4 py-1.5 text-xs"
    >
      {all.map(({ title, changed, element }) => (
        <button
          key={title}
          className="flex items-center gap-1 rounded-sm text-second hover:text-text"
          title={changed ? `${title}: holds values of its own` : title}
          onClick={() => {
            set(title, true);
            // It is drawn open first.
            requestAnimationFrame(() => element.scrollIntoView({ block: 'start' }));
          }}
        >
          {title}
          {changed && <span className="size-1 rounded-full bg-lamp" role="img" aria-label="changed" />}
        </button>
      ))}
    </nav>
  );
}
