/** What an answer is worth: by what it would have done at the machine, not by how it was found. */
import type { PrintPlan } from '../plan/index.ts';
import { decimal, t } from '../texts/index.ts';
import { formatMoney, money } from '../units/index.ts';
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
import {
  burdenOf,
  GRAVITY,
  isVisible,
  printed,
  seenDifference,
  type PracticeJob,
  type Printed,
} from './job.ts';
import { AT_REST } from './maker.ts';
import { gravityOf, newFindings, plantAll } from './planted.ts';
import { findingReasons, LOST, stackWorth, within } from './stackWorth.ts';

/**
 * Judges an answer.
 * @param job that the exercise is about; absent where it is about none
 * @returns the mark, with the prints that it was given by: the one of the answer and the right one
 */
export async function judged<K extends ExerciseKind>(
  made: Made<K>,
  answer: Answers[K],
  job: PracticeJob | undefined,
): Promise<Mark & { readonly prints: Prints }> {
  const judge = JUDGES[made.exercise.kind] as Judge<K>;
  const { topics, score, points, cost, prints = {} } = await judge(made, answer, job);
  const rounded = Math.round(within(score) * 1000) / 1000;
  return {
    score: rounded,
    passed: rounded >= PASSED,
    points: [...points, ...made.solution.reasons],
    ...(cost && rounded < PASSED && { cost }),
    topics: topics ?? Object.fromEntries(made.solution.topics.map((topic) => [topic, rounded])),
    prints,
  };
}

export interface Prints {
  readonly own?: Printed;
  readonly right?: Printed;
}

interface Judged extends Pick<Mark, 'score' | 'points' | 'cost'> {
  /** Where the parts of an answer are worth differently. */
  readonly topics?: Readonly<Partial<Record<Topic, number>>>;
  readonly prints?: Prints;
}
type Judge<K extends ExerciseKind> = (
  made: Made<K>,
  answer: Answers[K],
  job: PracticeJob | undefined,
) => Judged | Promise<Judged>;

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
  return {
    ...stackWorth(own, right, exercise.wish, job!.artwork.info),
    ...(cost && { cost }),
    prints: { own, right },
  };
};

/** Half of what the faults did to the look is a spoilt sheet. Our own choice. */
const SPOILT = 0.5;

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
  const found = burdenOf(left) / Math.max(GRAVITY.note, burdenOf(newFindings(right, begun)));
  const off = seenDifference(right, own);
  const was = seenDifference(right, begun);
  // What the eye did not see of the faults may still be made worse.
  const seen = isVisible(off) ? off.mean / (isVisible(was) ? was.mean : LOST) : 0;
  const cost =
    left.some(({ severity }) => severity === 'error') || seen > SPOILT ? lost(right) : undefined;
  return {
    score: 1 - Math.max(Math.min(1, found), Math.min(1, seen)),
    points: [
      ...findingReasons(left),
      ...(seen > 1 - PASSED
        ? [{ says: t('practice.looksWorse', { off: decimal(off.mean, 1) }) }]
        : []),
    ],
    ...(cost && { cost }),
    prints: { own, right },
  };
};

const judgeFind: Judge<'find'> = async ({ exercise, solution }, answer, job) => {
  const right = await printed({ plan: solution.right, state: AT_REST }, job!);
  const own = await printed(exercise, job!);
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
    prints: { own, right },
  };
};

const judgeMistake: Judge<'mistake'> = async ({ exercise, solution: { faults } }, answer, job) => {
  const right = answer.faults.length === 1 && answer.faults[0] === faults[0];
  const taken = exercise.options.find(({ id }) => id === answer.faults[0]);
  return {
    score: right ? 1 : 0,
    points: right || !taken ? [] : [{ says: t('practice.notSo', { fault: taken.name }) }],
    prints: { right: await printed(exercise, job!) },
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
  const right = solution.order;
  // Steps that say the same are the same: whichever comes first is the one that comes first in the right order.
  const alike = (list: readonly number[], step: number) =>
    list.filter((other) => steps[other] === steps[step]);
  const place = new Map(
    own.map((step, i) => [alike(right, step)[alike(own, step).indexOf(step)], i]),
  );
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
