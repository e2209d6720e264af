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

export function purchaseListPdf(
  lines: readonly ReorderLine[],
  { shopName, printedAt }: { readonly shopName: string; readonly printedAt: Date },
): Paper {
  const doc = newDocument('Purchase list', printedAt);
  heading(doc, 'Purchase list', [shopName]);
  rule(doc);
  const wanted = lines.filter(({ count }) => count > 0);
  if (wanted.length === 0)
    paragraph(doc, 'Nothing has to be ordered: what is on the shelf lasts beyond a quarter.');
  else {
    noteLine(
      doc,
      `${wanted.length} to order  ·  ${formatMoney(
        total(
          wanted[0].cost.currency,
          wanted.map(({ cost }) => cost),
        ),
      )}`,
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
        ['Order by', 'What', 'How many', 'Why', 'Costs'],
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
  return finished(doc, { printedAt }, 'Estimate from planned and usual use');
}
