import type { Scene } from '../../core/document/scene';
import { openingLayout, type OpeningLayout } from '../../formats/opening-layout';

/**
 * The opening of the shot: pictures of its first frames, kept with the scene. They stand in the view until it draws the
 * scene itself.
 */
export class Opening {
  private drawn = false;

  private constructor(
    private readonly sheet: ImageBitmap,
    private readonly layout: OpeningLayout,
  ) {}

  /** Reads a kept opening; undefined where it was drawn for another size or length of the shot. */
  static async read(kept: Blob, scene: Scene): Promise<Opening | undefined> {
    const sheet = await createImageBitmap(kept);
    const layout = openingLayout(scene);
    const fits = sheet.width === layout.width && sheet.height === layout.height * layout.count;
    return fits ? new Opening(sheet, layout) : undefined;
  }

  /** Whether it shows the frame, now that it is on the screen. */
  shows(frame: number): boolean {
    return this.drawn && this.has(frame);
  }

  private has(frame: number): boolean {
    const at = frame - this.layout.first;
    return at >= 0 && at < this.layout.count;
  }

  /** Draws a frame of it; any other frame leaves the canvas as it is. */
  draw(frame: number, canvas: HTMLCanvasElement): void {
    if (!this.has(frame)) return;
    this.drawn = true;
    const { width, height, first } = this.layout;
    if (canvas.width !== width || canvas.height !== height) [canvas.width, canvas.height] = [width, height];
    canvas.getContext('2d')?.drawImage(this.sheet, 0, (frame - first) * height, width, height, 0, 0, width, height);
  }
}
