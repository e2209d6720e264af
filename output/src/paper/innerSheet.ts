/** The sheet that stays in the shop: how the price came about, phase by phase and line by line. */
import { formatMoney, LEVEL, type Working } from '@kyanos/core';
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
  const doc = newDocument(`Inner sheet: ${plan.name}`, job.printedAt);
  heading(doc, plan.name, [
    `${job.shopName}  ·  inner sheet, not for the customer`,
    `${job.fileName}  ·  ${plan.machine.name}  ·  ${plan.material.name}  ·  ${plan.layout.copies} copies${plan.customer ? `  ·  for ${plan.customer}` : ''}`,
  ]);
  rule(doc);
  noteLine(
    doc,
    `Cost ${formatMoney(cost.total)}  ·  price ${formatMoney(cost.price)}  ·  margin ${formatMoney(cost.profit)} (${(cost.margin * 100).toFixed(1)} %)  ·  ${formatMoney(cost.perHour)} an hour`,
  );

  subheading(doc, 'Cost');
  table(
    doc,
    [{ share: 0.27 }, { share: 0.55 }, { share: 0.18, right: true }],
    [
      ...cost.lines.map(({ label, amount, working }) => [
        label,
        terms(working),
        formatMoney(amount),
      ]),
      ['Cost', 'sum of the lines', formatMoney(cost.total)],
    ],
    { bold: [cost.lines.length], size: 8.5 },
  );
  paragraph(doc, `Of the material, ${formatMoney(cost.waste)} is waste.`, 9);

  subheading(doc, 'Price');
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

  subheading(doc, `Ink, and where it lies in ${LEVEL * 10} of 10 jobs`);
  table(
    doc,
    [
      { share: 0.2 },
      { share: 0.2, right: true },
      { share: 0.3, right: true },
      { share: 0.3, right: true },
    ],
    [
      ['Channel', 'mL', 'from – to, mL', 'lost of it, mL'],
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

  subheading(doc, 'Time');
  table(
    doc,
    [{ share: 0.6 }, { share: 0.2, right: true }, { share: 0.2, right: true }],
    [
      ['Phase', 'from, min', 'takes, min'],
      ...work.phases.map(({ label, start, minutes }) => [
        label,
        start.toFixed(1),
        minutes.toFixed(1),
      ]),
      [
        `In all; ${interval.minutes.low.toFixed(0)} to ${interval.minutes.high.toFixed(0)} min in ${LEVEL * 10} of 10 jobs`,
        '',
        work.minutes.toFixed(1),
      ],
    ],
    { bold: [0, work.phases.length + 1], size: 9 },
  );
  return finished(doc, job, 'Estimate; write the machine’s own report beside it');
}
