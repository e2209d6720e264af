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
  SIDE_NAMES,
  allLayers,
  CATALOGUE,
  inkName,
  keyOf,
  obstacles,
  parseStack,
  usesInkRole,
  type Stack,
} from '../stack/index.ts';
import { decimal, inSentence, t } from '../texts/index.ts';

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
      ? t('advisor.laysColourWhiteAlone')
      : t('advisor.laysNoColour');
  return (
    againstPictures(stack, requirements.twoPictures) ??
    againstViewing(stack, requirements, plan) ??
    missingArt(stack, plan, info)
  );
}

function againstPictures(stack: Stack, wanted: boolean): string | undefined {
  const two = allLayers(stack).some(({ picture }) => picture === 'rear');
  if (two === wanted) return undefined;
  return two ? t('advisor.twoDifferentPicturesOne') : t('advisor.showsOnePictureTwo');
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
    return pearl ? t('advisor.silverUnderColourTakes') : t('advisor.hasNoSilverUnder');
  if (effect === 'white' && lays('CMYK')) return t('advisor.laysColourWhiteAlone');
  if (effect !== 'white' && !lays('CMYK')) return t('advisor.laysNoColour');
  if (effect === 'metal' && !lays('S')) return t('advisor.laysNoMetalMetal');
  if (effect !== 'metal' && effect !== 'pearl' && lays('S')) return t('advisor.laysSilverWhichNot');
  const hits = Math.max(
    0,
    ...layers
      .filter(({ parts }) => parts.some(({ inkRole }) => inkRole === 'V'))
      .map((l) => l.hits),
  );
  if (effect === 'gloss' && hits !== 1)
    return hits ? t('advisor.laysClearSeveralTimes') : t('advisor.laysNoClearGloss');
  if (effect === 'relief' && hits < 2) return t('advisor.doesNotLayClear');
  if (effect !== 'gloss' && effect !== 'relief' && hits) return t('advisor.laysClearWhichNot');
  if (keepBare && layers.some(({ parts }) => parts.some(({ rule }) => rule && isWholeSheet(rule))))
    return t('advisor.coversWholeSheetSomething');
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
    return t('advisor.readsBackwardsFrom', { backwards: SIDE_NAMES[backwards[0]] });
  if (side === 'both' && !twoPictures && material.optics.transmittance < PASSES)
    return t('advisor.letsNoLightThrough', { material: material.name });
  if (light === 'front')
    return hiddenLayer(stack, side === 'back' ? 'back' : 'front') === undefined
      ? undefined
      : t('advisor.hiddenColourBroughtOut');
  if (material.optics.transmittance < PASSES)
    return t('advisor.letsNoLightThroughPrintLit', { material: material.name });
  if (usesInkRole(stack, 'B')) return t('advisor.blockOutStopsLamp');
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
        return t('advisor.laysDrawnArtworkHas', {
          part: inSentence(inkName(part, plan.machine)),
        });
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
    `${best('deltaE') ? t('advisor.nearestArtWhitePaper') : t('advisor.colourShiftFromArt')}: ΔE2000 ${decimal(deltaE, 1)}.`,
    ...(night ? [t('advisor.nightE2000FromPicture', { night: decimal(night, 1) })] : []),
    t('advisor.opacity', { opacity: decimal(opacity * 100, 0) }),
    ...(best('minutes') ? [t('advisor.quickestMin', { minutes: decimal(minutes, 0) })] : []),
    ...(best('ink') ? [t('advisor.leastInkMl', { ink: decimal(ink, 1) })] : []),
    ...(best('price') && Number.isFinite(price) ? [t('advisor.cheapest')] : []),
  ];
}

/** A difference that nobody sees or pays. */
const SAME_LOOK = 0.5;
const SAME_SHARE = 0.02;

function reasonsAgainst(own: Figures, first: Figures): string[] {
  const parts: string[] = [];
  if (Math.abs(own.deltaE - first.deltaE) > SAME_LOOK)
    parts.push(
      t('advisor.artWhitePaperE2000', {
        rest: own.deltaE > first.deltaE ? t('advisor.fartherFrom') : t('advisor.nearer'),
        deltaE: decimal(own.deltaE, 1),
        deltaE2: decimal(first.deltaE, 1),
      }),
    );
  if (Math.abs(own.night - first.night) > SAME_LOOK)
    parts.push(
      t('advisor.dayNightDifferE2000', {
        night: decimal(own.night, 1),
        night2: decimal(first.night, 1),
      }),
    );
  if (Math.abs(own.opacity - first.opacity) > 0.03)
    parts.push(
      t('advisor.opacityAgainst', {
        opacity: decimal(own.opacity * 100, 0),
        opacity2: decimal(first.opacity * 100, 0),
      }),
    );
  const minutes = own.minutes - first.minutes;
  if (Math.abs(minutes) >= 1)
    parts.push(
      t('advisor.min', {
        minutes: decimal(Math.abs(minutes), 0),
        rest: minutes > 0 ? t('advisor.longer') : t('advisor.quicker'),
      }),
    );
  const share = own.price / Math.max(1, first.price) - 1;
  if (Math.abs(share) > SAME_SHARE)
    parts.push(
      `${decimal(Math.abs(share * 100), 0)} % ${share > 0 ? t('advisor.dearer') : t('advisor.cheaper')}.`,
    );
  return parts.length ? parts : [t('advisor.muchSameFirstSimpler')];
}
