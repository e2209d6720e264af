import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  formatMoney,
  jigOf,
  layOut,
  offersOf,
  pageOf,
  pieceOf,
  PLACES,
  planJob,
  quantitiesOf,
  type Money,
} from '@kyanos/core';
import { DEMO_JOBS } from '@kyanos/demo';
import { openArtwork } from '@kyanos/intake';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  innerSheetPdf,
  jigPdf,
  orderConfirmationPdf,
  pngOf,
  quotePdf,
  runSheetPdf,
  type QuoteJob,
} from '../index.ts';
import type { Paper } from './paper.ts';
import { de } from './texts/de.ts';
import { en } from './texts/en.ts';

const tmp = mkdtempSync(join(tmpdir(), 'paper-test-'));
afterAll(() => rmSync(tmp, { recursive: true }));

/** A paper as Poppler reads it, every line's spaces made one. */
async function read(paper: Paper): Promise<{ text: string; size: string }> {
  const chunks: Buffer[] = [];
  for await (const chunk of paper as unknown as AsyncIterable<Buffer>) chunks.push(chunk);
  const file = join(tmp, 'paper.pdf');
  writeFileSync(file, Buffer.concat(chunks));
  const text = execFileSync('pdftotext', ['-layout', file, '-']).toString();
  const size = execFileSync('pdfinfo', [file])
    .toString()
    .match(/Page size: +(.*) pts/)![1];
  return { text: text.replace(/ +/g, ' '), size };
}

let job: QuoteJob;
beforeAll(async () => {
  const demo = DEMO_JOBS.find(({ id }) => id === 'brushed-plate')!;
  const file = join(tmp, demo.fileName);
  writeFileSync(file, await demo.draw());
  const artwork = await openArtwork(file, { dpi: 60 });
  const plan = { ...demo.plan, customer: 'The door shop' };
  const result = await planJob(plan, artwork);
  const { info } = artwork;
  await artwork.close();
  job = {
    plan,
    result,
    work: result.work!,
    fileName: demo.fileName,
    shopName: 'A print room',
    version: 3,
    printedAt: new Date('2026-11-26T08:00:00Z'),
    page: pageOf(plan, info, 'front'),
    offers: offersOf(plan, info, { plates: result.plates, pictures: [] }, quantitiesOf(plan)),
  };
});

const ORDERED = {
  number: 31,
  orderedAt: new Date('2026-11-24T10:00'),
  due: new Date('2026-12-03T15:00'),
};

/** As it is written in English, thousands apart. */
const dollars = ({ minor }: Money) =>
  `$${Math.floor(minor / 100).toLocaleString('en')}.${String(minor % 100).padStart(2, '0')}`;

/** A picture of 400 × 300 pixels, half of it red. */
const pictured = async (): Promise<QuoteJob> => {
  const [width, height] = [400, 300];
  const pixels = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let i = 0; i < pixels.length / 2; i += 4) pixels.set([200, 20, 20, 255], i);
  const png = await pngOf({ width, height, pixels });
  return { ...job, picture: { png, side: 'front' as const, place: 'white' as const } };
};

describe('the picture of the print', () => {
  for (const [name, paper] of [
    ['quote', quotePdf],
    ['order confirmation', (paper: QuoteJob) => orderConfirmationPdf({ ...paper, ...ORDERED })],
    ['run sheet', runSheetPdf],
  ] as const)
    it(`stands on the ${name}, with how it is seen, and is no proof`, async () => {
      const { text } = await read(paper(await pictured()));
      expect(text).toContain('As it will look, seen from the front, on white.');
      expect(text).toContain('not a contract proof');
      const images = execFileSync('pdfimages', ['-list', join(tmp, 'paper.pdf')]).toString();
      expect(images).toMatch(/image +400 +300 +rgb/);
      const without = await read(paper(job));
      expect(without.text).not.toContain('As it will look');
    });

  it('leaves the quote on one page', async () => {
    await read(quotePdf(await pictured()));
    expect(execFileSync('pdfinfo', [join(tmp, 'paper.pdf')]).toString()).toMatch(/Pages: +1\n/);
  });
});

describe('the order confirmation', () => {
  it('says what was ordered, when, for how much and until when, and offers nothing else', async () => {
    const { text } = await read(orderConfirmationPdf({ ...job, ...ORDERED }));
    expect(text).toContain('Order confirmation No. 31, ordered on November 24, 2026');
    expect(text).toMatch(/Ready by .*December 3, 2026 at 3:00/);
    expect(text).toContain(dollars(job.work.cost.price));
    for (const offered of ['Other quantities', 'good until', 'Name and signature'])
      expect(text).not.toContain(offered);
    const open = await read(orderConfirmationPdf({ ...job, ...ORDERED, due: null }));
    expect(open.text).not.toContain('Ready by');
  });
});

