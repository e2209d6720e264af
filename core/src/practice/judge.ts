/** What an answer is worth: by what it would have done at the machine, not by how it was found. */
import { whyNot, type Candidate } from '../advisor/index.ts';
import type { Finding } from '../findings/index.ts';
import type { PrintPlan } from '../plan/index.ts';
import { decimal, t } from '../texts/index.ts';
import { formatMoney, money } from '../units/index.ts';
import { briefOf } from './briefs.ts';
import {
  PASSED,
  type Answers,
  type EstimateExercise,
  type ExerciseKind,
  type Amounts,
  type Made,
  type Mark,
  type NozzleMark,
  type Reason,
  type Topic,
} from './exercise.ts';
import { faultOf } from './faults.ts';
import { GRAVITY, printed, seenDifference, type PracticeJob, type Printed } from './job.ts';
import { gravityOf, newFindings, plantAll } from './planted.ts';

const within = (score: number): number => Math.min(1, Math.max(0, score));

/**
 * Judges an answer.
 * @param job that the exercise is about; absent where it is about none
 */
export async function judged<K extends ExerciseKind>(
  made: Made<K>,
  answer: Answers[K],
  job: PracticeJob | undefined,
): Promise<Mark> {
  const judge = JUDGES[made.exercise.kind] as Judge<K>;
  const { topics, score, points, cost } = await judge(made, answer, job);
  const rounded = Math.round(within(score) * 1000) / 1000;
  return {
    score: rounded,
    passed: rounded >= PASSED,
    points: [...points, ...made.solution.reasons],
    ...(cost && rounded < PASSED && { cost }),
    topics: topics ?? Object.fromEntries(made.solution.topics.map((topic) => [topic, rounded])),
  };
}

interface Judged extends Pick<Mark, 'score' | 'points' | 'cost'> {
  /** Where the parts of an answer are worth differently. */
  readonly topics?: Readonly<Partial<Record<Topic, number>>>;
}
type Judge<K extends ExerciseKind> = (
  made: Made<K>,
  answer: Answers[K],
  job: PracticeJob | undefined,
) => Judged | Promise<Judged>;

const said = (findings: readonly Finding[]): Reason[] =>
  findings.map(({ message }) => ({ says: message }));

/** What is lost when it is seen on the print only: the test print, or all of it where none was planned. */
function lost(right: Printed): Mark['cost'] {
  const { work } = right.result;
  if (!work) return undefined;
  const { copies } = right.plan.layout;
  const spoilt = right.plan.trips.testPrint ? Math.min(copies, 1) : copies;
  const share = right.plan.trips.testPrint ? 1 / Math.max(1, work.layout.loadCount + 1) : 1;
  const { minor, currency } = work.cost.total;
  return {
    copies: spoilt,
    minutes: work.minutes * share,
    money: money(Math.round(minor * share), currency),
  };
}

/** ΔE2000 beyond the right print that still is as good, and that at which nothing is left of the look. Our own choice. */
const AS_GOOD = 1;
const LOST = 16;
/** A dearer print is a worse one, but no spoilt one. */
const DEARER = 1.15;

/** The plan that was asked about, with what the learner may decide of it. */
const handed = (asked: PrintPlan, { stack, modeId, trips }: PrintPlan): PrintPlan => ({
  ...asked,
  stack,
  modeId,
  trips,
});

