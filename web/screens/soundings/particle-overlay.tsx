import { useEffect, useReducer } from 'react';
import { useStage } from '../../simulation/stage';
import type { ViewRig } from '../../view/camera/view-rig';
import { setSounding, useSoundings } from './sounding-store';

/** How far from a particle a press may be, CSS pixels. */
const NEAR = 14;

/** Marks the particle whose ledger is kept, and takes another by a press on it. */
export function ParticleOverlay({ rig }: { rig: ViewRig }) {
  const { session } = useStage();
  const { emitter, particle } = useSoundings();
  const [, redraw] = useReducer((n: number) => n + 1, 0);
  useEffect(() => rig.drawing.onDrawn(redraw), [rig]);
  useEffect(() => {
    const canvas = rig.picture.renderer.domElement;
    let down: readonly [number, number] | undefined;
    const press = (event: PointerEvent) => (down = [event.clientX, event.clientY]);
    const release = (event: MouseEvent) => {
      if (!down || Math.hypot(event.clientX - down[0], event.clientY - down[1]) > 3) return;
      const { left, top } = canvas.getBoundingClientRect();
      const [px, py] = [event.clientX - left, event.clientY - top];
      let nearest = NEAR;
      session.screen.frame?.emitters.forEach(({ count, columns: { x, y, z }, id }, e) => {
        for (let i = 0; i < count; i++) {
          const seen = rig.project([x[i]!, y[i]!, z[i]!]);
          const far = seen ? Math.hypot(seen.x - px, seen.y - py) : Infinity;
          if (far >= nearest) continue;
          nearest = far;
          setSounding({ emitter: e, particle: id[i]! });
        }
      });
    };
    canvas.addEventListener('pointerdown', press);
    canvas.addEventListener('click', release);
    return () => {
      canvas.removeEventListener('pointerdown', press);
      canvas.removeEventListener('click', release);
    };
  }, [rig, session]);
  const shown = particle === undefined ? undefined : session.screen.frame?.emitters[emitter];
  const slot = shown ? shown.id.subarray(0, shown.count).indexOf(particle!) : -1;
  const at =
    shown && slot >= 0
      ? rig.project([shown.columns.x[slot]!, shown.columns.y[slot]!, shown.columns.z[slot]!])
      : undefined;
  return (
    <div className="pointer-events-none absolute inset-0">
      {at && (
        <span
          className="absolute h-4 w-4 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-lamp"
          style={{ left: at.x, top: at.y }}
          data-testid="particle"
        />
      )}
    </div>
  );
}
