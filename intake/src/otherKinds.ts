/** Files that come as artwork and can't be read here: what each is, and what to send in its place. */

interface OtherKind {
  readonly name: string;
  /** The way out, as a sentence. */
  readonly instead: string;
}

const PDF = 'Open it in the program that made it and save a PDF with spot colours kept.';
const PICTURE = 'Save it as PNG or TIFF at the resolution it is printed at.';

/** First bytes, in Latin-1, at a place; sources are the formats' own specifications. */
const SEPARATION_KINDS: readonly (OtherKind & { readonly at?: number; readonly begins: string })[] =
  [
    { begins: '%!PS-Adobe-', name: 'an EPS or PostScript file', instead: PDF },
    { begins: '%!', name: 'a PostScript file', instead: PDF },
    { begins: '\xC5\xD0\xD3\xC6', name: 'an EPS file with a preview in it', instead: PDF },
    {
      begins: '8BPS',
      name: 'a layered picture (PSD)',
      instead: 'Save it as TIFF with its spot channels, or as PDF.',
    },
    { begins: 'GIF8', name: 'a GIF', instead: PICTURE },
    { begins: 'BM', name: 'a BMP', instead: PICTURE },
    { begins: '\0\0\0\x0CjP  \r\n\x87\n', name: 'a JPEG 2000', instead: PICTURE },
    { begins: '\xFF\x4F\xFF\x51', name: 'a JPEG 2000', instead: PICTURE },
    { at: 4, begins: 'ftyphei', name: 'a HEIC photograph', instead: PICTURE },
    { at: 4, begins: 'ftyphev', name: 'a HEIC photograph', instead: PICTURE },
    { at: 4, begins: 'ftypmif1', name: 'a HEIC photograph', instead: PICTURE },
    { at: 4, begins: 'ftypavif', name: 'an AVIF picture', instead: PICTURE },
    {
      begins: 'PK\x03\x04',
      name: 'a ZIP archive',
      instead: 'Unpack it and send the artwork that is in it.',
    },
    {
      begins: 'AutoCAD Binary DXF',
      name: 'a DXF drawing',
      instead: 'Export it as PDF or SVG at its true size.',
    },
  ];

/** A DXF in text begins with group code 0 and a section. */
const DXF = /^\s*(?:999[^\n]*\n[^\n]*\n\s*)?0\s*\r?\nSECTION\b/;

/** What a file is, by its beginning, if it is a kind of artwork that can't be read; undefined if it may be one that can. */
export function otherKind(head: string): OtherKind | undefined {
  if (DXF.test(head.slice(0, 400)))
    return { name: 'a DXF drawing', instead: 'Export it as PDF or SVG at its true size.' };
  return SEPARATION_KINDS.find(({ begins, at = 0 }) => head.startsWith(begins, at));
}
