/** What a PDF says of itself: colourants, overprint, layers, pictures, type. Lengths in mm, places from the top left corner of what is printed. */
import type { LineRole } from './nameWords.ts';
import type { MmBox } from './page.ts';

export interface DocumentStructure {
  /** Such as 1.6. */
  readonly version: string;
  /** Standards the file claims, such as PDF/X-4. A claim, not a proof. */
  readonly claims: readonly string[];
  /** The printing condition it was made for. */
  readonly outputIntent: string | null;
  readonly layers: readonly FileLayer[];
  readonly fonts: readonly Font[];
}

/** An optional content group. */
export interface FileLayer {
  readonly name: string;
  readonly shown: boolean;
  readonly prints: boolean;
  /** What lines it holds, by its name: such a layer never prints. */
  readonly lines?: LineRole;
}

export interface Font {
  readonly name: string;
  readonly kind: string;
  readonly embedded: boolean;
}

/** A colourant the page names. */
export interface SpotUse {
  readonly name: string;
  /** Objects that paint it, at any tint above nothing. Zero: only declared. */
  readonly objects: number;
  /** Of these, how many leave what lies under them. */
  readonly overprinting: number;
  /** OPM of the objects that overprint: 0, 1, or both. */
  readonly modes: readonly number[];
}

export interface PictureUse {
  readonly box: MmBox;
  readonly widthPx: number;
  readonly heightPx: number;
  /** The lower of both directions, at the size it is printed. */
  readonly dpi: number;
  readonly space: string;
}

export interface TextUse {
  readonly box: MmBox;
  /** Height of the type as printed, points. */
  readonly sizePt: number;
  /** Names of the colourants with a tint above nothing. */
  readonly inks: readonly string[];
  readonly mirrored: boolean;
}

export interface StrokeUse {
  readonly box: MmBox;
  readonly widthMm: number;
  readonly inks: readonly string[];
}

/** One stroke of a line for a blade, a fold or a jig. */
export interface LinePath {
  readonly widthMm: number;
  /** As SVG path data: M, L, C and Z with absolute places, mm from the top left corner of what is printed. */
  readonly d: string;
}

/** What is stroked in one spot alone, or lies on a layer that is named as such lines are. */
export interface LineUse {
  /** Of the spot, or of the layer. */
  readonly name: string;
  readonly from: 'spot' | 'layer';
  readonly strokes: number;
  /** Every stroke ends where it begins. */
  readonly closed: boolean;
  /** Strokes that leave what lies under them. */
  readonly overprinting: number;
  /** All strokes together, along their middle. */
  readonly lengthMm: number;
  readonly paths: readonly LinePath[];
}

/** Boxes that the page states itself; the media box it always has. */
export interface PageBoxes {
  readonly media: MmBox;
  readonly crop: MmBox | null;
  readonly bleed: MmBox | null;
  readonly trim: MmBox | null;
}

export interface PageStructure {
  readonly boxes: PageBoxes;
  /** Degrees clockwise by which the page is turned when it is shown: 0, 90, 180 or 270. */
  readonly turn: number;
  readonly spots: readonly SpotUse[];
  readonly pictures: readonly PictureUse[];
  /** Runs of type, as far as it is still type and not outlines. */
  readonly text: readonly TextUse[];
  /** Lines that may be for a blade, a fold or a jig. */
  readonly lines: readonly LineUse[];
  /** Strokes thinner than {@link HAIRLINE_MM}. */
  readonly hairlines: readonly StrokeUse[];
  /** Objects in RGB, and where. */
  readonly rgb: readonly MmBox[];
  readonly rgbObjects: number;
  readonly transparency: boolean;
  /** Painted in every separation, as printers' marks are. */
  readonly marks: readonly MmBox[];
  /** Process colour on a layer that is named as a special, and where, by the layer's name. */
  readonly layerColour: Readonly<Record<string, readonly MmBox[]>>;
  /** Objects left out as their layer does not print, by its name. */
  readonly hidden: Readonly<Record<string, number>>;
  /**
   * A special and colour meet where at least one of them does not overprint, so that one may erase the other.
   */
  readonly mayKnockOut: boolean;
  /** Notes, stamps and form fields that print. */
  readonly annotations: readonly MmBox[];
  /** What is set in no ink at all and overprints: it leaves no trace. Type, and other objects. */
  readonly vanishing: readonly MmBox[];
  /** Paper-white type on colour, by its size. */
  readonly reversed: readonly TextUse[];
  /** Type that the edge of the finished size cuts through. */
  readonly cutType: readonly MmBox[];
  /** How far art reaches beyond what is printed, on the side where it does most; 0 if nowhere. */
  readonly beyondMm: number;
  /** Short thin strokes that lie outside the finished size, as crop marks do. */
  readonly outside: readonly MmBox[];
  /** Names of the fonts that type is set in, without the tag of a subset. */
  readonly fontsUsed: readonly string[];
  /** The page was too long to be read to its end. */
  readonly incomplete: boolean;
}

/** Common practice: below a quarter point a line may break up in print. */
export const HAIRLINE_MM = 0.1;
