/** Our mark for a key: a sounding lead, filled where there is one at the playhead. */
export function KeyMark({ here }: { here: boolean }) {
  return (
    <svg viewBox="0 0 12 12" width={11} height={11} aria-hidden>
      <path d="M6 1v3M3 4h6l1.2 6H1.8z" fill={here ? 'currentColor' : 'none'} stroke="currentColor" />
    </svg>
  );
}
