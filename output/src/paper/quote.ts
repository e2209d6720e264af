/** The quote for a customer: what is made, what it costs, and what more of it would cost. */
import { formatMoney, type ArtworkPage, type Offer } from '@kyanos/core';
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
import { bothUnits, printInWords } from './words.ts';

/** A quote stands for so many days. */
const VALID_DAYS = 30;
const DAY_MS = 86_400_000;
const day = (date: Date) => date.toISOString().slice(0, 10);

export interface QuoteJob extends PaperJob {
  readonly page: Pick<ArtworkPage, 'trimMm'>;
  readonly offers: readonly Offer[];
}

export function quotePdf(job: QuoteJob): Paper {
  const { plan, work, page, offers, printedAt } = job;
  const { cost } = work;
  const copies = plan.layout.copies;
  const doc = newDocument(`Quote: ${plan.name}`, printedAt);
  heading(doc, job.shopName, [
    `Quote of ${day(printedAt)}, good until ${day(new Date(printedAt.getTime() + VALID_DAYS * DAY_MS))}`,
    ...(plan.customer ? [`For ${plan.customer}`] : []),
  ]);
  rule(doc);
  noteLine(doc, plan.name);
  doc.moveDown(0.3);
  table(
    doc,
    [{ share: 0.25 }, { share: 0.75 }],
    [
      ['Pieces', `${copies}`],
      ...(plan.versions ?? [])
        .filter((version) => version.copies > 0)
        .map((version) => ['', `page ${version.page}: ${version.copies}`]),
      ['Size of one', bothUnits(page.trimMm.width, page.trimMm.height)],
      ['Material', plan.material.name],
      ['Print', printInWords(plan)],
      ...(plan.extras ?? [])
        .filter(({ kind }) => kind !== 'labour')
        .map(({ name }) => ['With', name]),
    ],
  );
  printPicture(doc, job);
  subheading(doc, 'Price');
  const { taxPercent = 0 } = plan.prices;
  table(
    doc,
    [{ share: 0.7 }, { share: 0.3, right: true }],
    [
      [`${copies} pieces, ${formatMoney(cost.perPiece)} each (rounded)`, formatMoney(cost.price)],
      ...(taxPercent > 0
        ? [
            [`Tax, ${taxPercent} %`, formatMoney(cost.tax)],
            ['To pay', formatMoney(cost.withTax)],
          ]
        : []),
    ],
    { bold: taxPercent > 0 ? [2] : [0] },
  );
  if (offers.length > 1) {
    subheading(doc, 'Other quantities');
    table(
      doc,
      [{ share: 0.34 }, { share: 0.33, right: true }, { share: 0.33, right: true }],
      [
        ['Pieces', 'Each (rounded)', taxPercent > 0 ? 'In all, before tax' : 'In all'],
        ...offers.map((offer) => [
          `${offer.copies}`,
          formatMoney(offer.perPiece),
          formatMoney(offer.price),
        ]),
      ],
      { bold: [0] },
    );
  }
  doc.moveDown(1);
  paragraph(
    doc,
    'Colours on clear, dark and metallic material look otherwise than on white paper. A test print is made first and shown to you; printing begins when you have agreed to it.',
  );
  if (plan.viewing.light !== 'front')
    paragraph(
      doc,
      'Light boxes are electrical signs: a licensed installer connects them. That is not part of this quote.',
    );
  doc.moveDown(2);
  const y = doc.y;
  for (const [i, what] of ['Agreed, date', 'Name and signature'].entries()) {
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
  return finished(doc, job, 'Quote');
}
