/** What is printed on each machine on a day, for the wall beside it. */
import {
  CAUTION,
  finished,
  heading,
  INK,
  MARGIN,
  newDocument,
  noteLine,
  paragraph,
  rule,
  table,
  type Paper,
} from './paper.ts';
import { t } from '../texts/texts.ts';

export interface DayLine {
  /** From and to, as a clock says it. */
  readonly time: string;
  /** Number, name, customer. */
  readonly job: string;
  readonly copies: number;
  readonly material: string;
  /** What has to be changed before it; empty for nothing. */
  readonly before: string;
  /** When it is due; empty where nobody waits. */
  readonly due: string;
  readonly late: boolean;
}

export interface DayList {
  readonly shopName: string;
  readonly day: string;
  readonly machines: readonly { readonly name: string; readonly lines: readonly DayLine[] }[];
  readonly printedAt: Date;
}

export function dayListPdf({ shopName, day, machines, printedAt }: DayList): Paper {
  const title = t('paper.dayList', { day });
  const doc = newDocument(title, printedAt);
  heading(doc, title, [shopName]);
  rule(doc);
  const busy = machines.filter(({ lines }) => lines.length > 0);
  if (busy.length === 0) paragraph(doc, t('paper.nothingToPrint'));
  for (const { name, lines } of busy) {
    noteLine(doc, name);
    doc.moveDown(0.3);
    table(
      doc,
      [
        { share: 0.15 },
        { share: 0.31 },
        { share: 0.22 },
        { share: 0.14 },
        { share: 0.14 },
        { share: 0.04 },
      ],
      [
        [
          t('paper.time'),
          t('paper.job'),
          t('paper.copiesOn'),
          t('paper.before'),
          t('paper.due'),
          '',
        ],
        ...lines.map(({ time, job, copies, material, before, due, late }) => [
          time,
          job,
          `${copies} × ${material}`,
          before,
          late ? t('paper.lateDue', { due }) : due,
          // To be ticked with a pen.
          '[  ]',
        ]),
      ],
      { bold: [0], size: 9 },
    );
    doc.fillColor(INK).moveDown(0.8);
  }
  doc.fillColor(CAUTION).text(t('paper.dayCaution'), MARGIN);
  return finished(doc, { printedAt }, t('paper.dayFoot'));
}
