/** Seeds are whole numbers of 32 bits. */
export const seed = {
  type: 'number',
  label: 'Seed',
  unit: '',
  default: 1,
  min: 0,
  max: 4294967295,
  whole: true,
  seed: true,
  usual: [0, 999],
} as const;
