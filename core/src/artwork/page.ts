/** What is known of one page of artwork once it has been ripped. Lengths in mm, boxes in pixels. */
import type { Finding } from '../findings/index.ts';
import type { ProcessAnchor } from '../optics/index.ts';
import type { Cells, PixelBox } from '../raster/index.ts';
import type { Barcode } from './barcode.ts';
import type { PageContent } from './content.ts';
import type { ArtworkFormat } from './formats.ts';
import type { SeparationKind } from './names.ts';
import type { DocumentStructure, LineUse, PageStructure } from './structure.ts';

export interface Separation {
  readonly name: string;
  readonly kind: SeparationKind;
  /** Mean over the trimmed page, 0 to 1. */
  readonly coverage: number;
  /** Mean over everything printed, bleed included, 0 to 1. */
  readonly coverageWithBleed: number;
  /** What the file wants in its place where it can't be printed, if it says so. */
  readonly alternate?: Alternate;
}

/** A spot's stand-in in process ink: C, M, Y, K (0 to 1) at tints in even steps from 0 to 1. */
export interface Alternate {
  /** The colour space the file states, such as DeviceCMYK or Lab. */
  readonly space: string;
  readonly ramp: readonly (readonly [c: number, m: number, y: number, k: number])[];
}

/** Millimetres from the top left corner of what is printed. */
export interface MmBox {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** A special that is drawn where it and colour, or another special, erase one another. */
export interface Knockout {
  readonly separation: string;
  /** Where the special is gone under what was drawn over it, mm². */
  readonly specialLostMm2: number;
  /** Where colour is gone under the special, mm². */
  readonly colourLostMm2: number;
  readonly cells: Cells;
}

export interface ArtworkPage {
  /** From 1. */
  readonly number: number;
  /** Everything printed: the bleed box, or the trim where there is no bleed. */
  readonly widthMm: number;
  readonly heightMm: number;
  /** The finished size, and where it lies in the print. */
  readonly trimMm: MmBox;
  readonly dpi: number;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly trimPx: PixelBox;
  readonly bleedDeclared: boolean;
  readonly separations: readonly Separation[];
  /**
   * Separations of which there is a second plate: what they would hold if specials and colour overprinted each other.
   * Their planes follow those of {@link separations}.
   */
  readonly overprinted: readonly string[];
  readonly knockouts: readonly Knockout[];
  readonly content: PageContent;
  /** Share of the edge of the finished size that holds ink, 0 to 1. */
  readonly edgeShare: number;
  readonly barcodes: readonly Barcode[];
  /** What the file itself says; only a PDF does. */
  readonly structure?: PageStructure;
  /** Lines for a blade, a fold or a jig in a file that says no more of itself. */
  readonly lines?: readonly LineUse[];
  /** What the reader noticed on the way. */
  readonly notes: readonly Finding[];
}

export interface ArtworkInfo {
  readonly format: ArtworkFormat;
  /** How colour was turned into process ink, for the operator. */
  readonly colour: string;
  readonly anchor: ProcessAnchor;
  readonly document?: DocumentStructure;
  readonly pages: readonly ArtworkPage[];
}

/** The channel of a raster that holds a separation's second plate. No file can give this name to a spot. */
export const overprintedChannel = (separation: string): string => `${separation}\u0000overprinted`;

/** Every plane of a page's raster, in order. */
export const channelsOf = (
  page: Pick<ArtworkPage, 'separations' | 'overprinted'>,
): readonly string[] => [
  ...page.separations.map(({ name }) => name),
  ...page.overprinted.map(overprintedChannel),
];
