const cell = (text: string) => text.replaceAll('|', '\\|').replaceAll('\n', ' ');
const row = (cells: readonly string[]) => `| ${cells.map(cell).join(' | ')} |`;

/** A table in Markdown; a bar or a line break in a cell does not end the cell. */
export const table = (heading: readonly string[], rows: readonly (readonly string[])[]): string =>
  [row(heading), row(heading.map(() => '---')), ...rows.map(row)].join('\n');
