/** A value that the trade or physics rules out. `message` is a sentence for the operator. */
export class DomainError extends Error {
  readonly code: string;
  /** The plan field it is about, as a dotted path, where there is one. */
  readonly field: string | undefined;

  constructor(code: string, message: string, field?: string) {
    super(message);
    this.name = 'DomainError';
    this.code = code;
    this.field = field;
  }
}
