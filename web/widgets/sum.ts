import jsep, { type Expression } from 'jsep';

const LONGEST = 60;

function worth(node: Expression): number {
  const { type } = node;
  if (type === 'Literal') return typeof node['value'] === 'number' ? node['value'] : NaN;
  if (type === 'UnaryExpression') {
    const value = worth(node['argument'] as Expression);
    return node['operator'] === '-' ? -value : node['operator'] === '+' ? value : NaN;
  }
  if (type !== 'BinaryExpression') return NaN;
  const a = worth(node['left'] as Expression);
  const b = worth(node['right'] as Expression);
  const operator = node['operator'] as string;
  return operator === '+'
    ? a + b
    : operator === '-'
      ? a - b
      : operator === '*'
        ? a * b
        : operator === '/'
          ? a / b
          : NaN;
}

/** The worth of a little sum such as `9.81/2`, with a decimal point or comma; NaN where it is none. */
export function sumOf(text: string): number {
  const written = text.trim().replace(/×/g, '*').replace(/÷/g, '/').replace(/−/g, '-').replace(/,/g, '.');
  if (written === '' || written.length > LONGEST) return NaN;
  try {
    return worth(jsep(written));
  } catch {
    return NaN;
  }
}

/** A whole number with thin gaps between thousands. */
export function thousands(n: number): string {
  return String(n).replace(/\B(?=(\d{3})+$)/g, ' ');
}

/** A number as it is shown: up to four digits that matter, without needless zeros. */
export function shownNumber(value: number): string {
  if (Number.isInteger(value)) return String(value);
  return String(Number(value.toPrecision(4)));
}
