import type { Texture } from 'three';
import { imageTexture } from './image-textures';

/** The image of a look as a texture: of a series the picture of the moment, or the last one until that is loaded. */
export class ShownImage {
  private image = '';
  private shown: (hash: string) => string = (hash) => hash;
  /** The picture that was there last. */
  private last = '';

  /** Takes the content hash of the image; empty for none. */
  set(hash: string): void {
    if (hash !== this.image) this.last = hash;
    this.image = hash;
  }

  /** Takes the picture that each image shows now. */
  show(shown: (hash: string) => string): void {
    this.shown = shown;
  }

  get isSet(): boolean {
    return this.image !== '';
  }

  /** The texture; undefined until there is one. */
  get texture(): Texture | undefined {
    if (!this.isSet) return undefined;
    const now = this.shown(this.image);
    const texture = imageTexture(now);
    if (texture) this.last = now;
    return texture ?? imageTexture(this.last) ?? imageTexture(this.image);
  }
}
