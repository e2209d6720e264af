/** What is known of one page of artwork once it has been ripped. Lengths in mm, boxes in pixels. */
import type { ProcessAnchor } from '../optics/index.ts';
import type { PixelBox } from '../raster/index.ts';
import type { Kind } from './names.ts';

export interface Separation {
  readonly name: string;
  readonly kind: Kind;
  /** Mean over the trimmed page, 0 to 1. */
  readonly coverage: number;
  /** Mean over everything printed, bleed included, 0 to 1. */
  readonly coverageWithBleed: number;
}

export type Severity = 'error' | 'warning' | 'note';

/** A way out that the operator can take with one click. */
export interface Repair {
  readonly label: string;
  readonly kind: 'map-name';
  readonly separation: string;
  readonly role: 'W' | 'S' | 'V';
}

export interface Finding {
  readonly code: string;
  readonly severity: Severity;
  readonly message: string;
  readonly repair?: Repair;
}

export interface ArtworkPage {
  /** From 1. */
  readonly number: number;
  /** Everything printed: the bleed box, or the trim where there is no bleed. */
  readonly widthMm: number;
  readonly heightMm: number;
  /** The finished size, and where it lies in the print from its top left corner. */
  readonly trimMm: {
    readonly left: number;
    readonly top: number;
    readonly width: number;
    readonly height: number;
  };
  readonly dpi: number;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly trimPx: PixelBox;
  readonly separations: readonly Separation[];
  readonly findings: readonly Finding[];
}

export interface ArtworkInfo {
  readonly format: 'pdf' | 'tiff' | 'png' | 'jpeg';
  /** How colour was turned into process ink, for the operator. */
  readonly colour: string;
  readonly anchor: ProcessAnchor;
  readonly pages: readonly ArtworkPage[];
}
