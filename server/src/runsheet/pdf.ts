/** The run sheet on paper: A4, text that can be selected, fonts embedded. */
import { createRequire } from 'node:module';
import {
  formatMoney,
  type PlanResult,
  type PrintPlan,
  type RunStep,
  type Work,
} from '@kyanos/core';
import PDFDocument from 'pdfkit';

const require = createRequire(import.meta.url);
const font = (path: string) => require.resolve(`@fontsource/${path}.woff`);
const FACES = {
  text: font('instrument-sans/files/instrument-sans-latin-400-normal'),
  bold: font('instrument-sans/files/instrument-sans-latin-600-normal'),
  figures: font('spline-sans-mono/files/spline-sans-mono-latin-400-normal'),
};

const INK = '#14213d';
const SOFT = '#5b6478';
const CAUTION = '#8a3a12';
const MARGIN = 48;
/** Width of the column of labels, pt. */
const LABEL = 150;

export interface RunSheetJob {
  readonly plan: PrintPlan;
  readonly result: PlanResult;
  readonly work: Work;
  readonly fileName: string;
  readonly version: number;
  readonly printedAt: Date;
}

export function runSheetPdf(job: RunSheetJob): NodeJS.ReadableStream {
  const doc = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    bufferPages: true,
    info: { Title: `Run sheet: ${job.plan.name}`, CreationDate: job.printedAt },
  });
  for (const [name, path] of Object.entries(FACES)) doc.registerFont(name, path);
  heading(doc, job);
  job.work.runSheet.forEach((step, i) => drawStep(doc, step, i + 1));
  footers(doc, job);
  doc.end();
  return doc;
}

function heading(doc: PDFKit.PDFDocument, { plan, result, work, fileName }: RunSheetJob): void {
  doc.font('bold').fontSize(20).fillColor(INK).text(plan.name);
  doc
    .font('text')
    .fontSize(10)
    .fillColor(SOFT)
    .text(
      `${fileName}  ·  ${plan.machine.name}  ·  ${plan.material.name}  ·  ${plan.layout.copies} copies`,
    );
  doc.font('figures').fontSize(9).fillColor(INK).text(result.notation);
  doc.moveDown(0.4);
  const ml = work.inks.reduce((sum, ink) => sum + ink.ml, 0);
  doc
    .font('bold')
    .fontSize(11)
    .text(
      `${work.minutes.toFixed(0)} min in all  ·  ${ml.toFixed(1)} mL ink  ·  cost ${formatMoney(work.cost.total)}  ·  price ${formatMoney(work.cost.price)}`,
    );
  rule(doc);
}

function rule(doc: PDFKit.PDFDocument): void {
  const y = doc.y + 6;
  doc
    .moveTo(MARGIN, y)
    .lineTo(doc.page.width - MARGIN, y)
    .lineWidth(0.5)
    .strokeColor(SOFT)
    .stroke();
  doc.y = y + 8;
}

function drawStep(doc: PDFKit.PDFDocument, step: RunStep, number: number): void {
  // A heading alone at the foot of a page is read as the end.
  if (doc.y > doc.page.height - 150) doc.addPage();
  const left = MARGIN;
  const width = doc.page.width - 2 * MARGIN;
  doc
    .font('bold')
    .fontSize(12.5)
    .fillColor(INK)
    .text(`${number}  ${step.title}`, left, doc.y, { width });
  doc.moveDown(0.25);
  for (const { label, value } of step.settings) {
    const y = room(doc, 14);
    doc
      .font('text')
      .fontSize(9.5)
      .fillColor(SOFT)
      .text(label, left + 14, y, { width: LABEL });
    const below = doc.y;
    doc
      .font('figures')
      .fontSize(9.5)
      .fillColor(INK)
      .text(value, left + 14 + LABEL, y, { width: width - LABEL - 14 });
    doc.y = Math.max(below, doc.y);
  }
  for (const check of step.checks) {
    const y = room(doc, 26) + 2;
    doc
      .rect(left + 14, y + 1, 8.5, 8.5)
      .lineWidth(0.8)
      .strokeColor(INK)
      .stroke();
    doc
      .font('text')
      .fontSize(10)
      .fillColor(INK)
      .text(check, left + 30, y, { width: width - 30 });
  }
  for (const caution of step.cautions) {
    const y = room(doc, 26) + 2;
    doc
      .font('bold')
      .fontSize(9.5)
      .fillColor(CAUTION)
      .text(`Caution: ${caution}`, left + 14, y, { width: width - 14 });
  }
  doc.moveDown(0.9);
}

/** The current height, on a new page if less than `needed` points are left. */
function room(doc: PDFKit.PDFDocument, needed: number): number {
  if (doc.y + needed > doc.page.height - MARGIN) doc.addPage();
  return doc.y;
}

function footers(doc: PDFKit.PDFDocument, { version, printedAt }: RunSheetJob): void {
  const { count } = doc.bufferedPageRange();
  for (let page = 0; page < count; page++) {
    doc.switchToPage(page);
    // Inside the lower margin, where text would otherwise open another page.
    doc.page.margins.bottom = 0;
    doc
      .font('text')
      .fontSize(8)
      .fillColor(SOFT)
      .text(
        `Version ${version}  ·  ${printedAt.toISOString().slice(0, 16).replace('T', ' ')} UTC  ·  Simulation and estimate, not a contract proof; make a test print  ·  ${page + 1} of ${count}`,
        MARGIN,
        doc.page.height - 30,
        { width: doc.page.width - 2 * MARGIN, align: 'center', lineBreak: false },
      );
  }
}
