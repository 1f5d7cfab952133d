import { colliderShapes } from '../../../core/kinds/colliders';
import { isShown, type Description } from '../../../core/document/parameters';
import type { Kinded } from '../../../core/document/registry';
import { falloffShapes } from '../../../core/kinds/falloff-shapes';
import type { Vector } from '../../../core/lib/math/vector';
import { rotate } from '../../../core/lib/math/rotation';
import type { SizeHandle } from '../../../core/lib/geometry/outline';
import { outward, type Similarity } from '../../../core/lib/math/similarity';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import type { Carrier, Collider, Emitter, Field, Group, WeightedThing, Zone } from '../../../core/document/scene';
import { shapes } from '../../../core/kinds/emitter-shapes';
import { followDrag } from '../../widgets/drag';
import { editWeighted, setFalloffNumber, type WeightedOwner } from '../../state/falloff-edit';
import { pathHandles } from '../../../core/kinds/shared/path-handles';
import { scenePathParameters } from '../../../core/kinds/shared/path-parameters';
import { holdsPath, PATH_NAMES } from '../../../core/scene/shared-paths';
import { valueOf } from '../../../core/document/value-paths';
import { setPath } from '../../state/path-edit';
import { setIfKeyed } from '../../state/movement';
import { editCollider, editEmitter, editField } from '../../state/scene-store';
import { alongAxis, hundredths } from './drag-geometry';
import { stretchedHandle, stretchOf } from './stretched';
import { LABEL_HEIGHT, shiftsOf, squareAbout } from './label-room';
import { knobsOf } from './transform-handles';
import type { ViewRig } from '../camera/view-rig';

/** A body whose sizes are dragged in the view: a falloff shape, an emitter's shape, a collider's. */
export interface Sizable {
  /** The part of the thing that it is. */
  readonly part: 'falloff' | 'settings' | 'shape' | 'path';
  readonly values: Kinded;
  readonly parameters: Description;
  readonly handles: readonly SizeHandle[];
  set(parameter: string, value: unknown): void;
  /** How it is stretched along its axes. */
  readonly stretch?: Vector;
  /** The name of the list of points that is edited point by point. */
  readonly points: string | undefined;
}

/** The list of points of a kind that is edited point by point, where the values have a use for it. */
const editedPoints = (
  { points, parameters }: { readonly points?: string | undefined; readonly parameters: Description },
  values: Kinded,
) => (points !== undefined && isShown(parameters[points]!, values) ? points : undefined);

/** The falloff shape of a field or group, as a body. */
function falloffBody(thing: WeightedThing, owner: WeightedOwner): Sizable {
  const kind = falloffShapes.get(thing.falloff.kind);
  return {
    part: 'falloff',
    values: thing.falloff,
    parameters: kind.parameters,
    handles: kind.handles(thing.falloff),
    set: (parameter, value) =>
      typeof value === 'number'
        ? setFalloffNumber(owner, parameter, value)
        : editWeighted(owner, (t) => void (t.falloff[parameter] = value)),
    points: editedPoints(kind, thing.falloff),
  };
}

/** The sizes that a field's own kind has, as a body. */
function kindBody(field: Field): Sizable {
  const kind = fieldKinds.get(field.settings.kind);
  return {
    part: 'settings',
    values: field.settings,
    parameters: kind.parameters,
    handles: kind.view?.handles?.(field.settings) ?? [],
    set: (parameter, value) =>
      setIfKeyed({ sort: 'fields', id: field.id }, `settings.${parameter}`, value) ||
      editField(field.id, (f) => void (f.settings[parameter] = value)),
    points: editedPoints({ points: kind.view?.points, parameters: kind.parameters }, field.settings),
  };
}

/** The path of a carrier, as a body. */
function pathBody(carrier: Carrier): Sizable {
  const values = { ...carrier.path, kind: 'path' };
  return {
    part: 'path',
    values,
    parameters: scenePathParameters,
    handles: pathHandles(carrier.path),
    set: (parameter, value) => setPath(carrier.id, parameter, value),
    points: editedPoints({ points: 'points', parameters: scenePathParameters }, values),
  };
}

/**
 * A body without the handles and points of its path, where the thing is on a path of the scene: those belong to that path.
 */
export function withoutSharedPath(body: Sizable, thing: object): Sizable {
  if (valueOf(thing, `${body.part}.form`) !== 'shared') return body;
  return { ...body, handles: body.handles.filter((h) => !PATH_NAMES.includes(h.parameter)), points: undefined };
}

