/**
 * Every code with which Kyanos refuses something: the HTTP status that it is answered with, and its sentence where the place that
 * refuses has nothing to add. docs/errors.md is this table in words; a test keeps them one.
 */
import { t } from '../texts/index.ts';

interface ErrorFacts {
  /** Of RFC 9110; read by the HTTP edge alone. Null for what never goes over the wire. */
  readonly status: number | null;
  readonly sentence: string;
}

export const ERRORS = {
  // What is asked for is not there.
  NOT_FOUND: {
    status: 404,
    get sentence() {
      return t('errors.thereNothingAddressGo');
    },
  },
  JOB_UNKNOWN: {
    status: 404,
    get sentence() {
      return t('errors.thereNoSuchJob');
    },
  },
  ARTWORK_UNKNOWN: {
    status: 404,
    get sentence() {
      return t('errors.thereNoSuchArtwork');
    },
  },
  FILE_UNKNOWN: {
    status: 404,
    get sentence() {
      return t('errors.thereNoSuchFile');
    },
  },
  PAGE_UNKNOWN: {
    status: 404,
    get sentence() {
      return t('errors.artworkHasNoSuch');
    },
  },
  NO_TILE: {
    status: 404,
    get sentence() {
      return t('errors.thereNoSuchPart');
    },
  },
  NO_FIRST_LOOK: {
    status: 404,
    get sentence() {
      return t('errors.thereNoFirstPicture');
    },
  },
  BUILD_UNKNOWN: {
    status: 404,
    get sentence() {
      return t('errors.thesePlatesNotBeing');
    },
  },
  EXPORT_UNKNOWN: {
    status: 404,
    get sentence() {
      return t('errors.theseFilesNotBeing');
    },
  },
  MACHINE_UNKNOWN: {
    status: 404,
    get sentence() {
      return t('errors.shopHasNoSuch');
    },
  },
  SHOP_UNKNOWN: {
    status: 404,
    get sentence() {
      return t('errors.shopHasNoSuchThingMay');
    },
  },
  REPORT_UNKNOWN: {
    status: 404,
    get sentence() {
      return t('errors.thereNoSuchReport');
    },
  },
  SETTING_UNKNOWN: {
    status: 404,
    get sentence() {
      return t('errors.thereNoSuchSetting');
    },
  },

  STOCK_UNKNOWN: {
    status: 404,
    get sentence() {
      return t('errors.thereNoSuchLot');
    },
  },
  EVENT_UNKNOWN: {
    status: 404,
    get sentence() {
      return t('errors.thereNoSuchEntry');
    },
  },
  RUN_UNKNOWN: {
    status: 404,
    get sentence() {
      return t('errors.procedureNotBegunHere');
    },
  },
  PROCEDURE_UNKNOWN: {
    status: 404,
    get sentence() {
      return t('errors.shopHasNoSuchProcedureChoose');
    },
  },

  // It is there, and not in that state.
  STOCK_REFUSED: {
    status: 409,
    get sentence() {
      return t('errors.stockHasOtherwiseLook');
    },
  },
  CARE_REFUSED: {
    status: 409,
    get sentence() {
      return t('errors.logbookHasOtherwiseLook');
    },
  },
  UNDO_REFUSED: {
    status: 409,
    get sentence() {
      return t('errors.laterEntriesRestOne');
    },
  },
  ARTWORK_NOT_READY: {
    status: 409,
    get sentence() {
      return t('errors.artworkStillBeingRead');
    },
  },
  PLATES_NOT_READY: {
    status: 409,
    get sentence() {
      return t('errors.platesPlanStillBeing');
    },
  },
  EXPORT_NOT_READY: {
    status: 409,
    get sentence() {
      return t('errors.filesStillBeingMade');
    },
  },
  NO_ARTWORK: {
    status: 409,
    get sentence() {
      return t('errors.jobHasNoArtwork');
    },
  },
  NOT_PRINTABLE: {
    status: 409,
    get sentence() {
      return t('errors.jobCantPrintedPlanned');
    },
  },
  JOB_CONFLICT: {
    status: 409,
    get sentence() {
      return t('errors.somebodySavedJobWhile');
    },
  },
  ORDER_CONFLICT: {
    status: 409,
    get sentence() {
      return t('errors.somebodyChangedStateDue');
    },
  },
  SHOP_EXISTS: {
    status: 409,
    get sentence() {
      return t('errors.shopHasOneName');
    },
  },
  SHOP_CONFLICT: {
    status: 409,
    get sentence() {
      return t('errors.somebodyChangedWhileYou');
    },
  },
  MACHINE_CONFLICT: {
    status: 409,
    get sentence() {
      return t('errors.somebodyChangedMachineWhile');
    },
  },
  STATE_CONFLICT: {
    status: 409,
    get sentence() {
      return t('errors.somebodySaidSomethingElse');
    },
  },
  SETTING_CONFLICT: {
    status: 409,
    get sentence() {
      return t('errors.somebodyChangedTheseFigures');
    },
  },

  // The request.
  SHOP_CONTRADICTION: {
    status: 422,
    get sentence() {
      return t('errors.figuresContradictOneAnother');
    },
  },
  MEASUREMENT_WRONG: {
    status: 422,
    get sentence() {
      return t('errors.measurementCantRead');
    },
  },
  FORM_WRONG: {
    status: 422,
    get sentence() {
      return t('errors.nothingCanFittedReading');
    },
  },
  STOCK_FILE_WRONG: {
    status: 422,
    get sentence() {
      return t('errors.fileStockCantTaken');
    },
  },
  SHOP_FILE_WRONG: {
    status: 422,
    get sentence() {
      return t('errors.fileShopCantTaken');
    },
  },
  REQUEST_INVALID: {
    status: 422,
    get sentence() {
      return t('errors.requestNotWhatExpected');
    },
  },
  REQUEST_UNREADABLE: {
    status: 400,
    get sentence() {
      return t('errors.requestCantRead');
    },
  },
  REQUEST_TOO_LARGE: {
    status: 413,
    get sentence() {
      return t('errors.requestTooLargePlan');
    },
  },
  KEY_REUSED: {
    status: 422,
    get sentence() {
      return t('errors.anotherRequestHadIdempotency');
    },
  },
  FOREIGN_PAGE: {
    status: 403,
    get sentence() {
      return t('errors.requestComesFromAnother');
    },
  },
  FILE_TOO_LARGE: {
    status: 413,
    get sentence() {
      return t('errors.fileTooLargeLower');
    },
  },

  // The plan.
  PLAN_NEWER: {
    status: 422,
    get sentence() {
      return t('errors.planSavedNewerVersion');
    },
  },
  PLAN_UNREADABLE: {
    status: 422,
    get sentence() {
      return t('errors.planCantRead');
    },
  },
  STACK_NOTATION: {
    status: 422,
    get sentence() {
      return t('errors.notationStackCantRead');
    },
  },
  RULE_TEXT: {
    status: 422,
    get sentence() {
      return t('errors.rulePlateCantRead');
    },
  },
  MODE_UNKNOWN: {
    status: 422,
    get sentence() {
      return t('errors.machineHasNoSuch');
    },
  },
  PLATE_UNKNOWN: {
    status: 422,
    get sentence() {
      return t('errors.planHasNoSuch');
    },
  },
  PLATE_ELSEWHERE: {
    status: 422,
    get sentence() {
      return t('errors.plateAnotherJobCant');
    },
  },
  NO_MACHINE: {
    status: 422,
    get sentence() {
      return t('errors.noMachineShopCan');
    },
  },
  LAYOUT_TOO_LARGE: {
    status: 422,
    get sentence() {
      return t('errors.notOnePieceFits');
    },
  },
  LAYOUT_TOO_MANY: {
    status: 422,
    get sentence() {
      return t('errors.thereMorePiecesThan');
    },
  },
  LOOK_PLATES: {
    status: 422,
    get sentence() {
      return t('errors.stackHasMoreSpecial');
    },
  },
  VIEW_UNKNOWN: {
    status: 422,
    get sentence() {
      return t('errors.thereNoSuchView');
    },
  },
  WHITE_RANGE: {
    status: 422,
    get sentence() {
      return t('errors.noWhiteOpaque');
    },
  },
  SPECTRUM_UNREACHABLE: {
    status: 422,
    get sentence() {
      return t('errors.nothingReflectsColour');
    },
  },
  MONEY_RANGE: {
    status: 422,
    get sentence() {
      return t('errors.amountTooLargeKept');
    },
  },
  REPORT_WRONG: {
    status: 422,
    get sentence() {
      return t('errors.reportsCantRead');
    },
  },
  OTHER_MACHINE: {
    status: 422,
    get sentence() {
      return t('errors.jobPlannedAnotherMachine');
    },
  },

  // The file.
  ARTWORK_DAMAGED: {
    status: 422,
    get sentence() {
      return t('errors.fileDamagedEndsToo');
    },
  },
  ARTWORK_EMPTY: {
    status: 422,
    get sentence() {
      return t('errors.fileEmptyExportCopy');
    },
  },
  ARTWORK_TOO_LARGE: {
    status: 422,
    get sentence() {
      return t('errors.artworkTooLargeChoose');
    },
  },
  DPI_RANGE: {
    status: 422,
    get sentence() {
      return t('errors.resolutionOutRange');
    },
  },
  SCALE_RANGE: {
    status: 422,
    get sentence() {
      return t('errors.scaleOutRange');
    },
  },
  TOO_MANY_PAGES: {
    status: 422,
    get sentence() {
      return t('errors.fileHasTooMany');
    },
  },
  TOO_MANY_SPOTS: {
    status: 422,
    get sentence() {
      return t('errors.fileHasTooManySpotColours');
    },
  },
  PDF_ENCRYPTED: {
    status: 422,
    get sentence() {
      return t('errors.pdfLockedPassword');
    },
  },
  PDF_NOT_RIPPED: {
    status: 422,
    get sentence() {
      return t('errors.pdfCantTurnedInto');
    },
  },
  PDF_TOO_SLOW: {
    status: 422,
    get sentence() {
      return t('errors.pdfTakesTooLong');
    },
  },
  SVG_NO_SIZE: {
    status: 422,
    get sentence() {
      return t('errors.svgHasNoSize');
    },
  },
  SVG_TOO_SLOW: {
    status: 422,
    get sentence() {
      return t('errors.svgTakesTooLong');
    },
  },
  SVG_UNSAFE: {
    status: 422,
    get sentence() {
      return t('errors.svgTakesWhatLies');
    },
  },
  TIFF_BLOCK_TOO_LARGE: {
    status: 422,
    get sentence() {
      return t('errors.stripTileTiffToo');
    },
  },
  TIFF_COLOUR: {
    status: 422,
    get sentence() {
      return t('errors.colourSpaceTiffCant');
    },
  },
  TIFF_DEPTH: {
    status: 422,
    get sentence() {
      return t('errors.bitDepthTiffCant');
    },
  },
  TIFF_PACKING: {
    status: 422,
    get sentence() {
      return t('errors.compressionTiffCantRead');
    },
  },
  TIFF_PAGES: {
    status: 422,
    get sentence() {
      return t('errors.tiffHasSeveralPages');
    },
  },
  READER_BROKE: {
    status: 422,
    get sentence() {
      return t('errors.fileCouldNotRead');
    },
  },
  READING_TOO_LARGE: {
    status: 422,
    get sentence() {
      return t('errors.readingFileTakesMore');
    },
  },
  READING_TOO_SLOW: {
    status: 422,
    get sentence() {
      return t('errors.readingFileTakesToo');
    },
  },
  DISK_LIMIT: {
    status: 422,
    get sentence() {
      return t('errors.platesTakeMoreRoom');
    },
  },
  WORK_ABANDONED: {
    status: 422,
    get sentence() {
      return t('errors.begunSeveralTimesNever');
    },
  },

  // Us.
  TOO_SLOW: {
    status: 503,
    get sentence() {
      return t('errors.workingOutTakesToo');
    },
  },
  TOO_BUSY: {
    status: 503,
    get sentence() {
      return t('errors.tooMuchBeingWorked');
    },
  },
  DISK_FULL: {
    status: 507,
    get sentence() {
      return t('errors.thereNoRoomLeft');
    },
  },
  DATABASE_GONE: {
    status: 503,
    get sentence() {
      return t('errors.databaseDoesNotAnswer');
    },
  },
  INTERNAL: {
    status: 500,
    get sentence() {
      return t('errors.somethingWentWrongOur');
    },
  },

  // The browser's own.
  UNREACHABLE: {
    status: null,
    get sentence() {
      return t('errors.serverDoesNotAnswer');
    },
  },
  ANSWER_UNREADABLE: {
    status: null,
    get sentence() {
      return t('errors.serverGaveAnswerCant');
    },
  },
  CANCELLED: {
    status: null,
    get sentence() {
      return t('errors.uploadCancelled');
    },
  },
} as const satisfies Readonly<Record<string, ErrorFacts>>;

export type ErrorCode = keyof typeof ERRORS;
export const ERROR_CODES = Object.keys(ERRORS) as ErrorCode[];
