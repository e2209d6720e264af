/** Artwork that is drawn smaller or larger than it is printed, and pages beyond 200 inches. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readHere } from '../test/here.ts';
import { pdf, spot } from '../test/pdf.ts';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'scale-test-'))));
afterAll(() => rmSync(folder, { recursive: true }));

async function read(name: string, bytes: Uint8Array, dpi: number, scale: number) {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  const artwork = await readHere(path, dpi, scale);
  await artwork.close();
  return artwork.info.pages[0];
}

const WHITE = { resources: '/ColorSpace << /W 10 0 R >>', objects: [spot('White')] };

describe('a scale', () => {
  it('makes plates, lengths and type as large as they are printed, at the resolution asked for', async () => {
    const drawn = pdf({
      content: `/W cs 1 scn 0 0 36 72 re f /W CS 1 SCN 1 w 10 10 36 36 re S BT /F 8 Tf 40 40 Td (quince) Tj ET`,
      ...WHITE,
      resources: `${WHITE.resources} /Font << /F << /Type /Font /Subtype /Type1 /BaseFont /Courier >> >>`,
      page: '/TrimBox [6 6 66 66]',
    });
    const [one, ten] = [await read('one.pdf', drawn, 360, 1), await read('ten.pdf', drawn, 36, 10)];
    expect([ten.widthMm, ten.trimMm.width]).toEqual([
      expect.closeTo(211.67, 1),
      expect.closeTo(211.67, 1),
    ]);
    // The same pixels, ten times as large.
    expect([ten.widthPx, ten.dpi]).toEqual([one.widthPx, 36]);
    const white = (page: typeof one) =>
      page.separations.find(({ name }) => name === 'White')!.coverage;
    expect(white(ten)).toBeCloseTo(white(one), 3);
    const line = (page: typeof one) => page.structure!.lines[0];
    expect(line(ten).lengthMm / line(one).lengthMm).toBeCloseTo(10, 6);
    expect(ten.structure!.text[0].sizePt / one.structure!.text[0].sizePt).toBeCloseTo(10, 6);
  });

  it('is that of every format: pictures keep their pixels, drawings are drawn anew', async () => {
    const png = await sharp({
      create: { width: 300, height: 150, channels: 3, background: '#888' },
    })
      .withMetadata({ density: 300 })
      .png()
      .toBuffer();
    expect(await read('x.png', png, 300, 4)).toMatchObject({
      widthPx: 300,
      dpi: 75,
      widthMm: expect.closeTo(101.6, 1),
    });
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="10mm"/>');
    expect(await read('x.svg', svg, 72, 2.5)).toMatchObject({
      widthPx: 142,
      widthMm: expect.closeTo(50, 0),
    });
  });
});

describe('UserUnit', () => {
  it('makes a page of 2400 × 1200 mm, beyond what points alone can say', async () => {
    const unit = 10;
    const points = (mm: number) => ((mm / 25.4) * 72) / unit;
    const page = await read(
      'large.pdf',
      pdf({
        content: `/W cs 1 scn 0 0 ${points(1200)} ${points(1200)} re f`,
        ...WHITE,
        size: [points(2400), points(1200)],
        page: `/UserUnit ${unit}`,
      }),
      36,
      1,
    );
    expect([page.widthMm, page.heightMm]).toEqual([
      expect.closeTo(2400, 0),
      expect.closeTo(1200, 0),
    ]);
    expect(page.separations.find(({ name }) => name === 'White')!.coverage).toBeCloseTo(0.5, 2);
  });
});

describe('what a PDF may be forgiven', () => {
  it('bytes before its header, and a key that comes twice, as other readers do', async () => {
    const good = Buffer.from(pdf({ content: '/W cs 1 scn 0 0 36 72 re f', ...WHITE }));
    const white = async (name: string, bytes: Uint8Array) =>
      (await read(name, bytes, 72, 1)).separations.find((one) => one.name === 'White')?.coverage;
    expect(
      await white('mail.pdf', Buffer.concat([Buffer.from('From: somebody\r\n\r\n'), good])),
    ).toBeCloseTo(0.5, 2);
    const doubled = Buffer.from(
      good
        .toString('latin1')
        .replace('/Type /Page /Parent', '/Type /Page /Rotate 0 /Rotate 0 /Parent'),
      'latin1',
    );
    expect(await white('doubled.pdf', doubled)).toBeCloseTo(0.5, 2);
  });
});
