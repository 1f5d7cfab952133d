/** A number of things, in words: `1 point`, `3 points`. */
export const counted = (n: number, noun: string): string => `${n} ${noun}${n === 1 ? '' : 's'}`;
