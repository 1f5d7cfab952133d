// Holds imports against the plan of the house: layers and floors go one way, no file imports itself through others, and
// inexact functions stay out of the simulation.
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
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

/** Floors of a layer, from the ground up: each may import itself and those below it. */
const FLOORS = {
  core: ['lib', 'document', 'kinds', 'scene', 'sim', 'measure', 'handbook', 'examples'],
  web: ['state', 'simulation', 'widgets', 'view', 'panels', 'screens', 'app'],
};

/** Where a last bit of difference would change a run: their results must be the same on every machine. */
const EXACT = [
  'core/lib/formula',
  'core/lib/images',
  'core/lib/lettering',
  'core/lib/math/bezier',
  'core/lib/math/frames',
  'core/lib/math/similarity',
  'core/lib/meshes',
  'core/lib/noise',
  'core/lib/paths',
  'core/lib/random',
  'core/document/keys',
  'core/kinds',
  'core/sim',
];
/** Kinds that are only drawn. */
const DRAWN = ['core/kinds/looks'];
const INEXACT =
  /\bMath\.(sin|cos|tan|asin|acos|atan2?|sinh|cosh|tanh|exp|expm1|log|log2|log10|log1p|pow|cbrt|hypot|random)\b|\*\*/;
/** Packages that the core uses, each in one place: the parser of formulas, and the tree of meshes. */
const PACKAGES = { 'core/lib/formula/parse.ts': ['jsep'], 'core/lib/meshes/tree.ts': ['three', 'three-mesh-bvh'] };
/** Marks, on the line before, what only draws a body for the view. */
const FOR_DRAWING = /for drawing only/;

const isTest = (path) => /\.test\.tsx?$|(^|\/)tests\//.test(path);
const within = (name, folders) => folders.some((folder) => name === `${folder}.ts` || name.startsWith(`${folder}/`));

function sources(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? sources(path) : /\.tsx?$/.test(entry.name) ? [path] : [];
  });
}

/** The file of this repository that a relative import names; undefined where there is none. */
function targetOf(path, from) {
  const base = resolve(dirname(path), from.replace(/\?.*/, ''));
  const found = [base, `${base}.ts`, `${base}.tsx`, join(base, 'index.ts')].find(
    (file) => /\.tsx?$/.test(file) && existsSync(file),
  );
  return found && relative(root, found);
}

/** Relative imports of every source file, types included, by name: what each writes, and the file that it means. */
function importsByFile() {
  const files = [...Object.keys(KNOWS), 'e2e'].flatMap((layer) => sources(join(root, layer)));
  return new Map(
    files.map((path) => {
      const text = readFileSync(path, 'utf8');
      const written = [...text.matchAll(/(?:\bfrom|\bimport)\s*\(?\s*['"](\.[^'"]+|\.)['"]/g)].map(([, from]) => from);
      return [relative(root, path), written.map((from) => ({ from, target: targetOf(path, from) }))];
    }),
  );
}

/** Files that import themselves through others, a list each (Tarjan 1972). */
export function cyclesIn(graph) {
  const [index, low, stack, found] = [new Map(), new Map(), [], []];
  const visit = (file) => {
    index.set(file, index.size);
    low.set(file, index.get(file));
    stack.push(file);
    for (const next of graph.get(file) ?? []) {
      if (!index.has(next)) visit(next);
      if (stack.includes(next)) low.set(file, Math.min(low.get(file), low.get(next)));
    }
    if (low.get(file) !== index.get(file)) return;
    const cycle = stack.splice(stack.indexOf(file));
    if (cycle.length > 1) found.push(cycle);
  };
  for (const file of graph.keys()) if (!index.has(file)) visit(file);
  return found;
}

function breachesOfFloors(name, imports) {
  const [layer, floor] = name.split('/');
  const floors = FLOORS[layer];
  if (!floors || isTest(name)) return [];
  if (!floors.includes(floor)) return [`${name}: ${layer} has the floors ${floors.join(', ')}`];
  return imports.flatMap(({ from, target }) => {
    const [other, on] = (target ?? '').split('/');
    return other === layer && floors.indexOf(on) > floors.indexOf(floor)
      ? [`${name}: ${floor} may not know ${on} (${from})`]
      : [];
  });
}

function inexactIn(name, text) {
  if (!within(name, EXACT) || within(name, DRAWN) || isTest(name)) return [];
  const lines = text.split('\n');
  return lines.flatMap((line, i) =>
    INEXACT.test(line.replace(/\/\*\*?.*|\/\/.*|^\s*\*.*/, '')) && !FOR_DRAWING.test(lines[i - 1] ?? '')
      ? [`${name}:${i + 1}: use core/lib/math/exact, not ${INEXACT.exec(line)[0]}`]
      : [],
  );
}

/** Every breach, as a line of text. */
export function breaches() {
  const files = importsByFile();
  const found = [];
  for (const [name, imports] of files) {
    const layer = name.split('/')[0];
    const text = readFileSync(join(root, name), 'utf8');
    for (const { from, target } of imports) {
      const other = target?.split('/')[0];
      if (other && other !== layer && KNOWS[layer] && !KNOWS[layer].includes(other) && !isTest(name))
        found.push(`${name}: ${layer} may not know ${other} (${from})`);
    }
    found.push(...breachesOfFloors(name, imports), ...inexactIn(name, text));
    if (layer === 'core' && !isTest(name))
      for (const [, from] of text.matchAll(/from '((?!\.)[^']+)'/g))
        if (!PACKAGES[name]?.includes(from)) found.push(`${name}: the core imports the package ${from}`);
  }
  const graph = new Map([...files].map(([name, imports]) => [name, imports.flatMap(({ target }) => target ?? [])]));
  for (const cycle of cyclesIn(graph)) found.push(`a cycle of ${cycle.length} files: ${cycle.join(', ')}`);
  return found;
}

if (import.meta.main ?? process.argv[1] === import.meta.filename) {
  const found = breaches();
  for (const line of found) console.error(line);
  process.exit(found.length > 0 ? 1 : 0);
}
