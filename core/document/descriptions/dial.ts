import { describe } from '../parameters';

/** Numbers of a dial: a named number of the scene that formulas read. */
export const dialParameters = describe({
  value: {
    type: 'number',
    label: 'Value',
    unit: '',
    default: 0,
    usual: [-10, 10],
    help: 'What formulas read under its name.',
  },
  note: { type: 'text', label: 'Note', default: '', most: 200, help: 'What it is for, for who turns it.' },
  low: {
    type: 'number',
    label: 'From',
    unit: '',
    default: 0,
    fixed: true,
    usual: [-10, 10],
    help: 'What the dial spans from; a value outside is accepted.',
  },
  high: {
    type: 'number',
    label: 'To',
    unit: '',
    default: 1,
    fixed: true,
    usual: [-10, 10],
    help: 'What the dial spans to. Above where it spans from.',
  },
});
