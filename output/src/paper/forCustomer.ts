/** What every paper for a customer states: what is made, and what it costs. */
import type { ArtworkPage } from '@kyanos/core';
import {
  noteLine,
  printPicture,
  rule,
  subheading,
  table,
  type Paper,
  type PaperJob,
} from './paper.ts';
import { fill, type Wording } from './texts/index.ts';
import { printInWords, sizeInWords } from './words.ts';

export interface CustomerJob extends PaperJob {
  readonly page: Pick<ArtworkPage, 'trimMm'>;
}

export function whatIsMade(doc: Paper, job: CustomerJob, wording: Wording): void {
  const { plan, page } = job;
  const { t, number } = wording;
  rule(doc);
  noteLine(doc, plan.name);
  doc.moveDown(0.3);
  table(
    doc,
    [{ share: 0.25 }, { share: 0.75 }],
    [
      [t.pieces, number(plan.layout.copies)],
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
}

export function whatItCosts(
  doc: Paper,
  { plan, work: { cost } }: CustomerJob,
  wording: Wording,
): void {
  const { t, number, money } = wording;
  subheading(doc, t.price);
  const { taxPercent = 0 } = plan.prices;
  table(
    doc,
    [{ share: 0.7 }, { share: 0.3, right: true }],
    [
      [
        fill(t.priceOf, { copies: number(plan.layout.copies), each: money(cost.perPiece) }),
        money(cost.price),
      ],
      ...(taxPercent > 0
        ? [
            [fill(t.tax, { percent: number(taxPercent, taxPercent % 1 ? 1 : 0) }), money(cost.tax)],
            [t.toPay, money(cost.withTax)],
          ]
        : []),
    ],
    { bold: taxPercent > 0 ? [2] : [0] },
  );
}
