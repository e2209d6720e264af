/** The sheet that stays in the shop: how the price came about, phase by phase and line by line. */
import { decimal, formatMoney, LEVEL, type Working } from '@kyanos/core';
import {
  finished,
  heading,
  newDocument,
  noteLine,
  paragraph,
  rule,
  subheading,
  table,
  type Paper,
  type PaperJob,
} from './paper.ts';
import { t } from '../texts/texts.ts';

const number = (value: number | string): string =>
  typeof value === 'string'
    ? value
    : Number.isInteger(value)
      ? String(value)
      : value.toFixed(Math.abs(value) < 1 ? 4 : 2);

/** `4.2 mL; 150 USD/L` */
const terms = ({ terms: list }: Working): string =>
  list.map(({ label, value, unit }) => `${label} ${number(value)} ${unit}`.trim()).join('; ');

export function innerSheetPdf(job: PaperJob): Paper {
  const { plan, work } = job;
  const { cost, interval } = work;
  const doc = newDocument(t('paper.innerSheet', { plan: plan.name }), job.printedAt);
  heading(doc, plan.name, [
    t('paper.innerSheetNotCustomer', { shopName: job.shopName }),
    t('paper.copies', {
      fileName: job.fileName,
      machine: plan.machine.name,
      material: plan.material.name,
      copies: plan.layout.copies,
      rest: plan.customer ? t('paper.for', { customer: plan.customer }) : '',
    }),
  ]);
  rule(doc);
  noteLine(
    doc,
    t('paper.costPriceMarginHour', {
      total: formatMoney(cost.total),
      price: formatMoney(cost.price),
      profit: formatMoney(cost.profit),
      margin: decimal(cost.margin * 100, 1),
      perHour: formatMoney(cost.perHour),
    }),
  );

  subheading(doc, t('paper.cost'));
  table(
    doc,
    [{ share: 0.27 }, { share: 0.55 }, { share: 0.18, right: true }],
    [
      ...cost.lines.map(({ label, amount, working }) => [
        label,
        terms(working),
        formatMoney(amount),
      ]),
      [t('paper.cost'), t('paper.sumLines'), formatMoney(cost.total)],
    ],
    { bold: [cost.lines.length], size: 8.5 },
  );
  paragraph(doc, t('paper.materialWaste', { waste: formatMoney(cost.waste) }), 9);

  subheading(doc, t('paper.price'));
  table(
    doc,
    [{ share: 0.27 }, { share: 0.55 }, { share: 0.18, right: true }],
    (['price', 'tax', 'perPiece', 'perM2', 'perFt2', 'perHour', 'perDay'] as const).map((key) => [
      cost.workings[key].label,
      `${cost.workings[key].formula}: ${terms(cost.workings[key])}`,
      formatMoney(cost[key]),
    ]),
    { size: 8.5 },
  );

  subheading(doc, t('paper.inkWhereLies10', { level: LEVEL * 10 }));
  table(
    doc,
    [
      { share: 0.2 },
      { share: 0.2, right: true },
      { share: 0.3, right: true },
      { share: 0.3, right: true },
    ],
    [
      [t('paper.channel'), 'mL', t('paper.fromMl'), t('paper.lostMl')],
      ...work.inks.map(({ channel, ml, lostMl }) => {
        const { low, high } = interval.inkMl[channel]!;
        return [
          channel,
          ml.toFixed(2),
          `${low.toFixed(2)} – ${high.toFixed(2)}`,
          lostMl.toFixed(2),
        ];
      }),
    ],
    { bold: [0], size: 9 },
  );

  subheading(doc, t('paper.time'));
  table(
    doc,
    [{ share: 0.6 }, { share: 0.2, right: true }, { share: 0.2, right: true }],
    [
      [t('paper.phase'), t('paper.fromMin'), t('paper.takesMin')],
      ...work.phases.map(({ label, start, minutes }) => [
        label,
        start.toFixed(1),
        minutes.toFixed(1),
      ]),
      [
        t('paper.allMin10Jobs', {
          low: decimal(interval.minutes.low, 0),
          high: decimal(interval.minutes.high, 0),
          level: LEVEL * 10,
        }),
        '',
        work.minutes.toFixed(1),
      ],
    ],
    { bold: [0, work.phases.length + 1], size: 9 },
  );
  return finished(doc, job, t('paper.estimateWriteMachinesOwn'));
}
