/** What is wrong with an input, in one shape from core to screen. */
export interface Fault {
  /** A short fixed word for programs: `missing`, `type`, `range`, `choice`, `unknown`, `duplicate`, `reference` … */
  readonly code: string;
  /** Where in the document, e.g. `fields[2].settings.gather`. */
  readonly field: string;
  /** A sentence that names the thing, its value and what is allowed. */
  readonly message: string;
  /** What is allowed, in words. */
  readonly allowed: string;
}

/** The path of a member of the part at `at`; the scene itself has an empty path. */
export const inside = (at: string, name: string): string => (at === '' ? name : `${at}.${name}`);

/** A value as it is shown inside a sentence: short, and recognisable. */
function shownValue(value: unknown): string {
  if (value === undefined) return 'nothing';
  const text = typeof value === 'number' ? String(value) : JSON.stringify(value);
  return text.length > 40 ? `${text.slice(0, 37)}…` : text;
}

/** A fault with its sentence made from the parts. */
export function fault(code: string, field: string, value: unknown, allowed: string): Fault {
  const said = value === undefined ? 'is missing' : `is ${shownValue(value)}`;
  return { code, field, allowed, message: `${field} ${said}. Use ${allowed}.` };
}
