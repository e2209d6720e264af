/**
 * Which stack to use: every stack of the catalogue, and those of the shop, tried on the job's own artwork, material and machine,
 * and put in order. What can't be or is not wanted says why not.
 */
import type { ArtworkInfo } from '../artwork/index.ts';
import { hiddenLayer, middleOpacity, readsBackwards } from '../look/index.ts';
import {
  drawnSeparation,
  pageOf,
  type LookNumbers,
  type PlanResult,
  type PrintPlan,
} from '../plan/index.ts';
import { isWholeSheet, usesSource } from '../rule/index.ts';
import {
  allLayers,
  CATALOGUE,
  inkName,
  keyOf,
  obstacles,
  parseStack,
  usesInkRole,
  type Stack,
} from '../stack/index.ts';

/** What is wanted of the print. */
export type Effect = 'colour' | 'pearl' | 'metal' | 'gloss' | 'relief' | 'white';

export interface StackRequirements {
  readonly side: PrintPlan['viewing']['side'];
  readonly light: PrintPlan['viewing']['light'];
  readonly effect: Effect;
  /** Something of the material is to stay bare: the shine of metal, the grain of wood, a clear window. */
  readonly keepBare: boolean;
  readonly twoPictures: boolean;
}

export interface Candidate {
  readonly id: string;
  readonly name: string;
  readonly stack: Stack;
  /** What it is chosen for, and the one thing to watch. */
  readonly use: string;
  readonly watch: string;
  /** Read through the material. */
  readonly secondSurface: boolean;
}

export const CANDIDATES: readonly Candidate[] = CATALOGUE.map(({ notation, ...entry }) => ({
  ...entry,
  stack: parseStack(notation),
}));

/** What a plan suggests that its operator wishes. */
export function requirementsOf({ viewing, stack, material }: PrintPlan): StackRequirements {
  const lays = (inkRole: 'S' | 'V' | 'CMYK') => usesInkRole(stack, inkRole);
  const under = allLayers(stack).some(
    ({ parts }) => parts.length === 1 && parts[0].inkRole === 'S' && lays('CMYK'),
  );
  const effect: Effect = !lays('CMYK')
    ? 'white'
    : under
      ? 'pearl'
      : lays('S')
        ? 'metal'
        : lays('V')
          ? 'gloss'
          : 'colour';
  return {
    side: viewing.side,
    light: viewing.light,
    effect,
    keepBare: material.class === 'metallic',
    twoPictures: allLayers(stack).some(({ picture }) => picture === 'rear'),
  };
}

/** Why a stack is not for this job; nothing where it may be. */
export function whyNot(
  { stack }: Candidate,
  requirements: StackRequirements,
  plan: PrintPlan,
  info: ArtworkInfo,
): string | undefined {
  const { machine, material } = plan;
  const [obstacle] = obstacles(stack, machine, material);
  if (obstacle) return obstacle.message;
  return (
    againstEffect(stack, requirements) ??
    againstViewing(stack, requirements, plan) ??
    missingArt(stack, plan, info)
  );
}

/**
 * Why a stack can't be printed and seen as the plan wants it, whatever effect is wished: what is left over can be compared.
 */
export function whyImpossible(
  { stack }: Candidate,
  plan: PrintPlan,
  info: ArtworkInfo,
): string | undefined {
  const requirements = requirementsOf(plan);
  const [obstacle] = obstacles(stack, plan.machine, plan.material);
  if (obstacle) return obstacle.message;
  if (usesInkRole(stack, 'CMYK') !== (requirements.effect !== 'white'))
    return requirements.effect === 'white'
      ? 'It lays colour, and white alone is wanted.'
      : 'It lays no colour.';
  return (
    againstPictures(stack, requirements.twoPictures) ??
    againstViewing(stack, requirements, plan) ??
    missingArt(stack, plan, info)
  );
}

function againstPictures(stack: Stack, wanted: boolean): string | undefined {
  const two = allLayers(stack).some(({ picture }) => picture === 'rear');
  if (two === wanted) return undefined;
  return two
    ? 'It is for two different pictures, and one is wanted.'
    : 'It shows one picture, and two are wanted.';
}

