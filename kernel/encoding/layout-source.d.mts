/** Every file that is made from the layout, by its path. */
export function layouts(): Readonly<Record<string, string>>;
