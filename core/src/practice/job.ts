/**
 * A job that exercises are made of, and its print as it would come out: planned whole, and looked at. Its artwork is small, so that a
 * dozen prints are tried in a second.
 */
import {
  calculate,
  lookAt,
  lookNumbers,
  pageOf,
  printPixels,
  repaired,
  sceneOf,
  type Artwork,
  type LookNumbers,
  type Look,
  type PlanResult,
  type PrintPlan,
} from '../plan/index.ts';
import { isPlanRepair, type Finding, type PlanRepair } from '../findings/index.ts';
import { coloursOf, viewsOf, type View } from '../look/index.ts';
import { deltaE2000, type Triple } from '../spectrum/index.ts';
import type { MachineState } from '../stack/index.ts';

/** Where a job comes from that may be practised on: opened when it is picked. */
export interface JobSource {
  readonly id: string;
  readonly plan: PrintPlan;
  readonly open: () => Promise<PracticeJob>;
}

export interface PracticeJob {
  readonly id: string;
  readonly name: string;
  /** Without anything that somebody would have to decide or repair, as far as that can be had. */
  readonly plan: PrintPlan;
  readonly artwork: Artwork;
}

/** A plan on its machine as that stands. */
export interface Situation {
  readonly plan: PrintPlan;
  readonly state: MachineState;
}

export interface Printed extends Situation {
  readonly result: PlanResult;
  readonly look: Look;
  /** Worked out when it is asked for. */
  readonly numbers: LookNumbers;
  /** L*, a*, b* of every mixture of inks in it. */
  readonly colours: Float32Array;
  /** The mixture of every pixel as it is seen first, from the left on the top. */
  readonly mixtures: Int32Array;
  readonly areaCm2: number;
}

/** Longest side of an artwork that is practised on, pixels. */
export const PRACTICE_PX = 420;

/** @throws DomainError where the plan can't be worked out at all */
export async function printed(
  { plan, state }: Situation,
  { artwork }: Pick<PracticeJob, 'artwork'>,
): Promise<Printed> {
  const pixels = await printPixels(plan, artwork);
  const result = calculate(plan, artwork.info, pixels.measures, state);
  const { day } = viewsOf(plan.viewing);
  const look = lookAt(sceneOf(plan, artwork.info), pixels, day.side);
  const { trimMm } = pageOf(plan, artwork.info, 'front');
  let numbers: LookNumbers | undefined;
  return {
    plan,
    state,
    result,
    look,
    get numbers() {
      return (numbers ??= lookNumbers(look, day, plan.viewing));
    },
    colours: coloursSeen(look, day),
    mixtures: mixturesSeen(look),
    areaCm2: (trimMm.width * trimMm.height) / 100,
  };
}

function coloursSeen({ table, scene, means }: Look, view: View): Float32Array {
  const { lab } = coloursOf(table, scene, view, means);
  const colours = new Float32Array(table.mixtures * 3);
  for (let mixture = 0; mixture < table.mixtures; mixture++) colours.set(lab(mixture), mixture * 3);
  return colours;
}

/** A copy: what the table has is valid as long as the table. */
function mixturesSeen({ table, reversed, pixels: { width } }: Look): Int32Array {
  const seen = Int32Array.from(table.numbers);
  if (reversed)
    for (let from = 0; from < seen.length; from += width)
      seen.subarray(from, from + width).reverse();
  return seen;
}

/** Repairs are carried out so often, and what is left is left. */
const MOST_REPAIRS = 12;

/** A plan with every repair carried out that findings offer, as far as each makes them fewer. */
export async function cleaned(
  situation: Situation,
  job: Pick<PracticeJob, 'artwork'>,
): Promise<Printed> {
  let now = await printed(situation, job);
  const tried = new Set<string>();
  for (let i = 0; i < MOST_REPAIRS; i++) {
    const next = now.result.findings.find(
      ({ severity, repair, message }) =>
        severity !== 'note' && repair && isPlanRepair(repair) && !tried.has(message),
    );
    if (!next) break;
    tried.add(next.message);
    const plan = repaired(now.plan, next.repair as PlanRepair);
    const mended = await printed({ ...now, plan }, job);
    if (burdenOf(mended.result.findings) < burdenOf(now.result.findings)) now = mended;
  }
  return now;
}

/** What a finding weighs: what comes out wrong costs the sheet. Our own choice. */
export const GRAVITY = { error: 6, warning: 2, note: 0.5 } as const;
export const burdenOf = (findings: readonly Finding[]): number =>
  findings.reduce((sum, { severity }) => sum + GRAVITY[severity], 0);

/** How two prints differ to the eye that the plan is made for. */
export interface SeenDifference {
  /** ΔE2000, on the average over the piece. */
  readonly mean: number;
  /** Share of the piece, and how much that is, where it is more than an eye overlooks. */
  readonly share: number;
  readonly areaCm2: number;
}

/** Two prints beside each other are distinguished from here on; our own choice, above the difference of two prints of a run. */
const NOTICED = 3;
/** Black and white are so far apart. */
const UNLIKE = 100;

/** Less than a fingertip, or a share of the piece, is overlooked. Our own choice. */
const LEAST_CM2 = 1;
const LEAST_SHARE = 0.002;

/** Goes from place to place through what lies differently on two prints of one size, as long as `goOn` of how far apart says so. */
function throughDifferences(a: Printed, b: Printed, goOn: (deltaE: number) => boolean): void {
  const at = ({ colours }: Printed, mixture: number): Triple => [
    colours[mixture * 3],
    colours[mixture * 3 + 1],
    colours[mixture * 3 + 2],
  ];
  const alike = (one: number, other: number) =>
    a.colours[one * 3] === b.colours[other * 3] &&
    a.colours[one * 3 + 1] === b.colours[other * 3 + 1] &&
    a.colours[one * 3 + 2] === b.colours[other * 3 + 2];
  // The same two mixtures lie on one another in many places.
  const known = new Map<number, number>();
  const others = b.colours.length / 3;
  for (let i = 0; i < a.mixtures.length; i++) {
    const [one, other] = [a.mixtures[i], b.mixtures[i]];
    if (alike(one, other)) continue;
    const pair = one * others + other;
    let delta = known.get(pair);
    if (delta === undefined) known.set(pair, (delta = deltaE2000(at(a, one), at(b, other))));
    if (!goOn(delta)) return;
  }
}

/** Returns the greatest there is for prints of pages of different sizes. */
export function seenDifference(a: Printed, b: Printed): SeenDifference {
  const size = a.mixtures.length;
  if (size !== b.mixtures.length) return { mean: UNLIKE, share: 1, areaCm2: a.areaCm2 };
  let [sum, over] = [0, 0];
  throughDifferences(a, b, (delta) => {
    sum += delta;
    if (delta > NOTICED) over++;
    return true;
  });
  const share = over / size;
  return { mean: sum / size, share, areaCm2: share * a.areaCm2 };
}

/** Too little to be seen is no exercise. */
export const isVisible = ({ areaCm2, share }: SeenDifference): boolean =>
  areaCm2 >= LEAST_CM2 || share >= LEAST_SHARE;

/** Whether the difference of two prints is visible: known long before it is measured whole where it is. */
export function isDistinct(a: Printed, b: Printed): boolean {
  const size = a.mixtures.length;
  if (size !== b.mixtures.length) return true;
  const enough = size * Math.min(LEAST_SHARE, LEAST_CM2 / a.areaCm2);
  let over = 0;
  throughDifferences(a, b, (delta) => {
    if (delta > NOTICED) over++;
    return over < enough;
  });
  return over >= enough;
}
