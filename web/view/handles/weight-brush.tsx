import { useEffect, useRef, useState } from 'react';
import { inward, outward, rotateBack, type Similarity } from '../../../core/lib/math/similarity';
import { frameAbout, mapVector, normalised, type Vector } from '../../../core/lib/math/vector';
import { latticeOf } from '../../../core/lib/weights/lattice';
import { Painting, spacingFor } from '../../../core/lib/weights/painting';
import { STRIDE, type Brush } from '../../../core/lib/weights/stroke';
import { extentOf } from '../../../core/lib/weights/weights-on';
import type { WeightMap } from '../../../core/document/scene';
import { paintedBody } from '../../../core/scene/scene-weights';
import { useAssets } from '../../simulation/scene-assets';
import { openedScene, useSceneOf } from '../../state/scene-store';
import { addStroke, endPainting, roomIn, setBrush, useWeightPainting } from '../../state/weight-painting';
import { typing } from '../../widgets/hotkeys';
import { stretched, unstretched } from './stretched';
import type { ViewRig } from '../camera/view-rig';

/** Pixels between two looks along the way of the pointer. */
const LOOK = 4;
/** Points of a stroke are apart by this share of its radius. */
const APART = 1 / 6;
const CORNERS = 40;

const rounded = (value: number, digits: number): number => Number(value.toFixed(digits));

/** Where the brush is over the surface: the place and normal at rest, and the place as it is drawn. */
interface Over {
  readonly point: readonly number[];
  readonly drawn: Vector;
  readonly normal: Vector;
}

/** Where a surface stands, and how it is stretched there. */
interface Stands {
  readonly frame: Similarity;
  readonly stretch: Vector;
}

/** What the line of sight under the pointer meets of a surface that stands in a frame; undefined for nothing. */
function overAt(
  rig: ViewRig,
  { lattice }: Painting,
  { frame, stretch }: Stands,
  x: number,
  y: number,
): Over | undefined {
  const { origin, direction } = rig.sightThrough(x, y);
  const from = unstretched(inward(frame, [origin.x, origin.y, origin.z]), stretch);
  const seen = rotateBack(frame.rotation, [direction.x, direction.y, direction.z]);
  const way = normalised(unstretched(seen, stretch));
  const met = new Float64Array(STRIDE);
  const distance = lattice.cast(from, way, met);
  if (distance === Infinity) return undefined;
  const drawn: Vector = [from[0] + distance * way[0], from[1] + distance * way[1], from[2] + distance * way[2]];
  const normal: Vector = [met[3]!, met[4]!, met[5]!];
  return { point: Array.from(met, (n, k) => rounded(n, k < 3 ? 5 : 3)), drawn, normal };
}

/** The rim of the brush as a line over the picture. */
function rimOf(rig: ViewRig, { radius }: Brush, { frame, stretch }: Stands, { drawn, normal }: Over): string {
  const [a, b] = frameAbout(normalised(normal));
  const corners = Array.from({ length: CORNERS }, (_, i) => {
    const turn = (2 * Math.PI * i) / CORNERS;
    const [c, s] = [radius * Math.cos(turn), radius * Math.sin(turn)];
    const corner: Vector = mapVector(drawn, (n, k) => n + c * a[k]! + s * b[k]!);
    return rig.project(outward(frame, stretched(corner, stretch)));
  });
  return corners.every((p) => p !== undefined) ? `M${corners.map((p) => `${p.x} ${p.y}`).join('L')}Z` : '';
}

/** One stroke that is being made. */
class Making {
  readonly lines: number[][] = [];
  private off = true;
  private points = 0;

  constructor(
    private readonly painting: Painting,
    readonly brush: Brush,
    private readonly room: number,
  ) {
    painting.begin(brush);
  }

  /** Takes the brush on to a point of the surface; undefined where it has left it. False where there is no room for it. */
  to(over: Over | undefined): boolean {
    if (!over) {
      this.off = true;
      return true;
    }
    const line = this.lines.at(-1);
    const last = line?.length ? line.slice(-STRIDE) : undefined;
    const near = last && Math.hypot(...[0, 1, 2].map((k) => over.point[k]! - last[k]!)) < APART * this.brush.radius;
    if (!this.off && near) return true;
    if (this.points >= this.room) return false;
    this.points++;
    if (this.off || !line) {
      this.lines.push([...over.point]);
      this.painting.paint(over.point, 0, 0);
    } else {
      line.push(...over.point);
      this.painting.paint(line, line.length - 2 * STRIDE, line.length - STRIDE);
    }
    this.off = false;
    return true;
  }
}

const mapOf = (id: string): WeightMap | undefined => openedScene().weightMaps.find((map) => map.id === id);

/** Keeps the weights of a map that is painted ready: made anew when it was changed otherwise, or a finer brush needs it. */
function usePainting(id: string, seconds: number): Painting | undefined {
  const { assets } = useAssets();
  const meshes = useSceneOf((scene) => scene.meshes);
  const map = useSceneOf((scene) => scene.weightMaps.find((one) => one.id === id));
  const radius = useWeightPainting((state) => state.brush.radius);
  const painting = useWeightPainting((state) => state.painting);
  const made = useRef<{ readonly map: WeightMap; readonly finest: number; readonly meshes: unknown }>(undefined);
  useEffect(() => {
    if (!map) return;
    const finest = map.strokes.reduce((least, stroke) => Math.min(least, stroke.radius), radius);
    const before = made.current;
    made.current = { map, finest, meshes };
    const added = before && map.strokes.length === before.map.strokes.length + 1;
    const same =
      before &&
      before.meshes === meshes &&
      finest >= before.finest &&
      (map === before.map ||
        (added &&
          before.map.strokes.every((stroke, i) => stroke === map.strokes[i]) &&
          useWeightPainting.getState().laid === map.strokes.at(-1)));
    if (same) {
      made.current = { map, finest: before.finest, meshes };
      return;
    }
    const body = paintedBody({ meshes }, assets, map);
    const spacing = body && spacingFor([{ ...useWeightPainting.getState().brush, radius: finest }], extentOf(body));
    useWeightPainting.setState({ painting: body && new Painting(latticeOf(body, spacing!), map) });
  }, [map, meshes, assets, radius]);
  painting?.lattice.pose(seconds);
  return painting;
}

