// AssemblyScript: a stack of fields and its step, four particles at a time in 32-bit floats, by a program that stands
// in memory (program.ts; kernel/encoding/program.ts writes it).
export { prepare } from './numbers';
export { spawn } from './births';
export { remember, sift, span } from './contacts';
export { look } from './others';
export { step, sum } from './step';
