/** Makes exercises out of jobs. The same kind, seed, level and jobs make the same exercise. */
import { CANDIDATES, rank, whyNot } from '../advisor/index.ts';
import { patternRows, PROCEDURES, proceduresFor, type ProcedureId } from '../care/index.ts';
import { DomainError } from '../errors/index.ts';
import { parseRule } from '../rule/index.ts';
import { pageOf, withStack, type PrintPlan } from '../plan/index.ts';
import {
  allLayers,
  formatStack,
  inkFor,
  parseStack,
  USUAL_CARE,
  usesInkRole,
  withInkRoleRule,
  type Machine,
} from '../stack/index.ts';
import { decimal, t } from '../texts/index.ts';
import { seededRandom } from '../units/index.ts';
import { briefOf } from './briefs.ts';
import { BRIEF_IDS, FAULT_IDS, type BriefId, type FaultId } from './ids.ts';
import {
  EXERCISE_KINDS,
  type ExerciseKind,
  type Amounts,
  type Level,
  type Made,
  type NozzleMark,
  type NozzleRow,
  type Option,
  type Reason,
  type Topic,
} from './exercise.ts';
import { faultOf } from './faults.ts';
import {
  burdenOf,
  cleaned,
  isVisible,
  printed,
  seenDifference,
  type JobSource,
  type PracticeJob,
  type Printed,
  type Situation,
} from './job.ts';
import { alone, inPlan, together } from './planted.ts';

export interface Wanted<K extends ExerciseKind = ExerciseKind> {
  readonly kind: K;
  readonly seed: number;
  readonly level: Level;
  /** What it is to practise, where that can be had. */
  readonly topic?: Topic | undefined;
}

/** Jobs are tried so often, one after another, until one makes an exercise. */
const MOST_TRIES = 80;

/** @throws DomainError `NO_EXERCISE` where none of the jobs makes one */
export async function makeExercise<K extends ExerciseKind>(
  wanted: Wanted<K>,
  jobs: readonly JobSource[],
): Promise<Made<K>> {
  const dice = new Dice(wanted);
  const make = MAKERS[wanted.kind] as Maker<K>;
  for (let i = 0; i < MOST_TRIES && jobs.length > 0; i++) {
    const made = await make(wanted, await dice.pick(jobs).open(), dice);
    if (made) return made;
  }
  throw new DomainError('NO_EXERCISE', t('practice.noJobMakesOne', { kind: wanted.kind }), 'kind');
}

type Maker<K extends ExerciseKind> = (
  wanted: Wanted<K>,
  job: PracticeJob,
  dice: Dice,
) => Promise<Made<K> | undefined>;

class Dice {
  readonly roll: () => number;
  constructor({ kind, seed, level }: Wanted) {
    this.roll = seededRandom(seed * 31 + EXERCISE_KINDS.indexOf(kind) * 7919 + level * 104_729);
  }
  upTo(n: number): number {
    return Math.floor(this.roll() * n);
  }
  pick<T>(list: readonly T[]): T {
    return list[this.upTo(list.length)];
  }
  mixed<T>(list: readonly T[]): T[] {
    const mixed = [...list];
    for (let i = mixed.length - 1; i > 0; i--) {
      const j = this.upTo(i + 1);
      [mixed[i], mixed[j]] = [mixed[j], mixed[i]];
    }
    return mixed;
  }
}

/** A machine of which nothing is wrong: nobody said anything of it. */
const AT_REST = { leftMl: {} };

/** What a shop may as well plan for white that the artist did not draw, or drew badly. */
const BY_RULE = 'cleaned(choke 0.2 least 0.3)';
function byRule(plan: PrintPlan): PrintPlan | undefined {
  const { stack } = plan;
  if (!usesInkRole(stack, 'W') || !usesInkRole(stack, 'CMYK') || plan.material.class === 'metallic')
    return undefined;
  const beside = allLayers(stack).some(({ parts }) => parts.length > 1 && parts[0].inkRole === 'W');
  return beside ? undefined : { ...plan, stack: withInkRoleRule(stack, 'W', parseRule(BY_RULE)) };
}

