import { describe } from '../../document/parameters';
import { faultOf, readFormula } from '../../lib/formula/formula';
import { namesVelocity, ParticleInputs, particleNames } from '../contracts/particle-variables';
import { defineModulator, amountParameters } from './modulator';

const parameters = describe({
  formula: {
    type: 'text',
    label: 'Formula',
    default: '0.5 + 0.5 × cos(6 × d − 3 × time)',
    most: 1000,
    formula: 'particle',
    help: `A number. Names: ${particleNames([]).join(', ')}, and the dials; velocities are along the axes of the world.`,
  },
  ...amountParameters('', 0, 1, false),
});

/**
 * ν is a formula of distance, time, place, and the particle's own age, speed and key. What can't be read leaves the
 * weight alone.
 */
export const formula = defineModulator({
  kind: 'formula',
  label: 'formula',
  summary: 'Any formula of distance, time and position, and of the particle’s age, speed and number.',
  formula: 'w ← w·(1 − a·(1 − ν)), ν the formula',
  source: 'common practice, no source',
  parameters,
  examples: [{ values: { formula: 'd / 10 + x' }, where: [0.5, 0, 0], distance: 5, value: 1 }],
  compile({ values, fps, dials }) {
    const text = values.formula;
    const names = particleNames(dials.names);
    if (faultOf(text, names)) return (_sight, out) => void out.fill(1);
    const read = readFormula(text, names);
    const inputs = new ParticleInputs(dials.names.length);
    return ({ where, distance, strength, block, frame, notes }, out) => {
      // oxlint-disable-next-line unicorn/no-array-fill-with-reference-type -- not the fill of an array
      inputs.fill([read], { block, where, velocity: block.velocity, distance, strength, fps, dials: dials.at(frame) });
      read.run(inputs.columns, block.count, out, notes);
    };
  },
  heedsVelocity: (values) => namesVelocity(values.formula),
  broken({ values, dials }) {
    const fault = faultOf(values.formula, particleNames(dials.names));
    return fault && `its formula can’t be read: ${fault}`;
  },
});
