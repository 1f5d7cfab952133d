import { createContext, useContext } from 'react';

/** A value that a name of a formula has now. */
export interface NamedValue {
  readonly name: string;
  readonly value: number;
}

/** What the formulas of a thing see now: of one particle, or of the playhead. */
export interface FormulaContext {
  /** Whose values they are, in words. */
  readonly of: string;
  readonly values: readonly NamedValue[];
  /** Shows those of another particle. */
  another?(): void;
}

const SightContext = createContext<() => FormulaContext | undefined>(() => undefined);

export const FormulaContextProvider = SightContext.Provider;

/** Values for the formulas that are edited here. */
export const useFormulaContext = () => useContext(SightContext);
