import { contours } from 'd3-contour';
import { ticks } from 'd3-array';
import { useEffect, useRef, useState } from 'react';
import { mapVector } from '../../../core/lib/math/vector';
import { pointOf, type Plane } from '../../../core/measure/plane';
import { shown } from '../../widgets/charts/chart-data';
import { followDrag } from '../../widgets/drag';
import type { Shows, SliceAnswer } from './jobs';
import { rectangleOf, setSounding, useSoundings } from './sounding-store';

const CHALK = '#ece6da';
const LAMP = '#f2c84b';

/** Light falls from the top left, as on printed relief maps. */
const LIGHT = [-0.55, 0.6, 0.58] as const;

/** The relief of values, as grey: higher is lighter, and slopes are shaded by the light. */
function relief({ values, columns, rows, least, most }: SliceAnswer, shows: Shows): ImageData {
  const image = new ImageData(columns, rows);
  const span = most - least || 1;
  const signed = least < 0 && shows !== 'zones';
  const size = Math.max(Math.abs(least), Math.abs(most)) || 1;
  // As steep as if the whole span stood a quarter as high as the map is wide.
  const steep = (0.25 * columns) / span;
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const n = row * columns + column;
      const v = values[n]!;
      const east =
        values[row * columns + Math.min(columns - 1, column + 1)]! - values[row * columns + Math.max(0, column - 1)]!;
      const north =
        values[Math.min(rows - 1, row + 1) * columns + column]! - values[Math.max(0, row - 1) * columns + column]!;
      const [nx, ny] = [(-east * steep) / 2, (-north * steep) / 2];
      const lit = (nx * LIGHT[0] + ny * LIGHT[1] + LIGHT[2]) / Math.sqrt(nx * nx + ny * ny + 1) / LIGHT[2];
      const height = signed ? 0.35 + (0.35 * v) / size : 0.12 + (0.5 * (v - least)) / span;
      const grey =
        shows === 'zones'
          ? 24 + (v * 150) / Math.max(1, most)
          : 255 * Math.min(1, Math.max(0.03, height * Math.max(0.35, lit)));
      const at = 4 * ((rows - 1 - row) * columns + column);
      image.data.set([grey, grey * 0.985, grey * 0.955, 255], at);
    }
  return image;
}

interface Drawn {
  readonly answer: SliceAnswer;
  readonly shows: Shows;
  readonly arrows: boolean;
  readonly streamlines: boolean;
  readonly half: number;
}

function drawContours(context: CanvasRenderingContext2D, { answer, shows }: Drawn, width: number): void {
  const { values, columns, rows, least, most } = answer;
  let labelled = 0;
  if (!(most > least) || shows === 'zones') return;
  const levels = ticks(least, most, 9);
  const scale = width / columns;
  context.font = '10px "Martian Mono Variable", monospace';
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  // The package is typed for lists; it reads typed arrays as well.
  for (const contour of contours().size([columns, rows]).thresholds(levels)(values as unknown as number[])) {
    context.strokeStyle = contour.value === 0 && least < 0 ? LAMP : CHALK;
    context.globalAlpha = contour.value === 0 && least < 0 ? 0.9 : 0.45;
    context.lineWidth = 1;
    context.beginPath();
    let longest: number[][] = [];
    for (const polygon of contour.coordinates)
      for (const ring of polygon) {
        if (ring.length > longest.length) longest = ring;
        ring.forEach(([x, y], i) => {
          // The frame of the map is no contour.
          const edge = x! <= 0.51 || y! <= 0.51 || x! >= columns - 0.51 || y! >= rows - 0.51;
          const [px, py] = [x! * scale, width - y! * scale];
          if (i === 0 || edge) context.moveTo(px, py);
          else context.lineTo(px, py);
        });
      }
    context.stroke();
    context.globalAlpha = 1;
    const inner = longest.filter(
      ([x, y]) => x! > 0.06 * columns && y! > 0.05 * rows && x! < 0.94 * columns && y! < 0.95 * rows,
    );
    if (inner.length < 24) continue;
    // Round the hill, so that numbers of neighbours do not lie on one another.
    const [x, y] = inner[Math.floor(inner.length * ((0.1 + 0.382 * labelled++) % 1))]!;
    const text = shown(contour.value);
    const wide = context.measureText(text).width + 6;
    context.fillStyle = 'rgba(22, 21, 19, 0.72)';
    context.fillRect(x! * scale - wide / 2, width - y! * scale - 7, wide, 14);
    context.fillStyle = CHALK;
    context.fillText(text, x! * scale, width - y! * scale);
  }
}

