import jsep from 'jsep';
import { FUNCTIONS, power } from './functions';

/** What is wrong with a formula, and at which character of it. */
export class FormulaError extends Error {
  constructor(
    message: string,
    /** Index of a character. */
    readonly at: number,
  ) {
    super(message);
  }
}

/** Most characters of a formula, and deepest nesting of its parts. */
export const FORMULA_LIMITS = { characters: 1000, depth: 40, names: 32 } as const;

/** Counts what can't be computed: a division by zero and the like give 0. */
export interface Notes {
  notFinite: number;
}

/** The value of a formula, given those of its variables in the order in which they were named. */
export type Formula = (variables: ArrayLike<number>, notes: Notes) => number;

// The language: arithmetic with ^, comparisons, and / or / not, a choice a ? b : c. Everything else the parser knows is
// refused when the tree is read.
jsep.addBinaryOp('^', 11, true);
jsep.addBinaryOp('and', 2);
jsep.addBinaryOp('or', 1);
jsep.addUnaryOp('not');

const CONSTANTS: Readonly<Record<string, number>> = { pi: 3.141592653589793 };

const truth = (value: boolean) => (value ? 1 : 0);

const BINARY: Readonly<Record<string, (a: number, b: number) => number>> = {
  '+': (a, b) => a + b,
  '-': (a, b) => a - b,
  '*': (a, b) => a * b,
  '/': (a, b) => a / b,
  '%': (a, b) => a - b * Math.floor(a / b),
  '^': power,
  '<': (a, b) => truth(a < b),
  '>': (a, b) => truth(a > b),
  '<=': (a, b) => truth(a <= b),
  '>=': (a, b) => truth(a >= b),
  '==': (a, b) => truth(a === b),
  '!=': (a, b) => truth(a !== b),
  and: (a, b) => truth(a !== 0 && b !== 0),
  or: (a, b) => truth(a !== 0 || b !== 0),
};

const UNARY: Readonly<Record<string, (a: number) => number>> = { '-': (a) => -a, '+': (a) => a, not: (a) => truth(a === 0) };

/** Signs as they are typed, written as the parser wants them; each keeps its place in the text. */
const plainSigns = (text: string) => text.replace(/−/g, '-').replace(/[×·]/g, '*').replace(/÷/g, '/');

function finite(value: number, notes: Notes): number {
  if (Number.isFinite(value)) return value;
  notes.notFinite++;
  return 0;
}

/**
 * Reads a formula over some variables. Lines or semicolons before the last give names to parts: `r = x^2 + z^2; sqrt(r)`.
 * Throws {@link FormulaError}.
 */
export function readFormula(text: string, variables: readonly string[]): Formula {
  if (text.length > FORMULA_LIMITS.characters)
    throw new FormulaError(`It has ${text.length} characters; allowed are up to ${FORMULA_LIMITS.characters}.`, FORMULA_LIMITS.characters);
  const plain = plainSigns(text);
  const parts: { readonly source: string; readonly at: number }[] = [];
  for (const match of plain.matchAll(/[^;\n]+/g)) if (match[0].trim() !== '') parts.push({ source: match[0], at: match.index });
  if (parts.length === 0) throw new FormulaError('It is empty; write an expression such as mod(frame, 12) < 2.', 0);
  if (parts.length > FORMULA_LIMITS.names)
    throw new FormulaError(`It has ${parts.length} lines; allowed are up to ${FORMULA_LIMITS.names}.`, parts[FORMULA_LIMITS.names]!.at);
  const named = new Map<string, Formula>();
  let result: Formula | undefined;
  parts.forEach(({ source, at }, i) => {
    const naming = /^\s*([A-Za-z_]\w*)\s*=(?!=)/.exec(source);
    if (i < parts.length - 1 && !naming)
      throw new FormulaError('Only the last line may stand without a name; write name = expression.', at);
    if (i === parts.length - 1 && naming) throw new FormulaError('The last line has no name: it is the result.', at);
    const from = naming ? naming[0].length : 0;
    const formula = compile(parse(source.slice(from), at + from), variables, named, text, at + from, 0);
    if (naming) named.set(naming[1]!, formula);
    else result = formula;
  });
  return result!;
}

