// AssemblyScript: a stack of fields and its step for up to 1024 particles, four at a time in 32-bit floats. Where columns stand in memory is said by kernel/layout.ts.
export * from './noise';
export * from './fields';
export * from './stack';
export * from './step';