const known = new WeakMap<PracticeJob, Map<PrintPlan, Promise<Printed> | undefined>>();
/** A job as it should be printed, with its own white or by a rule that serves as well; made once. */
function sound(job: PracticeJob, dice: Dice): Promise<Printed> {
  const plans = variants(job);
  const plan = dice.pick([...plans.keys()]);
  let made = plans.get(plan);
  if (!made) plans.set(plan, (made = cleaned({ plan, state: AT_REST }, job)));
  return made;
}
function variants(job: PracticeJob): Map<PrintPlan, Promise<Printed> | undefined> {
  let plans = known.get(job);
  if (!plans) {
    const other = byRule(job.plan);
    plans = new Map([job.plan, ...(other ? [other] : [])].map((plan) => [plan, undefined]));
    known.set(job, plans);
  }
  return plans;
}

const reasonsOf = (faults: readonly FaultId[]): Reason[] =>
  faults.map((id) => ({ says: `${faultOf(id).name}. ${faultOf(id).why}`, page: faultOf(id).page }));
const topicsOf = (faults: readonly FaultId[]): Topic[] =>
  faults.map((id) => `fault/${id}` as const);
const about = (job: PracticeJob, { plan }: Situation): string =>
  t('practice.aboutJob', {
    job: job.name,
    material: plan.material.name,
    machine: plan.machine.name,
    n: plan.layout.copies,
  });

// ---- choose a stack ----

/** The briefs of a level, each with those below it. */
const BRIEFS_OF: Readonly<Record<Level, readonly BriefId[]>> = {
  1: ['front', 'through', 'light-box', 'white-only', 'gloss'],
  2: ['keep-bare', 'pearl', 'metal', 'day-and-night', 'both-sides', 'white-through'],
  3: ['two-pictures', 'relief'],
};
const briefsAt = (level: Level) =>
  BRIEF_IDS.filter((id) =>
    ([1, 2, 3] as const).some((one) => one <= level && BRIEFS_OF[one].includes(id)),
  );
/** With fewer stacks that are wrong there is nothing to choose. */
const LEAST_WRONG = 3;

/** A plan as a brief finds it: seen and lit as is wanted, with colour alone. */
function asked(job: PracticeJob, wish: BriefId): PrintPlan | undefined {
  const { side, light, backing, twoPictures } = briefOf(wish);
  const { plan, artwork } = job;
  const rearPage = artwork.info.pages.find(({ number }) => number !== plan.artwork.page)?.number;
  if (twoPictures && (rearPage === undefined || plan.artwork.rearPage === null)) return undefined;
  return withStack(
    {
      ...plan,
      viewing: { side, light, backing: backing ?? plan.viewing.backing },
      artwork: { ...plan.artwork, rearPage: twoPictures ? plan.artwork.rearPage : null },
      laminated: false,
    },
    parseStack('film | CMYK'),
  );
}

const makeStack: Maker<'stack'> = async ({ kind, seed, level, topic }, job, dice) => {
  const named = topic?.startsWith('brief/') ? (topic.slice('brief/'.length) as BriefId) : undefined;
  const wish = named ?? dice.pick(briefsAt(level));
  const plan = asked(job, wish);
  if (!plan) return undefined;
  const brief = briefOf(wish);
  const allowed = CANDIDATES.filter(
    (one) => whyNot(one, brief, plan, job.artwork.info) === undefined,
  );
  if (allowed.length === 0 || CANDIDATES.length - allowed.length < LEAST_WRONG) return undefined;
  const tried = [];
  for (const candidate of allowed) {
    const one = await printed({ plan: withStack(plan, candidate.stack), state: AT_REST }, job);
    if (one.result.findings.every(({ severity }) => severity !== 'error'))
      tried.push({ candidate, one, plan: one.plan, result: one.result, numbers: one.numbers });
  }
  // What somebody would have to decide is no answer where another stack leaves nothing to decide.
  const least = Math.min(...tried.map(({ result }) => burdenOf(result.findings)));
  const [best] = rank(tried.filter(({ result }) => burdenOf(result.findings) <= least));
  if (!best) return undefined;
  const right = tried.find(({ candidate }) => candidate === best.candidate)!.one;
  const begun = await printed({ plan, state: AT_REST }, job);
  if (!isVisible(seenDifference(begun, right))) return undefined;
  return {
    exercise: {
      kind,
      seed,
      level,
      job: job.id,
      wish,
      brief: [about(job, begun), brief.says, t('practice.chooseStack')],
      plan,
      state: AT_REST,
    },
    solution: {
      right: right.plan,
      topics: [`brief/${wish}`],
      reasons: [
        {
          says: t('practice.rightStack', {
            stack: best.candidate.name,
            notation: formatStack(best.plan.stack),
            use: best.candidate.use,
          }),
          page: 'stack',
        },
        { says: best.candidate.watch, page: 'stack' },
        ...best.reasons.map((says) => ({ says })),
      ],
    },
  };
};