function parse(source: string, at: number): jsep.Expression {
  try {
    return jsep(source);
  } catch (error) {
    const { description, index } = error as { description?: string; index?: number };
    throw new FormulaError(`${description ?? 'It can’t be read'} here.`, at + (index ?? 0));
  }
}

/** Where a word stands in a formula, for a message; its beginning where it can't be found. */
function placeOf(word: string, text: string, from: number): number {
  const found = text.slice(from).search(new RegExp(`\\b${word}\\b`));
  return found < 0 ? from : from + found;
}

function compile(
  node: jsep.Expression,
  variables: readonly string[],
  named: ReadonlyMap<string, Formula>,
  text: string,
  at: number,
  depth: number,
): Formula {
  if (depth > FORMULA_LIMITS.depth) throw new FormulaError(`It is nested more than ${FORMULA_LIMITS.depth} deep.`, at);
  const inner = (part: unknown) => compile(part as jsep.Expression, variables, named, text, at, depth + 1);
  switch (node.type) {
    case 'Literal': {
      const { value } = node as jsep.Literal;
      if (typeof value !== 'number') throw new FormulaError(`“${String(value)}” is no number.`, placeOf(String(value), text, at));
      return () => value;
    }
    case 'Identifier': {
      const { name } = node as jsep.Identifier;
      const index = variables.indexOf(name);
      const part = named.get(name);
      if (index >= 0) return (values) => values[index]!;
      if (part) return part;
      const constant = CONSTANTS[name];
      if (constant !== undefined) return () => constant;
      const known = [...variables, ...named.keys(), ...Object.keys(CONSTANTS)].join(', ');
      throw new FormulaError(`“${name}” is not known; known are ${known}.`, placeOf(name, text, at));
    }
    case 'UnaryExpression': {
      const { operator, argument } = node as jsep.UnaryExpression;
      const act = UNARY[operator];
      if (!act) throw new FormulaError(`“${operator}” is no sign of this language.`, at);
      const a = inner(argument);
      return (values, notes) => act(a(values, notes));
    }
    case 'BinaryExpression': {
      const { operator, left, right } = node as jsep.BinaryExpression;
      const act = BINARY[operator];
      if (!act) throw new FormulaError(`“${operator}” is no sign of this language.`, at);
      const a = inner(left);
      const b = inner(right);
      return (values, notes) => finite(act(a(values, notes), b(values, notes)), notes);
    }
    case 'ConditionalExpression': {
      const { test, consequent, alternate } = node as jsep.ConditionalExpression;
      const [when, yes, no] = [inner(test), inner(consequent), inner(alternate)];
      return (values, notes) => (when(values, notes) !== 0 ? yes(values, notes) : no(values, notes));
    }
    case 'CallExpression':
      return compileCall(node as jsep.CallExpression, inner, text, at);
    default:
      throw new FormulaError('Only numbers, names, signs, functions and a choice a ? b : c are allowed.', at);
  }
}

function compileCall(
  { callee, arguments: given }: jsep.CallExpression,
  inner: (part: unknown) => Formula,
  text: string,
  at: number,
): Formula {
  const { name } = callee as jsep.Identifier;
  const known = Object.hasOwn(FUNCTIONS, name ?? '') ? FUNCTIONS[name] : undefined;
  if (callee.type !== 'Identifier' || !known)
    throw new FormulaError(
      `“${String(name)}” is no function; known are ${Object.keys(FUNCTIONS).join(', ')}.`,
      placeOf(String(name), text, at),
    );
  const [least, most] = known.takes;
  if (given.length < least || given.length > most) {
    const wanted = least === most ? `${least}` : `${least} to ${most}`;
    throw new FormulaError(`“${name}” takes ${wanted} numbers, not ${given.length}: ${known.help}.`, placeOf(name, text, at));
  }
  const parts = given.map(inner);
  return (values, notes) => finite(known.call(...parts.map((part) => part(values, notes))), notes);
}

/** What is wrong with a formula over some variables, in words; undefined where nothing is. */
export function faultOf(text: string, variables: readonly string[]): string | undefined {
  try {
    readFormula(text, variables);
    return undefined;
  } catch (error) {
    if (!(error instanceof FormulaError)) throw error;
    return error.message;
  }
}
