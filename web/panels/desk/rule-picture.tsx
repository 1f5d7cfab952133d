import { rules } from '../../../core/kinds/group-rules';
import type { Member } from '../../../core/kinds/group-rules/rule';

const STEPS = 40;

/** Two bumps side by side, the second a little lower, over −1 … 1. */
const BUMPS = [
  { at: -0.28, height: 0.62 },
  { at: 0.3, height: 0.46 },
] as const;

function bump({ at, height }: (typeof BUMPS)[number], x: number): { value: number; cover: number } {
  const s = Math.min(1, Math.abs(x - at) / 0.62);
  const cover = 1 - s * s * (3 - 2 * s);
  return { value: height * cover, cover };
}

/** What a rule makes of two bumps, computed by the rule itself. */
function combined(rule: string): number[] {
  const count = STEPS + 1;
  const column = (of: (x: number) => number) =>
    Float64Array.from({ length: count }, (_, i) => of(-1 + (2 * i) / STEPS));
  const members = BUMPS.map((b): Member => {
    const zero = new Float64Array(count);
    const value = column((x) => bump(b, x).value);
    return {
      vector: { x: value, y: zero, z: zero },
      rate: zero,
      cover: column((x) => bump(b, x).cover),
      mix: 1,
      groupWeight: new Float64Array(count),
    };
  });
  rules.get(rule).shares(members, count, true);
  return Array.from({ length: count }, (_, i) =>
    members.reduce((sum, m) => sum + m.groupWeight[i]! * m.vector.x[i]!, 0),
  );
}

/** A tiny picture of two bumps (faint) and what a rule makes of them. */
export function RulePicture({ rule, width = 34, height = 16 }: { rule: string; width?: number; height?: number }) {
  const y = (v: number) => height - 1 - v * (height - 2);
  const line = (values: readonly number[]) => values.map((v, i) => `${(i * width) / STEPS},${y(v)}`).join(' ');
  const lone = BUMPS.map((b) => Array.from({ length: STEPS + 1 }, (_, i) => bump(b, -1 + (2 * i) / STEPS).value));
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} className="shrink-0" aria-hidden>
      {lone.map((values, i) => (
        <polyline
          key={i}
          points={line(values)}
          fill="none"
          stroke="var(--color-faint)"
          strokeWidth={0.8}
          strokeDasharray="1.5 1.5"
        />
      ))}
      <polyline points={line(combined(rule))} fill="none" stroke="currentColor" strokeWidth={1.4} />
    </svg>
  );
}