describe('the quote', () => {
  it('is in the customer’s language, with its numbers, days and money as they are written there', async () => {
    const { text } = await read(quotePdf({ ...job, plan: { ...job.plan, language: 'de' } }));
    expect(text).toContain('Angebot vom 26. November 2026, gültig bis 26. Dezember 2026');
    expect(text).toContain('Auf die Vorderseite gedruckt in Farbe.');
    expect(text).toMatch(/12 Stück zu je [\d,.]+ \$ \(gerundet\)/);
    expect(text).toContain('Einverstanden, Datum');
    for (const english of ['Pieces', 'Price', 'Other quantities', 'Printed', 'Tax'])
      expect(text).not.toContain(english);
  });

  it('has every text in every language, with the same values in it', () => {
    const flat = (value: unknown, path = ''): [string, string][] =>
      typeof value === 'string'
        ? [
            [
              path,
              [...value.matchAll(/\{\w+\}/g)]
                .map(([name]) => name)
                .sort()
                .join(),
            ],
          ]
        : Object.entries(value as object).flatMap(([key, one]) => flat(one, `${path}.${key}`));
    const of = (texts: typeof en) =>
      flat({ ...texts, inks: {}, sizeBoth: '' }).filter(([path]) => !path.startsWith('.inks'));
    expect(of(de)).toEqual(of(en));
    for (const places of [en.places, de.places])
      expect(Object.keys(places).sort()).toEqual(Object.keys(PLACES).sort());
  });

  it('writes a customer’s name in any script', async () => {
    const names = [
      'Жанна & 陈伟, Ltd',
      'Ξένια Παππά',
      '김민준 株式会社',
      'สมชาย',
      'Łódź Ćwikła',
      'דוד',
    ];
    for (const customer of names) {
      const { text } = await read(quotePdf({ ...job, plan: { ...job.plan, customer } }));
      // A reader may set right-to-left text in another order.
      for (const letter of customer.replace(/\s/g, ''))
        expect([customer, letter, text.includes(letter)]).toEqual([customer, letter, true]);
      expect(text).not.toContain('\uFFFD');
    }
  });

  it('tells the customer what, for how much, until when, and what more of it would cost', async () => {
    const { text } = await read(quotePdf(job));
    const { cost } = job.work;
    expect(text).toContain('For The door shop');
    expect(text).toContain('good until December 26, 2026');
    expect(text).toContain(dollars(cost.price));
    expect(text).toContain(`To pay ${dollars(cost.withTax)}`);
    for (const offer of job.offers)
      expect(text).toContain(`${offer.copies} ${dollars(offer.perPiece)} ${dollars(offer.price)}`);
  });

  it('keeps cost, margin and minutes in the shop', async () => {
    const { text } = await read(quotePdf(job));
    expect(text).not.toContain(dollars(job.work.cost.total));
    expect(text).not.toMatch(/markup|margin|labour|min\b/i);
  });
});

describe('the inner sheet', () => {
  it('has every line of the cost, and every phase of the work', async () => {
    const { text } = await read(innerSheetPdf(job));
    for (const { label, amount } of job.work.cost.lines) {
      expect(text).toContain(label);
      expect(text).toContain(formatMoney(amount));
    }
    for (const { label } of job.work.phases) expect(text).toContain(label);
  });

  it('says in words what its faces have no sign for', async () => {
    const { text } = await read(innerSheetPdf(job));
    expect(text).toContain('sq m');
    expect(text).not.toMatch(/[²→Δ\ufffd]/);
  });
});

describe('the run sheet', () => {
  it('has each step with boxes to tick, and the cautions', async () => {
    const { text } = await read(runSheetPdf(job));
    for (const { title } of job.work.runSheet) expect(text).toContain(title);
    expect(text).toContain('Caution:');
  });
});

describe('the jig', () => {
  it('is at true size: a sheet of 1000 × 600 mm is as large on the page', async () => {
    const { plan, page } = job;
    const piece = pieceOf({ ...page, widthMm: 150, heightMm: 90, bleedDeclared: true });
    const layout = layOut(piece, plan.layout, plan.machine, plan.material);
    const jig = jigOf(layout, piece, piece, plan.machine, plan.material);
    const { text, size } = await read(jigPdf({ name: plan.name, jig, printedAt: job.printedAt }));
    const [width, height] = size.split(' x ').map((points) => (Number(points) * 25.4) / 72);
    expect(width).toBeCloseTo(1000, 1);
    expect(height).toBeCloseTo(600, 1);
    expect(text).toContain('100 mm if this is at true size');
    expect(text).toContain('47.0 mm are left under the head');
  });
});
