import { describe, type ValuesOf } from '../describe/parameters';
import { faultOf, readFormula } from '../formula/formula';
import { amountParameters, type ModulatorKind } from './modulator';

/** Names a formula of a modulator may use. */
export const MODULATOR_VARIABLES = ['x', 'y', 'z', 'd', 'age', 'life', 'speed', 'time', 'frame', 'strength', 'key'] as const;

const parameters = describe({
  formula: {
    type: 'text',
    label: 'Formula',
    default: '0.5 + 0.5 × cos(6 × d − 3 × time)',
    most: 1000,
    formula: true,
    help: `A number. Names: ${MODULATOR_VARIABLES.join(', ')}; d is the distance to the extent, x, y, z the place in its frame.`,
  },
  ...amountParameters('', 0, 1, false),
});

/** ν is a formula of distance, time, place, and the particle's own age, speed and key. What can't be read leaves the weight alone. */
export const formula: ModulatorKind = {
  kind: 'formula',
  label: 'formula',
  summary: 'Any expression of distance and time, of place, and of the particle’s own age, speed and key.',
  formula: 'w ← w·(1 − a·(1 − ν)), ν the formula',
  source: 'common practice, no source',
  parameters,
  compile({ values, fps }) {
    const text = (values as ValuesOf<typeof parameters>).formula;
    if (faultOf(text, MODULATOR_VARIABLES)) return (_sight, out) => void out.fill(1);
    const read = readFormula(text, MODULATOR_VARIABLES);
    const notes = { notFinite: 0 };
    const at = new Float64Array(MODULATOR_VARIABLES.length);
    return ({ where, distance, strength, block: { count, time, age, life, id, velocity } }, out) => {
      for (let i = 0; i < count; i++) {
        const { x, y, z } = velocity;
        at[0] = where.x[i]!;
        at[1] = where.y[i]!;
        at[2] = where.z[i]!;
        at[3] = distance[i]!;
        at[4] = age[i]!;
        at[5] = life[i]!;
        at[6] = Math.sqrt(x[i]! * x[i]! + y[i]! * y[i]! + z[i]! * z[i]!);
        at[7] = time[i]!;
        at[8] = time[i]! * fps;
        at[9] = strength;
        at[10] = id[i]!;
        out[i] = read(at, notes);
      }
    };
  },
  broken({ values }) {
    const fault = faultOf((values as ValuesOf<typeof parameters>).formula, MODULATOR_VARIABLES);
    return fault && `its formula can’t be read: ${fault}`;
  },
};
