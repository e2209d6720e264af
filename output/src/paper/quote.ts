/** The quote for a customer: what is made, what it costs, and what more of it would cost. */
import type { ArtworkPage, Offer } from '@kyanos/core';
import {
  finished,
  heading,
  MARGIN,
  newDocument,
  noteLine,
  paragraph,
  printPicture,
  rule,
  subheading,
  table,
  type Paper,
  type PaperJob,
} from './paper.ts';
import { fill, wordingOf } from './texts/index.ts';
import { printInWords, sizeInWords } from './words.ts';

/** A quote stands for so many days. */
const VALID_DAYS = 30;
const DAY_MS = 86_400_000;

export interface QuoteJob extends PaperJob {
  readonly page: Pick<ArtworkPage, 'trimMm'>;
  readonly offers: readonly Offer[];
}

export function quotePdf(job: QuoteJob): Paper {
  const { plan, work, page, offers, printedAt } = job;
  const { cost } = work;
  const copies = plan.layout.copies;
  const wording = wordingOf(plan.language ?? 'en');
  const { t, number, day, money } = wording;
  const doc = newDocument(`${t.quote}: ${plan.name}`, printedAt);
  heading(doc, job.shopName, [
    fill(t.quoteOf, {
      day: day(printedAt),
      until: day(new Date(printedAt.getTime() + VALID_DAYS * DAY_MS)),
    }),
    ...(plan.customer ? [fill(t.forCustomer, { customer: plan.customer })] : []),
  ]);
  rule(doc);
  noteLine(doc, plan.name);
  doc.moveDown(0.3);
  table(
    doc,
    [{ share: 0.25 }, { share: 0.75 }],
    [
      [t.pieces, number(copies)],
      ...(plan.versions ?? [])
        .filter((version) => version.copies > 0)
        .map((version) => [
          '',
          fill(t.ofPage, { page: version.page, copies: number(version.copies) }),
        ]),
      [t.size, sizeInWords(page.trimMm.width, page.trimMm.height, wording)],
      [t.material, plan.material.name],
      [t.print, printInWords(plan, wording)],
      ...(plan.extras ?? [])
        .filter(({ kind }) => kind !== 'labour')
        .map(({ name }) => [t.with, name]),
    ],
  );
  printPicture(doc, job, wording);
  subheading(doc, t.price);
  const { taxPercent = 0 } = plan.prices;
  table(
    doc,
    [{ share: 0.7 }, { share: 0.3, right: true }],
    [
      [fill(t.priceOf, { copies: number(copies), each: money(cost.perPiece) }), money(cost.price)],
      ...(taxPercent > 0
        ? [
            [fill(t.tax, { percent: number(taxPercent, taxPercent % 1 ? 1 : 0) }), money(cost.tax)],
            [t.toPay, money(cost.withTax)],
          ]
        : []),
    ],
    { bold: taxPercent > 0 ? [2] : [0] },
  );
  if (offers.length > 1) {
    subheading(doc, t.others);
    table(
      doc,
      [{ share: 0.34 }, { share: 0.33, right: true }, { share: 0.33, right: true }],
      [
        [t.pieces, t.each, taxPercent > 0 ? t.beforeTax : t.inAll],
        ...offers.map((offer) => [number(offer.copies), money(offer.perPiece), money(offer.price)]),
      ],
      { bold: [0] },
    );
  }
  doc.moveDown(1);
  paragraph(doc, t.proof);
  if (plan.viewing.light !== 'front') paragraph(doc, t.licensed);
  doc.moveDown(2);
  const y = doc.y;
  for (const [i, what] of [t.agreed, t.signature].entries()) {
    const left = MARGIN + i * 250;
    doc
      .moveTo(left, y)
      .lineTo(left + 220, y)
      .lineWidth(0.5)
      .strokeColor('#5b6478')
      .stroke();
    doc
      .font('text')
      .fontSize(8)
      .fillColor('#5b6478')
      .text(what, left, y + 4);
  }
  return finished(doc, job, t.quote, wording);
}
