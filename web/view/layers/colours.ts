import { Color, LinearSRGBColorSpace } from 'three';

/** A colour of the interface as it is written to the canvas, without conversion. */
function written(colour: string): Color {
  return new Color().setStyle(colour, LinearSRGBColorSpace);
}

/** Colours of guides: those of the interface's tokens. */
export const GUIDE = {
  rule: written('#38352f'),
  faint: written('#6d665b'),
  second: written('#b3aa9b'),
  lamp: written('#f2c84b'),
} as const;
