/** The two switches at the foot of a strip. */
export function MuteSolo({
  thing,
  onMute,
  onSolo,
}: {
  thing: { readonly name: string; readonly mute: boolean; readonly solo: boolean };
  onMute: () => void;
  onSolo: () => void;
}) {
  return (
    <>
      <button
        className={`text-button px-0.5 text-xs ${thing.mute ? 'text-signal' : ''}`}
        aria-label={`Mute ${thing.name}`}
        aria-pressed={thing.mute}
        title="Mute (M)"
        onClick={onMute}
      >
        mute
      </button>
      <button
        className="text-button ml-1 px-0.5 text-xs"
        aria-label={`Solo ${thing.name}`}
        aria-pressed={thing.solo}
        title="Solo (O)"
        onClick={onSolo}
      >
        solo
      </button>
    </>
  );
}
