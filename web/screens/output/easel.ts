import type { Assets } from '../../../core/document/assets';
import type { Scene } from '../../../core/document/scene';
import { Picture } from '../../view/picture';

/** How often in a row a picture is begun anew, and how long it is waited before that, milliseconds. */
const TRIES = 5;
const WAIT = 400;

/** A canvas to draw the pictures of a render on; another is taken where the machine has taken the graphics away. */
export class Easel {
  private canvas!: HTMLCanvasElement;
  private picture!: Picture;

  constructor(
    private readonly scene: Scene,
    private readonly assets: Assets,
    private readonly size: { readonly width: number; readonly height: number },
  ) {
    this.setUp();
  }

  /** Draws and reads one picture; from its beginning again, where the graphics were lost in the meantime. */
  async draw<T>(work: (picture: Picture) => T): Promise<T & { canvas: HTMLCanvasElement }> {
    for (let attempt = 1; ; attempt++) {
      const made = this.isLost ? undefined : work(this.picture);
      if (made !== undefined && !this.isLost) return { ...made, canvas: this.canvas };
      if (attempt >= TRIES)
        throw new Error('the graphics of this machine were lost repeatedly; finished pictures are kept, resume later');
      await new Promise((later) => setTimeout(later, WAIT * attempt));
      this.picture.dispose();
      this.setUp();
    }
  }

  dispose(): void {
    this.picture.dispose();
  }

  private get isLost(): boolean {
    return this.picture.renderer.getContext().isContextLost();
  }

  private setUp(): void {
    this.canvas = document.createElement('canvas');
    this.picture = new Picture(this.canvas);
    this.picture.setSize(this.size.width, this.size.height);
    this.picture.setScene(this.scene, this.assets);
  }
}
