// Holds the imports of each layer against the arrows between layers, and keeps inexact functions out of the simulation.
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative, resolve, dirname } from 'node:path';
import { root } from './run.mjs';

/** Which layers each layer may import. */
const KNOWS = {
  core: [],
  kernel: ['core'],
  engine: ['core', 'kernel'],
  formats: ['core'],
  server: ['core', 'engine', 'formats'],
  web: ['core', 'kernel', 'engine', 'formats'],
  cli: ['core', 'kernel', 'engine', 'formats'],
  bench: ['core', 'engine', 'kernel'],
};

/** Where a last bit of difference would change a run: their results must be the same on every machine. */
const EXACT = [
  'core/kinds/actions',
  'core/kinds/emission',
  'core/kinds/bodies',
  'core/kinds/colliders',
  'core/kinds/falloff-shapes',
  'core/kinds/fields',
  'core/lib/formula',
  'core/kinds/gates',
  'core/lib/images',
  'core/lib/lettering',
  'core/kinds/masks',
  'core/lib/meshes',
  'core/lib/noise',
  'core/lib/paths',
  'core/lib/math/bezier',
  'core/document/keys/keys',
  'core/document/keys/motion',
  'core/lib/math/similarity',
  'core/kinds/curves',
  'core/lib/random',
  'core/kinds/responses',
  'core/kinds/emitter-shapes',
  'core/sim/stack',
  'core/sim/step',
  'core/kinds/automation',
];
const INEXACT = /\bMath\.(sin|cos|tan|asin|acos|atan2?|sinh|cosh|tanh|exp|expm1|log|log2|log10|log1p|pow|cbrt|hypot|random)\b|\*\*/;
/** Packages that the core uses, each in one place: the parser of formulas, and the tree of meshes. */
const PACKAGES = { 'core/lib/formula/parse.ts': ['jsep'], 'core/lib/meshes/tree.ts': ['three', 'three-mesh-bvh'] };
/** Marks, on the line before, what only draws a body for the view. */
const FOR_DRAWING = /for drawing only/;

const isTest = (path) => /\.test\.tsx?$|(^|\/)tests\//.test(path);

function sources(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? sources(path) : /\.tsx?$/.test(entry.name) ? [path] : [];
  });
}

/** Every breach, as a line of text. */
export function breaches() {
  const found = [];
  for (const [layer, known] of Object.entries(KNOWS))
    for (const path of sources(join(root, layer))) {
      const name = relative(root, path);
      const text = readFileSync(path, 'utf8');
      for (const [, from] of text.matchAll(/(?:\bfrom|\bimport)\s*\(?\s*['"](\.[^'"]+)['"]/g)) {
        const target = relative(root, resolve(dirname(path), from)).split('/')[0];
        if (target !== layer && !known.includes(target) && !isTest(name)) found.push(`${name}: ${layer} may not know ${target} (${from})`);
      }
      const packages = [...text.matchAll(/from '((?!\.)[^']+)'/g)].map(([, from]) => from);
      for (const from of packages)
        if (layer === 'core' && !isTest(name) && !PACKAGES[name]?.includes(from))
          found.push(`${name}: the core imports the package ${from}`);
      const lines = text.split('\n');
      if (EXACT.some((folder) => name.startsWith(folder)) && !isTest(name))
        lines.forEach((line, i) => {
          if (INEXACT.test(line.replace(/\/\*\*?.*|\/\/.*|^\s*\*.*/, '')) && !FOR_DRAWING.test(lines[i - 1] ?? ''))
            found.push(`${name}:${i + 1}: use core/lib/math/exact, not ${INEXACT.exec(line)[0]}`);
        });
    }
  return found;
}
