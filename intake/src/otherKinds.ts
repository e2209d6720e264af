/** Files that come as artwork and can't be read here: what each is, and what to send in its place. */
import { inEachLanguage } from '@kyanos/core';
import { t } from './texts/texts.ts';

interface OtherKind {
  readonly name: string;
  /** The way out, as a sentence. */
  readonly instead: string;
}

/** First bytes, in Latin-1, at a place; sources are the formats' own specifications. */
const otherKinds = inEachLanguage(
  (): readonly (OtherKind & { readonly at?: number; readonly begins: string })[] => [
    {
      begins: '%!PS-Adobe-',
      name: t('reading.epsPostscriptFile'),
      instead: t('reading.openProgramMadeSave'),
    },
    {
      begins: '%!',
      name: t('reading.postscriptFile'),
      instead: t('reading.openProgramMadeSave'),
    },
    {
      begins: '\xC5\xD0\xD3\xC6',
      name: t('reading.epsFilePreview'),
      instead: t('reading.openProgramMadeSave'),
    },
    {
      begins: '8BPS',
      name: t('reading.layeredPicturePsd'),
      instead: t('reading.saveTiffSpotChannels'),
    },
    {
      begins: 'GIF8',
      name: t('reading.gif'),
      instead: t('reading.savePngTiffResolution'),
    },
    {
      begins: 'BM',
      name: t('reading.bmp'),
      instead: t('reading.savePngTiffResolution'),
    },
    {
      begins: '\0\0\0\x0CjP  \r\n\x87\n',
      name: t('reading.jpeg2000'),
      instead: t('reading.savePngTiffResolution'),
    },
    {
      begins: '\xFF\x4F\xFF\x51',
      name: t('reading.jpeg2000'),
      instead: t('reading.savePngTiffResolution'),
    },
    {
      at: 4,
      begins: 'ftyphei',
      name: t('reading.heicPhotograph'),
      instead: t('reading.savePngTiffResolution'),
    },
    {
      at: 4,
      begins: 'ftyphev',
      name: t('reading.heicPhotograph'),
      instead: t('reading.savePngTiffResolution'),
    },
    {
      at: 4,
      begins: 'ftypmif1',
      name: t('reading.heicPhotograph'),
      instead: t('reading.savePngTiffResolution'),
    },
    {
      at: 4,
      begins: 'ftypavif',
      name: t('reading.avifPicture'),
      instead: t('reading.savePngTiffResolution'),
    },
    {
      begins: 'PK\x03\x04',
      name: t('reading.zipArchive'),
      instead: t('reading.unpackSendArtwork'),
    },
    {
      begins: 'AutoCAD Binary DXF',
      name: t('reading.dxfDrawing'),
      instead: t('reading.exportPdfSvgTrue'),
    },
  ],
);

/** A DXF in text begins with group code 0 and a section. */
const DXF = /^\s*(?:999[^\n]*\n[^\n]*\n\s*)?0\s*\r?\nSECTION\b/;

/** What a file is, by its beginning, if it is a kind of artwork that can't be read; undefined if it may be one that can. */
export function otherKind(head: string): OtherKind | undefined {
  if (DXF.test(head.slice(0, 400)))
    return { name: t('reading.dxfDrawing'), instead: t('reading.exportPdfSvgTrue') };
  return otherKinds().find(({ begins, at = 0 }) => head.startsWith(begins, at));
}
