// Makes the layouts of kernel/encoding/layout-source.mjs, compiles kernel/assembly/kernel.ts and writes it as kernel/running/wasm.ts:
// the same bytes in a page, in Node.js and in tests.
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { layouts } from '../kernel/encoding/layout-source.mjs';
import { root, run } from './run.mjs';

/** The text of kernel/running/wasm.ts, compiled now. */
export function compiled() {
  const out = join(mkdtempSync(join(tmpdir(), 'kernel-')), 'kernel.wasm');
  const options = [
    '-O3',
    '--runtime',
    'stub',
    '--enable',
    'simd',
    '--noAssert',
    '--converge',
    '--enable',
    'threads',
    '--importMemory',
    '--sharedMemory',
    '--initialMemory',
    '16',
    '--maximumMemory',
    '65536',
    '--memoryBase',
    '196608',
  ];
  run(process.execPath, [
    join(root, 'node_modules', 'assemblyscript', 'bin', 'asc.js'),
    'kernel/assembly/kernel.ts',
    ...options,
    '--outFile',
    out,
  ]);
  const base64 = readFileSync(out).toString('base64');
  return `/** kernel/assembly/kernel.ts, compiled by \`npm run kernel\`. */\nexport const KERNEL =\n  '${base64}';\n`;
}

if (process.argv[1] === import.meta.filename) {
  for (const [path, text] of Object.entries(layouts())) writeFileSync(join(root, path), text);
  writeFileSync(join(root, 'kernel', 'running', 'wasm.ts'), compiled());
}
