import { describe } from '../../document/parameters';
import { spotParameters, turnedParameter, type LookKind } from './look';

const sheet = (v: Readonly<Record<string, unknown>>) => Number(v['columns']) * Number(v['rows']) > 1;

const parameters = describe({
  ...spotParameters,
  blend: { ...spotParameters.blend, default: 'normal' },
  colour: {
    ...spotParameters.colour,
    default: [{ at: 0, colour: '#ffffff' }],
    help: 'Multiplies the colours of the image.',
  },
  image: {
    type: 'image',
    label: 'Image',
    default: '',
    help: 'An image, or a sheet of several images.',
  },
  columns: {
    type: 'number',
    label: 'Columns',
    unit: '',
    default: 1,
    min: 1,
    max: 64,
    usual: [1, 8],
    whole: true,
    fixed: true,
    help: 'The number of columns of the sheet.',
  },
  rows: {
    type: 'number',
    label: 'Rows',
    unit: '',
    default: 1,
    min: 1,
    max: 64,
    usual: [1, 8],
    whole: true,
    fixed: true,
    help: 'The number of rows of the sheet, read from the top left.',
  },
  frames: {
    type: 'choice',
    label: 'Image by',
    default: 'age',
    options: [
      { value: 'age', label: 'age' },
      { value: 'rate', label: 'time' },
      { value: 'speed', label: 'speed' },
      { value: 'number', label: 'random' },
    ],
    help: 'Chooses the image of each particle.',
    shown: sheet,
  },
  rate: {
    type: 'number',
    label: 'Images per second',
    unit: '1/s',
    default: 12,
    min: 0,
    max: 1000,
    usual: [1, 60],
    help: 'The playback rate of the sheet, from the birth of a particle.',
    shown: (v) => sheet(v) && v['frames'] === 'rate',
  },
  turned: turnedParameter,
});

/** An image that faces the camera. */
export const picture: LookKind = {
  kind: 'picture',
  label: 'image',
  summary: 'An image, or one from a sheet, that faces the camera.',
  parameters,
  softness: 0,
  turns: false,
};

/** What of a sheet does not come out in whole pixels, in words; undefined where it does. */
export function sheetFault(
  { columns, rows }: { readonly columns: number; readonly rows: number },
  image: { readonly name: string; readonly width: number; readonly height: number },
): string | undefined {
  const parts = [
    ...(image.width % columns === 0
      ? []
      : [`${columns} columns leave ${image.width % columns} of its ${image.width} pixels over`]),
    ...(image.height % rows === 0
      ? []
      : [`${rows} rows leave ${image.height % rows} of its ${image.height} pixels over`]),
  ];
  return parts.length > 0 ? `“${image.name}” is no sheet of ${columns} × ${rows}: ${parts.join(', ')}.` : undefined;
}