// ---- what is wrong ----

/** Faults and choices at each level. */
const FAULTS_AT: Readonly<Record<Level, { readonly faults: number; readonly options: number }>> = {
  1: { faults: 1, options: 4 },
  2: { faults: 2, options: 6 },
  3: { faults: 3, options: 8 },
};

const namedFault = (topic: Topic | undefined): FaultId | undefined =>
  topic?.startsWith('fault/') ? (topic.slice('fault/'.length) as FaultId) : undefined;

/** Faults of a job in an order by chance, one that is to be practised first; undefined where the job can't have that. */
function faultsOf(
  whole: Situation,
  job: PracticeJob,
  topic: Topic | undefined,
  dice: Dice,
  fits: (id: FaultId) => boolean,
): FaultId[] | undefined {
  const able = dice.mixed(FAULT_IDS).filter((id) => faultOf(id).plant(whole, job) && fits(id));
  const named = namedFault(topic);
  if (named === undefined) return able;
  return able.includes(named) ? [named, ...able.filter((id) => id !== named)] : undefined;
}

/** So many faults that go together, the first that do. */
async function planted(
  whole: Printed,
  job: PracticeJob,
  order: readonly FaultId[],
  count: number,
): Promise<{ readonly wrong: Printed; readonly faults: readonly FaultId[] } | undefined> {
  let faults: FaultId[] = [];
  let wrong: Printed | undefined;
  for (const id of order) {
    const next =
      faults.length === 0
        ? await alone(whole, job, id)
        : await together(whole, job, [...faults, id]);
    if (!next) continue;
    faults = [...faults, id];
    wrong = next;
    if (faults.length === count) break;
  }
  return wrong && faults.length === count ? { wrong, faults } : undefined;
}

const optionsOf = (ids: readonly FaultId[], dice: Dice): Option[] =>
  dice.mixed(ids).map((id) => ({ id, name: faultOf(id).name }));

const makeFind: Maker<'find'> = async ({ kind, seed, level, topic }, job, dice) => {
  const whole = await sound(job, dice);
  const order = faultsOf(whole, job, topic, dice, () => true);
  if (!order) return undefined;
  const { faults: count, options } = FAULTS_AT[level];
  const found = await planted(whole, job, order, count);
  if (!found || (topic && !topicsOf(found.faults).includes(topic))) return undefined;
  const { faults, wrong } = found;
  const others = order.filter((id) => !faults.includes(id)).slice(0, options - count);
  if (others.length < 2) return undefined;
  return {
    exercise: {
      kind,
      seed,
      level,
      job: job.id,
      brief: [about(job, whole), ...situationWords(wrong), t('practice.findWrong')],
      plan: wrong.plan,
      state: wrong.state,
      options: optionsOf([...faults, ...others], dice),
    },
    solution: { right: whole.plan, faults, topics: topicsOf(faults), reasons: reasonsOf(faults) },
  };
};

const makeRepair: Maker<'repair'> = async ({ kind, seed, level, topic }, job, dice) => {
  const whole = await sound(job, dice);
  const order = faultsOf(whole, job, topic, dice, (id) => inPlan(whole, job, id));
  const found = order && (await planted(whole, job, order, FAULTS_AT[level].faults));
  if (!found || (topic && !topicsOf(found.faults).includes(topic))) return undefined;
  const { faults, wrong } = found;
  return {
    exercise: {
      kind,
      seed,
      level,
      job: job.id,
      brief: [about(job, whole), t('practice.repairIt', { n: faults.length })],
      plan: wrong.plan,
      state: wrong.state,
      count: faults.length,
    },
    solution: { right: whole.plan, faults, topics: topicsOf(faults), reasons: reasonsOf(faults) },
  };
};

/** Prints that are made of one question: each takes a moment. */
const MOST_PRINTS = 5;

