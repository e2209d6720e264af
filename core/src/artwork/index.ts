export {
  barcodeGround,
  isMatrix,
  MATRIX_TYPES,
  checkDigitRight,
  gtinCheckDigit,
  modulesAcross,
  quietWanted,
  type Barcode,
} from './barcode.ts';
export { errorCorrectionOf } from './errorCorrection.ts';
export { withReducedBars } from './bars.ts';
export { EdgeMeter } from './edge.ts';
export { KnockoutMeter } from './knockout.ts';
export { compareArtwork, type ArtworkChange } from './compare.ts';
export { ContentMeter, FAINT, processInk, SUM_STEP, type PageContent } from './content.ts';
export { documentFindings, LABEL_EXCESS_MM, pageFindings, type Use } from './findings/index.ts';
export {
  ACCEPTED_FILES,
  ARTWORK_FORMATS,
  formatNames,
  formatOf,
  type ArtworkFormat,
} from './formats.ts';
export {
  drawnCutting,
  drawnLines,
  likelyLines,
  LINE_NAMES,
  linesOf,
  type TechnicalLines,
} from './lines.ts';
export { LINE_ROLES, type LineRole } from './nameWords.ts';
export {
  guessKind,
  isLineRole,
  SEPARATION_KINDS,
  kindOf,
  nearMiss,
  PROCESS_NAMES,
  roleOf,
  OTHER_ROLES,
  specialRole,
  SURE,
  visibleName,
  type SeparationKind,
  type NameGuess,
  type Role,
} from './names.ts';
export { channelsOf, overprintedChannel } from './page.ts';
export type { Alternate, ArtworkInfo, ArtworkPage, Knockout, MmBox, Separation } from './page.ts';
export { alternateTable, plannedRaster, type SeparationSettings } from './planned.ts';
export { HAIRLINE_MM } from './structure.ts';
export type {
  DocumentStructure,
  FileLayer,
  Font,
  LinePath,
  LineUse,
  PageBoxes,
  PageStructure,
  PictureUse,
  SpotUse,
  StrokeUse,
  TextUse,
} from './structure.ts';