function againstEffect(
  stack: Stack,
  { effect, keepBare, twoPictures }: StackRequirements,
): string | undefined {
  const layers = allLayers(stack);
  const lays = (inkRole: 'CMYK' | 'S' | 'V' | 'W') => usesInkRole(stack, inkRole);
  const pictures = againstPictures(stack, twoPictures);
  if (pictures) return pictures;
  const pearl = layers.some(({ parts }) => parts.length === 1 && parts[0].inkRole === 'S');
  if ((effect === 'pearl') !== pearl)
    return pearl
      ? 'Silver under colour takes saturation away, and no pearl is wanted.'
      : 'It has no silver under the colour, and a pearl is wanted.';
  if (effect === 'white' && lays('CMYK')) return 'It lays colour, and white alone is wanted.';
  if (effect !== 'white' && !lays('CMYK')) return 'It lays no colour.';
  if (effect === 'metal' && !lays('S')) return 'It lays no metal, and metal is wanted.';
  if (effect !== 'metal' && effect !== 'pearl' && lays('S'))
    return 'It lays silver, which is not wanted: a trip and an ink for nothing.';
  const hits = Math.max(
    0,
    ...layers
      .filter(({ parts }) => parts.some(({ inkRole }) => inkRole === 'V'))
      .map((l) => l.hits),
  );
  if (effect === 'gloss' && hits !== 1)
    return hits
      ? 'It lays clear several times, and gloss needs it once.'
      : 'It lays no clear, and gloss is wanted.';
  if (effect === 'relief' && hits < 2)
    return 'It does not lay clear high enough to be felt, and a relief is wanted.';
  if (effect !== 'gloss' && effect !== 'relief' && hits)
    return 'It lays clear, which is not wanted: a layer for nothing.';
  if (keepBare && layers.some(({ parts }) => parts.some(({ rule }) => rule && isWholeSheet(rule))))
    return 'It covers the whole sheet, and something of the material is to stay bare.';
  return undefined;
}

/** Light that a material must pass to be lit from behind. */
const PASSES = 0.1;

function againstViewing(
  stack: Stack,
  { side, light, twoPictures }: StackRequirements,
  { material }: PrintPlan,
): string | undefined {
  const sides = side === 'both' ? (['front', 'back'] as const) : [side];
  const backwards = sides.filter((one) => readsBackwards(stack, one));
  if (backwards.length === sides.length || (twoPictures && backwards.length))
    return `It reads backwards from the ${backwards[0]}.`;
  if (side === 'both' && !twoPictures && material.optics.transmittance < PASSES)
    return `${material.name} lets no light through: nothing is seen from the other side.`;
  if (light === 'front')
    return hiddenLayer(stack, side === 'back' ? 'back' : 'front') === undefined
      ? undefined
      : 'Its hidden colour is brought out by a lamp behind it, and there is none.';
  if (material.optics.transmittance < PASSES)
    return `${material.name} lets no light through, and the print is lit from behind.`;
  if (usesInkRole(stack, 'B')) return 'Its block-out stops the lamp behind it.';
  return undefined;
}

function missingArt(stack: Stack, plan: PrintPlan, info: ArtworkInfo): string | undefined {
  const page = pageOf(plan, info, 'front');
  for (const { parts } of allLayers(stack))
    for (const part of parts)
      if (
        part.inkRole !== 'B' &&
        part.rule &&
        usesSource(part.rule, 'art') &&
        !drawnSeparation(plan, page, keyOf(part))
      )
        return `It lays ${inkName(part, plan.machine).toLowerCase()} as drawn, and the artwork has no such separation.`;
  return undefined;
}

/** A stack that was tried: planned whole, and looked at. */
export interface Tried {
  readonly candidate: Candidate;
  readonly plan: PrintPlan;
  readonly result: PlanResult;
  readonly numbers: LookNumbers;
}

export interface Advice extends Tried {
  /** Why it stands where it does. */
  readonly reasons: readonly string[];
}

/**
 * What a stack costs in the eye and in the shop, on one scale of ΔE2000: how far the print is from the art on white paper, half
 * of what day and night differ, and what it takes in time and money beyond the least. Our own weights: twice the price weighs
 * as much as a difference of 6, twice the time as one of 3.
 */
const PRICE_WEIGHT = 6;
const TIME_WEIGHT = 3;

