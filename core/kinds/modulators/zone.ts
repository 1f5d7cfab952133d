import { describe } from '../../document/parameters';
import { defineModulator, amountParameters } from './modulator';

const parameters = describe({
  zone: { type: 'reference', to: 'zone', label: 'Zone', default: '', help: 'One of the scene’s zones.' },
  side: {
    type: 'choice',
    label: 'Acts on particles',
    default: 'inside',
    options: [
      { value: 'inside', label: 'inside' },
      { value: 'outside', label: 'outside' },
    ],
    help: 'The particles that the field acts on.',
  },
  ...amountParameters('', 0, 1, false),
});

/** ν is 1 for particles that a zone has sorted to it, else 0; or the other way round. */
export const zone = defineModulator({
  kind: 'zone',
  label: 'zone',
  summary: 'Lets a field act on particles inside or outside a zone only.',
  formula: 'w ← w·(1 − a·(1 − ν)), ν = 1 in the zone',
  source: 'common practice, no source',
  parameters,
  examples: [
    { values: { zone: 'b' }, zones: ['a', 'b'], zone: 2, value: 1 },
    { values: { zone: 'b' }, zones: ['a', 'b'], zone: 1, value: 0 },
    { values: { zone: 'b', side: 'outside' }, zones: ['a', 'b'], zone: 0, value: 1 },
  ],
  compile({ values, zones }) {
    const { zone: id, side } = values;
    const number = zones.indexOf(id) + 1;
    const [within, without] = side === 'inside' ? [1, 0] : [0, 1];
    return ({ block: { count, zone: sorted } }, out) => {
      for (let i = 0; i < count; i++) out[i] = number > 0 && sorted[i] === number ? within : without;
    };
  },
  broken: ({ values }) => (values.zone === '' ? 'no zone is chosen' : undefined),
});
