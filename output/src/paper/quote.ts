/** The quote for a customer: what is made, what it costs, and what more of it would cost. */
import type { Offer } from '@kyanos/core';
import { whatIsMade, whatItCosts, type CustomerJob } from './forCustomer.ts';
import {
  finished,
  heading,
  MARGIN,
  newDocument,
  paragraph,
  subheading,
  table,
  type Paper,
} from './paper.ts';
import { fill, wordingOf } from './texts/index.ts';

/** A quote stands for so many days. */
const VALID_DAYS = 30;
const DAY_MS = 86_400_000;

export interface QuoteJob extends CustomerJob {
  readonly offers: readonly Offer[];
}

export function quotePdf(job: QuoteJob): Paper {
  const { plan, offers, printedAt } = job;
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
  whatIsMade(doc, job, wording);
  whatItCosts(doc, job, wording);
  const { taxPercent = 0 } = plan.prices;
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
