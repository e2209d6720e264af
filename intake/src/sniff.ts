/** The format of a file, by its first bytes. */
import { closeSync, openSync, readSync, statSync } from 'node:fs';
import type { ArtworkInfo } from '@kyanos/core';
import { otherKind } from './otherKinds.ts';
import { refuse } from './refusal.ts';

type Format = ArtworkInfo['format'];

const SIGNATURES: readonly [Format, readonly number[]][] = [
  ['pdf', [0x25, 0x50, 0x44, 0x46, 0x2d]],
  ['png', [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]],
  ['jpeg', [0xff, 0xd8, 0xff]],
  ['tiff', [0x49, 0x49, 0x2a, 0x00]],
  ['tiff', [0x4d, 0x4d, 0x00, 0x2a]],
  ['tiff', [0x49, 0x49, 0x2b, 0x00]],
  ['tiff', [0x4d, 0x4d, 0x00, 0x2b]],
];
/** Bytes looked at: comments and a document type may stand before the root element of a drawing. */
const HEAD_BYTES = 65_536;
/** Other readers find a PDF's header within so many bytes too (ISO 32000-1, annex H, note 13). */
const PDF_HEADER_BYTES = 1024;

/**
 * Whether text begins as an SVG does: byte order mark, declaration, comments and document type, then the root element.
 * Each character is passed once.
 */
function isSvg(text: string): boolean {
  let at = text.startsWith('\uFEFF') ? 1 : 0;
  const pass = (end: string) => {
    const found = text.indexOf(end, at);
    at = found < 0 ? text.length : found + end.length;
  };
  for (;;) {
    while (/\s/.test(text[at] ?? '')) at++;
    if (text.startsWith('<?', at)) pass('?>');
    else if (text.startsWith('<!--', at)) pass('-->');
    else if (text.startsWith('<!', at)) {
      const subset = text.indexOf('[', at);
      const end = text.indexOf('>', at);
      if (subset >= 0 && subset < end) pass(']');
      pass('>');
    } else return /^<(?:[\w-]+:)?svg[\s>/]/.test(text.slice(at, at + 80));
  }
}

/** The format by the first bytes; a file's name says nothing about what is in it. */
export function sniff(path: string): Format {
  if (statSync(path).size === 0)
    refuse('ARTWORK_EMPTY', 'The file is empty: 0 bytes. Export or copy it again.');
  const buffer = Buffer.alloc(HEAD_BYTES);
  const handle = openSync(path, 'r');
  let head: Buffer;
  try {
    head = buffer.subarray(0, readSync(handle, buffer, 0, buffer.length, 0));
  } finally {
    closeSync(handle);
  }
  const found = SIGNATURES.find(([, bytes]) => bytes.every((byte, i) => head[i] === byte));
  if (found) return found[0];
  const latin = head.toString('latin1');
  if (latin.startsWith('RIFF') && latin.startsWith('WEBP', 8)) return 'webp';
  const kind = otherKind(latin);
  if (kind) return refuse('ARTWORK_UNKNOWN', `This is ${kind.name}. ${kind.instead}`);
  if (latin.slice(0, PDF_HEADER_BYTES).includes('%PDF-')) return 'pdf';
  if (isSvg(head.toString('utf8'))) return 'svg';
  return refuse(
    'ARTWORK_UNKNOWN',
    'This is not a PDF, TIFF, PNG, JPEG, WebP or SVG. Export the artwork as one of these.',
  );
}
