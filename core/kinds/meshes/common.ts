/** A length of a mesh made by code. */
export const length = (label: string, value: number, help: string) =>
  ({
    type: 'number',
    label,
    unit: 'm',
    default: value,
    min: 0,
    above: true,
    max: 10000,
    usual: [0.1, 10],
    help,
  }) as const;

/** How fine a mesh made by code is. */
export const detail = {
  type: 'number',
  label: 'Detail',
  unit: '',
  default: 24,
  min: 3,
  max: 400,
  whole: true,
  usual: [8, 128],
  help: 'The number of cells along a side. More are smoother.',
} as const;
