/** What to order, for whoever orders it: by when, how many of which size, what it costs and why. */
import { amountText, formatMoney, total, type ReorderLine } from '@kyanos/core';
import {
  finished,
  heading,
  newDocument,
  noteLine,
  paragraph,
  rule,
  table,
  type Paper,
} from './paper.ts';
import { t } from '../texts/texts.ts';

export function purchaseListPdf(
  lines: readonly ReorderLine[],
  { shopName, printedAt }: { readonly shopName: string; readonly printedAt: Date },
): Paper {
  const doc = newDocument(t('paper.purchaseList'), printedAt);
  heading(doc, t('paper.purchaseList'), [shopName]);
  rule(doc);
  const wanted = lines.filter(({ count }) => count > 0);
  if (wanted.length === 0) paragraph(doc, t('paper.nothingHasOrderedWhat'));
  else {
    noteLine(
      doc,
      t('paper.order', {
        n: wanted.length,
        currency: formatMoney(
          total(
            wanted[0].cost.currency,
            wanted.map(({ cost }) => cost),
          ),
        ),
      }),
    );
    doc.moveDown(0.5);
    table(
      doc,
      [
        { share: 0.15 },
        { share: 0.25 },
        { share: 0.14, right: true },
        { share: 0.32 },
        { share: 0.14, right: true },
      ],
      [
        [t('paper.orderBy'), t('paper.what'), t('paper.howMany'), t('paper.why'), t('paper.costs')],
        ...wanted.map(({ orderBy, product, size, count, reason, cost }) => [
          orderBy ?? '',
          product.name,
          `${count} × ${amountText(size!.amount, product.unit)}`,
          reason,
          formatMoney(cost),
        ]),
      ],
      { bold: [0], size: 9 },
    );
  }
  return finished(doc, { printedAt }, t('paper.estimateFromPlannedUsual'));
}
