/** The template for loose pieces at true size: printed or cut on card, taped flat, pieces dropped into their openings. */
import { decimal, type Jig, JIG_CARD_MM, JIG_PLAY_MM } from '@kyanos/core';
import { CAUTION, INK, newDocument, SOFT, type Paper } from './paper.ts';
import { t } from '../texts/texts.ts';

const POINTS_PER_MM = 72 / 25.4;
/** Longest side of a page that readers of PDF take: 200 in. */
const MOST_PT = 14_400;
/** A line of this length proves that a print is at true size. */
const GAUGE_MM = 100;

export interface JigJob {
  readonly name: string;
  readonly jig: Jig;
  readonly printedAt: Date;
}

export function jigPdf({ name, jig, printedAt }: JigJob): Paper {
  const { sheet, openings, headroom, proud } = jig;
  const size: [number, number] = [
    Math.min(MOST_PT, sheet.width * POINTS_PER_MM),
    Math.min(MOST_PT, sheet.height * POINTS_PER_MM),
  ];
  const doc = newDocument(t('paper.jig', { name }), printedAt, size);
  doc.page.margins = { top: 0, bottom: 0, left: 0, right: 0 };
  doc.save().scale(POINTS_PER_MM);
  // The corner that goes to the stops of the bed.
  doc.moveTo(0, 20).lineTo(0, 0).lineTo(20, 0).lineWidth(1).strokeColor(INK).stroke();
  doc.lineWidth(0.2).strokeColor(INK);
  for (const { left, top, width, height } of openings) doc.rect(left, top, width, height).stroke();
  openings.forEach(({ left, top, width, height }, i) => {
    const tall = Math.min(8, height / 3);
    doc
      .font('figures')
      .fontSize(tall)
      .fillColor(SOFT)
      .text(String(i + 1), left, top + (height - tall) / 2, {
        width,
        align: 'center',
        lineBreak: false,
      });
  });
  const gauge = Math.min(GAUGE_MM, Math.floor(sheet.width / 2 / 10) * 10);
  const y = sheet.height - 4;
  doc
    .moveTo(4, y)
    .lineTo(4 + gauge, y)
    .moveTo(4, y - 1.5)
    .lineTo(4, y + 1.5);
  doc
    .moveTo(4 + gauge, y - 1.5)
    .lineTo(4 + gauge, y + 1.5)
    .lineWidth(0.3)
    .strokeColor(INK)
    .stroke();
  const clearance =
    headroom === undefined
      ? t('paper.measureHeightHeadBefore')
      : t('paper.mmLeftUnderHead', { headroom: decimal(headroom, 1) });
  doc
    .font('text')
    .fontSize(3)
    .fillColor(headroom !== undefined && headroom < 1 ? CAUTION : SOFT)
    .text(
      t('paper.mmIfTrueSize', {
        gauge,
        name,
        play: JIG_PLAY_MM,
        proud: decimal(proud, 1),
        card: JIG_CARD_MM,
        clearance,
      }),
      6 + gauge,
      y - 1.5,
      { width: Math.max(20, sheet.width - gauge - 12), lineBreak: false, ellipsis: true },
    );
  doc.restore();
  doc.end();
  return doc;
}
