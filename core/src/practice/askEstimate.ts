/** How much ink, how long, what price. */
import { pageOf } from '../plan/index.ts';
import { formatStack } from '../stack/index.ts';
import { decimal, t } from '../texts/index.ts';
import type { Amounts } from './exercise.ts';
import { printed, type Printed } from './job.ts';
import { type Maker, AT_REST, sound, about } from './maker.ts';

/** Quantities that are asked for, as multiples of the job's own. */
const TIMES = [0.5, 1, 2, 3, 5] as const;

export const figuresOf = ({ result: { work } }: Printed): Amounts | undefined =>
  work && {
    minutes: work.minutes,
    price: work.cost.price.minor,
    ml: Object.fromEntries(work.inks.map(({ channel, ml }) => [channel, ml])),
  };

export const makeEstimate: Maker<'estimate'> = async ({ kind, seed, level }, job, dice) => {
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
        name: one.plan.machine.inks.find((ink) => ink.channel === channel)?.name ?? channel,
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
