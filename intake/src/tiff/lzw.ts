/**
 * LZW as TIFF packs it: codes of 9 to 12 bits, most significant bit first, one code early.
 * Source: TIFF 6.0, section 13.
 */
const CLEAR = 256;
const END = 257;
const FIRST = 258;
const MAX_CODES = 4096;

/** @param size bytes to come out; what comes beyond is not unpacked, what is missing stays zero */
export function unpackLzw(packed: Uint8Array, size: number): Uint8Array {
  const out = new Uint8Array(size);
  // Each code is the string of another code and one byte more.
  const prefix = new Uint16Array(MAX_CODES);
  const last = new Uint8Array(MAX_CODES);
  const first = new Uint8Array(MAX_CODES);
  const lengths = new Uint16Array(MAX_CODES);
  for (let code = 0; code < 256; code++) {
    last[code] = first[code] = code;
    lengths[code] = 1;
  }
  let [free, bits, previous, held, heldBits, at] = [FIRST, 9, -1, 0, 0, 0];
  for (let i = 0; ;) {
    while (heldBits < bits) {
      if (i >= packed.length) return out;
      held = ((held << 8) | packed[i++]) & 0xffffff;
      heldBits += 8;
    }
    const code = (held >> (heldBits - bits)) & ((1 << bits) - 1);
    heldBits -= bits;
    if (code === END) return out;
    if (code === CLEAR) {
      [free, bits, previous] = [FIRST, 9, -1];
      continue;
    }
    if (previous < 0) {
      if (code > 255) throw new Error('LZW data begins with a code that stands for nothing yet');
      if (at < size) out[at++] = code;
      previous = code;
      continue;
    }
    if (code > free || (code >= free && free >= MAX_CODES))
      throw new Error('LZW data holds a code that stands for nothing yet');
    if (free < MAX_CODES) {
      prefix[free] = previous;
      first[free] = first[previous];
      last[free] = code === free ? first[previous] : first[code];
      lengths[free] = lengths[previous] + 1;
      free++;
    }
    const length = lengths[code];
    for (let k = at + length - 1, c = code; k >= at; k--) {
      if (k < size) out[k] = last[c];
      c = prefix[c];
    }
    at += length;
    if (at >= size) return out;
    previous = code;
    if (free + 1 >= 1 << bits && bits < 12) bits++;
  }
}
