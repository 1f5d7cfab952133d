// `npm run bench`: cost of fields, as JSON lines, next to a plain loop in the same run.
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from './build.mjs';
import { install } from './install.mjs';
import { root } from './run.mjs';

await install();
build();
await import(pathToFileURL(join(root, 'dist', 'node', 'bench.js')).href);
