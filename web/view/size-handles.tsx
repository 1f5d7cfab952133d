import { extents } from '../../core/extents';
import type { Vector } from '../../core/math/vector';
import { rotate, rotationFromDegrees } from '../../core/math/rotation';
import type { SizeHandle } from '../../core/places/handle';
import type { Emitter, Field } from '../../core/scene/document';
import type { Kinded } from '../../core/describe/registry';
import { shapes } from '../../core/shapes';
import { followDrag } from '../parts/drag';
import { setExtentNumber } from '../desk/extent-edit';
import { editEmitter } from '../store/scene-store';
import { alongAxis, hundredths } from './drag-geometry';
import type { ViewRig } from './view-rig';

/** Dots that set the sizes of an extent or an emitter's shape, dragged in place. */
export function SizeHandles({ rig, field, emitter }: { rig: ViewRig; field: Field | undefined; emitter: Emitter | undefined }) {
  const thing = (field ?? emitter)!;
  const body: Kinded = field ? field.extent : emitter!.shape;
  const handles: readonly SizeHandle[] = field ? extents.get(body.kind).handles(body) : shapes.get(body.kind).handles(body);
  const parameters = field ? extents.get(body.kind).parameters : shapes.get(body.kind).parameters;
  const rotation = rotationFromDegrees(thing.place.rotation);
  const world = (p: Vector) => rotate(rotation, p).map((n, i) => n + thing.place.position[i]!) as unknown as Vector;

  const set = (parameter: string, value: number) =>
    field
      ? setExtentNumber(field.id, parameter, value)
      : editEmitter(emitter!.id, (e) => void ((e.shape as Record<string, unknown>)[parameter] = value));

  return handles.map((handle) => {
    const at = world(handle.at);
    const place = rig.project(at);
    const described = parameters[handle.parameter]!;
    const value = body[handle.parameter] as number;
    if (!place) return null;
    const begin = (event: React.PointerEvent) => {
      const axis = rotate(rotation, handle.axis);
      const from = alongAxis(rig, event.clientX, event.clientY, at, axis);
      followDrag(event, ({ clientX, clientY }) =>
        set(handle.parameter, Math.max(0, hundredths(value + handle.perMetre * (alongAxis(rig, clientX, clientY, at, axis) - from)))),
      );
    };
    return (
      <button
        key={handle.parameter}
        className="group pointer-events-auto absolute flex -translate-y-1/2 touch-none items-center gap-1 whitespace-nowrap text-lamp"
        style={{ left: place.x - 6, top: place.y }}
        aria-label={`${described.label} ${value} m: drag, or use the arrow keys`}
        onPointerDown={begin}
        onKeyDown={(event) => {
          const step = event.shiftKey ? 0.01 : 0.1;
          const by = { ArrowUp: step, ArrowRight: step, ArrowDown: -step, ArrowLeft: -step }[event.key];
          if (by === undefined) return;
          event.preventDefault();
          set(handle.parameter, Math.max(0, hundredths(value + by)));
        }}
      >
        <span className={`h-3 w-3 shrink-0 rounded-full border-2 border-lamp ${handle.parameter === 'core' ? 'bg-surround' : 'bg-lamp'}`} />
        <span className="num rounded-sm bg-surround/60 px-1">
          {described.label.toLowerCase()} {value} m
        </span>
      </button>
    );
  });
}
