/**
 * The resolution that a picture states, read from the file itself: decoders put a default of their own where it states none.
 * Sources: PNG third edition, 11.3.4.3 (pHYs); ITU-T T.871, 10.1 (JFIF); Exif 2.32, 4.6.5 (XResolution); RIFF and WebP containers.
 */
import { closeSync, openSync, readSync } from 'node:fs';

const MM_PER_INCH = 25.4;
/** Resolution stands before the picture; a profile and a preview may come first. */
const HEAD_BYTES = 4 * 1024 * 1024;
/** One pixel a millimetre, which libvips writes where it knows of no resolution; JFIF rounds it. */
const UNKNOWN = [25.4, 25];
/** What lies outside is a slip of whoever wrote it. */
const [LEAST, MOST] = [10, 5000];

/** @returns dpi, or undefined where the file states none that can be meant */
export function statedDpi(path: string, format: 'png' | 'jpeg' | 'webp'): number | undefined {
  const handle = openSync(path, 'r');
  let head: Buffer;
  try {
    const buffer = Buffer.alloc(HEAD_BYTES);
    head = buffer.subarray(0, readSync(handle, buffer, 0, buffer.length, 0));
  } finally {
    closeSync(handle);
  }
  const dpi = { png: ofPng, jpeg: ofJpeg, webp: ofWebp }[format](head);
  if (dpi === undefined || UNKNOWN.includes(dpi) || dpi < LEAST || dpi > MOST) return undefined;
  // Whole pixels a metre are what whole pixels an inch were rounded to.
  return Math.abs(dpi - Math.round(dpi)) < 0.05 ? Math.round(dpi) : dpi;
}

function ofPng(head: Buffer): number | undefined {
  for (let at = 8; at + 12 <= head.length;) {
    const length = head.readUInt32BE(at);
    const type = head.toString('latin1', at + 4, at + 8);
    if (type === 'IDAT') return undefined;
    if (type === 'pHYs' && at + 17 <= head.length)
      // Unit 1 is the metre; 0 tells the shape of a pixel only.
      return head[at + 16] === 1 ? (head.readUInt32BE(at + 8) / 1000) * MM_PER_INCH : undefined;
    at += 12 + length;
  }
  return undefined;
}

function ofJpeg(head: Buffer): number | undefined {
  let jfif: number | undefined;
  for (let at = 2; at + 4 <= head.length && head[at] === 0xff;) {
    const marker = head[at + 1];
    // Fill bytes, and the picture itself.
    if (marker === 0xff) {
      at++;
      continue;
    }
    if (marker === 0xda || marker === 0xd9) break;
    const length = head.readUInt16BE(at + 2);
    const body = head.subarray(at + 4, at + 2 + length);
    if (marker === 0xe0 && body.toString('latin1', 0, 4) === 'JFIF' && body.length >= 12) {
      const density = body.readUInt16BE(8);
      jfif = body[7] === 1 ? density : body[7] === 2 ? density * 2.54 : undefined;
    }
    if (marker === 0xe1 && body.toString('latin1', 0, 4) === 'Exif') {
      const exif = ofExif(body.subarray(6));
      if (exif !== undefined && jfif === undefined) return exif;
    }
    at += 2 + length;
  }
  return jfif;
}

function ofWebp(head: Buffer): number | undefined {
  for (let at = 12; at + 8 <= head.length;) {
    const length = head.readUInt32LE(at + 4);
    if (head.toString('latin1', at, at + 4) === 'EXIF') {
      const body = head.subarray(at + 8, at + 8 + length);
      return ofExif(body.toString('latin1', 0, 4) === 'Exif' ? body.subarray(6) : body);
    }
    at += 8 + length + (length % 2);
  }
  return undefined;
}

const X_RESOLUTION = 0x011a;
const RESOLUTION_UNIT = 0x0128;

/** Of the first directory of a block of Exif. */
function ofExif(block: Buffer): number | undefined {
  if (block.length < 14) return undefined;
  const little = block.toString('latin1', 0, 2) === 'II';
  const u16 = (at: number) => (little ? block.readUInt16LE(at) : block.readUInt16BE(at));
  const u32 = (at: number) => (little ? block.readUInt32LE(at) : block.readUInt32BE(at));
  const directory = u32(4);
  if (directory + 2 > block.length) return undefined;
  let [value, unit] = [0, 2];
  for (let i = 0; i < u16(directory); i++) {
    const at = directory + 2 + 12 * i;
    if (at + 12 > block.length) break;
    const offset = u32(at + 8);
    if (u16(at) === X_RESOLUTION && offset + 8 <= block.length)
      value = u32(offset) / Math.max(1, u32(offset + 4));
    if (u16(at) === RESOLUTION_UNIT) unit = u16(at + 8);
  }
  return value > 0 ? (unit === 3 ? value * 2.54 : value) : undefined;
}