/** The bodies of the selected thing. */
export function sizablesOf(thing: {
  field?: Field | undefined;
  group?: Group | undefined;
  zone?: Zone | undefined;
  emitter?: Emitter | undefined;
  collider?: Collider | undefined;
  carrier?: Carrier | undefined;
}): Sizable[] {
  const { field, group, zone, emitter, collider, carrier } = thing;
  if (field) return [falloffBody(field, { type: 'field', id: field.id }), kindBody(field)];
  if (group) return [falloffBody(group, { type: 'group', id: group.id })];
  if (zone) return [falloffBody(zone, { type: 'zone', id: zone.id })];
  if (carrier) return holdsPath(carrier) ? [pathBody(carrier)] : [];
  const owner = emitter ?? collider;
  if (!owner) return [];
  const kind = emitter ? shapes.get(emitter.shape.kind) : colliderShapes.get(collider!.shape.kind);
  const stretch = stretchOf(owner);
  const write = (parameter: string, value: unknown) => (t: { shape: object }) =>
    void Object.assign(t.shape, { [parameter]: value });
  return [
    {
      part: 'shape',
      values: owner.shape,
      parameters: kind.parameters,
      handles: (kind.handles?.(owner.shape) ?? []).map((handle) => stretchedHandle(handle, stretch)),
      stretch,
      set: (parameter, value) => {
        if (setIfKeyed({ sort: emitter ? 'emitters' : 'colliders', id: owner.id }, `shape.${parameter}`, value)) return;
        if (emitter) editEmitter(emitter.id, write(parameter, value));
        else editCollider(collider!.id, write(parameter, value));
      },
      points: editedPoints(kind, owner.shape),
    },
  ];
}

/** Pixels from a dot to its label, of a letter, and of a knob of the handles that move a thing. */
const GAP = 12;
const LETTER = 7.4;
const KNOB = 22;

/** Dots that set the sizes of bodies, dragged in place. Their labels lie under no knob and not under each other. */
export function SizeHandles({ rig, bodies, place }: { rig: ViewRig; bodies: readonly Sizable[]; place: Similarity }) {
  const dots = bodies.flatMap((body) =>
    body.handles.flatMap((handle) => {
      const at = outward(place, handle.at);
      const shown = rig.project(at);
      if (!shown) return [];
      const described = body.parameters[handle.parameter]!;
      const value = Number(body.values[handle.parameter]);
      return { body, handle, at, shown, described, value, words: `${described.label.toLowerCase()} ${value} m` };
    }),
  );
  const labels = dots.map(({ shown, words }) => ({
    left: shown.x + GAP,
    top: shown.y - LABEL_HEIGHT / 2,
    width: LETTER * words.length + 8,
    height: LABEL_HEIGHT,
  }));
  const taken = [...knobsOf(rig, place.position), ...dots.map(({ shown }) => shown)];
  const shifts = shiftsOf(
    labels,
    taken.map((point) => squareAbout(point, KNOB)),
  );
  return dots.map(({ body, handle, at, shown, described, value, words }, i) => {
    const least = described.type === 'number' && described.above ? 0.01 : 0;
    const set = (next: number) => body.set(handle.parameter, Math.max(least, hundredths(next)));
    const begin = (event: React.PointerEvent) => {
      const axis = rotate(place.rotation, handle.axis);
      const from = alongAxis(rig, event.clientX, event.clientY, at, axis);
      followDrag(event, ({ clientX, clientY }) =>
        set(value + (handle.perMetre / place.scale) * (alongAxis(rig, clientX, clientY, at, axis) - from)),
      );
    };
    return (
      <button
        key={`${i} ${handle.parameter}`}
        className="group pointer-events-auto absolute flex -translate-y-1/2 touch-none items-center gap-1 whitespace-nowrap text-lamp"
        style={{ left: shown.x - 6, top: shown.y }}
        aria-label={`${described.label} ${value} m: drag, or use the arrow keys`}
        onPointerDown={begin}
        onKeyDown={(event) => {
          const step = event.shiftKey ? 0.01 : 0.1;
          const by = { ArrowUp: step, ArrowRight: step, ArrowDown: -step, ArrowLeft: -step }[event.key];
          if (by === undefined) return;
          event.preventDefault();
          set(value + by);
        }}
      >
        <span
          className={`h-3 w-3 shrink-0 rounded-full border-2 border-lamp ${handle.parameter === 'inner' ? 'bg-surround' : 'bg-lamp'}`}
        />
        <span className="num rounded-sm bg-surround/60 px-1" style={{ transform: `translateY(${shifts[i]}px)` }}>
          {words}
        </span>
      </button>
    );
  });
}
