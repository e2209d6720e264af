/** What is said of one plate: empty, wet, bare, too thin, choked twice. Ways out are rules that the operator can take. */
import type { ArtworkPage, MmBox } from '../artwork/index.ts';
import { finding, type Finding, type Repair } from '../findings/index.ts';
import type { PlateMeasure, PlateSpec } from '../plates/index.ts';
import {
  DEFAULT_HAZE,
  formatRule,
  recipesOf,
  usesSource,
  type PlateRule,
  type Step,
} from '../rule/index.ts';
import { inkName } from '../stack/index.ts';
import type { PrintPlan } from './plan.ts';
import { decimal, inSentence, t } from '../texts/index.ts';

/** Below this a plate prints nothing that can be seen; 0.01 % of an A4 sheet is a 2.5 mm square. */
const NOTHING = 0.0001;
/** Holes smaller than this in all are left to the dots around them. */
const PINHOLES_MM2 = 1;
/** A hole up to this is a dot that was left out, not a shape; common practice. */
const PINHOLE_MM2 = 0.5;
/** Lost strokes below this in all are the tips of sharp corners. */
const THIN_MM2 = 1;
/** Strokes that a choke had better leave whole, mm; common practice. */
const LEAST_STROKE = 0.3;
/** What the artist drew is choked already if so much of its edge follows the colour inside by about the choke. */
const CHOKED_SHARE = 0.6;
/** What is taken of the artist's own below this is the tips of its corners. */
const OWN_MM2 = 1;

/** A rule to take instead. */
const take = (label: string, key: string, rule: PlateRule): { repair: Repair } => ({
  repair: { kind: 'rule', label, key, rule: formatRule(rule) },
});

/** The rule with one more step before the first of some kinds, or at its end. */
function withStep(rule: PlateRule, step: Step, before: readonly Step['do'][]): PlateRule {
  const at = rule.steps.findIndex((other) => before.includes(other.do));
  const steps = rule.steps.toSpliced(at < 0 ? rule.steps.length : at, 0, step);
  return { ...rule, steps };
}

export function plateFindings(
  plan: PrintPlan,
  page: ArtworkPage,
  spec: PlateSpec,
  measure: PlateMeasure,
): Finding[] {
  const { material } = plan;
  const { rule, key } = spec;
  const found: Finding[] = [];
  const name = inSentence(inkName(spec, plan.machine));
  const cm2 = (mm2: number) => decimal(mm2 / 100, mm2 < 100 ? 2 : 1);
  if (measure.coverage < NOTHING)
    found.push(
      finding(
        'PLATE_EMPTY',
        rule.from.kind === 'art'
          ? t('plan.plateEmptyNoSeparation', { name })
          : t('plan.plateEmptyNothingLeft', { name, rule: formatRule(rule) }),
      ),
    );
  found.push(...holeFindings(plan, page, spec, measure));
  if (measure.overlapMm2 > 1)
    found.push(
      finding(
        'OVERLAP_IN_LAYER',
        t('plan.colourOverlapCmOne', {
          spec: inkName(spec, plan.machine),
          overlapMm2: decimal(measure.overlapMm2 / 100, 1),
        }),
        {
          page: page.number,
          measure: { value: measure.overlapMm2 / 100, unit: 'cm²' },
          ...(measure.overlap && { place: { kind: 'cells', cells: measure.overlap } }),
          ...take(t('plan.keepOutColour', { name }), key, {
            ...withStep(
              rule,
              { do: 'subtract', with: { from: { kind: 'image', haze: 3 }, steps: [] } },
              [],
            ),
            from: rule.from.kind === 'art' || rule.alone ? rule.from : { kind: 'art' },
          }),
        },
      ),
    );
  if (measure.thinMm2 > THIN_MM2)
    found.push(
      finding(
        'CHOKED_AWAY',
        t('plan.chokeTakesFromUnder', {
          name,
          thinMm2: cm2(measure.thinMm2),
          material: material.name,
        }),
        {
          page: page.number,
          measure: { value: measure.thinMm2 / 100, unit: 'cm²' },
          ...(measure.thin && { place: { kind: 'cells', cells: measure.thin } }),
          ...take(t('plan.leaveFineStrokesWhole'), key, {
            ...rule,
            steps: rule.steps.map((step) =>
              step.do === 'choke' ? { ...step, least: Math.max(step.least, LEAST_STROKE) } : step,
            ),
          }),
        },
      ),
    );
  if (measure.chokedBefore >= CHOKED_SHARE)
    found.push(
      finding(
        'CHOKED_TWICE',
        t('plan.artworkAlreadyLiesInside', {
          name,
          chokedBefore: decimal(measure.chokedBefore * 100, 0),
        }),
        {
          page: page.number,
          measure: { value: measure.chokedBefore * 100, unit: '%' },
          ...take(t('plan.layDrawnWithoutChoke'), key, {
            ...rule,
            steps: rule.steps.filter((step) => step.do !== 'choke'),
          }),
        },
      ),
    );
  else if (measure.own.lostMm2 > OWN_MM2)
    found.push(
      finding(
        'OWN_TAKEN',
        t('plan.ruleTakesAwayCm', {
          lostMm2: cm2(measure.own.lostMm2),
          name,
          rest: rule.alone ? t('plan.replaces') : '',
        }),
        {
          severity: rule.alone ? 'warning' : 'note',
          page: page.number,
          measure: { value: measure.own.lostMm2 / 100, unit: 'cm²' },
          ...(rule.alone && take(t('plan.addWhatArtistDrew'), key, { ...rule, alone: false })),
        },
      ),
    );
  return found;
}

