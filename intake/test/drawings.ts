/** PDFs that a specification draws, and what comes of them. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll } from 'vitest';
import { pdf, spot, type Drawn } from './pdf.ts';
import { readWhole } from './planes.ts';

const PLAIN_OR_0 = '/Plain << /OP false /op false >> /Over0 << /OP true /op true /OPM 0 >>';
export const STATES = `/ExtGState << ${PLAIN_OR_0} /Over1 << /OP true /op true /OPM 1 >> >>`;
/** Of a document in which nothing overprints in nonzero mode: its ink is interpreted in another way. */
export const WITHOUT_1 = `/ExtGState << ${PLAIN_OR_0} >>`;
export const COLOURS = `/ColorSpace << /W 10 0 R /S 11 0 R /WC 12 0 R >>`;
export const SPOTS = [
  spot('White'),
  spot('Silver'),
  '[/DeviceN [/White /Cyan] /DeviceCMYK << /FunctionType 4 /Domain [0 1 0 1] /Range [0 1 0 1 0 1 0 1] /Length 20 >>]',
];
export const INK = {
  white: '/W cs 1 scn',
  silver: '/S cs 1 scn',
  cyan: '1 0 0 0 k',
  magenta: '0 1 0 0 k',
  paper: '0 0 0 0 k',
} as const;

/** In a folder of their own, gone when the file of specifications is through. */
export function useDrawings() {
  let folder: string;
  beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'pdf-test-'))));
  afterAll(() => rmSync(folder, { recursive: true }));

  let count = 0;
  const place = (name: string): string => join(folder, name);
  function file(drawn: Drawn): string {
    const path = place(`${count++}.pdf`);
    writeFileSync(path, pdf(drawn));
    return path;
  }
  /** Opened at 72 dpi: a pixel is a point, counted from the lower left corner; ink in percent. */
  async function open(drawn: Drawn | string) {
    const read = await readWhole(typeof drawn === 'string' ? drawn : file(drawn), { dpi: 72 });
    const at = (name: string, x: number, y: number) =>
      Math.round((read.at(name, x, read.page.heightPx - 1 - y) / 255) * 100);
    return { ...read, structure: read.page.structure!, at };
  }
  return { place, file, open };
}
