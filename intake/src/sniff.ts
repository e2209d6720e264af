/** The format of a file, by its first bytes. */
import { closeSync, openSync, readSync, statSync } from 'node:fs';
import { formatNames, formatOf, type ArtworkFormat } from '@kyanos/core';
import { otherKind } from './otherKinds.ts';
import { refuse } from './refusal.ts';
import { t } from './texts/texts.ts';

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
export function sniff(path: string): ArtworkFormat {
  if (statSync(path).size === 0) refuse('ARTWORK_EMPTY', t('reading.fileEmpty0Bytes'));
  const buffer = Buffer.alloc(HEAD_BYTES);
  const handle = openSync(path, 'r');
  let head: Buffer;
  try {
    head = buffer.subarray(0, readSync(handle, buffer, 0, buffer.length, 0));
  } finally {
    closeSync(handle);
  }
  const latin = head.toString('latin1');
  const found = formatOf(latin);
  if (found) return found;
  const kind = otherKind(latin);
  if (kind)
    return refuse(
      'ARTWORK_UNKNOWN',
      t('reading.thisIs', { kind: kind.name, instead: kind.instead }),
    );
  if (latin.slice(0, PDF_HEADER_BYTES).includes('%PDF-')) return 'pdf';
  if (isSvg(head.toString('utf8'))) return 'svg';
  return refuse('ARTWORK_UNKNOWN', t('reading.notExportArtworkOne', { formats: formatNames() }));
}