/** Most places listed one by one. */
const MOST_BOXES = 80;

/** Steps that go by the edge of what was laid before. */
const FROM_EDGE = ['choke', 'spread', 'feather'] as const;
const PAPER_TOO: Step = {
  do: 'add',
  with: { from: { kind: 'paper', haze: DEFAULT_HAZE }, steps: [] },
};

/** Paper-white and pinholes inside the image. The counters of letters, where they are known, are no fault. */
function holeFindings(
  { material }: PrintPlan,
  page: ArtworkPage,
  spec: PlateSpec,
  { holes }: PlateMeasure,
): Finding[] {
  if (spec.inkRole !== 'W' || material.class === 'white' || holes.areaMm2 <= PINHOLES_MM2)
    return [];
  const text = page.structure?.text ?? [];
  // What the operator said stays bare is decided.
  const spots = [...recipesOf(spec.rule)].flatMap(({ from }) =>
    from.kind === 'cleaned' ? from.bare : [],
  );
  const shapes = holes.largest.filter(
    (hole) =>
      hole.areaMm2 > PINHOLE_MM2 &&
      !text.some(({ box }) => within(hole, box)) &&
      !spots.some(({ x, y }) => within({ left: x, top: y, width: 0, height: 0 }, hole)),
  );
  const listed = holes.largest.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
  const dots = holes.largest.filter(({ areaMm2 }) => areaMm2 <= PINHOLE_MM2);
  const dotCount = dots.length + holes.count - holes.largest.length;
  const dotMm2 =
    dots.reduce((sum, { areaMm2 }) => sum + areaMm2, 0) + Math.max(0, holes.areaMm2 - listed);
  const found: Finding[] = [];
  if (shapes.length > 0) {
    const mm2 = shapes.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
    found.push(
      finding(
        'PAPER_WHITE',
        t('plan.placeInsideImageCm', {
          n: shapes.length,
          mm2: decimal(mm2 / 100, 2),
          material: material.name,
        }),
        {
          page: page.number,
          place: { kind: 'boxes', boxes: shapes.slice(0, MOST_BOXES) },
          measure: { value: mm2 / 100, unit: 'cm²' },
          ...(usesSource(spec.rule, 'image') &&
            take(t('plan.whiteAllThem'), spec.key, withStep(spec.rule, PAPER_TOO, FROM_EDGE))),
        },
      ),
    );
  }
  if (dotMm2 > PINHOLES_MM2)
    found.push(
      finding(
        'PINHOLES',
        t('plan.pinholesCmAllGet', {
          dotCount,
          dotMm2: decimal(dotMm2 / 100, 2),
          material: material.name,
        }),
        {
          page: page.number,
          place: { kind: 'boxes', boxes: dots.slice(0, MOST_BOXES) },
          measure: { value: dotCount, unit: 'count' },
          ...take(
            t('plan.closeThem'),
            spec.key,
            withStep(
              spec.rule,
              { do: 'close', upTo: { value: PINHOLE_MM2, unit: 'mm2' } },
              FROM_EDGE,
            ),
          ),
        },
      ),
    );
  return found;
}

const within = (inner: MmBox, outer: MmBox) =>
  inner.left >= outer.left &&
  inner.top >= outer.top &&
  inner.left + inner.width <= outer.left + outer.width &&
  inner.top + inner.height <= outer.top + outer.height;
