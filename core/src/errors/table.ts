/**
 * Every code with which Kyanos refuses something: the HTTP status that it is answered with. Its sentence, where the place that
 * refuses has nothing to add, is the text of its name. docs/errors.md is both in words; a test keeps them one.
 */
import { t } from '../texts/index.ts';

interface ErrorFacts {
  /** Of RFC 9110; read by the HTTP edge alone. Null for what never goes over the wire. */
  readonly status: number | null;
}

export const ERRORS = {
  // What is asked for is not there.
  NOT_FOUND: { status: 404 },
  JOB_UNKNOWN: { status: 404 },
  ARTWORK_UNKNOWN: { status: 404 },
  FILE_UNKNOWN: { status: 404 },
  PAGE_UNKNOWN: { status: 404 },
  NO_TILE: { status: 404 },
  NO_FIRST_LOOK: { status: 404 },
  BUILD_UNKNOWN: { status: 404 },
  EXPORT_UNKNOWN: { status: 404 },
  MACHINE_UNKNOWN: { status: 404 },
  SHOP_UNKNOWN: { status: 404 },
  REPORT_UNKNOWN: { status: 404 },
  SETTING_UNKNOWN: { status: 404 },
  PRESS_UNKNOWN: { status: 404 },
  VERSION_UNKNOWN: { status: 404 },
  PERSON_UNKNOWN: { status: 404 },
  TABLET_UNKNOWN: { status: 404 },

  STOCK_UNKNOWN: { status: 404 },
  EVENT_UNKNOWN: { status: 404 },
  RUN_UNKNOWN: { status: 404 },
  PROCEDURE_UNKNOWN: { status: 404 },

  // It is there, and not in that state.
  STOCK_REFUSED: { status: 409 },
  STOCK_MOVED: { status: 409 },
  CARE_REFUSED: { status: 409 },
  UNDO_REFUSED: { status: 409 },
  ARTWORK_NOT_READY: { status: 409 },
  PLATES_NOT_READY: { status: 409 },
  EXPORT_NOT_READY: { status: 409 },
  NO_ARTWORK: { status: 409 },
  NO_EXERCISE: { status: 409 },
  NOT_ORDERED: { status: 409 },
  PRACTICE_JOB: { status: 409 },
  EXERCISE_UNKNOWN: { status: 404 },
  HANDED_IN: { status: 409 },
  NOT_PRINTABLE: { status: 409 },
  JOB_CONFLICT: { status: 409 },
  ORDER_CONFLICT: { status: 409 },
  SHOP_EXISTS: { status: 409 },
  SHOP_CONFLICT: { status: 409 },
  MACHINE_CONFLICT: { status: 409 },
  STATE_CONFLICT: { status: 409 },
  SETTING_CONFLICT: { status: 409 },
  NO_PRINTER: { status: 409 },
  ALREADY_SENT: { status: 409 },
  PRINTER_REFUSED: { status: 409 },
  PRINTER_FORGOT: { status: 409 },
  PRINTER_GONE: { status: 409 },
  PERSON_EXISTS: { status: 409 },
  LAST_OWNER: { status: 409 },
  NOBODY_SIGNS_IN: { status: 409 },

  // Who asks.
  SIGN_IN_NEEDED: { status: 401 },
  SIGN_IN_WRONG: { status: 401 },
  WORD_WRONG: { status: 401 },
  PASSKEY_REFUSED: { status: 401 },
  NOT_ALLOWED: { status: 403 },
  TOO_MANY_GUESSES: { status: 429 },

  // The request.
  SHOP_CONTRADICTION: { status: 422 },
  MEASUREMENT_WRONG: { status: 422 },
  FORM_WRONG: { status: 422 },
  STOCK_FILE_WRONG: { status: 422 },
  SHOP_FILE_WRONG: { status: 422 },
  JOB_FILE_WRONG: { status: 422 },
  REQUEST_INVALID: { status: 422 },
  REQUEST_UNREADABLE: { status: 400 },
  REQUEST_TOO_LARGE: { status: 413 },
  KEY_REUSED: { status: 422 },
  FOREIGN_PAGE: { status: 403 },
  FILE_TOO_LARGE: { status: 413 },

  // The plan.
  PLAN_NEWER: { status: 422 },
  PLAN_UNREADABLE: { status: 422 },
  STACK_NOTATION: { status: 422 },
  RULE_TEXT: { status: 422 },
  MODE_UNKNOWN: { status: 422 },
  PLATE_UNKNOWN: { status: 422 },
  PLATE_ELSEWHERE: { status: 422 },
  NO_MACHINE: { status: 422 },
  LAYOUT_TOO_LARGE: { status: 422 },
  LAYOUT_TOO_MANY: { status: 422 },
  LOOK_PLATES: { status: 422 },
  VIEW_UNKNOWN: { status: 422 },
  WHITE_RANGE: { status: 422 },
  SPECTRUM_UNREACHABLE: { status: 422 },
  MONEY_RANGE: { status: 422 },
  REPORT_WRONG: { status: 422 },
  OTHER_MACHINE: { status: 422 },

  // The file.
  ARTWORK_DAMAGED: { status: 422 },
  ARTWORK_EMPTY: { status: 422 },
  ARTWORK_TOO_LARGE: { status: 422 },
  DPI_RANGE: { status: 422 },
  SCALE_RANGE: { status: 422 },
  TOO_MANY_PAGES: { status: 422 },
  TOO_MANY_SPOTS: { status: 422 },
  PDF_ENCRYPTED: { status: 422 },
  PDF_NOT_RIPPED: { status: 422 },
  PDF_TOO_SLOW: { status: 422 },
  SVG_NO_SIZE: { status: 422 },
  SVG_TOO_SLOW: { status: 422 },
  SVG_UNSAFE: { status: 422 },
  TIFF_BLOCK_TOO_LARGE: { status: 422 },
  TIFF_COLOUR: { status: 422 },
  TIFF_DEPTH: { status: 422 },
  TIFF_PACKING: { status: 422 },
  TIFF_PAGES: { status: 422 },
  READER_BROKE: { status: 422 },
  READER_KILLED: { status: 422 },
  READING_TOO_LARGE: { status: 422 },
  READING_TOO_SLOW: { status: 422 },
  DISK_LIMIT: { status: 422 },
  WORK_ABANDONED: { status: 422 },

  // Us.
  TOO_SLOW: { status: 503 },
  TOO_BUSY: { status: 503 },
  DISK_FULL: { status: 507 },
  DATABASE_GONE: { status: 503 },
  INTERNAL: { status: 500 },

  // The browser's own.
  UNREACHABLE: { status: null },
  ANSWER_UNREADABLE: { status: null },
  CANCELLED: { status: null },
} as const satisfies Readonly<Record<string, ErrorFacts>>;

export type ErrorCode = keyof typeof ERRORS;
export const ERROR_CODES = Object.keys(ERRORS) as ErrorCode[];

export const sentenceOf = (code: ErrorCode): string => t(`errors.${code}`);