const makeMistake: Maker<'mistake'> = async ({ kind, seed, level, topic }, job, dice) => {
  const whole = await sound(job, dice);
  const order = faultsOf(whole, job, topic, dice, () => true);
  if (!order) return undefined;
  const prints: { readonly id: FaultId; readonly print: Printed }[] = [];
  for (const id of order) {
    const print = await alone(whole, job, id);
    // What can't be printed comes off no machine. What the eye can't tell from the sound print, or from another mistake, is no question for the eye.
    if (!print?.result.work || !isVisible(seenDifference(whole, print))) {
      if (id === namedFault(topic)) return undefined;
      continue;
    }
    if (prints.every((one) => isVisible(seenDifference(one.print, print))))
      prints.push({ id, print });
    if (prints.length === Math.min(MOST_PRINTS, FAULTS_AT[level].options)) break;
  }
  const [shown, ...others] = prints;
  if (!shown || others.length < 2) return undefined;
  return {
    exercise: {
      kind,
      seed,
      level,
      job: job.id,
      brief: [about(job, whole), t('practice.whichMistake')],
      plan: whole.plan,
      state: whole.state,
      options: optionsOf(
        prints.map(({ id }) => id),
        dice,
      ),
    },
    solution: {
      wrong: shown.print.plan,
      faults: [shown.id],
      topics: topicsOf([shown.id]),
      reasons: reasonsOf([shown.id]),
    },
  };
};

/** How the machine and the shelf stand, where that matters: no screen of a job shows it. */
function situationWords({ state, plan }: Situation): string[] {
  const lot = state.shelf?.lots.find((one) => one.lot === plan.lot);
  return [
    ...(lot
      ? [
          t('practice.lotLies', {
            lot: lot.lot,
            until: lot.until ?? '',
            free: decimal(lot.free, 1),
            today: state.shelf!.today,
          }),
        ]
      : []),
    ...(state.whiteSlot
      ? [state.whiteSlot === 'under' ? t('practice.slotUnder') : t('practice.slotOther')]
      : []),
    ...Object.entries(state.leftMl).map(([channel, ml]) =>
      t('practice.leftIn', { channel, ml: decimal(ml ?? 0, 1) }),
    ),
    ...(state.due ?? []).map(({ says }) => says),
  ];
}

// ---- estimate ----

/** Quantities that are asked for, as multiples of the job's own. */
const TIMES = [0.5, 1, 2, 3, 5] as const;

export const figuresOf = ({ result: { work } }: Printed): Amounts | undefined =>
  work && {
    minutes: work.minutes,
    price: work.cost.price.minor,
    ml: Object.fromEntries(work.inks.map(({ channel, ml }) => [channel, ml])),
  };

const makeEstimate: Maker<'estimate'> = async ({ kind, seed, level }, job, dice) => {
  const whole = await sound(job, dice);
  const copies = Math.max(1, Math.round(whole.plan.layout.copies * dice.pick(TIMES)));
  const { places: _, ...layout } = whole.plan.layout;
  const { versions: __, ...plan } = whole.plan;
  const one = await printed({ ...whole, plan: { ...plan, layout: { ...layout, copies } } }, job);
  const figures = figuresOf(one);
  if (!figures) return undefined;
  const { work } = one.result;
  const { trimMm } = pageOf(one.plan, job.artwork.info, 'front');
  return {
    exercise: {
      kind,
      seed,
      level,
      job: job.id,
      brief: [
        about(job, one),
        t('practice.estimateThis', {
          width: decimal(trimMm.width, 0),
          height: decimal(trimMm.height, 0),
          stack: formatStack(one.plan.stack),
        }),
      ],
      plan: one.plan,
      state: AT_REST,
      inks: work!.inks.map(({ channel }) => ({
        channel,
        name: inkFor(one.plan.machine, channel)?.name ?? channel,
      })),
      currency: work!.cost.price.currency,
    },
    solution: {
      ...figures,
      topics: ['estimate/ink', 'estimate/time', 'estimate/price'],
      reasons: [
        {
          says: t('practice.inkRests', {
            inks: work!.inks.map(({ channel, ml }) => `${channel} ${decimal(ml, 1)} mL`).join(', '),
          }),
          page: 'ink',
        },
        ...work!.phases.map(({ label, minutes }) => ({
          says: t('practice.phaseTakes', { label, minutes: decimal(minutes, 1) }),
        })),
      ],
    },
  };
};

// ---- the nozzle pattern ----

/** Rows that are read at once. */
const MOST_ROWS = 4;
const NOZZLES_AT: Readonly<
  Record<Level, { readonly missing: number; readonly deflected: number; readonly row: number }>
> = {
  1: { missing: 4, deflected: 0, row: 0 },
  2: { missing: 6, deflected: 3, row: 0.1 },
  3: { missing: 8, deflected: 6, row: 0.25 },
};
/** Drops of a sound nozzle fall so far off their line, in widths of it; those of a deflected one beyond. Our own choice. */
const JITTER = 0.12;
const DEFLECTED = 0.9;

