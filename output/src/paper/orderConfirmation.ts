/** The confirmation of an order for a customer: what was ordered, for how much, and when it will be done. */
import { whatIsMade, whatItCosts, type CustomerJob } from './forCustomer.ts';
import { finished, heading, newDocument, paragraph, type Paper } from './paper.ts';
import { fill, wordingOf } from './texts/index.ts';

export interface OrderedJob extends CustomerJob {
  /** Of the job, as the shop counts. */
  readonly number: number;
  readonly orderedAt: Date;
  /** Null where nothing was agreed. */
  readonly due: Date | null;
}

export function orderConfirmationPdf(job: OrderedJob): Paper {
  const { plan, number: of, orderedAt, due, printedAt } = job;
  const wording = wordingOf(plan.language ?? 'en');
  const { t, day, dayAndTime } = wording;
  const title = fill(t.order, { number: of });
  const doc = newDocument(`${title}: ${plan.name}`, printedAt);
  heading(doc, job.shopName, [
    fill(t.orderOf, { order: title, day: day(orderedAt) }),
    ...(plan.customer ? [fill(t.forCustomer, { customer: plan.customer })] : []),
    ...(due ? [fill(t.doneBy, { time: dayAndTime(due) })] : []),
  ]);
  whatIsMade(doc, job, wording);
  whatItCosts(doc, job, wording);
  doc.moveDown(1);
  paragraph(doc, t.asOrdered);
  paragraph(doc, t.proof);
  if (plan.viewing.light !== 'front') paragraph(doc, t.licensed);
  return finished(doc, job, title, wording);
}
