/**
 * Names of extra channels as image editors keep them: image resource 1045, in UTF-16, else 1006, in bytes. Source: the open
 * description of image resource blocks (signature 8BIM, number, title, length, data; each part padded to an even length).
 */
import { nameFromBytes } from '../pdf/objects.ts';

const UNICODE_NAMES = 1045;
const NAMES = 1006;
const SIGNATURE = '8BIM';

/** Of the extra channels, in their order; none where there is no such resource. */
export function channelNames(value: unknown): string[] {
  if (!(value instanceof Uint8Array) && !Array.isArray(value)) return [];
  const blocks = Buffer.from(value as Uint8Array);
  const found = new Map<number, Buffer>();
  for (let at = 0; at + 12 <= blocks.length;) {
    if (blocks.toString('latin1', at, at + 4) !== SIGNATURE) break;
    const title = blocks[at + 6];
    const begin = at + 6 + title + 1 + ((title + 1) % 2);
    if (begin + 4 > blocks.length) break;
    const length = blocks.readUInt32BE(begin);
    found.set(blocks.readUInt16BE(at + 4), blocks.subarray(begin + 4, begin + 4 + length));
    at = begin + 4 + length + (length % 2);
  }
  const wide = found.get(UNICODE_NAMES);
  if (wide) return unicodeNames(wide);
  const narrow = found.get(NAMES);
  return narrow ? byteNames(narrow) : [];
}

/** A count of characters, then so many of two bytes, perhaps with a NUL at the end. */
function unicodeNames(body: Buffer): string[] {
  const names: string[] = [];
  for (let at = 0; at + 4 <= body.length;) {
    const count = body.readUInt32BE(at);
    const end = at + 4 + 2 * count;
    if (end > body.length) break;
    const swapped = Buffer.from(body.subarray(at + 4, end)).swap16();
    names.push(swapped.toString('utf16le').replace(/\0+$/, ''));
    at = end;
  }
  return names;
}

/** A byte of length, then the name. */
function byteNames(body: Buffer): string[] {
  const names: string[] = [];
  for (let at = 0; at < body.length; at += body[at] + 1)
    if (body[at] > 0) names.push(nameFromBytes(body.subarray(at + 1, at + 1 + body[at])));
  return names;
}
