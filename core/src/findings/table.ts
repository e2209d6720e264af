/**
 * Every code that a finding can have: how grave it may be, at which stage of the work it is decided, whether the print can't be
 * made with it, and the page of the handbook that explains it. docs/findings.md is this table in words; a test keeps them one.
 */

export const SEVERITIES = ['error', 'warning', 'note'] as const;
/** `error`: the print comes out wrong. `warning`: somebody has to decide. `note`: good to know. */
export type Severity = (typeof SEVERITIES)[number];

/** Where in the work a finding is decided. */
export type FindingStage =
  'artwork' | 'material' | 'stack' | 'plates' | 'trips' | 'layout' | 'cost';

/** Pages of the handbook, by their file in docs/handbook. */
export const HANDBOOK_PAGES = [
  'artwork-files',
  'separations',
  'overprint',
  'type-and-lines',
  'barcodes',
  'size-and-bleed',
  'plates',
  'stack',
  'silver',
  'drying',
  'machines-and-materials',
  'layout',
  'ink',
  'stock',
  'care',
] as const;
export type HandbookPage = (typeof HANDBOOK_PAGES)[number];

interface FindingFacts {
  /** The severities it may have, the gravest first; the one that it has if there is one. */
  readonly severity: Severity | readonly [Severity, Severity, ...Severity[]];
  /** The stages that show it, the one where it is decided first. */
  readonly stages: readonly [FindingStage, ...FindingStage[]];
  /** Time, ink and money would be numbers for a print that can't be made. */
  readonly stops?: true;
  readonly page: HandbookPage;
}

