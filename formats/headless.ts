import type { RenderSettings } from './render-settings';

/** What the program at the terminal asks for. */
export interface HeadlessJob {
  readonly scene: string;
  readonly settings: RenderSettings;
  readonly size: { readonly width: number; readonly height: number } | undefined;
  readonly samples: number | undefined;
}

/** What it is told: each file in parts as base64, so that none is too long for one message. */
export interface HeadlessPart {
  /** The number of the picture in the render; −1 for a clip. */
  readonly index: number;
  readonly part: string;
  readonly last: boolean;
  readonly note: string;
  /** Where the file of a picture stands in the folder of the render. */
  readonly path: string;
}
