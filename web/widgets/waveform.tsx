import { memo } from 'react';

/** Most strokes of a waveform. */
const STROKES = 400;

/** How loud a sound is over its length, as an outline about a middle line that fills its box. */
export const Waveform = memo(function Waveform({ levels }: { levels: readonly number[] }) {
  const n = Math.max(1, Math.min(STROKES, levels.length));
  const long = levels.length / n;
  const loudest = Array.from({ length: n }, (_, i) => {
    let most = 0;
    for (let k = Math.floor(i * long); k < Math.max(Math.floor(i * long) + 1, Math.floor((i + 1) * long)); k++)
      most = Math.max(most, levels[k] ?? 0);
    return most / 255;
  });
  const above = loudest.map((level, i) => `${i},${(50 - 48 * level).toFixed(1)}`);
  const below = loudest.map((level, i) => `${i},${(50 + 48 * level).toFixed(1)}`).toReversed();
  return (
    <svg viewBox={`0 0 ${Math.max(1, n - 1)} 100`} preserveAspectRatio="none" className="h-full w-full" aria-hidden>
      <polygon points={[...above, ...below].join(' ')} fill="currentColor" />
    </svg>
  );
});
