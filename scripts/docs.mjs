// `npm run docs`: writes docs/scene-format.md, docs/settings.md and docs/file-formats.md from the descriptions.
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from './build.mjs';
import { install } from './install.mjs';
import { root } from './run.mjs';

await install();
build();
await import(pathToFileURL(join(root, 'dist', 'node', 'docs.js')).href);
