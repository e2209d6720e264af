/** Every stack that may be, at several densities and in one or two trips, with what it costs, takes and looks like. */
import type { Candidate } from '../advisor/index.ts';
import type { ArtworkInfo } from '../artwork/index.ts';
import {
  differenceOn,
  opacityOn,
  calculate,
  sceneOf,
  withStack,
  type LookSample,
  type PrintPlan,
} from '../plan/index.ts';
import type { Measures } from '../plates/index.ts';
import {
  allLayers,
  formatStack,
  withHits,
  withInkRoleDensity,
  type Special,
  type Stack,
  type MachineState,
} from '../stack/index.ts';
import type { Money } from '../units/index.ts';

/** Densities of the special that are tried, percent. */
const DENSITIES = [40, 50, 60, 70, 85, 100];
const HITS = [1, 2];

/** One stack of the table, before it is worked out. */
export interface VariantPlan {
  readonly name: string;
  /** Of the first special; nothing where there is none. */
  readonly density: number | undefined;
  readonly hits: number;
  readonly plan: PrintPlan;
}

export interface Figures {
  readonly cost: Money;
  readonly minutes: number;
  readonly ml: number;
  /** Contrast ratio, median of a sample of its pixels, 0 to 1. */
  readonly opacity: number;
  /** ΔE2000 to the same art on white paper, median of a sample of its pixels. */
  readonly deltaE: number;
}

export interface Variant extends VariantPlan {
  readonly trips: number;
  readonly figures: Figures;
  /** Another one is as good in money, minutes, opacity and look, and better in one of them. */
  readonly dominated: boolean;
}

/** The special that decides about opacity: white where there is any. */
const leading = (stack: Stack): Special | undefined => {
  const lays = allLayers(stack).flatMap(({ parts }) => parts.map(({ inkRole }) => inkRole));
  return (['W', 'S', 'V'] as const).find((inkRole) => lays.includes(inkRole));
};

/** All that are to be tried of one stack, as it is first. Those that come to the same are there once. */
export function variantPlans(plan: PrintPlan, { name, stack }: Candidate): readonly VariantPlan[] {
  const inkRole = leading(stack);
  const most = inkRole === 'S' ? plan.machine.silverUnderLimit : 100;
  const made = new Map<string, VariantPlan>();
  const add = (next: Stack, density: number | undefined, hits: number) => {
    for (const split of ['together', 'apart'] as const) {
      const done = withStack({ ...plan, trips: { ...plan.trips, split } }, next);
      const layers = Math.max(next.front.length, next.back.length);
      if (split === 'apart' && layers < 2) continue;
      made.set(`${formatStack(next)}/${split}`, { name, density, hits, plan: done });
    }
  };
  const first = allLayers(stack).find(({ parts }) =>
    parts.some((part) => part.inkRole === inkRole),
  );
  add(stack, first?.parts.find((part) => part.inkRole === inkRole)?.density, first?.hits ?? 1);
  if (inkRole)
    for (const density of DENSITIES.filter((one) => one <= most))
      for (const hits of HITS.filter((one) => one <= plan.machine.maxHits))
        add(withHits(withInkRoleDensity(stack, inkRole, density), inkRole, hits), density, hits);
  return [...made.values()];
}

/**
 * Variants of one stack worked out; those that can't be made are left out.
 * @param measures plates of the stack: they are the same at every density @param sample pixels of it
 */
export function tryVariants(
  variants: readonly VariantPlan[],
  info: ArtworkInfo,
  measures: Measures,
  sample: LookSample,
  state?: MachineState,
): readonly Omit<Variant, 'dominated'>[] {
  /** One trip or two, it looks the same. */
  const looks = new Map<string, Pick<Figures, 'opacity' | 'deltaE'>>();
  const lookOf = (plan: PrintPlan) => {
    const key = formatStack(plan.stack);
    let look = looks.get(key);
    if (!look) {
      const scene = sceneOf(plan, info);
      const side = plan.viewing.side === 'back' ? 'back' : 'front';
      look = {
        opacity: opacityOn(sample, scene, side),
        deltaE: differenceOn(sample, scene, { side, place: plan.viewing.backing }),
      };
      looks.set(key, look);
    }
    return look;
  };
  return variants.flatMap((variant) => {
    const { work } = calculate(variant.plan, info, measures, state);
    if (!work) return [];
    return [
      {
        ...variant,
        trips: work.trips.length,
        figures: {
          cost: work.cost.total,
          minutes: work.minutes,
          ml: work.inks.reduce((sum, { ml }) => sum + ml, 0),
          ...lookOf(variant.plan),
        },
      },
    ];
  });
}

/** Differences that nobody would choose by. */
const SAME = { minutes: 0.5, opacity: 0.005, deltaE: 0.1 };

/** Tells which are worse than another in something and better in nothing. */
export function withDominated(tried: readonly Omit<Variant, 'dominated'>[]): readonly Variant[] {
  const losses = (a: Figures, b: Figures) => [
    a.cost.minor - b.cost.minor,
    (a.minutes - b.minutes) / SAME.minutes,
    (b.opacity - a.opacity) / SAME.opacity,
    (a.deltaE - b.deltaE) / SAME.deltaE,
  ];
  return tried.map((one) => ({
    ...one,
    dominated: tried.some((other) => {
      if (other === one) return false;
      const lost = losses(one.figures, other.figures);
      return lost.every((loss) => loss > -1) && lost.some((loss) => loss >= 1);
    }),
  }));
}
