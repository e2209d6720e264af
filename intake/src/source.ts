/** What a reader gets, and what it leaves: a file as pages whose plates can be read band by band. */
import type {
  Alternate,
  DocumentStructure,
  Finding,
  LineUse,
  MmBox,
  PageStructure,
  ProcessAnchor,
} from '@kyanos/core';
import type { PlanarFile } from './planar.ts';
import type { FinePart } from './redraw.ts';

/** One page as a reader leaves it. */
export interface PageFile {
  readonly file: PlanarFile;
  /** The same plates as if specials and colour overprinted each other, where the page may hold a knockout. */
  readonly overprinted?: PlanarFile | undefined;
  readonly number?: number;
  /** The finished size. */
  readonly box: MmBox;
  readonly bleedDeclared: boolean;
  /** What spots become in process ink, by their names. */
  readonly alternates: ReadonlyMap<string, Alternate | undefined>;
  readonly structure?: PageStructure | undefined;
  /** Lines for a blade, a fold or a jig, of a file that is known by its plates and them alone. */
  readonly lines?: readonly LineUse[] | undefined;
  /** Spots that are painted with, as far as the file tells: plates of others that are blank are only declared. */
  readonly used?: ReadonlySet<string> | undefined;
  /**
   * Parts of the page made anew at another resolution, where the file has no resolution of its own.
   * @param overprinting as if specials and colour overprinted each other
   */
  readonly renderRegion?: (
    boxes: readonly MmBox[],
    dpi: number,
    overprinting?: boolean,
  ) => Promise<readonly PlanarFile[]>;
  /** The parts with strokes and shapes only a few pixels thick, drawn finer. */
  readonly fine?: () => Promise<readonly FinePart[]>;
  readonly notes: readonly Finding[];
}

/** A file as a reader leaves it. */
export interface SourceFile {
  /** How colour was turned into process ink, for the operator. */
  readonly colour: string;
  readonly anchor: ProcessAnchor;
  readonly document?: DocumentStructure | undefined;
  /** How many pages come. */
  readonly count: number;
  readonly pages: Iterable<PageFile> | AsyncIterable<PageFile>;
}

export interface ReadingOptions {
  /** Resolution for PDF and SVG; pictures keep their own. 36 to 1200. */
  readonly dpi: number;
  /** The artwork is drawn so many times smaller than it is printed: 10 for a drawing at 1:10. 0.01 to 100. */
  readonly scale: number;
  /** Only these pages, from 1; all if absent. */
  readonly pages: readonly number[] | undefined;
  /** A folder of its own, removed afterwards. */
  readonly tmp: string;
  /** Nothing is wanted but what the plates cover: no second plates, no structure. */
  readonly coverageOnly: boolean;
  readonly signal: AbortSignal;
  progress(share: number): void;
}

/** What a reader gets. */
export interface Source extends ReadingOptions {
  readonly path: string;
}
