/** The run sheet on paper: A4, text that can be selected, fonts embedded. */
import { decimal, formatMoney, type RunStep } from '@kyanos/core';
import {
  CAUTION,
  heading,
  INK,
  MARGIN,
  newDocument,
  noteLine,
  printPicture,
  finished,
  room,
  rule,
  SOFT,
  type Paper,
  type PaperJob,
} from './paper.ts';
import { t } from '../texts/texts.ts';

/** Width of the column of labels, pt. */
const LABEL = 150;

export function runSheetPdf(job: PaperJob): Paper {
  const { plan, result, work } = job;
  const doc = newDocument(t('paper.runSheet', { plan: plan.name }), job.printedAt);
  heading(doc, plan.name, [
    t('paper.copiesFileName', {
      fileName: job.fileName,
      machine: plan.machine.name,
      material: plan.material.name,
      copies: plan.layout.copies,
    }),
  ]);
  doc.font('figures').fontSize(9).fillColor(INK).text(result.notation);
  doc.moveDown(0.4);
  const ml = work.inks.reduce((sum, ink) => sum + ink.ml, 0);
  noteLine(
    doc,
    t('paper.minAllMlInk', {
      minutes: decimal(work.minutes, 0),
      ml: decimal(ml, 1),
      total: formatMoney(work.cost.total),
      price: formatMoney(work.cost.price),
    }),
  );
  printPicture(doc, job);
  rule(doc);
  work.runSheet.forEach((step, i) => drawStep(doc, step, i + 1));
  return finished(doc, job, t('paper.simulationEstimateNotContract'));
}

function drawStep(doc: Paper, step: RunStep, number: number): void {
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
      .text(t('paper.caution', { caution }), left + 14, y, { width: width - 14 });
  }
  doc.moveDown(0.9);
}
