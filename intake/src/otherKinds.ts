/** Files that come as artwork and can't be read here: what each is, and what to send in its place. */
import { t } from './texts/texts.ts';

interface OtherKind {
  readonly name: string;
  /** The way out, as a sentence. */
  readonly instead: string;
}

/** First bytes, in Latin-1, at a place; sources are the formats' own specifications. */
const SEPARATION_KINDS: readonly (OtherKind & { readonly at?: number; readonly begins: string })[] =
  [
    {
      begins: '%!PS-Adobe-',
      get name() {
        return t('reading.epsPostscriptFile');
      },
      get instead() {
        return t('reading.openProgramMadeSave');
      },
    },
    {
      begins: '%!',
      get name() {
        return t('reading.postscriptFile');
      },
      get instead() {
        return t('reading.openProgramMadeSave');
      },
    },
    {
      begins: '\xC5\xD0\xD3\xC6',
      get name() {
        return t('reading.epsFilePreview');
      },
      get instead() {
        return t('reading.openProgramMadeSave');
      },
    },
    {
      begins: '8BPS',
      get name() {
        return t('reading.layeredPicturePsd');
      },
      get instead() {
        return t('reading.saveTiffSpotChannels');
      },
    },
    {
      begins: 'GIF8',
      get name() {
        return t('reading.gif');
      },
      get instead() {
        return t('reading.savePngTiffResolution');
      },
    },
    {
      begins: 'BM',
      get name() {
        return t('reading.bmp');
      },
      get instead() {
        return t('reading.savePngTiffResolution');
      },
    },
    {
      begins: '\0\0\0\x0CjP  \r\n\x87\n',
      get name() {
        return t('reading.jpeg2000');
      },
      get instead() {
        return t('reading.savePngTiffResolution');
      },
    },
    {
      begins: '\xFF\x4F\xFF\x51',
      get name() {
        return t('reading.jpeg2000');
      },
      get instead() {
        return t('reading.savePngTiffResolution');
      },
    },
    {
      at: 4,
      begins: 'ftyphei',
      get name() {
        return t('reading.heicPhotograph');
      },
      get instead() {
        return t('reading.savePngTiffResolution');
      },
    },
    {
      at: 4,
      begins: 'ftyphev',
      get name() {
        return t('reading.heicPhotograph');
      },
      get instead() {
        return t('reading.savePngTiffResolution');
      },
    },
    {
      at: 4,
      begins: 'ftypmif1',
      get name() {
        return t('reading.heicPhotograph');
      },
      get instead() {
        return t('reading.savePngTiffResolution');
      },
    },
    {
      at: 4,
      begins: 'ftypavif',
      get name() {
        return t('reading.avifPicture');
      },
      get instead() {
        return t('reading.savePngTiffResolution');
      },
    },
    {
      begins: 'PK\x03\x04',
      get name() {
        return t('reading.zipArchive');
      },
      get instead() {
        return t('reading.unpackSendArtwork');
      },
    },
    {
      begins: 'AutoCAD Binary DXF',
      get name() {
        return t('reading.dxfDrawing');
      },
      get instead() {
        return t('reading.exportPdfSvgTrue');
      },
    },
  ];

/** A DXF in text begins with group code 0 and a section. */
const DXF = /^\s*(?:999[^\n]*\n[^\n]*\n\s*)?0\s*\r?\nSECTION\b/;

/** What a file is, by its beginning, if it is a kind of artwork that can't be read; undefined if it may be one that can. */
export function otherKind(head: string): OtherKind | undefined {
  if (DXF.test(head.slice(0, 400)))
    return { name: t('reading.dxfDrawing'), instead: t('reading.exportPdfSvgTrue') };
  return SEPARATION_KINDS.find(({ begins, at = 0 }) => head.startsWith(begins, at));
}
