/** A formula to begin with. */
interface FormulaExample {
  readonly name: string;
  readonly text: string;
}

/** Formulas to begin with, by whose names they may use. */
export const FORMULA_EXAMPLES: Readonly<Record<'gate' | 'particle' | 'mask', readonly FormulaExample[]>> = {
  gate: [
    { name: 'two frames of every twelve', text: 'mod(frame, 12) < 2' },
    { name: 'the second half of the shot', text: 'frame >= (first + last) / 2' },
    { name: 'at random, one frame in four', text: 'random(frame) < 0.25' },
    { name: 'a second on, half a second off', text: 'mod(time, 1.5) < 1' },
  ],
  mask: [
    { name: 'rings', text: '0.5 + 0.5 × cos(12 × sqrt(x^2 + z^2))' },
    { name: 'stripes across', text: 'mod(4 × x, 1) < 0.5' },
    { name: 'what lies flat', text: 'ny' },
    { name: 'a front that moves along X', text: 'x < 0.5 × time − 1' },
  ],
  particle: [
    { name: 'rings about Y', text: 'r = sqrt(x^2 + z^2)\n0.5 + 0.5 × cos(8 × r)' },
    { name: 'waves that run outward', text: '0.5 + 0.5 × sin(6 × d − 3 × time)' },
    { name: 'only the young', text: '1 − smoothstep(0, 0.5 × life, age)' },
    { name: 'slow ones more', text: '1 / (1 + speed)' },
    { name: 'every third particle', text: 'mod(number, 3) == 0' },
    { name: 'drifting patches', text: '0.5 + 0.5 × noise(x, y, z − 0.4 × time)' },
    { name: 'a round membrane', text: 'r = sqrt(x^2 + z^2)\nbesselj(2, 5.1356 × r) × cos(2 × atan2(z, x))' },
    { name: 'a pulse a second', text: 't = mod(time, 1)\nexp(−6 × t)' },
  ],
};
