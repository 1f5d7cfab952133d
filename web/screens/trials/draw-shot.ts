import type { ColourStop } from '../../../core/document/parameters';
import type { Scene } from '../../../core/document/scene';
import type { Shot } from './jobs';

type Rgb = readonly [number, number, number];

const CHALK: Rgb = [236, 230, 218];

function rgbOf(text: string): Rgb {
  const n = Number.parseInt(text.slice(1), 16);
  return [n >> 16, (n >> 8) & 255, n & 255];
}

/** The colour that each emitter’s particles have in the middle of their life, and that of the ground. */
export function coloursOf(scene: Scene): { readonly emitters: readonly Rgb[]; readonly ground: Rgb } {
  return {
    emitters: scene.emitters.map(({ look }) => {
      const ramp = look['colour'] as readonly ColourStop[] | undefined;
      const stop = ramp?.[Math.floor((ramp.length - 1) / 2)];
      return stop ? rgbOf(stop.colour) : CHALK;
    }),
    ground: rgbOf(scene.output.background),
  };
}

/** The width of a picture on which a particle is one pixel, in its own colour. */
const PLAIN_WIDTH = 140;

/**
 * The spot of a particle on a picture of that width: its side, pixels, and the part of the particle’s light that each of
 * them has. The picture is as bright at any size.
 */
export function spotOf(width: number): { readonly side: number; readonly light: number } {
  const side = Math.max(1, Math.round(width / PLAIN_WIDTH));
  return { side, light: (width / PLAIN_WIDTH / side) ** 2 };
}

/** Draws what the shot camera sees as points of light, as heavy as if all particles of a full cell were there. */
export function drawShot(
  canvas: HTMLCanvasElement,
  { points, counts }: Shot,
  { emitters, ground }: ReturnType<typeof coloursOf>,
  fine: number,
): void {
  const { width, height } = canvas;
  const context = canvas.getContext('2d')!;
  const image = context.createImageData(width, height);
  const { data } = image;
  for (let i = 0; i < data.length; i += 4) {
    data[i] = ground[0];
    data[i + 1] = ground[1];
    data[i + 2] = ground[2];
    data[i + 3] = 255;
  }
  // Few particles are drawn brighter.
  const { side: spot, light: spotLight } = spotOf(width);
  const light = spotLight * Math.min(1, 0.3 / Math.max(0.15, fine));
  let n = 0;
  counts.forEach((count, e) => {
    const [red, green, blue] = emitters[e]!.map((c) => c * light) as [number, number, number];
    for (let k = 0; k < count; k++, n++) {
      const x = (points[2 * n]! * width) >> 16;
      const y = (points[2 * n + 1]! * height) >> 16;
      for (let dy = 0; dy < spot && y + dy < height; dy++)
        for (let dx = 0; dx < spot && x + dx < width; dx++) {
          const at = 4 * ((y + dy) * width + x + dx);
          // A clamped array holds what is too bright at 255.
          data[at]! += red;
          data[at + 1]! += green;
          data[at + 2]! += blue;
        }
    }
  });
  context.putImageData(image, 0, 0);
}