function arrowHead(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  dx: number,
  dy: number,
  size: number,
): void {
  context.moveTo(x - size * (dx - 0.6 * dy), y - size * (dy + 0.6 * dx));
  context.lineTo(x, y);
  context.lineTo(x - size * (dx + 0.6 * dy), y - size * (dy - 0.6 * dx));
}

function drawStreamlines(context: CanvasRenderingContext2D, { answer, half }: Drawn, width: number): void {
  const at = ([a, b]: readonly [number, number]) =>
    [((a / half + 1) * width) / 2, ((1 - b / half) * width) / 2] as const;
  context.strokeStyle = CHALK;
  context.globalAlpha = 0.8;
  context.lineWidth = 1;
  context.beginPath();
  for (const line of answer.streamlines) {
    line.forEach((point, i) => (i === 0 ? context.moveTo(...at(point)) : context.lineTo(...at(point))));
    const middle = Math.floor(line.length / 2);
    const [[x, y], [fx, fy]] = [at(line[middle]!), at(line[Math.max(0, middle - 1)]!)];
    const long = Math.hypot(x - fx, y - fy);
    if (long > 0) arrowHead(context, x, y, (x - fx) / long, (y - fy) / long, 5);
  }
  context.stroke();
  context.globalAlpha = 1;
}

function drawArrows(context: CanvasRenderingContext2D, { answer: { arrows } }: Drawn, width: number): void {
  const { side, across, up } = arrows;
  const most = across.reduce((m, a, i) => Math.max(m, Math.hypot(a, up[i]!)), 0);
  if (most === 0) return;
  const room = width / side;
  context.strokeStyle = CHALK;
  context.lineWidth = 1;
  context.beginPath();
  for (let n = 0; n < across.length; n++) {
    const [a, b] = [across[n]!, up[n]!];
    const size = Math.hypot(a, b);
    if (size < 0.02 * most) continue;
    const long = room * (0.25 + 0.65 * (size / most));
    const [dx, dy] = [a / size, -b / size];
    const [x, y] = [((n % side) + 0.5) * room, width - (Math.floor(n / side) + 0.5) * room];
    context.moveTo(x - (long * dx) / 2, y - (long * dy) / 2);
    context.lineTo(x + (long * dx) / 2, y + (long * dy) / 2);
    arrowHead(context, x + (long * dx) / 2, y + (long * dy) / 2, dx, dy, 3.5);
  }
  context.stroke();
}

/** Writes the number of each zone into the middle of what is in it. */
function drawZones(context: CanvasRenderingContext2D, { answer }: Drawn, width: number): void {
  const { values, columns, rows, most } = answer;
  context.font = '12px "Martian Mono Variable", monospace';
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  context.fillStyle = LAMP;
  for (let zone = 1; zone <= most; zone++) {
    let [n, x, y] = [0, 0, 0];
    for (let i = 0; i < values.length; i++)
      if (values[i] === zone) {
        n++;
        x += i % columns;
        y += Math.floor(i / columns);
      }
    if (n > 0)
      context.fillText(String(zone), ((x / n + 0.5) / columns) * width, width - ((y / n + 0.5) / rows) * width);
  }
}

/** The value of a slice at (a, b) in −1 … 1. */
function valueAt({ values, columns, rows }: SliceAnswer, a: number, b: number): number {
  const [x, y] = [((a + 1) / 2) * columns - 0.5, ((b + 1) / 2) * rows - 0.5];
  const [i, j] = [Math.min(columns - 2, Math.max(0, Math.floor(x))), Math.min(rows - 2, Math.max(0, Math.floor(y)))];
  const [u, v] = [Math.min(1, Math.max(0, x - i)), Math.min(1, Math.max(0, y - j))];
  const at = (c: number, r: number) => values[r * columns + c]!;
  return (1 - v) * ((1 - u) * at(i, j) + u * at(i + 1, j)) + v * ((1 - u) * at(i, j + 1) + u * at(i + 1, j + 1));
}

