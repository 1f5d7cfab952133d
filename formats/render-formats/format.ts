/** Bits of a channel. */
export type BitsName = '8' | '16' | 'half' | 'float';

/** A way to write a render. */
export interface RenderFormat {
  /** The word for it at the terminal and in what is kept of a render. */
  readonly name: string;
  /** The name in menus. */
  readonly label: string;
  /** Without the dot. */
  readonly extension: string;
  /** The media type. */
  readonly type: string;
  /** What a file holds, in one sentence for the docs. */
  readonly summary: string;
  /** Whether each frame is a file of its own. */
  readonly frames: boolean;
  /** Whether it can leave the background out. */
  readonly alpha: boolean;
  /** Bits of a channel that can be chosen, the usual ones first; none where there is no choice. */
  readonly bits: readonly BitsName[];
  /** Whether colours are written as linear light, without the curve of a screen. */
  readonly linear: boolean;
  /** Whether it can hold depth, velocity and number beside the colours. */
  readonly layers: boolean;
  /** Whether width and height must be even. */
  readonly evenSize: boolean;
  /** How the browser puts the pictures of a render together. */
  readonly packs: 'zip' | 'video' | 'gif' | 'apng';
}

/** A render format with all that most formats have not. */
export const defineRenderFormat = (
  format: Omit<RenderFormat, 'alpha' | 'bits' | 'linear' | 'layers' | 'evenSize'> & Partial<RenderFormat>,
): RenderFormat => ({ alpha: false, bits: [], linear: false, layers: false, evenSize: false, ...format });
