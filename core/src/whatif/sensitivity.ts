/** Which input matters most: each is changed by the same share, alone, and the change of the cost is returned. */
import type { ArtworkInfo } from '../artwork/index.ts';
import { calculate, type PrintPlan } from '../plan/index.ts';
import type { Measures } from '../plates/index.ts';
import type { Machine, MachineState } from '../stack/index.ts';
import type { Money } from '../units/index.ts';
import { t } from '../texts/index.ts';

export interface Sensitivity {
  readonly label: string;
  /** Cost at less and at more of it. */
  readonly less: Money;
  readonly more: Money;
  readonly span: number;
}

/** By how much each input is changed, up and down. */
export const SWING = 0.2;

type Change = (plan: PrintPlan, factor: number) => PrintPlan;

const machine =
  (change: (machine: Machine, factor: number) => Partial<Machine>): Change =>
  (plan, factor) => ({ ...plan, machine: { ...plan.machine, ...change(plan.machine, factor) } });

const inputs = (): readonly (readonly [label: string, change: Change])[] => [
  [
    t('whatif.laydownAllInks'),
    machine(({ inks }, f) => ({ inks: inks.map((ink) => ({ ...ink, laydown: ink.laydown * f })) })),
  ],
  [
    t('whatif.priceInk'),
    machine(({ inks }, f) => ({
      inks: inks.map((ink) => ({ ...ink, pricePerLitre: ink.pricePerLitre * f })),
    })),
  ],
  [
    t('whatif.lossStartTrip'),
    machine(({ inks }, f) => ({
      inks: inks.map((ink) => ({ ...ink, lossPerTrip: ink.lossPerTrip * f })),
    })),
  ],
  [
    t('whatif.priceMaterial'),
    (plan, f) => ({
      ...plan,
      material: { ...plan.material, pricePerM2: plan.material.pricePerM2 * f },
    }),
  ],
  [
    t('whatif.speedCarriage'),
    machine(({ modes }, f) => ({
      modes: modes.map((mode) => ({
        ...mode,
        speed: mode.speed * f,
        specialSpeed: mode.specialSpeed * f,
      })),
    })),
  ],
  [t('whatif.machinesHour'), machine(({ hourRate }, f) => ({ hourRate: hourRate * f }))],
  [t('whatif.settingUp'), machine(({ setupMinutes }, f) => ({ setupMinutes: setupMinutes * f }))],
  [
    t('whatif.operatorsHour'),
    (plan, f) => ({ ...plan, prices: { ...plan.prices, labourRate: plan.prices.labourRate * f } }),
  ],
  [
    t('whatif.drying'),
    (plan, f) => ({ ...plan, trips: { ...plan.trips, waitMinutes: plan.trips.waitMinutes * f } }),
  ],
  [
    t('whatif.gapBetweenPieces'),
    (plan, f) => ({ ...plan, layout: { ...plan.layout, gap: plan.layout.gap * f } }),
  ],
  [
    t('whatif.finishingExtras'),
    (plan, f) => ({
      ...plan,
      extras: (plan.extras ?? []).map((extra) => ({
        ...extra,
        minor: extra.minor * f,
        minutes: extra.minutes * f,
      })),
    }),
  ],
];

/** The one that matters most first; what makes no difference is left out. */
export function sensitivitiesOf(
  plan: PrintPlan,
  info: ArtworkInfo,
  measures: Measures,
  state?: MachineState,
): readonly Sensitivity[] {
  const costOf = (next: PrintPlan) => calculate(next, info, measures, state).work?.cost.total;
  return inputs()
    .flatMap(([label, change]) => {
      const less = costOf(change(plan, 1 - SWING));
      const more = costOf(change(plan, 1 + SWING));
      if (!less || !more) return [];
      const span = Math.abs(more.minor - less.minor);
      return span > 0 ? [{ label, less, more, span }] : [];
    })
    .toSorted((a, b) => b.span - a.span);
}
