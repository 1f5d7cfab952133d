import { table } from './markdown';
import { particleFormats } from './particle-formats';
import { readable, type ReadableFile } from './readable';
import { renderFormats } from './render-formats';

/** The page docs/file-formats.md, made from the registries of formats. */
export function fileFormatsDoc(): string {
  const sorts: readonly ReadableFile[] = Object.values(readable);
  return `# File formats

This page is made by \`npm run docs\` from the formats themselves; a test holds the two together. [Adding a file format](adding-a-file-format.md)
shows how another is added.

## Renders

${table(
  ['name', 'in menus', 'extension', 'a file holds', 'alpha', 'bits'],
  renderFormats.map((f) => [
    `\`${f.name}\``,
    f.label,
    `.${f.extension}`,
    f.summary,
    f.alpha ? 'yes' : 'no',
    f.bits.join(', '),
  ]),
)}

## Particles

${table(
  ['name', 'in menus', 'extension', 'a file holds', 'a file for'],
  particleFormats.map((f) => [
    `\`${f.name}\``,
    f.label,
    `.${f.extension}`,
    f.summary,
    f.per === 'frame' ? 'each frame' : 'the whole run',
  ]),
)}

## Files that are read

${table(
  ['files', 'extensions', 'what is taken'],
  sorts.map((f) => [f.label, f.extensions.map((e) => `.${e}`).join(' '), f.summary]),
)}
`;
}
