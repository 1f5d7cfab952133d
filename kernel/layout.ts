/** Where things lie in the memory of the kernel, bytes; the same numbers stand in assembly/kernel.ts. */
export const TABLE = 1024;
export const PLACES = [4096, 8192, 12288] as const;
export const OUT = [16384, 20480, 24576] as const;
/** Floats of a column. */
export const COLUMN = 1024;
