import jsep from 'jsep';
import { FUNCTIONS, SIGNS, UNARY_SIGNS } from './functions';
import type { Loop } from './loops';

/** What is wrong with a formula, and at which character of it. */
export class FormulaError extends Error {
  constructor(
    message: string,
    /** Index of a character. */
    readonly at: number,
    /** The name that is not known, where it is that. */
    readonly unknown?: string,
  ) {
    super(message);
  }
}

/** Most characters of a formula, deepest nesting of its parts, and most lines. */
export const FORMULA_LIMITS = { characters: 1000, depth: 40, names: 32 } as const;

/** A part of a formula that has been read: nothing is in it but what the language allows. */
export type Part =
  | { readonly sort: 'number'; readonly value: number }
  | { readonly sort: 'variable'; readonly index: number }
  /** A named part that stands before. */
  | { readonly sort: 'named'; readonly index: number }
  | { readonly sort: 'call'; readonly loop: Loop; readonly parts: readonly Part[] }
  | { readonly sort: 'choice'; readonly test: Part; readonly yes: Part; readonly no: Part };

/** A formula that has been read: named parts in their order, and the result. */
export interface Reading {
  readonly named: readonly Part[];
  readonly result: Part;
}

// The language: arithmetic with ^, comparisons, and / or / not, a choice a ? b : c. Everything else the parser knows is
// refused when the tree is read.
jsep.addBinaryOp('^', 11, true);
jsep.addBinaryOp('and', 2);
jsep.addBinaryOp('or', 1);
jsep.addUnaryOp('not');

/** Signs that are words. */
export const WORD_SIGNS = ['and', 'or', 'not'] as const;

/** Names that stand for numbers. */
export const CONSTANTS: Readonly<Record<string, number>> = { pi: 3.141592653589793 };

/** Signs as they are typed, written as the parser wants them; each keeps its place in the text. */
const plainSigns = (text: string) => text.replace(/−/g, '-').replace(/[×·]/g, '*').replace(/÷/g, '/');

/** What names a part may use, and where it stands. */
interface Scope {
  readonly variables: readonly string[];
  readonly named: readonly string[];
  readonly text: string;
  readonly at: number;
}

/**
 * Reads a formula over some variables. Lines or semicolons before the last give names to parts: `r = x^2 + z^2;
 * sqrt(r)`. Throws {@link FormulaError}.
 */
export function parseFormula(text: string, variables: readonly string[]): Reading {
  if (text.length > FORMULA_LIMITS.characters)
    throw new FormulaError(
      `It has ${text.length} characters. The limit is ${FORMULA_LIMITS.characters}.`,
      FORMULA_LIMITS.characters,
    );
  const plain = plainSigns(text);
  const lines: { readonly source: string; readonly at: number }[] = [];
  for (const match of plain.matchAll(/[^;\n]+/g))
    if (match[0].trim() !== '') lines.push({ source: match[0], at: match.index });
  if (lines.length === 0) throw new FormulaError('It is empty; write an expression such as mod(frame, 12) < 2.', 0);
  if (lines.length > FORMULA_LIMITS.names)
    throw new FormulaError(
      `It has ${lines.length} lines. The limit is ${FORMULA_LIMITS.names}.`,
      lines[FORMULA_LIMITS.names]!.at,
    );
  const names: string[] = [];
  const named: Part[] = [];
  let result: Part | undefined;
  lines.forEach(({ source, at }, i) => {
    const naming = /^\s*([A-Za-z_]\w*)\s*=(?!=)/.exec(source);
    if (i < lines.length - 1 && !naming)
      throw new FormulaError('Only the last line may stand without a name; write name = expression.', at);
    if (i === lines.length - 1 && naming) throw new FormulaError('The last line has no name: it is the result.', at);
    const from = naming ? naming[0].length : 0;
    const part = read(parse(source.slice(from), at + from), { variables, named: names, text, at: at + from }, 0);
    if (!naming) result = part;
    else {
      named.push(part);
      names.push(naming[1]!);
    }
  });
  return { named, result: result! };
}

/** A part of the parser's tree, under the type that says its members. */
// oxlint-disable-next-line typescript/no-unsafe-type-assertion -- without plugins the parser makes these parts only
const core = (part: jsep.Expression) => part as jsep.CoreExpression;

