import { defineCurve } from './profile';

/** p = (core / max(d, core))² · (1 − s⁴)²: the law of light and gravity, brought to 0 at the reach. */
export const inverseSquare = defineCurve({
  kind: 'inverse-square',
  label: 'inverse square',
  summary: 'Like light from a lamp of the size of the core, brought to nothing at the reach. Needs a core above 0.',
  formula: 'p = (core / max(d, core))² · (1 − s⁴)²',
  source: 'inverse square law, textbook physics; brought to 0 at the reach',
  parameters: {},
  needsCore: true,
  compile: () => (s, d, core) => {
    const near = core / Math.max(d, core);
    const end = 1 - s * s * s * s;
    return near * near * end * end;
  },
});
