/** Labels for lots and containers: a Data Matrix with the code, and what a person reads at the shelf. Twenty-four to an A4 page. */
import bwipjs from 'bwip-js/node';
import { INK, legible, newDocument, SOFT, type Paper } from './paper.ts';
import { t } from '../texts/texts.ts';

export interface StockLabel {
  readonly code: string;
  readonly name: string;
  readonly lot: string;
  /** How much when full, and until when it is good, in words. */
  readonly lines: readonly string[];
}

const MM = 72 / 25.4;
/** A common sheet of labels: 70 × 37 mm, three across and eight down. */
const [WIDTH, HEIGHT, ACROSS, DOWN] = [70 * MM, 37 * MM, 3, 8];
const TOP = (297 * MM - DOWN * HEIGHT) / 2;
/** Side of the code, and white round it: one module at least (ISO/IEC 16022). */
const CODE = 22 * MM;
const PAD = 3 * MM;

export function stockLabelsPdf(labels: readonly StockLabel[], printedAt: Date): Paper {
  const doc = newDocument(t('paper.labelsStock'), printedAt);
  doc.page.margins.bottom = 0;
  labels.forEach((label, i) => {
    const at = i % (ACROSS * DOWN);
    if (i > 0 && at === 0) {
      doc.addPage();
      doc.page.margins.bottom = 0;
    }
    drawLabel(doc, label, (at % ACROSS) * WIDTH, TOP + Math.floor(at / ACROSS) * HEIGHT);
  });
  doc.end();
  return doc;
}

function drawLabel(doc: Paper, { code, name, lot, lines }: StockLabel, left: number, top: number) {
  const [{ pixs, pixx, pixy }] = bwipjs.raw({ bcid: 'datamatrix', text: code }) as unknown as [
    { pixs: number[]; pixx: number; pixy: number },
  ];
  const module = CODE / pixx;
  doc.fillColor('#000');
  for (let y = 0; y < pixy; y++)
    for (let x = 0; x < pixx; x++)
      if (pixs[y * pixx + x])
        doc.rect(left + PAD + x * module, top + PAD + y * module, module, module);
  doc.fill();
  const textLeft = left + 2 * PAD + CODE;
  const width = WIDTH - 3 * PAD - CODE;
  const line = (text: string, face: string, size: number, colour: string) => {
    doc
      .font(face)
      .fontSize(size)
      .fillColor(colour)
      .text(text, textLeft, doc.y, { width, height: size * 2.4, ellipsis: true });
  };
  doc.y = top + PAD;
  line(legible(name), 'bold', 9, INK);
  if (lot) line(t('paper.lot', { lot }), 'figures', 8, INK);
  for (const text of lines) line(text, 'text', 7.5, SOFT);
  doc
    .font('figures')
    .fontSize(10)
    .fillColor(INK)
    .text(code, left + PAD, top + PAD + CODE + 3, {
      width: CODE,
      align: 'center',
      lineBreak: false,
    });
}