const judgeStack: Judge<'stack'> = async ({ exercise, solution }, answer, job) => {
  const own = await printed(
    { plan: handed(exercise.plan, answer.plan), state: exercise.state },
    job!,
  );
  const right = await printed({ plan: solution.right, state: exercise.state }, job!);
  const cost = lost(right);
  const spare = cost && { cost };
  const wrong = newFindings(right, own).filter(({ severity }) => severity === 'error');
  if (wrong.length > 0 || !own.result.work) return { score: 0, points: said(wrong), ...spare };
  const why = whyNot(
    { stack: own.plan.stack } as Candidate,
    briefOf(exercise.wish),
    own.plan,
    job!.artwork.info,
  );
  if (why !== undefined) return { score: 0.3, points: [{ says: why }], ...spare };
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
    score -= Math.min(0.2, (dearer - DEARER) * 0.4);
    points.push({ says: t('practice.dearer', { percent: Math.round((dearer - 1) * 100) }) });
  }
  const warned = newFindings(right, own).filter(({ severity }) => severity === 'warning');
  score -= Math.min(0.3, warned.length * 0.1);
  return { score, points: [...points, ...said(warned)], ...spare };
};

const judgeRepair: Judge<'repair'> = async ({ exercise, solution }, answer, job) => {
  const { state } = exercise;
  const plan: PrintPlan = {
    ...answer.plan,
    viewing: exercise.plan.viewing,
    material: exercise.plan.material,
    layout: { ...answer.plan.layout, copies: exercise.plan.layout.copies },
  };
  const [own, right, begun] = [
    await printed({ plan, state }, job!),
    await printed({ plan: solution.right, state }, job!),
    await printed({ plan: exercise.plan, state }, job!),
  ];
  const left = newFindings(right, own);
  const burden = (findings: readonly Finding[]) =>
    findings.reduce((sum, { severity }) => sum + GRAVITY[severity], 0);
  const found = burden(left) / Math.max(GRAVITY.note, burden(newFindings(right, begun)));
  const off = seenDifference(right, own).mean;
  const seen = Math.max(0, off - AS_GOOD) / Math.max(AS_GOOD, seenDifference(right, begun).mean);
  const cost =
    left.some(({ severity }) => severity === 'error') || seen > 0.5 ? lost(right) : undefined;
  return {
    score: 1 - Math.max(Math.min(1, found), Math.min(1, seen)),
    points: [
      ...said(left),
      ...(seen > 1 - PASSED ? [{ says: t('practice.looksWorse', { off: decimal(off, 1) }) }] : []),
    ],
    ...(cost && { cost }),
  };
};

const judgeFind: Judge<'find'> = async ({ exercise, solution }, answer, job) => {
  const right = await printed({ plan: solution.right, state: { leftMl: {} } }, job!);
  const weights = new Map<string, number>();
  for (const id of solution.faults) {
    const one = plantAll(right, job!, [id]);
    weights.set(id, one ? gravityOf(right, await printed(one, job!)) : GRAVITY.warning);
  }
  const all = [...weights.values()].reduce((sum, weight) => sum + weight, 0);
  const ticked = new Set(answer.faults);
  const hit = solution.faults.filter((id) => ticked.has(id));
  const missed = solution.faults.filter((id) => !ticked.has(id));
  const wrong = exercise.options.filter(({ id }) => ticked.has(id) && !weights.has(id));
  const worth = hit.reduce((sum, id) => sum + weights.get(id)!, 0) - GRAVITY.warning * wrong.length;
  const cost = missed.some((id) => weights.get(id) === GRAVITY.error) ? lost(right) : undefined;
  return {
    score: worth / all,
    points: [
      ...missed.map((id) => ({
        says: t('practice.missed', { fault: faultOf(id).name }),
        page: faultOf(id).page,
      })),
      ...wrong.map(({ name }) => ({ says: t('practice.notSo', { fault: name }) })),
    ],
    ...(cost && { cost }),
    topics: Object.fromEntries(
      solution.faults.map((id) => [`fault/${id}`, ticked.has(id) ? 1 : 0]),
    ),
  };
};

const judgeMistake: Judge<'mistake'> = ({ exercise, solution: { faults } }, answer) => {
  const right = answer.faults.length === 1 && answer.faults[0] === faults[0];
  const said_ = exercise.options.find(({ id }) => id === answer.faults[0]);
  return {
    score: right ? 1 : 0,
    points: right || !said_ ? [] : [{ says: t('practice.notSo', { fault: said_.name }) }],
  };
};

