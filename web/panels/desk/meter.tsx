/** A meter spans five powers of ten. */
const DECADES = 5;
const TOP = 2;

/** Height on the meter, 0 … 1, of a magnitude: logarithmic from 10⁻³ to 10². */
function level(value: number): number {
  return value > 0 ? Math.min(1, Math.max(0, (Math.log10(value) - (TOP - DECADES)) / DECADES)) : 0;
}

/** What a field delivers: RMS as a column of small bars, peak as a line, on a logarithmic scale. */
export function Meter({ rms, peak, unit }: { rms: number; peak: number; unit: string }) {
  return (
    <div
      className="relative w-2 bg-surround"
      role="meter"
      aria-label="At particles"
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Number(rms.toPrecision(3))}
      title={`RMS ${rms.toPrecision(3)} ${unit}, peak ${peak.toPrecision(3)} ${unit}; logarithmic from 0.001 to 100`}
    >
      <div
        className="absolute bottom-0 w-full"
        style={{
          height: `${100 * level(rms)}%`,
          background: 'repeating-linear-gradient(0deg, var(--color-second) 0 3px, transparent 3px 4px)',
        }}
      />
      {peak > 0 && (
        <div className="absolute h-0.5 w-full bg-lamp" style={{ bottom: `calc(${100 * level(peak)}% - 1px)` }} />
      )}
    </div>
  );
}
