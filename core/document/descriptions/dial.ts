import { describe } from '../parameters';

/** Numbers of a dial: a named number of the scene that formulas read. */
export const dialParameters = describe({
  value: {
    type: 'number',
    label: 'Value',
    unit: '',
    default: 0,
    usual: [-10, 10],
    help: 'The number that formulas read under the dial’s name.',
  },
  note: { type: 'text', label: 'Note', default: '', most: 200, help: 'A reminder of the dial’s purpose.' },
  low: {
    type: 'number',
    label: 'Minimum',
    unit: '',
    default: 0,
    fixed: true,
    usual: [-10, 10],
    help: 'The lower end of the dial’s range. Values outside the range are accepted.',
  },
  high: {
    type: 'number',
    label: 'Maximum',
    unit: '',
    default: 1,
    fixed: true,
    usual: [-10, 10],
    help: 'The upper end of the dial’s range. Above the minimum.',
  },
});
