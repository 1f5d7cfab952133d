import { MOST_LISTED, vectorsIn } from '../../../core/document/check-values';
import { type Vector, mapVector } from '../../../core/lib/math/vector';
import { inward, outward, type Similarity } from '../../../core/lib/math/similarity';
import { followDrag } from '../../widgets/drag';
import { nextPoint } from '../../widgets/points-row';
import { hundredths, onFacingPlane } from './drag-geometry';
import { stretched, unstretched, UNSTRETCHED } from './stretched';
import type { Sizable } from './size-handles';
import type { ViewRig } from '../camera/view-rig';

/** The points of a path: dragged in place, put in between two, taken away, and gone on with from the last. */
export function PointHandles({ rig, body, place }: { rig: ViewRig; body: Sizable; place: Similarity }) {
  const { stretch = UNSTRETCHED } = body;
  const out = (point: Vector) => outward(place, stretched(point, stretch));
  const into = (point: Vector) => unstretched(inward(place, point), stretch);
  const name = body.points!;
  const parameter = body.parameters[name]!;
  const flat = parameter.type === 'points' && parameter.flat === true;
  const points = vectorsIn(body.values[name]);
  const closed = body.values['closed'] === true;
  const set = (next: readonly Vector[]) => body.set(name, next);
  const rounded = (p: Vector): Vector => [hundredths(p[0]), flat ? 0 : hundredths(p[1]), hundredths(p[2])];
  const put = (index: number, at: Vector) => set(points.map((p, i) => (i === index ? rounded(at) : p)));

  const drag = (index: number, start: readonly Vector[]) => (event: React.PointerEvent) => {
    const at = out(start[index]!);
    followDrag(event, ({ clientX, clientY }) => {
      const to = into(onFacingPlane(rig, clientX, clientY, at));
      set(start.map((p, i) => (i === index ? rounded(to) : p)));
    });
  };
  const onKey = (index: number) => (event: React.KeyboardEvent) => {
    const step = event.shiftKey ? 0.01 : 0.1;
    const by = (
      {
        ArrowLeft: [-step, 0, 0],
        ArrowRight: [step, 0, 0],
        ArrowUp: [0, flat ? 0 : step, flat ? -step : 0],
        ArrowDown: [0, flat ? 0 : -step, flat ? step : 0],
      } as Record<string, Vector>
    )[event.key];
    if (by)
      put(
        index,
        mapVector(points[index]!, (n, i) => n + by[i]!),
      );
    else if (event.key === 'Delete' || event.key === 'Backspace') set(points.filter((_, i) => i !== index));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  const between = points.flatMap((p, i) => {
    const next = points[i + 1] ?? (closed && points.length > 2 ? points[0] : undefined);
    return next && points.length < MOST_LISTED.points
      ? [{ after: i, at: mapVector(p, (n, k) => (n + next[k]!) / 2) }]
      : [];
  });
  const beyond = points.length < MOST_LISTED.points ? nextPoint(points) : undefined;
  const mark = (
    key: string,
    at: Vector,
    label: string,
    content: React.ReactNode,
    props: React.ComponentProps<'button'>,
  ) => {
    const shown = rig.project(out(at));
    return (
      shown && (
        <button
          key={key}
          className="pointer-events-auto absolute grid h-4 w-4 -translate-x-1/2 -translate-y-1/2 touch-none place-content-center text-lamp"
          style={{ left: shown.x, top: shown.y }}
          aria-label={label}
          title={label}
          {...props}
        >
          {content}
        </button>
      )
    );
  };
  return (
    <>
      {between.map(({ after, at }) =>
        mark(
          `between ${after}`,
          at,
          `Add a point after ${after + 1}`,
          <span className="h-1.5 w-1.5 rotate-45 border border-lamp" />,
          {
            onPointerDown: drag(after + 1, [...points.slice(0, after + 1), at, ...points.slice(after + 1)]),
            onClick: (event) =>
              event.detail < 2 && set([...points.slice(0, after + 1), rounded(at), ...points.slice(after + 1)]),
          },
        ),
      )}
      {points.map((p, i) =>
        mark(
          `point ${i}`,
          p,
          `Point ${i + 1}: drag, arrow keys, Delete`,
          <span className="h-2.5 w-2.5 border-2 border-lamp bg-surround" />,
          {
            onPointerDown: drag(i, points),
            onKeyDown: onKey(i),
          },
        ),
      )}
      {beyond &&
        mark('beyond', beyond, 'Add another point', <span className="num leading-none">+</span>, {
          onClick: () => set([...points, rounded(beyond)]),
        })}
    </>
  );
}
