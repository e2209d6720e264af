import { sentenceOf, type ErrorCode } from './table.ts';

/** A value that the trade, physics or the state of things rules out. `message` is a sentence for the operator. */
export class DomainError extends Error {
  readonly code: ErrorCode;
  /** The plan field it is about, as a dotted path, where there is one. */
  readonly field: string | undefined;

  /** @param message the table's own sentence if absent */
  constructor(code: ErrorCode, message: string = sentenceOf(code), field?: string) {
    super(message);
    this.name = 'DomainError';
    this.code = code;
    this.field = field;
  }
}