/** What the pointer is over. */
function Reading({
  answer,
  plane,
  at,
  unit,
}: {
  answer: SliceAnswer;
  plane: Plane;
  at: readonly [number, number] | undefined;
  unit: string;
}) {
  if (!at)
    return (
      <span>
        {shown(answer.least)} … {shown(answer.most)} {unit}, root mean square {shown(answer.rms)}
      </span>
    );
  const place = pointOf(plane, ...at);
  return (
    <span>
      <b className="text-text">
        {shown(valueAt(answer, ...at))} {unit}
      </b>{' '}
      at {place.map((n) => n.toFixed(2).replace('-', '−')).join(', ')} m
    </span>
  );
}

/**
 * A slice as a map: dragged to move the plane in itself, with the wheel to take in more or less; the pointer reads
 * values.
 */
export function SliceMap({ answer }: { answer: SliceAnswer }) {
  const { plane, shows, streamlines, arrows, subject } = useSoundings();
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useRef<HTMLDivElement>(null);
  const [side, setSide] = useState(400);
  const [at, setAt] = useState<readonly [number, number]>();
  const rectangle = rectangleOf(plane);
  useEffect(() => {
    const sizes = new ResizeObserver(([entry]) =>
      setSide(Math.max(120, Math.floor(Math.min(entry!.contentRect.width, entry!.contentRect.height)))),
    );
    sizes.observe(box.current!);
    return () => sizes.disconnect();
  }, []);
  useEffect(() => {
    const ratio = Math.min(2, devicePixelRatio);
    const target = canvas.current!;
    target.width = target.height = side * ratio;
    const context = target.getContext('2d')!;
    context.scale(ratio, ratio);
    const image = document.createElement('canvas');
    [image.width, image.height] = [answer.columns, answer.rows];
    image.getContext('2d')!.putImageData(relief(answer, shows), 0, 0);
    context.imageSmoothingEnabled = shows !== 'zones';
    context.drawImage(image, 0, 0, side, side);
    const drawn = { answer, shows, arrows, streamlines, half: plane.half };
    drawContours(context, drawn, side);
    if (streamlines) drawStreamlines(context, drawn, side);
    if (arrows) drawArrows(context, drawn, side);
    if (shows === 'zones') drawZones(context, drawn, side);
  }, [answer, shows, arrows, streamlines, plane.half, side]);
  const place = (event: React.PointerEvent): readonly [number, number] => {
    const { left, top, width, height } = canvas.current!.getBoundingClientRect();
    return [((event.clientX - left) / width) * 2 - 1, 1 - ((event.clientY - top) / height) * 2];
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-1 p-3">
      <div ref={box} className="relative flex min-h-0 flex-1 justify-center">
        {!(answer.most > answer.least) && (
          <div
            role="status"
            className="night pointer-events-none absolute inset-x-0 top-4 z-10 grid justify-items-center gap-2"
          >
            <p className="bg-surround px-2">
              The same at every point of this plane: {shown(answer.most)} {answer.unit}
            </p>
            {subject.of !== 'stack' && (
              <button
                className="line-button pointer-events-auto bg-surround"
                onClick={() => setSounding({ subject: { of: 'stack' } })}
              >
                Show all fields together
              </button>
            )}
          </div>
        )}
        <canvas
          ref={canvas}
          role="img"
          aria-label={`Map of the slice: ${shows} from ${shown(answer.least)} to ${shown(answer.most)} ${answer.unit}`}
          data-testid="slice"
          className="night cursor-crosshair touch-none bg-surround"
          style={{ width: side, height: side }}
          onPointerMove={(event) => setAt(place(event))}
          onPointerLeave={() => setAt(undefined)}
          onPointerDown={(event) => {
            const { across, up, middle } = rectangle;
            followDrag(event, ({ dx, dy }) => {
              const [a, b] = [(-2 * dx) / side, (2 * dy) / side];
              const moved = mapVector(middle, (n, i) => Math.round((n + a * across[i]! + b * up[i]!) * 1000) / 1000);
              setSounding({ plane: { ...plane, middle: moved } });
            });
          }}
          onWheel={(event) => {
            const half = Math.min(1000, Math.max(0.05, plane.half * 1.1 ** Math.sign(event.deltaY)));
            setSounding({ plane: { ...plane, half: Number(half.toPrecision(3)) } });
          }}
        />
      </div>
      <p className="num flex justify-between text-second" aria-live="off">
        <Reading answer={answer} plane={rectangle} at={at} unit={answer.unit} />
        <span className="text-faint">
          {answer.columns} × {answer.rows} in {Math.round(answer.took)} ms
        </span>
      </p>
    </div>
  );
}
