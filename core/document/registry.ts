import { defaultsOf, type Description, type Values } from './parameters';

/** What every kind has, whatever it is a kind of. */
export interface Kind {
  /** Its name in the document: lower case, stable for ever. */
  readonly kind: string;
  readonly label: string;
  /** One or two sentences for the handbook and the docs. */
  readonly summary: string;
  readonly parameters: Description;
}

/** What the handbook tells of a kind beside its summary and parameters. */
export interface Documented {
  readonly formula: string;
  /** Where the formula comes from. */
  readonly source: string;
  /** When it is the better choice, in a few sentences. */
  readonly advice?: string;
}

/** Values together with the name of the kind they belong to. */
export interface Kinded {
  readonly kind: string;
  readonly [parameter: string]: unknown;
}

/** The kinds of one sort, in the order in which they are offered. */
export class Registry<K extends Kind> {
  constructor(
    /** What it is a registry of, in the singular, for sentences. */
    readonly of: string,
    readonly list: readonly K[],
  ) {}

  /** The kind of that name, or undefined. */
  find(kind: string): K | undefined {
    return this.list.find((k) => k.kind === kind);
  }

  /** The kind of that name. Throws where there is none: the document was not validated. */
  get(kind: string): K {
    const found = this.find(kind);
    if (!found) throw new Error(`There is no ${this.of} “${kind}”.`);
    return found;
  }

  /** The default values of a kind, with its name. */
  defaults(kind: string, over: Values = {}): Kinded {
    return { kind, ...defaultsOf(this.get(kind).parameters), ...over };
  }
}