function parse(source: string, at: number): jsep.CoreExpression {
  try {
    return core(jsep(source));
  } catch (error) {
    const isPlaced = error instanceof Error && 'description' in error && 'index' in error;
    if (!isPlaced) throw new FormulaError('It can’t be read.', at);
    throw new FormulaError(`${String(error.description)} here.`, at + Number(error.index));
  }
}

/** Where a word stands in a formula, for a message; its beginning where it can't be found. */
function placeOf(word: string, { text, at }: Scope): number {
  const found = text.slice(at).search(new RegExp(`\\b${word}\\b`));
  return found < 0 ? at : at + found;
}

function read(node: jsep.CoreExpression, scope: Scope, depth: number): Part {
  const { at } = scope;
  if (depth > FORMULA_LIMITS.depth) throw new FormulaError(`It is nested more than ${FORMULA_LIMITS.depth} deep.`, at);
  const inner = (part: jsep.Expression) => read(core(part), scope, depth + 1);
  const sign = (operator: string, known: Readonly<Record<string, Loop>>, parts: readonly jsep.Expression[]): Part => {
    const loop = Object.hasOwn(known, operator) ? known[operator] : undefined;
    if (!loop) throw new FormulaError(`“${operator}” is not an operator. Use ${Object.keys(known).join(' ')}.`, at);
    return { sort: 'call', loop, parts: parts.map(inner) };
  };
  switch (node.type) {
    case 'Literal': {
      const { value } = node;
      if (typeof value !== 'number')
        throw new FormulaError(`“${String(value)}” is not a number.`, placeOf(String(value), scope));
      if (!Number.isFinite(value)) throw new FormulaError('A number is too large. The limit is 1.7e308.', at);
      return { sort: 'number', value };
    }
    case 'Identifier':
      return readName(node.name, scope);
    case 'UnaryExpression': {
      const { operator, argument } = node;
      return sign(operator, UNARY_SIGNS, [argument]);
    }
    case 'BinaryExpression': {
      const { operator, left, right } = node;
      return sign(operator, SIGNS, [left, right]);
    }
    case 'ConditionalExpression': {
      const { test, consequent, alternate } = node;
      return { sort: 'choice', test: inner(test), yes: inner(consequent), no: inner(alternate) };
    }
    case 'CallExpression':
      return readCall(node, inner, scope);
    default:
      throw new FormulaError('Only numbers, names, signs, functions and a choice a ? b : c are allowed.', at);
  }
}

function readName(name: string, scope: Scope): Part {
  const { variables, named } = scope;
  const variable = variables.indexOf(name);
  if (variable >= 0) return { sort: 'variable', index: variable };
  // A name that is given again stands for the later part.
  const part = named.lastIndexOf(name);
  if (part >= 0) return { sort: 'named', index: part };
  const constant = Object.hasOwn(CONSTANTS, name) ? CONSTANTS[name] : undefined;
  if (constant !== undefined) return { sort: 'number', value: constant };
  const known = [...variables, ...new Set(named), ...Object.keys(CONSTANTS)].join(', ');
  throw new FormulaError(`“${name}” is not a known name. Names are ${known}.`, placeOf(name, scope), name);
}

function readCall(
  { callee, arguments: given }: jsep.CallExpression,
  inner: (part: jsep.Expression) => Part,
  scope: Scope,
): Part {
  const called = core(callee);
  const name = called.type === 'Identifier' ? called.name : '';
  const operation = Object.hasOwn(FUNCTIONS, name) ? FUNCTIONS[name] : undefined;
  if (!operation)
    throw new FormulaError(
      `“${name}” is not a function. Functions are ${Object.keys(FUNCTIONS).join(', ')}.`,
      placeOf(name, scope),
    );
  const [least, most] = operation.takes;
  if (given.length < least || given.length > most) {
    const wanted = least === most ? `${least}` : `${least} to ${most}`;
    throw new FormulaError(
      `“${name}” takes ${wanted} number${wanted === '1' ? '' : 's'}, not ${given.length}: ${operation.help}.`,
      placeOf(name, scope),
    );
  }
  return { sort: 'call', loop: operation.loop, parts: given.map(inner) };
}