export const FINDINGS = {
  // The file.
  FONT_MISSING: { severity: 'warning', stages: ['artwork'], page: 'artwork-files' },
  LAYER_UNSURE: { severity: 'warning', stages: ['artwork'], page: 'separations' },
  RESOLUTION_ASSUMED: { severity: 'note', stages: ['artwork'], page: 'artwork-files' },
  RGB_CONVERTED: { severity: 'note', stages: ['artwork'], page: 'artwork-files' },
  RGB_LEFT: { severity: 'warning', stages: ['artwork'], page: 'artwork-files' },
  LOW_RESOLUTION: { severity: ['warning', 'note'], stages: ['artwork'], page: 'artwork-files' },
  STRUCTURE_INCOMPLETE: { severity: 'note', stages: ['artwork'], page: 'artwork-files' },
  ANNOTATIONS: { severity: 'warning', stages: ['artwork'], page: 'artwork-files' },
  LAYER_HIDDEN: { severity: 'note', stages: ['artwork'], page: 'artwork-files' },
  PAGE_BLANK: { severity: 'error', stages: ['artwork'], page: 'artwork-files' },

  // Its separations.
  NAME_MISS: { severity: 'warning', stages: ['artwork', 'plates'], page: 'separations' },
  SPOT_UNUSED: { severity: 'warning', stages: ['artwork', 'plates'], page: 'separations' },
  SPECIAL_EMPTY: {
    severity: ['error', 'warning', 'note'],
    stages: ['artwork'],
    page: 'separations',
  },
  LINES_UNSAID: { severity: 'warning', stages: ['artwork'], page: 'separations' },
  LAYER_COLOUR: { severity: 'warning', stages: ['artwork'], page: 'separations' },
  LINE_ERASES: { severity: 'error', stages: ['artwork'], page: 'overprint' },
  KNOCKOUT: { severity: ['error', 'warning', 'note'], stages: ['artwork'], page: 'overprint' },
  KNOCKOUT_MENDED: { severity: 'note', stages: ['artwork'], page: 'overprint' },
  VANISHES: { severity: 'error', stages: ['artwork'], page: 'overprint' },

  // What is drawn.
  MIRRORED: { severity: ['error', 'warning'], stages: ['artwork'], page: 'stack' },
  HAZE: { severity: ['warning', 'note'], stages: ['artwork', 'plates'], page: 'plates' },
  HAZE_BLANK: { severity: 'note', stages: ['artwork', 'plates'], page: 'plates' },
  SMALL_TYPE: { severity: ['warning', 'note'], stages: ['artwork'], page: 'type-and-lines' },
  REVERSED_TYPE: { severity: ['warning', 'note'], stages: ['artwork'], page: 'type-and-lines' },
  TYPE_CUT: { severity: 'warning', stages: ['artwork'], page: 'size-and-bleed' },
  HAIRLINES: { severity: 'note', stages: ['artwork'], page: 'type-and-lines' },
  CHECK_DIGIT: { severity: 'error', stages: ['artwork'], page: 'barcodes' },
  QUIET_ZONE: { severity: 'warning', stages: ['artwork'], page: 'barcodes' },
  BARCODE_SMALL: { severity: 'warning', stages: ['artwork'], page: 'barcodes' },

  // Its size.
  NO_BLEED: { severity: 'note', stages: ['artwork'], page: 'size-and-bleed' },
  LITTLE_BLEED: { severity: 'note', stages: ['artwork'], page: 'size-and-bleed' },
  BLEED_CUT: { severity: 'warning', stages: ['artwork'], page: 'size-and-bleed' },
  LABEL_SIZE: { severity: ['error', 'warning'], stages: ['artwork'], page: 'size-and-bleed' },
  SCALED_ART: { severity: 'warning', stages: ['artwork'], page: 'size-and-bleed' },
  MARKS: { severity: ['error', 'warning'], stages: ['artwork'], page: 'size-and-bleed' },
  MARKS_IN_BLEED: { severity: ['error', 'warning'], stages: ['artwork'], page: 'size-and-bleed' },
  NO_OVERSIZE: { severity: 'note', stages: ['layout'], page: 'size-and-bleed' },
  VERSION_SIZE: { severity: 'error', stages: ['layout'], stops: true, page: 'size-and-bleed' },

  // Machine and material.
  MATERIAL_COLOUR: {
    severity: 'warning',
    stages: ['material'],
    page: 'machines-and-materials',
  },
  OVERHANG: {
    severity: 'error',
    stages: ['layout', 'material', 'trips'],
    stops: true,
    page: 'machines-and-materials',
  },
  HEAD_CLEARANCE: {
    severity: 'error',
    stages: ['layout', 'material', 'trips'],
    stops: true,
    page: 'machines-and-materials',
  },
  TOO_NARROW: {
    severity: 'error',
    stages: ['layout', 'material', 'trips'],
    stops: true,
    page: 'machines-and-materials',
  },
  GRAIN: { severity: 'note', stages: ['layout'], page: 'layout' },
  NO_CUTTER: {
    severity: 'error',
    stages: ['trips'],
    stops: true,
    page: 'machines-and-materials',
  },

  // The stack.
  INK_NOT_FITTED: { severity: 'error', stages: ['stack', 'trips'], stops: true, page: 'stack' },
  TOO_MANY_LAYERS: { severity: 'error', stages: ['stack', 'trips'], stops: true, page: 'stack' },
  TOO_MANY_HITS: { severity: 'error', stages: ['stack', 'trips'], stops: true, page: 'stack' },
  NO_MODE: {
    severity: 'error',
    stages: ['stack', 'trips', 'material'],
    stops: true,
    page: 'machines-and-materials',
  },
  MODE_WITHOUT_SPECIALS: {
    severity: 'error',
    stages: ['stack', 'trips'],
    stops: true,
    page: 'machines-and-materials',
  },
  ONE_TRIP_ONLY: { severity: 'error', stages: ['stack', 'trips'], stops: true, page: 'stack' },
  BACK_NOT_PRINTABLE: {
    severity: 'error',
    stages: ['stack', 'material'],
    stops: true,
    page: 'stack',
  },
  NOT_SEE_THROUGH: { severity: 'error', stages: ['stack', 'material'], page: 'stack' },
  READS_BACKWARDS: { severity: 'error', stages: ['stack'], page: 'stack' },
  ONE_PICTURE: { severity: 'warning', stages: ['stack'], page: 'stack' },
  SILVER_WET: { severity: 'error', stages: ['stack', 'trips'], page: 'silver' },
  CLEAR_UNDER_LAMINATE: { severity: 'warning', stages: ['stack'], page: 'stack' },

  // The plates.
  PLATE_EMPTY: { severity: 'error', stages: ['plates'], page: 'plates' },
  PAPER_WHITE: { severity: 'warning', stages: ['plates', 'artwork'], page: 'plates' },
  PINHOLES: { severity: 'note', stages: ['plates', 'artwork'], page: 'plates' },
  OVERLAP_IN_LAYER: { severity: 'warning', stages: ['plates', 'artwork'], page: 'plates' },
  CHOKED_AWAY: { severity: 'warning', stages: ['plates', 'artwork'], page: 'plates' },
  CHOKED_TWICE: { severity: 'warning', stages: ['plates'], page: 'plates' },
  OWN_TAKEN: { severity: ['warning', 'note'], stages: ['plates'], page: 'plates' },
  BARCODE_BARE: {
    severity: ['error', 'warning'],
    stages: ['plates', 'artwork'],
    page: 'barcodes',
  },

  // Trips and time.
  MODE_MATERIAL: {
    severity: 'error',
    stages: ['trips'],
    stops: true,
    page: 'machines-and-materials',
  },
  MODE_SPECIALS: {
    severity: 'error',
    stages: ['trips'],
    stops: true,
    page: 'machines-and-materials',
  },
  NO_SECOND_TRIP: { severity: 'error', stages: ['trips'], stops: true, page: 'stack' },
  TWO_TRIP_LENGTH: { severity: 'warning', stages: ['trips', 'layout'], page: 'layout' },
  WHITE_WET: { severity: 'warning', stages: ['trips'], page: 'drying' },
  WHITE_HITS_WET: { severity: 'warning', stages: ['trips', 'stack'], page: 'drying' },
  WHITE_SLOT: { severity: 'warning', stages: ['trips'], page: 'drying' },
  LAYERS_PER_TRIP: { severity: 'note', stages: ['trips'], page: 'stack' },
  TOTAL_INK: { severity: 'warning', stages: ['trips', 'artwork'], page: 'ink' },

  // The layout.
  LAYOUT_TOO_LARGE: {
    severity: 'error',
    stages: ['layout', 'trips'],
    stops: true,
    page: 'layout',
  },
  LAYOUT_TOO_MANY: { severity: 'error', stages: ['layout', 'trips'], stops: true, page: 'layout' },
  PLACED_OUTSIDE: { severity: 'error', stages: ['layout'], stops: true, page: 'layout' },
  PLACED_OVERLAP: { severity: 'error', stages: ['layout'], stops: true, page: 'layout' },
  PLACED_CLOSE: { severity: 'warning', stages: ['layout'], page: 'layout' },

  // The shelf, and the machine as it stands.
  LOT_OVER_AGE: {
    severity: ['warning', 'note'],
    stages: ['material', 'trips'],
    page: 'stock',
  },
  LOT_SOON_OVER: { severity: 'note', stages: ['material'], page: 'stock' },
  LOT_SHORT: { severity: 'warning', stages: ['material', 'layout'], page: 'stock' },
  CARE_DUE: { severity: 'warning', stages: ['trips'], page: 'care' },
  HEADS_PARKED: { severity: 'note', stages: ['trips'], page: 'care' },
  CONTAINER_SHORT: { severity: 'warning', stages: ['cost', 'trips'], page: 'ink' },
} as const satisfies Readonly<Record<string, FindingFacts>>;

export type FindingCode = keyof typeof FINDINGS;
export const FINDING_CODES = Object.keys(FINDINGS) as FindingCode[];

type Given<C extends FindingCode> = (typeof FINDINGS)[C]['severity'];
/** The severities that findings of a code may have. */
export type SeverityOf<C extends FindingCode> =
  Given<C> extends readonly Severity[] ? Given<C>[number] : Extract<Given<C>, Severity>;

export const factsOf = (code: FindingCode): FindingFacts => FINDINGS[code];

/** The severities that findings of a code may have, the gravest first. */
export function severitiesOf(code: FindingCode): readonly Severity[] {
  const { severity } = factsOf(code);
  return typeof severity === 'string' ? [severity] : severity;
}

/** Whether a code is one of a finding. */
export const isFindingCode = (code: string): code is FindingCode => Object.hasOwn(FINDINGS, code);
