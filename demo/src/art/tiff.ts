/**
 * A TIFF of named inks, 8 bit, unpacked, in planes or pixel by pixel. Source: TIFF 6.0, sections 2 and 16 (CMYK images) and
 * the tags InkSet, InkNames, NumberOfInks, ExtraSamples.
 */
export function multiInkTiff(
  planes: readonly Uint8Array[],
  names: readonly string[],
  width: number,
  height: number,
  dpi: number,
  interleaved = false,
): Uint8Array {
  const ascii = new TextEncoder().encode(names.map((name) => `${name}\0`).join(''));
  const n = planes.length;
  const strips = interleaved ? [mixed(planes)] : planes;
  type Entry = [tag: number, type: 2 | 3 | 4 | 5, values: number[] | Uint8Array];
  const size = { 2: 1, 3: 2, 4: 4, 5: 8 };
  const entries: Entry[] = [
    [256, 4, [width]],
    [257, 4, [height]],
    [258, 3, planes.map(() => 8)],
    [259, 3, [1]],
    [262, 3, [5]],
    [273, 4, strips.map(() => 0)],
    [277, 3, [n]],
    [278, 4, [height]],
    [279, 4, strips.map(({ length }) => length)],
    [282, 5, [dpi, 1]],
    [283, 5, [dpi, 1]],
    [284, 3, [interleaved ? 1 : 2]],
    [296, 3, [2]],
    [332, 3, [2]],
    [333, 2, ascii],
    [334, 3, [n]],
    [338, 3, planes.slice(4).map(() => 0)],
  ];
  const count = ([, type, values]: Entry) => (type === 5 ? values.length / 2 : values.length);
  const bytes = (entry: Entry) => count(entry) * size[entry[1]];
  let free = 8 + 2 + entries.length * 12 + 4;
  const places = entries.map((entry) => {
    if (bytes(entry) <= 4) return 0;
    const at = free;
    free += bytes(entry) + (bytes(entry) % 2);
    return at;
  });
  const data = strips.map(({ length }) => {
    const at = free;
    free += length;
    return at;
  });
  entries.find(([tag]) => tag === 273)![2] = data;

  const out = new Uint8Array(free);
  const view = new DataView(out.buffer);
  out.set([0x49, 0x49, 42, 0, 8, 0, 0, 0]);
  view.setUint16(8, entries.length, true);
  entries.forEach((entry, i) => {
    const [tag, type, values] = entry;
    const at = 10 + i * 12;
    view.setUint16(at, tag, true);
    view.setUint16(at + 2, type, true);
    view.setUint32(at + 4, count(entry), true);
    const target = places[i] || at + 8;
    if (places[i]) view.setUint32(at + 8, places[i], true);
    Array.from(values).forEach((value, k) => {
      if (type === 2) out[target + k] = value;
      else if (type === 3) view.setUint16(target + k * 2, value, true);
      else view.setUint32(target + k * 4, value, true);
    });
  });
  strips.forEach((strip, i) => out.set(strip, data[i]));
  return out;
}

function mixed(planes: readonly Uint8Array[]): Uint8Array {
  const n = planes.length;
  const out = new Uint8Array(planes[0].length * n);
  planes.forEach((plane, s) => {
    for (let i = 0, o = s; i < plane.length; i++, o += n) out[o] = plane[i];
  });
  return out;
}