function pattern(
  machine: Machine,
  level: Level,
  dice: Dice,
): { rows: NozzleRow[]; marks: NozzleMark[] } {
  const { nozzles } = machine.care ?? USUAL_CARE;
  const all = patternRows(machine.inks, nozzles);
  const isWhite = new Set(
    machine.inks.filter(({ role }) => role === 'white').map(({ channel }) => channel),
  );
  const white = all.filter(({ channel }) => isWhite.has(channel));
  const others = dice.mixed(all.filter(({ channel }) => !isWhite.has(channel)));
  const chosen = [...white, ...others].slice(0, MOST_ROWS);
  const { missing, deflected, row } = NOZZLES_AT[level];
  const marks = new Map<string, { at: NozzleMark; off: number | null }>();
  const put = (at: NozzleMark, off: number | null) =>
    marks.set(`${at.row}/${at.nozzle}`, { at, off });
  const anywhere = () => ({ row: dice.upTo(chosen.length), nozzle: dice.upTo(nozzles) });
  for (let i = dice.upTo(missing + 1); i > 0; i--) put(anywhere(), null);
  for (let i = dice.upTo(deflected + 1); i > 0; i--)
    put(anywhere(), (dice.roll() < 0.5 ? -1 : 1) * (DEFLECTED + dice.roll() * 0.6));
  if (dice.roll() < row) {
    const dead = dice.upTo(chosen.length);
    for (let nozzle = 0; nozzle < nozzles; nozzle++) put({ row: dead, nozzle }, null);
  }
  return {
    rows: chosen.map(({ channel, name, row: of }, at) => ({
      channel,
      name,
      row: of,
      white: isWhite.has(channel),
      off: Array.from({ length: nozzles }, (_, nozzle) => {
        const mark = marks.get(`${at}/${nozzle}`);
        return mark ? mark.off : (dice.roll() * 2 - 1) * JITTER;
      }),
    })),
    marks: [...marks.values()].map(({ at }) => at),
  };
}

const makeNozzles: Maker<'nozzles'> = ({ kind, seed, level }, job, dice) => {
  const { machine } = job.plan;
  const { rows, marks } = pattern(machine, level, dice);
  return Promise.resolve({
    exercise: {
      kind,
      seed,
      level,
      job: null,
      brief: [t('practice.readPattern', { machine: machine.name })],
      rows,
    },
    solution: {
      marks,
      topics: ['nozzles/pattern'],
      reasons: [{ says: t('practice.patternHas', { n: marks.length }), page: 'care' }],
    },
  });
};

// ---- a procedure ----

const LEAST_STEPS = 4;

const makeProcedure: Maker<'procedure'> = ({ kind, seed, level, topic }, job, dice) => {
  const { machine } = job.plan;
  const able = proceduresFor(machine, PROCEDURES)
    .map((id) => id as ProcedureId)
    .filter((id) => new Set(PROCEDURES[id].steps.map((step) => step.do)).size >= LEAST_STEPS);
  const named = topic?.startsWith('procedure/')
    ? (topic.slice('procedure/'.length) as ProcedureId)
    : undefined;
  const procedure = named === undefined ? dice.pick(able) : able.find((id) => id === named);
  if (!procedure) return Promise.resolve(undefined);
  const { title, steps } = PROCEDURES[procedure];
  const places = steps.map((_, i) => i);
  const mixed = dice.mixed(places);
  if (mixed.every((place, i) => place === i)) return Promise.resolve(undefined);
  return Promise.resolve({
    exercise: {
      kind,
      seed,
      level,
      job: null,
      brief: [t('practice.orderSteps', { procedure: title, machine: machine.name })],
      procedure,
      title,
      steps: mixed.map((place) => steps[place].do),
    },
    solution: {
      order: places.map((place) => mixed.indexOf(place)),
      topics: [`procedure/${procedure}`],
      reasons: steps.flatMap(({ do: what, why }) =>
        why ? [{ says: `${what} ${why}`, page: 'care' as const }] : [],
      ),
    },
  });
};

const MAKERS: { readonly [K in ExerciseKind]: Maker<K> } = {
  stack: makeStack,
  repair: makeRepair,
  find: makeFind,
  mistake: makeMistake,
  estimate: makeEstimate,
  nozzles: makeNozzles,
  procedure: makeProcedure,
};
