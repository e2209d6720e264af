/**
 * Every code with which Kyanos refuses something: the HTTP status that it is answered with, and its sentence where the place that
 * refuses has nothing to add. docs/errors.md is this table in words; a test keeps them one.
 */

interface ErrorFacts {
  /** Of RFC 9110; read by the HTTP edge alone. Null for what never goes over the wire. */
  readonly status: number | null;
  readonly sentence: string;
}

export const ERRORS = {
  // What is asked for is not there.
  NOT_FOUND: {
    status: 404,
    sentence: 'There is nothing at this address. Go back to the board and open it from there.',
  },
  JOB_UNKNOWN: {
    status: 404,
    sentence: 'There is no such job. It may have been removed; go back to the board.',
  },
  ARTWORK_UNKNOWN: {
    status: 404,
    sentence: 'There is no such artwork. Take the file in again.',
  },
  FILE_UNKNOWN: { status: 404, sentence: 'There is no such file. Upload it again.' },
  PAGE_UNKNOWN: { status: 404, sentence: 'The artwork has no such page. Choose one that it has.' },
  NO_TILE: { status: 404, sentence: 'There is no such part of the page.' },
  NO_FIRST_LOOK: { status: 404, sentence: 'There is no first picture of this artwork yet.' },
  BUILD_UNKNOWN: {
    status: 404,
    sentence: 'These plates are not being built. Change a rule to begin again.',
  },
  EXPORT_UNKNOWN: {
    status: 404,
    sentence: 'These files are not being made. Ask for them again at the plates of the job.',
  },
  MACHINE_UNKNOWN: {
    status: 404,
    sentence: 'This shop has no such machine. Choose one it has.',
  },
  SHOP_UNKNOWN: {
    status: 404,
    sentence:
      'The shop has no such thing. It may have been made under another name; look at the list.',
  },
  REPORT_UNKNOWN: {
    status: 404,
    sentence: 'There is no such report. It may have been removed.',
  },
  SETTING_UNKNOWN: { status: 404, sentence: 'There is no such setting.' },

  STOCK_UNKNOWN: {
    status: 404,
    sentence: 'There is no such lot or container. Look for it in the stock.',
  },
  EVENT_UNKNOWN: { status: 404, sentence: 'There is no such entry. Load the list again.' },
  RUN_UNKNOWN: {
    status: 404,
    sentence: 'This procedure was not begun here. Begin it at the machine again.',
  },
  PROCEDURE_UNKNOWN: {
    status: 404,
    sentence: 'The shop has no such procedure. Choose one from the list.',
  },

  // It is there, and not in that state.
  STOCK_REFUSED: {
    status: 409,
    sentence: 'The stock has it otherwise. Look at it again.',
  },
  CARE_REFUSED: {
    status: 409,
    sentence: 'The logbook has it otherwise. Look at it again.',
  },
  UNDO_REFUSED: {
    status: 409,
    sentence: 'Later entries rest on this one. Undo those first, the newest before the others.',
  },
  ARTWORK_NOT_READY: {
    status: 409,
    sentence: 'The artwork is still being read. Wait until it is done.',
  },
  PLATES_NOT_READY: {
    status: 409,
    sentence:
      'The plates of this plan are still being built at full resolution. Wait until they are done.',
  },
  EXPORT_NOT_READY: {
    status: 409,
    sentence: 'The files are still being made. Wait until they are done.',
  },
  NO_ARTWORK: { status: 409, sentence: 'This job has no artwork yet. Take a file in first.' },
  NOT_PRINTABLE: {
    status: 409,
    sentence: 'This job can’t be printed as it is planned. See what was found against it.',
  },
  JOB_CONFLICT: {
    status: 409,
    sentence: 'Somebody saved this job while you were changing it.',
  },
  ORDER_CONFLICT: {
    status: 409,
    sentence: 'Somebody changed the state or the due time of this job meanwhile. Look at it again.',
  },
  SHOP_EXISTS: {
    status: 409,
    sentence: 'The shop has one of this name already. Choose another name.',
  },
  SHOP_CONFLICT: {
    status: 409,
    sentence: 'Somebody changed this while you did. Look at what it is now, then change it again.',
  },
  MACHINE_CONFLICT: {
    status: 409,
    sentence:
      'Somebody changed this machine while you did. Look at what it is now, then change it again.',
  },
  STATE_CONFLICT: {
    status: 409,
    sentence:
      'Somebody said something else of this machine while you did. Look at what it is now, then say it again.',
  },
  SETTING_CONFLICT: {
    status: 409,
    sentence:
      'Somebody changed these figures while you did. Look at what they are now, then change them again.',
  },

  // The request.
  SHOP_CONTRADICTION: {
    status: 422,
    sentence: 'Its figures contradict one another. Correct them, or keep it as a draft.',
  },
  MEASUREMENT_WRONG: { status: 422, sentence: 'The measurement can’t be read.' },
  FORM_WRONG: { status: 422, sentence: 'Nothing can be fitted to this reading of the form.' },
  STOCK_FILE_WRONG: {
    status: 422,
    sentence: 'The file of stock can’t be taken in.',
  },
  SHOP_FILE_WRONG: { status: 422, sentence: 'The file of the shop can’t be taken in.' },
  REQUEST_INVALID: { status: 422, sentence: 'The request is not what is expected here.' },
  REQUEST_UNREADABLE: { status: 400, sentence: 'The request can’t be read.' },
  REQUEST_TOO_LARGE: {
    status: 413,
    sentence: 'The request is too large. A plan of this size can’t be kept: take some of it out.',
  },
  KEY_REUSED: {
    status: 422,
    sentence: 'Another request had this Idempotency-Key. Give each request a key of its own.',
  },
  FOREIGN_PAGE: {
    status: 403,
    sentence: 'This request comes from another page. Open Kyanos at its own address.',
  },
  FILE_TOO_LARGE: {
    status: 413,
    sentence: 'The file is too large. Lower its resolution or flatten it, and send it again.',
  },

  // The plan.
  PLAN_NEWER: { status: 422, sentence: 'The plan was saved by a newer version of Kyanos.' },
  PLAN_UNREADABLE: { status: 422, sentence: 'The plan can’t be read.' },
  STACK_NOTATION: { status: 422, sentence: 'The notation of the stack can’t be read.' },
  RULE_TEXT: { status: 422, sentence: 'The rule of a plate can’t be read.' },
  MODE_UNKNOWN: { status: 422, sentence: 'The machine has no such mode.' },
  PLATE_UNKNOWN: { status: 422, sentence: 'The plan has no such plate.' },
  PLATE_ELSEWHERE: { status: 422, sentence: 'The plate of another job can’t be had here.' },
  NO_MACHINE: {
    status: 422,
    sentence:
      'No machine of the shop can print this stack on any of its materials. Begin with another preset.',
  },
  LAYOUT_TOO_LARGE: { status: 422, sentence: 'Not one piece fits.' },
  LAYOUT_TOO_MANY: {
    status: 422,
    sentence: 'There are more pieces than can be laid out together.',
  },
  LOOK_PLATES: { status: 422, sentence: 'The stack has more special plates than a look can show.' },
  VIEW_UNKNOWN: { status: 422, sentence: 'There is no such view.' },
  WHITE_RANGE: { status: 422, sentence: 'No white is as opaque as that.' },
  SPECTRUM_UNREACHABLE: { status: 422, sentence: 'Nothing reflects that colour.' },
  MONEY_RANGE: { status: 422, sentence: 'The amount is too large to be kept exactly.' },
  REPORT_WRONG: { status: 422, sentence: 'The reports can’t be read.' },
  OTHER_MACHINE: { status: 422, sentence: 'This job is planned on another machine.' },

  // The file.
  ARTWORK_DAMAGED: {
    status: 422,
    sentence: 'The file is damaged or ends too early. Export or copy it again.',
  },
  ARTWORK_EMPTY: { status: 422, sentence: 'The file is empty. Export or copy it again.' },
  ARTWORK_TOO_LARGE: {
    status: 422,
    sentence: 'The artwork is too large. Choose a lower resolution, or print it in tiles.',
  },
  DPI_RANGE: { status: 422, sentence: 'The resolution is out of range.' },
  SCALE_RANGE: { status: 422, sentence: 'The scale is out of range.' },
  TOO_MANY_PAGES: { status: 422, sentence: 'The file has too many pages. Split it.' },
  TOO_MANY_SPOTS: { status: 422, sentence: 'The file has too many spot colours. Merge some.' },
  PDF_ENCRYPTED: { status: 422, sentence: 'The PDF is locked with a password.' },
  PDF_NOT_RIPPED: { status: 422, sentence: 'The PDF can’t be turned into plates.' },
  PDF_TOO_SLOW: {
    status: 422,
    sentence: 'The PDF takes too long. Flatten it, or lower its resolution.',
  },
  SVG_NO_SIZE: { status: 422, sentence: 'The SVG has no size.' },
  SVG_TOO_SLOW: { status: 422, sentence: 'The SVG takes too long to draw.' },
  SVG_UNSAFE: { status: 422, sentence: 'The SVG takes in what lies outside it.' },
  TIFF_BLOCK_TOO_LARGE: { status: 422, sentence: 'A strip or tile of the TIFF is too large.' },
  TIFF_COLOUR: { status: 422, sentence: 'The colour space of the TIFF can’t be read.' },
  TIFF_DEPTH: { status: 422, sentence: 'The bit depth of the TIFF can’t be read.' },
  TIFF_PACKING: { status: 422, sentence: 'The compression of the TIFF can’t be read.' },
  TIFF_PAGES: { status: 422, sentence: 'The TIFF has several pages.' },
  READER_BROKE: {
    status: 422,
    sentence: 'The file could not be read: the reader ended in the middle of it.',
  },
  READING_TOO_LARGE: { status: 422, sentence: 'Reading the file takes more room than there is.' },
  READING_TOO_SLOW: { status: 422, sentence: 'Reading the file takes too long.' },
  DISK_LIMIT: {
    status: 422,
    sentence: 'The plates take more room on the disk than they may. Choose a lower resolution.',
  },
  WORK_ABANDONED: {
    status: 422,
    sentence: 'This was begun several times and never came to its end.',
  },

  // Us.
  TOO_SLOW: {
    status: 503,
    sentence:
      'Working this out takes too long. Plan fewer pieces or fewer jobs on a sheet, or try again when less is going on.',
  },
  TOO_BUSY: {
    status: 503,
    sentence: 'Too much is being worked out just now. Try again in a moment.',
  },
  DISK_FULL: {
    status: 507,
    sentence:
      'There is no room left on the disk. Free some space and try again; what was stored before is safe.',
  },
  DATABASE_GONE: {
    status: 503,
    sentence: 'The database does not answer. What was saved before is safe; try again in a moment.',
  },
  INTERNAL: {
    status: 500,
    sentence: 'Something went wrong on our side. What was saved before is safe; try again.',
  },

  // The browser's own.
  UNREACHABLE: {
    status: null,
    sentence:
      'The server does not answer. What you typed is kept here and saved as soon as it is back.',
  },
  ANSWER_UNREADABLE: {
    status: null,
    sentence: 'The server gave an answer that can’t be read. Load the page again.',
  },
  CANCELLED: { status: null, sentence: 'The upload was cancelled.' },
} as const satisfies Readonly<Record<string, ErrorFacts>>;

export type ErrorCode = keyof typeof ERRORS;
export const ERROR_CODES = Object.keys(ERRORS) as ErrorCode[];
