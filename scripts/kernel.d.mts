export function compiled(): string;
