import { useSceneOf } from '../state/scene-store';
import type { ViewRig } from './camera/view-rig';

/** Shares of the frame in which action and titles are safe. Source: SMPTE ST 2046-1, from memory. */
const SAFE = [0.93, 0.9] as const;

const percent = (share: number) => `${100 * share}%`;

/** Thirds and safe areas over the frame of the shot, while one looks through its camera. */
export function FrameGuides({ rig }: { rig: ViewRig }) {
  const guides = useSceneOf((scene) => scene.work.guides);
  const frame = rig.shotFrame;
  if (guides === 'none' || !frame) return null;
  const [left, bottom, width, height] = frame;
  const thirds = guides !== 'safe';
  const safe = guides !== 'thirds';
  return (
    <svg
      data-testid="frame-guides"
      aria-hidden
      className="absolute text-second/50"
      style={{ left: percent(left), bottom: percent(bottom), width: percent(width), height: percent(height) }}
      viewBox="0 0 300 300"
      preserveAspectRatio="none"
      fill="none"
      stroke="currentColor"
    >
      {thirds && <path d="M100 0V300M200 0V300M0 100H300M0 200H300" vectorEffect="non-scaling-stroke" />}
      {safe &&
        SAFE.map((share) => (
          <rect
            key={share}
            x={150 * (1 - share)}
            y={150 * (1 - share)}
            width={300 * share}
            height={300 * share}
            strokeDasharray="4 4"
            vectorEffect="non-scaling-stroke"
          />
        ))}
    </svg>
  );
}
