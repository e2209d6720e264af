/** What a stack is worth for a brief, beside the right one. */
import { whyNot, type Candidate } from '../advisor/index.ts';
import type { ArtworkInfo } from '../artwork/index.ts';
import type { Finding } from '../findings/index.ts';
import { decimal, t } from '../texts/index.ts';
import { briefOf } from './briefs.ts';
import type { Mark, Reason } from './exercise.ts';
import type { BriefId } from './ids.ts';
import { seenDifference, type Printed } from './job.ts';
import { newFindings } from './planted.ts';

/** ΔE2000 beyond the right print that still is as good, and that at which nothing is left of the look. Our own choice. */
const AS_GOOD = 1;
export const LOST = 16;
/** A dearer print is a worse one, but no spoilt one. */
const DEARER = 1.15;
/** What serves another wish than the brief's is worth so much; what is taken off for a dearer one at most, and for each warning. */
const OTHER_WISH = 0.3;
const DEARER_AT_MOST = 0.2;
const DEARER_WEIGHT = 0.4;
const WARNING_WEIGHT = 0.1;
const WARNINGS_AT_MOST = 0.3;

export const within = (score: number): number => Math.min(1, Math.max(0, score));
export const findingReasons = (findings: readonly Finding[]): Reason[] =>
  findings.map(({ message }) => ({ says: message }));

/** Returns the score, 0 to 1, and what it came to. Both prints are of the same job, seen and lit as the brief wants. */
export function stackWorth(
  own: Printed,
  right: Printed,
  wish: BriefId,
  info: ArtworkInfo,
): Pick<Mark, 'score' | 'points'> {
  const wrong = newFindings(right, own).filter(({ severity }) => severity === 'error');
  if (wrong.length > 0 || !own.result.work) return { score: 0, points: findingReasons(wrong) };
  const why = whyNot({ stack: own.plan.stack } as Candidate, briefOf(wish), own.plan, info);
  if (why !== undefined) return { score: OTHER_WISH, points: [{ says: why }] };
  const points: Reason[] = [];
  let score = 1;
  const off =
    own.numbers.deltaE && right.numbers.deltaE
      ? own.numbers.deltaE.median - right.numbers.deltaE.median
      : seenDifference(own, right).mean;
  if (off > AS_GOOD) {
    score -= Math.min(1, (off - AS_GOOD) / (LOST - AS_GOOD));
    points.push({ says: t('practice.looksWorse', { off: decimal(off, 1) }) });
  }
  const dearer =
    own.result.work.cost.price.minor / Math.max(1, right.result.work!.cost.price.minor);
  if (dearer > DEARER) {
    score -= Math.min(DEARER_AT_MOST, (dearer - DEARER) * DEARER_WEIGHT);
    points.push({ says: t('practice.dearer', { percent: Math.round((dearer - 1) * 100) }) });
  }
  const warned = newFindings(right, own).filter(({ severity }) => severity === 'warning');
  score -= Math.min(WARNINGS_AT_MOST, warned.length * WARNING_WEIGHT);
  return { score: within(score), points: [...points, ...findingReasons(warned)] };
}
