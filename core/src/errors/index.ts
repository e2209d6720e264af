export { DomainError } from './domainError.ts';
export { ERROR_CODES, ERRORS, sentenceOf, type ErrorCode } from './table.ts';
