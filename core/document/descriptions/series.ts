import { describe } from '../parameters';

/** How an image or a grid of the scene that is a series goes through its files. */
export const seriesParameters = describe({
  seriesStart: {
    type: 'number',
    label: 'Series start',
    unit: 'f',
    default: 0,
    min: -1_000_000,
    max: 1_000_000,
    whole: true,
    usual: [0, 240],
    fixed: true,
    help: 'The frame of the first file of the series.',
  },
  framesEach: {
    type: 'number',
    label: 'Frames per file',
    unit: 'f',
    default: 1,
    min: 0.01,
    max: 10_000,
    usual: [0.5, 12],
    fixed: true,
    help: 'For how many frames each file of the series stands. Below 1 some are left out.',
  },
  outsideSeries: {
    type: 'choice',
    label: 'Outside the series',
    default: 'hold',
    options: [
      { value: 'hold', label: 'hold' },
      { value: 'repeat', label: 'repeat' },
      { value: 'to-and-fro', label: 'back and forth' },
    ],
    help: 'Before the first and after the last file that one stays, the series repeats, or it runs back and forth.',
  },
});
