import { formatOf } from './render-formats';
import type { BitsName } from './render-formats/format';

/** What stands for what is behind the particles. */
export type AlphaName = 'none' | 'straight' | 'premultiplied';

/** Which pictures are drawn of a frame. */
export type SplitName = 'together' | 'emitters' | 'both';

/** How a render is written. */
export interface RenderSettings {
  /** The name of a render format. */
  readonly format: string;
  readonly bits: BitsName;
  readonly alpha: AlphaName;
  readonly from: number;
  readonly through: number;
  /** Every how many frames one is drawn. */
  readonly every: number;
  /** Whether OpenEXR pictures hold depth, velocity and number of what is seen nearest. */
  readonly layers: boolean;
  /** All emitters in one picture, each in one of its own, or both. */
  readonly split: SplitName;
  /** The id of the bake whose frames are drawn; empty where they are simulated. */
  readonly bake: string;
  /** The name of its files without extension: a row of # stands for the frame, with as many digits. */
  readonly pattern: string;
}

/** What each kind of alpha means, in words. */
export const ALPHA_WORDS: Readonly<Record<AlphaName, string>> = {
  none: 'The background fills what the particles leave.',
  straight:
    'The background is left out, and colours are not multiplied by alpha. Added light covers nothing: its alpha is its brightest channel, so that over black it looks the same.',
  premultiplied:
    'The background is left out, and colours are multiplied by alpha. Added light has no alpha: laid over a picture with “premultiplied” it is added.',
};

/** Settings as their format allows them. */
export function fitting(settings: RenderSettings): RenderSettings {
  const { bits, alpha } = settings;
  const format = formatOf(settings.format);
  const straight = alpha === 'none' ? 'none' : 'straight';
  return {
    ...settings,
    layers: settings.layers && format.layers,
    split: format.frames ? settings.split : 'together',
    bits: format.bits.includes(bits) ? bits : (format.bits[0] ?? '8'),
    alpha: !format.alpha ? 'none' : format.frames ? alpha : straight,
  };
}

/** A picture that is drawn of each frame: of all emitters, or of one. */
export interface PicturePart {
  /** The folder that its files stand in; empty for none. */
  readonly folder: string;
  /** The place of its emitter in the scene; undefined for all. */
  readonly emitter: number | undefined;
}

/** The pictures that are drawn of each frame, in order: emitters that are not in renders have none. */
function partsOf(
  { split, format }: Pick<RenderSettings, 'split' | 'format'>,
  emitters: readonly NamedEmitter[],
): PicturePart[] {
  const whole: PicturePart = { folder: '', emitter: undefined };
  if (split === 'together' || !formatOf(format).frames) return [whole];
  const taken = new Set<string>();
  const own = emitters.flatMap(({ name, rendered }, emitter): PicturePart[] => {
    if (!rendered) return [];
    const stem =
      name
        .trim()
        .toLowerCase()
        .replace(/[^\p{L}\p{N}]+/gu, '-')
        .replace(/^-|-$/g, '') || `emitter-${emitter + 1}`;
    const folder = taken.has(stem) ? `${stem}-${emitter + 1}` : stem;
    taken.add(folder);
    return [{ folder, emitter }];
  });
  return split === 'both' ? [whole, ...own] : own.length > 0 ? own : [whole];
}

interface NamedEmitter {
  readonly name: string;
  readonly rendered: boolean;
}

/** The frames of a render, in order. */
export const framesOf = ({ from, through, every }: Pick<RenderSettings, 'from' | 'through' | 'every'>): number[] =>
  Array.from({ length: Math.floor((through - from) / every) + 1 }, (_, i) => from + i * every);

/** One picture of a render. */
export interface PlannedPicture extends PicturePart {
  readonly frame: number;
}

/** All pictures of a render, in the order in which they are drawn: frame by frame. */
export function picturesOf(settings: RenderSettings, emitters: readonly NamedEmitter[]): PlannedPicture[] {
  const parts = partsOf(settings, emitters);
  return framesOf(settings).flatMap((frame) => parts.map((part) => ({ ...part, frame })));
}

/** Where the file of a picture stands among those of its render. */
export const pathOf = ({ pattern, format }: RenderSettings, { folder, frame }: PlannedPicture): string =>
  `${folder && `${folder}/`}${fileNameOf(pattern, frame, formatOf(format).extension)}`;

/** A name whose last row of # is a frame, with as many digits; the name itself where it has none. */
export const numbered = (name: string, frame: number): string =>
  name.replace(/#+(?!.*#)/, (row) => `${frame < 0 ? '-' : ''}${String(Math.abs(frame)).padStart(row.length, '0')}`);

/** The name of a frame's file: the last row of # is the frame; without one it stands at the end, with four digits. */
export const fileNameOf = (pattern: string, frame: number, extension: string): string =>
  `${numbered(pattern.includes('#') ? pattern : `${pattern}_####`, frame)}.${extension}`;

/** The name of a clip's file: the pattern without the row of #. */
export const clipNameOf = (pattern: string, extension: string): string =>
  `${pattern.replace(/[_.-]?#+/g, '') || 'clip'}.${extension}`;

/** Characters that no file name may have everywhere. */
const UNFIT = /[\\/:*?"<>|\p{Cc}]/u;

/** A sentence where a pattern can't name files; undefined where it can. */
export const patternFault = (pattern: string): string | undefined =>
  pattern.trim() === '' || pattern.length > 100 || UNFIT.test(pattern)
    ? `The name is “${pattern}”. Use 1 to 100 characters without \\ / : * ? " < > |, with # for the digits of the frame.`
    : undefined;
