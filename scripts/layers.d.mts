/** Every breach of the plan of the house, as a line of text. */
export function breaches(): string[];
/** Files that import themselves through others, a list each. */
export function cyclesIn(graph: ReadonlyMap<string, readonly string[]>): string[][];
