/**
 * A test form as a PDF that the machine prints: every place in the tint that it states, specials in Separations of the machine's
 * own names, all overprinting. Text is black. Then a page of instructions that is not printed on the machine.
 */
import {
  inkFor,
  type FormMark,
  type FormPage,
  type Inks,
  type Machine,
  type TestForm,
} from '@kyanos/core';
import bwipjs from 'bwip-js/node';
import { addSpot, spotColour } from '../spot.ts';
import { CAUTION, heading, INK, MARGIN, newDocument, SOFT, type Paper } from './paper.ts';
import { t } from '../texts/texts.ts';

export interface FormJob {
  readonly form: TestForm;
  readonly machine: Machine;
  readonly printedAt: Date;
}

const POINTS_PER_MM = 72 / 25.4;

/** pdfkit's own types know nothing of the state of a page. */
interface Raw {
  addContent(data: string): void;
  readonly page: { readonly ext_gstates: Record<string, unknown> };
}

const raw = (doc: Paper) => doc as unknown as Raw;
const PROCESS = ['C', 'M', 'Y', 'K'] as const;

/** How a special looks on a screen, C, M, Y, K in percent; what matters is its plate. */
const SHOWN: Readonly<Record<string, readonly [number, number, number, number]>> = {
  W: [12, 4, 0, 0],
  S: [0, 0, 0, 35],
  V: [10, 0, 5, 0],
  P: [0, 0, 6, 4],
};

/** Fills a path with inks: process together, each special over it, none of them erasing another. */
function fill(doc: Paper, machine: Machine, inks: Inks, path: () => void): void {
  const process = PROCESS.map((ink) => (inks[ink] ?? 0) * 100);
  if (process.some((percent) => percent > 0)) {
    // The types ask for three numbers; four are C, M, Y, K.
    doc.fillColor(process as unknown as [number, number, number]);
    path();
    doc.fill();
  }
  for (const [key, tint] of Object.entries(inks)) {
    const name = inkFor(machine, key)?.spotName;
    if (!name || tint <= 0) continue;
    doc.fillColor(spotColour(name));
    // After the colour space: its tint.
    raw(doc).addContent(`${tint.toFixed(4)} scn`);
    path();
    doc.fill();
  }
}

/** Dark bars of a Code 128, in modules. */
function barsOf(text: string): { readonly at: number; readonly width: number }[] {
  const [{ sbs }] = bwipjs.raw({ bcid: 'code128', text }) as unknown as [{ sbs: number[] }];
  let at = 0;
  return sbs.flatMap((width, i) => {
    const bar = { at, width };
    at += width;
    return i % 2 === 0 ? [bar] : [];
  });
}

function drawMark(doc: Paper, machine: Machine, mark: FormMark): void {
  if (mark.kind === 'text') {
    doc.fillColor([0, 0, 0, 100] as unknown as [number, number, number]);
    doc
      .font('text')
      .fontSize(mark.size)
      .text(mark.text, mark.x, mark.y - mark.size, { lineBreak: false });
  } else if (mark.kind === 'symbol') {
    for (const { at, width } of barsOf(mark.text))
      fill(doc, machine, { K: 1 }, () =>
        doc.rect(
          mark.x + at * mark.moduleMm + mark.reductionMm / 2,
          mark.y,
          width * mark.moduleMm - mark.reductionMm,
          mark.height,
        ),
      );
  } else {
    const { x, y, width, height } = mark;
    fill(doc, machine, mark.inks, () =>
      mark.kind === 'rect'
        ? doc.rect(x, y, width, height)
        : doc.ellipse(x + width / 2, y + height / 2, width / 2, height / 2),
    );
  }
}

function drawPage(doc: Paper, machine: Machine, page: FormPage): void {
  doc.scale(POINTS_PER_MM);
  // All inks of a place are laid, whatever was drawn before (ISO 32000-2, 8.6.7).
  const over = doc.ref({ Type: 'ExtGState', OP: true, op: true, OPM: 1 });
  (over as unknown as { end(): void }).end();
  raw(doc).page.ext_gstates.Over = over;
  raw(doc).addContent('/Over gs');
  for (const patch of page.patches) drawMark(doc, machine, { ...patch, kind: 'rect' });
  for (const mark of page.marks) drawMark(doc, machine, mark);
}

/** The form, and after it a page for the bench that the machine does not print. */
export function formPdf({ form, machine, printedAt }: FormJob): Paper {
  const size: [number, number] = [form.widthMm * POINTS_PER_MM, form.heightMm * POINTS_PER_MM];
  const title = `${form.title}, ${machine.name}`;
  const doc = newDocument(title, printedAt, size);
  for (const { spotName, channel } of machine.inks)
    if (spotName) addSpot(doc, spotName, SHOWN[channel[0]] ?? [0, 0, 0, 100]);
  form.pages.forEach((page, i) => {
    if (i > 0) doc.addPage({ size, margin: 0 });
    doc.page.margins = { top: 0, bottom: 0, left: 0, right: 0 };
    drawPage(doc, machine, page);
  });
  doc.addPage({ size: 'A4', margin: MARGIN });
  heading(doc, t('paper.howPrintedRead', { form: form.title }), [machine.name]);
  const pages = form.pages.map(({ how }, i) => t('paper.pagePrint', { i: i + 1, how }));
  doc.moveDown().font('text').fontSize(11).fillColor(INK);
  [...form.instructions, ...pages].forEach((line, i) =>
    doc.text(`${i + 1}.  ${line}`, MARGIN).moveDown(0.4),
  );
  doc.fillColor(CAUTION);
  for (const caution of form.cautions) doc.moveDown(0.4).text(t('paper.caution', { caution }));
  doc.moveDown().fillColor(SOFT).text(t('paper.pageBenchNotPrinted'));
  doc.end();
  return doc;
}