/** An estimate so near is as good as exact, and one twice or half as much is none. Our own choice. */
const NEAR = 0.05;
const USELESS = Math.log(2);
const nearness = (guess: number, is: number): number => {
  if (is <= 0) return guess <= 0 ? 1 : 0;
  if (!(guess > 0)) return 0;
  const off = Math.abs(Math.log(guess / is));
  return within(1 - (off - Math.log(1 + NEAR)) / (USELESS - Math.log(1 + NEAR)));
};

/** Inks count by how much there is of them. */
function inkNearness({ ml }: Amounts, is: Amounts): number {
  const total = Object.values(is.ml).reduce((sum, one) => sum + one, 0);
  return Object.entries(is.ml).reduce(
    (sum, [channel, one]) => sum + (one / Math.max(1e-9, total)) * nearness(ml[channel] ?? 0, one),
    0,
  );
}

const judgeEstimate: Judge<'estimate'> = ({ exercise, solution }, answer) => {
  const parts = {
    'estimate/ink': inkNearness(answer, solution),
    'estimate/time': nearness(answer.minutes, solution.minutes),
    'estimate/price': nearness(answer.price, solution.price),
  } as const;
  const values = Object.values(parts);
  return {
    score: values.reduce((sum, one) => sum + one, 0) / values.length,
    points: estimatePoints(exercise, solution),
    topics: parts,
  };
};
const estimatePoints = ({ currency }: EstimateExercise, { minutes, price }: Amounts): Reason[] => [
  {
    says: t('practice.reallyTakes', {
      minutes: decimal(minutes, 0),
      price: formatMoney(money(price, currency)),
    }),
  },
];

const markKey = ({ row, nozzle }: NozzleMark) => `${row}/${nozzle}`;
const judgeNozzles: Judge<'nozzles'> = ({ solution: { marks } }, answer) => {
  const right = new Set(marks.map(markKey));
  const tapped = new Set(answer.marks.map(markKey));
  const hits = [...tapped].filter((key) => right.has(key)).length;
  const wrong = tapped.size - hits;
  return {
    score: right.size === 0 ? (wrong === 0 ? 1 : 0) : (hits - wrong) / right.size,
    points: [
      ...(hits < right.size ? [{ says: t('practice.overlooked', { n: right.size - hits }) }] : []),
      ...(wrong > 0 ? [{ says: t('practice.notMissing', { n: wrong }) }] : []),
    ],
  };
};

/** Pairs of steps that stand the wrong way round, against what a guess has wrong: half of them. */
const judgeProcedure: Judge<'procedure'> = ({ exercise, solution }, answer) => {
  const { steps } = exercise;
  const own = answer.order;
  const whole = own.length === steps.length && new Set(own).size === steps.length;
  if (!whole) return { score: 0, points: [{ says: t('practice.everyStepOnce') }] };
  const place = new Map(own.map((step, i) => [step, i]));
  // Steps that say the same are the same: either may come first.
  const right = solution.order;
  let [pairs, wrong] = [0, 0];
  for (let i = 0; i < right.length; i++)
    for (let j = i + 1; j < right.length; j++) {
      if (steps[right[i]] === steps[right[j]]) continue;
      pairs++;
      if (place.get(right[i])! > place.get(right[j])!) wrong++;
    }
  return {
    score: 1 - (2 * wrong) / Math.max(1, pairs),
    points: wrong > 0 ? [{ says: t('practice.pairsWrong', { n: wrong }) }] : [],
  };
};

const JUDGES: { readonly [K in ExerciseKind]: Judge<K> } = {
  stack: judgeStack,
  repair: judgeRepair,
  find: judgeFind,
  mistake: judgeMistake,
  estimate: judgeEstimate,
  nozzles: judgeNozzles,
  procedure: judgeProcedure,
};
