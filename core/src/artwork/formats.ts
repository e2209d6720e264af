/** The formats that artwork may come in: read by the intake, offered where files are dropped, named where another is refused. */
import { eitherOf } from '../texts/index.ts';

interface FormatFacts {
  /** As it is said. */
  readonly name: string;
  /** The usual one first. */
  readonly extensions: readonly [string, ...string[]];
  /** First bytes, in Latin-1, any of which may be; none where a text has to be looked at. */
  readonly begins: readonly string[];
  /** Further bytes at their places. */
  readonly holds?: { readonly at: number; readonly bytes: string };
}

/** Sources: the formats' own specifications. */
export const FORMATS = {
  pdf: { name: 'PDF', extensions: ['pdf', 'ai'], begins: ['%PDF-'] },
  // Both byte orders, and BigTIFF.
  tiff: {
    name: 'TIFF',
    extensions: ['tif', 'tiff'],
    begins: ['II*\0', 'MM\0*', 'II+\0', 'MM\0+'],
  },
  svg: { name: 'SVG', extensions: ['svg'], begins: [] },
  png: { name: 'PNG', extensions: ['png'], begins: ['\x89PNG\r\n\x1a\n'] },
  jpeg: { name: 'JPEG', extensions: ['jpg', 'jpeg'], begins: ['\xff\xd8\xff'] },
  webp: {
    name: 'WebP',
    extensions: ['webp'],
    begins: ['RIFF'],
    holds: { at: 8, bytes: 'WEBP' },
  },
} as const satisfies Readonly<Record<string, FormatFacts>>;

export type ArtworkFormat = keyof typeof FORMATS;
export const ARTWORK_FORMATS = Object.keys(FORMATS) as ArtworkFormat[];

/** Returns the format by the first bytes of a file, in Latin-1; undefined for other files and for text. */
export const formatOf = (head: string): ArtworkFormat | undefined =>
  ARTWORK_FORMATS.find((format) => {
    const { begins, holds }: FormatFacts = FORMATS[format];
    return (
      begins.some((bytes) => head.startsWith(bytes)) &&
      (holds === undefined || head.startsWith(holds.bytes, holds.at))
    );
  });

/** `PDF, TIFF, SVG, PNG, JPEG or WebP`. */
export const formatNames = (): string =>
  eitherOf(ARTWORK_FORMATS.map((format) => FORMATS[format].name));

/** What a picker of files offers. */
export const ACCEPTED_FILES = ARTWORK_FORMATS.flatMap((format) =>
  FORMATS[format].extensions.map((extension) => `.${extension}`),
).join(',');