/**
 * Paints weights by drags over a surface in the view, with the rim of the brush drawn on it. Shift erases, [ and ] change
 * the size, Enter or Escape ends; a drag beside the surface still turns the view.
 */
export function WeightBrush({
  rig,
  id,
  stands,
  seconds,
}: {
  rig: ViewRig;
  id: string;
  stands: Stands;
  /** The time of the frame that is shown. */
  seconds: number;
}) {
  const painting = usePainting(id, seconds);
  const brush = useWeightPainting((state) => state.brush);
  const [over, setOver] = useState<Over>();
  const [full, setFull] = useState(false);
  const mark = useRef<HTMLDivElement>(null);
  const now = useRef({ painting, stands });
  useEffect(() => {
    now.current = { painting, stands };
  });
  // It ends where another thing is selected, or the map is read no more.
  useEffect(() => endPainting, []);

  useEffect(() => {
    const view = mark.current!.closest<HTMLElement>('[role=application]')!;
    let making: Making | undefined;
    let last = { x: 0, y: 0 };
    const look = (x: number, y: number) =>
      now.current.painting && overAt(rig, now.current.painting, now.current.stands, x, y);
    const redraw = () => {
      rig.drawing.surfaces.repaint();
      rig.request();
    };
    const press = (event: PointerEvent) => {
      const map = mapOf(id);
      const { painting: weights } = now.current;
      if (event.button !== 0 || !(event.target instanceof HTMLCanvasElement) || !map || !weights) return;
      const found = look(event.clientX, event.clientY);
      if (!found) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      view.focus();
      view.setPointerCapture(event.pointerId);
      const { brush: set } = useWeightPainting.getState();
      making = new Making(weights, { ...set, erase: set.erase !== event.shiftKey }, roomIn(map));
      last = { x: event.clientX, y: event.clientY };
      setFull(!making.to(found));
      redraw();
    };
    const move = (event: PointerEvent) => {
      const { clientX: x, clientY: y } = event;
      setOver(look(x, y));
      if (!making) return;
      event.stopImmediatePropagation();
      const steps = Math.max(1, Math.ceil(Math.hypot(x - last.x, y - last.y) / LOOK));
      for (let i = 1; i <= steps; i++)
        if (!making.to(look(last.x + ((x - last.x) * i) / steps, last.y + ((y - last.y) * i) / steps))) setFull(true);
      last = { x, y };
      redraw();
    };
    const release = (event: PointerEvent) => {
      if (!making) return;
      event.stopImmediatePropagation();
      const { lines, brush: used } = making;
      making = undefined;
      now.current.painting?.end();
      if (lines.length === 0) return;
      const stroke = { ...used, lines };
      addStroke(id, stroke);
    };
    const leave = () => setOver(undefined);
    const key = (event: KeyboardEvent) => {
      if (typing(event)) return;
      const { brush: set } = useWeightPainting.getState();
      if (event.key === 'Enter' || event.key === 'Escape') endPainting();
      else if (event.key === '[' || event.key === ']')
        setBrush({ radius: Number((set.radius * (event.key === '[' ? 1 / 1.25 : 1.25)).toPrecision(3)) });
      else return;
      event.preventDefault();
      event.stopPropagation();
    };
    view.style.cursor = 'crosshair';
    view.addEventListener('pointerdown', press, true);
    view.addEventListener('pointermove', move, true);
    view.addEventListener('pointerup', release, true);
    view.addEventListener('pointercancel', release, true);
    view.addEventListener('pointerleave', leave);
    window.addEventListener('keydown', key, true);
    return () => {
      view.style.cursor = '';
      view.removeEventListener('pointerdown', press, true);
      view.removeEventListener('pointermove', move, true);
      view.removeEventListener('pointerup', release, true);
      view.removeEventListener('pointercancel', release, true);
      view.removeEventListener('pointerleave', leave);
      window.removeEventListener('keydown', key, true);
    };
  }, [id, rig]);

  const rim = over && rimOf(rig, brush, stands, over);
  return (
    <div ref={mark} className="pointer-events-none absolute inset-0">
      {rim && (
        <svg className="absolute inset-0 h-full w-full" aria-hidden="true">
          <path d={rim} className="fill-none stroke-lamp" strokeWidth={1.5} />
        </svg>
      )}
      <p className="absolute inset-x-0 bottom-2 text-center">
        <span role="status" className="rounded-sm bg-surround/80 px-2 py-1 text-xs text-text">
          {full
            ? 'This map holds as many strokes as it can. Fill or clear it, or go on in another one.'
            : painting
              ? 'Drag over the surface to paint. Shift erases, [ and ] change the size of the brush, Enter ends.'
              : 'Its mesh is missing. Choose another surface.'}
        </span>
      </p>
    </div>
  );
}