interface Figures {
  readonly deltaE: number;
  readonly night: number;
  readonly opacity: number;
  readonly minutes: number;
  readonly ink: number;
  readonly price: number;
}

const figuresOf = ({ result: { work }, numbers }: Tried): Figures => ({
  deltaE: numbers.deltaE?.median ?? 0,
  night: numbers.dayNight?.median ?? 0,
  opacity: middleOpacity(numbers.opacity),
  minutes: work?.minutes ?? Infinity,
  ink: work?.inks.reduce((sum, { ml }) => sum + ml, 0) ?? Infinity,
  price: work?.cost.price.minor ?? Infinity,
});

/** The best first. Stacks that can't be worked out are left out. */
export function rank(tried: readonly Tried[]): readonly Advice[] {
  const possible = tried
    .filter(({ result }) => result.work)
    .map((one) => ({ one, figures: figuresOf(one) }));
  const least = (key: keyof Figures) => Math.min(...possible.map(({ figures }) => figures[key]));
  const [quickest, cheapest] = [least('minutes'), least('price')];
  const burden = ({ deltaE, night, minutes, price }: Figures) =>
    deltaE +
    night / 2 +
    PRICE_WEIGHT * (price / Math.max(1, cheapest) - 1) +
    TIME_WEIGHT * (minutes / Math.max(1, quickest) - 1);
  const ordered = possible
    .map((entry) => ({ ...entry, burden: burden(entry.figures) }))
    .toSorted((a, b) => a.burden - b.burden);
  const [first] = ordered;
  return ordered.map(({ one, figures }) => ({
    ...one,
    reasons:
      figures === first.figures
        ? reasonsFor(figures, least, possible.length)
        : reasonsAgainst(figures, first.figures),
  }));
}

function reasonsFor(
  figures: Figures,
  least: (key: keyof Figures) => number,
  count: number,
): string[] {
  const { deltaE, night, minutes, ink, price, opacity } = figures;
  const best = (key: keyof Figures) => count > 1 && figures[key] === least(key);
  return [
    `${best('deltaE') ? 'Nearest to the art on white paper' : 'Colour shift from the art on white paper'}: ΔE2000 ${deltaE.toFixed(1)}.`,
    ...(night ? [`By night ΔE2000 ${night.toFixed(1)} from the picture by day.`] : []),
    `Opacity ${(opacity * 100).toFixed(0)} %.`,
    ...(best('minutes') ? [`The quickest: ${minutes.toFixed(0)} min.`] : []),
    ...(best('ink') ? [`The least ink: ${ink.toFixed(1)} mL.`] : []),
    ...(best('price') && Number.isFinite(price) ? ['The cheapest.'] : []),
  ];
}

/** A difference that nobody sees or pays. */
const SAME_LOOK = 0.5;
const SAME_SHARE = 0.02;

function reasonsAgainst(own: Figures, first: Figures): string[] {
  const parts: string[] = [];
  if (Math.abs(own.deltaE - first.deltaE) > SAME_LOOK)
    parts.push(
      `${own.deltaE > first.deltaE ? 'Farther from' : 'Nearer to'} the art on white paper: ΔE2000 ${own.deltaE.toFixed(1)} against ${first.deltaE.toFixed(1)}.`,
    );
  if (Math.abs(own.night - first.night) > SAME_LOOK)
    parts.push(
      `Day and night differ by ΔE2000 ${own.night.toFixed(1)} against ${first.night.toFixed(1)}.`,
    );
  if (Math.abs(own.opacity - first.opacity) > 0.03)
    parts.push(
      `Opacity ${(own.opacity * 100).toFixed(0)} % against ${(first.opacity * 100).toFixed(0)} %.`,
    );
  const minutes = own.minutes - first.minutes;
  if (Math.abs(minutes) >= 1)
    parts.push(`${Math.abs(minutes).toFixed(0)} min ${minutes > 0 ? 'longer' : 'quicker'}.`);
  const share = own.price / Math.max(1, first.price) - 1;
  if (Math.abs(share) > SAME_SHARE)
    parts.push(`${Math.abs(share * 100).toFixed(0)} % ${share > 0 ? 'dearer' : 'cheaper'}.`);
  return parts.length ? parts : ['Much the same; the first is simpler.'];
}
