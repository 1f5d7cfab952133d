import { GATE_VARIABLES } from '../gates/variables';
import { FUNCTIONS } from '../../lib/formula/functions';
import { CONSTANTS, WORD_SIGNS } from '../../lib/formula/parse';
import { MASK_VARIABLES } from '../masks/variables';
import { PARTICLE_VARIABLES } from '../contracts/particle-variables';

const WORDS: readonly string[] = [...WORD_SIGNS, ...Object.keys(CONSTANTS), ...Object.keys(FUNCTIONS)];

/** Whether the language uses a name itself, so that no dial can have it. */
export function isTakenByLanguage(name: string): boolean {
  return (
    WORDS.includes(name) || [...PARTICLE_VARIABLES, ...GATE_VARIABLES, ...MASK_VARIABLES].some((v) => v.name === name)
  );
}
