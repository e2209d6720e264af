/** What is wrong: to be found, to be put right, or to be recognised by the print. */
import { decimal, t } from '../texts/index.ts';
import type { Level, Option, Topic } from './exercise.ts';
import { faultOf } from './faults.ts';
import { FAULT_IDS, type FaultId } from './ids.ts';
import { isDistinct, type PracticeJob, type Printed, type Situation } from './job.ts';
import { type Maker, type Dice, sound, reasonsOf, topicsOf, about } from './maker.ts';
import { alone, inPlan, together } from './planted.ts';

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

/** Beside the first fault so many others are tried: whoever waits does not wait for the rarest. */
const MOST_TRIED = 12;

/** So many faults that go together, the first that do. */
async function planted(
  whole: Printed,
  job: PracticeJob,
  order: readonly FaultId[],
  count: number,
): Promise<{ readonly wrong: Printed; readonly faults: readonly FaultId[] } | undefined> {
  let faults: FaultId[] = [];
  let wrong: Printed | undefined;
  let tried = 0;
  for (const id of order) {
    if (faults.length > 0 && ++tried > MOST_TRIED) break;
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

export const makeFind: Maker<'find'> = async ({ kind, seed, level, topic }, job, dice) => {
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

export const makeRepair: Maker<'repair'> = async ({ kind, seed, level, topic }, job, dice) => {
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

export const makeMistake: Maker<'mistake'> = async ({ kind, seed, level, topic }, job, dice) => {
  const whole = await sound(job, dice);
  const order = faultsOf(whole, job, topic, dice, () => true);
  if (!order || dice.dull.has(whole)) return undefined;
  const prints: { readonly id: FaultId; readonly print: Printed }[] = [];
  for (const id of order) {
    const print = await alone(whole, job, id);
    // What can't be printed comes off no machine. What the eye can't tell from the sound print, or from another mistake, is no question for the eye.
    if (!print?.result.work || !isDistinct(whole, print)) {
      if (id === namedFault(topic)) return undefined;
      continue;
    }
    if (prints.every((one) => isDistinct(one.print, print))) prints.push({ id, print });
    if (prints.length === Math.min(MOST_PRINTS, FAULTS_AT[level].options)) break;
  }
  const [shown, ...others] = prints;
  if (!shown || others.length < 2) {
    // Another order of the same mistakes seldom helps, and costs as many prints again.
    dice.dull.add(whole);
    return undefined;
  }
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
