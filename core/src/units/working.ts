/**
 * A number that can show where it came from: the formula, what went into it, and the source.
 * Every figure that an operator reads in a result is one of these.
 */
export interface Term {
  readonly label: string;
  readonly value: number | string;
  readonly unit: string;
  /** Where this input was read: a plan field, a measurement, or a publication. */
  readonly from?: string;
}

export interface Working {
  readonly label: string;
  readonly value: number;
  readonly unit: string;
  /** In words and symbols, as it would be written on the back of a job ticket. */
  readonly formula: string;
  readonly terms: readonly Term[];
  /** Publication behind the formula; absent for plain arithmetic. */
  readonly source?: string;
}

export const term = (label: string, value: number | string, unit = '', from?: string): Term =>
  from === undefined ? { label, value, unit } : { label, value, unit, from };
