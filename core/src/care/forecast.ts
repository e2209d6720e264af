/** Keep white in or flush it out: asked of the jobs that are really coming, and of what care really cost. */
import {
  whiteChoices,
  type WhiteChoice,
  type WhiteChoiceId,
  type WhiteUse,
} from '../whitecare/index.ts';
import { daysBetween, type Day } from '../stock/index.ts';
import { seededRandom } from '../units/index.ts';
import { inSentence, t } from '../texts/index.ts';

/** A job that wants white. */
export interface WhiteJob {
  readonly name: string;
  readonly ml: number;
  /** Null where nobody said: then it counts in the middle of the weeks. */
  readonly due: Day | null;
  /** That it is printed, 0 to 1: 1 once accepted. */
  readonly chance: number;
}

/** White printed in one of the weeks that are past. */
export interface PastWeek {
  readonly ml: number;
  readonly jobs: number;
}

export interface ForecastInput {
  readonly jobs: readonly WhiteJob[];
  /** The newest last. */
  readonly past: readonly PastWeek[];
  readonly today: Day;
  readonly weeks: number;
  readonly use: Omit<WhiteUse, 'weeks'>;
  /** Whether the machine's heads can be parked. */
  readonly parks: boolean;
}

export interface WhiteForecast {
  /** What is expected: known jobs, and past weeks where none are known yet. */
  readonly weeks: WhiteUse['weeks'];
  readonly choices: readonly WhiteChoice[];
  /** In how many of a hundred possible futures each is the cheapest. */
  readonly cheapestIn: Readonly<Partial<Record<WhiteChoiceId, number>>>;
  readonly says: string;
}

/** Futures that are looked at. */
const FUTURES = 200;
/** Order books show so many weeks; beyond them past weeks are what is known. */
const KNOWN_WEEKS = 3;

/** The week in which a job falls; from 0. Undefined if beyond the weeks. */
function weekOf({ due }: WhiteJob, today: Day, weeks: number): number | undefined {
  if (due === null) return Math.min(weeks - 1, Math.floor(KNOWN_WEEKS / 2));
  const week = Math.max(0, Math.floor(daysBetween(today, due) / 7));
  return week < weeks ? week : undefined;
}

export function whiteForecast(input: ForecastInput): WhiteForecast {
  const { jobs, past, today, weeks: count, use, parks } = input;
  const usual = {
    ml: past.reduce((sum, { ml }) => sum + ml, 0) / Math.max(1, past.length),
    jobs: past.reduce((sum, one) => sum + one.jobs, 0) / Math.max(1, past.length),
  };
  const empty = () => Array.from({ length: count }, () => ({ ml: 0, jobs: 0 }));
  const expected = empty();
  for (const job of jobs) {
    const week = weekOf(job, today, count);
    if (week === undefined) continue;
    expected[week].ml += job.ml * job.chance;
    expected[week].jobs += job.chance;
  }
  for (const [i, week] of expected.entries())
    if (i >= KNOWN_WEEKS) {
      week.ml = Math.max(week.ml, usual.ml);
      week.jobs = Math.max(week.jobs, usual.jobs);
    }
  const allowed = ({ id }: WhiteChoice) => parks || id !== 'park';
  const choices = whiteChoices({ ...use, weeks: expected }).filter(allowed);

  const draw = seededRandom(20_261_127);
  const cheapest = new Map<WhiteChoiceId, number>();
  for (let n = 0; n < FUTURES; n++) {
    const weeks = empty();
    for (const job of jobs) {
      const week = weekOf(job, today, count);
      if (week === undefined || draw() >= job.chance) continue;
      weeks[week].ml += job.ml;
      weeks[week].jobs += 1;
    }
    if (past.length > 0)
      for (const [i, week] of weeks.entries()) {
        if (i < KNOWN_WEEKS) continue;
        const like = past[Math.floor(draw() * past.length)];
        week.ml = Math.max(week.ml, like.ml);
        week.jobs = Math.max(week.jobs, like.jobs);
      }
    const [best] = whiteChoices({ ...use, weeks }).filter(allowed);
    cheapest.set(best.id, (cheapest.get(best.id) ?? 0) + 1);
  }
  const cheapestIn = Object.fromEntries(
    [...cheapest].map(([id, times]) => [id, Math.round((times / FUTURES) * 100)]),
  );
  return { weeks: expected, choices, cheapestIn, says: sentence(choices, cheapestIn) };
}

function sentence(
  [best, next]: readonly WhiteChoice[],
  cheapestIn: WhiteForecast['cheapestIn'],
): string {
  const sure = cheapestIn[best.id] ?? 0;
  const how = sure >= 90 ? t('care.sure') : sure >= 70 ? t('care.fairlySure') : t('care.close');
  return t('care.cheapest10PossibleFutures', {
    best: best.name,
    how,
    sure: Math.round(sure / 10),
    rest: sure < 70 ? t('care.comesNear', { next: inSentence(next.name) }) : '',
    rest2: best.id === 'send' ? t('care.whiteWorkCostsLess') : '',
  });
}
