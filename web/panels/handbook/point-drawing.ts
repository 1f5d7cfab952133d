import { strandRows } from '../../../core/kinds/bodies/curves';
import { falloffShapes } from '../../../core/kinds/falloff-shapes';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import type { Vector } from '../../../core/lib/math/vector';
import { boxEdges, type Outline } from '../../../core/lib/geometry/outline';
import type { Scene } from '../../../core/document/scene';
import { motionOf, type Motion } from '../../../core/document/keys/motion';
import { outward, WORLD, type Similarity } from '../../../core/lib/math/similarity';
import { resourcesOf } from '../../../core/scene/resources';
import { colliderShapes } from '../../../core/kinds/colliders';
import type { Simulation } from '../../../core/sim/step/simulation';
import { HEIGHT, WIDTH, type Drawing } from './drawing';

/** A point of the scene on the picture: seen from the front, a little from above and the side. */
function onPicture([x, y, z]: Vector): readonly [number, number] {
  const across = 0.94 * x + 0.34 * z;
  const towards = -0.34 * x + 0.94 * z;
  const scale = 520 / Math.max(0.5, 5.2 - 0.97 * towards - 0.24 * y);
  return [WIDTH / 2 + across * scale, HEIGHT / 2 - (0.97 * y - 0.24 * towards) * scale];
}

interface DrawnLines {
  readonly lines: Outline;
  readonly at: Similarity;
  readonly dashed: boolean;
}

function outlinesOf(scene: Scene): DrawnLines[] {
  const { on, size, centre } = scene.bounds;
  const box: DrawnLines[] = on ? [{ lines: boxEdges(...size), at: { ...WORLD, position: centre }, dashed: false }] : [];
  const ofFields = scene.fields.flatMap((field): DrawnLines[] => {
    const kind = falloffShapes.get(field.falloff.kind);
    const { inner, outer } = field.falloff as { inner?: number; outer?: number };
    const at = motionOf([], field).at(scene.time.first);
    const own = {
      lines: fieldKinds.get(field.settings.kind).view?.outline?.(field.settings, field.falloff) ?? [],
      at,
      dashed: false,
    };
    if (!kind.bounded) return [own];
    return [
      own,
      { lines: kind.outline(field.falloff, inner!), at, dashed: false },
      { lines: kind.outline(field.falloff, outer!), at, dashed: true },
    ];
  });
  const resources = resourcesOf(scene, new Map());
  const ofColliders = scene.colliders.map(
    (collider): DrawnLines => ({
      lines: colliderShapes.get(collider.shape.kind).outline(collider.shape, resources),
      at: motionOf([], collider).at(scene.time.first),
      dashed: false,
    }),
  );
  return [...box, ...ofFields, ...ofColliders];
}

/** Parts of a picture that stay the same while its scene runs. */
interface Still {
  readonly outlines: readonly DrawnLines[];
  readonly motion: Motion;
}

function draw(context: CanvasRenderingContext2D, { outlines, motion }: Still, run: Simulation): void {
  context.fillStyle = '#0f0e0d';
  context.fillRect(0, 0, WIDTH, HEIGHT);
  context.strokeStyle = 'rgba(242, 200, 75, 0.4)';
  for (const { lines, at, dashed } of outlines) {
    context.setLineDash(dashed ? [3, 4] : []);
    for (const line of lines) {
      context.beginPath();
      for (const p of line) context.lineTo(...onPicture(outward(at, p)));
      context.stroke();
    }
  }
  const moved = motion.at(run.frame);
  context.fillStyle = '#ece6da';
  context.setLineDash([]);
  context.strokeStyle = '#ece6da';
  for (const { columns, count, id, points } of run.populations) {
    const at = (i: number) => onPicture(outward(moved, [columns.x[i]!, columns.y[i]!, columns.z[i]!]));
    if (run.scene.emitters[0]!.body.kind === 'strands')
      for (const row of strandRows(id, count, points)) {
        context.beginPath();
        for (const slot of row) context.lineTo(...at(slot));
        context.stroke();
      }
    for (let i = 0; i < count; i++) {
      const [x, y] = at(i);
      context.fillRect(x - 1, y - 1, 2, 2);
    }
  }
}

/** Particles as points, with the outlines of all that acts on them: quick, and to the point where motion is meant. */
export function pointDrawing(canvas: HTMLCanvasElement): Drawing {
  const context = canvas.getContext('2d')!;
  const ratio = Math.min(2, window.devicePixelRatio);
  [canvas.width, canvas.height] = [WIDTH * ratio, HEIGHT * ratio];
  context.scale(ratio, ratio);
  let still: Still | undefined;
  return {
    setScene: (scene) => (still = { outlines: outlinesOf(scene), motion: motionOf([], scene.sceneTransform) }),
    take: () => undefined,
    draw: (run) => still && draw(context, still, run),
    dispose: () => undefined,
  };
}
