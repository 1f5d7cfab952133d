/** Lines over a strip, one for each group it stands in; at the head of a group the innermost has an end. */
export function Bracket({ depth, first = false }: { depth: number; first?: boolean }) {
  return Array.from({ length: depth }, (_, i) => {
    const begins = first && i === depth - 1;
    return (
      <span
        key={i}
        aria-hidden
        className={`absolute right-0 border-t-2 border-second/70 ${begins ? 'left-1 h-2 border-l-2' : 'left-0'}`}
        style={{ top: 1 + 4 * i }}
      />
    );
  });
}
