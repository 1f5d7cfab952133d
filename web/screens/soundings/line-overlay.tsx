import { useEffect, useReducer } from 'react';
import type { ViewRig } from '../../view/camera/view-rig';
import { Handle, plus, rounded } from './handle';
import { setSounding, useSoundings } from './sounding-store';

/** The line of a sounding in the view, with a handle at each end. */
export function LineOverlay({ rig }: { rig: ViewRig }) {
  const line = useSoundings((state) => state.line);
  const [, redraw] = useReducer((n: number) => n + 1, 0);
  useEffect(() => rig.drawing.onDrawn(redraw), [rig]);
  const [from, to] = [rig.project(line.from), rig.project(line.to)];
  return (
    <div className="pointer-events-none absolute inset-0">
      <svg className="absolute inset-0 h-full w-full" aria-hidden>
        {from && to && <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke="#f2c84b" />}
      </svg>
      {(['from', 'to'] as const).map((end) => (
        <Handle
          key={end}
          rig={rig}
          at={line[end]}
          label={`${end === 'from' ? 'Begin' : 'End'} of the line: drag, arrow keys`}
          onDrag={(at) => setSounding({ line: { ...line, [end]: rounded(at) } })}
          onKey={(x, y) => setSounding({ line: { ...line, [end]: rounded(plus(line[end], [0.1 * x, 0.1 * y, 0])) } })}
        />
      ))}
    </div>
  );
}
