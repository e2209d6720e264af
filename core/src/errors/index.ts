export { DomainError } from './domainError.ts';
export { ERROR_CODES, ERRORS, type ErrorCode } from './table.ts';
