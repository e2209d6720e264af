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
  const name = inkName(spec, plan.machine).toLowerCase();
  const cm2 = (mm2: number) => (mm2 / 100).toFixed(mm2 < 100 ? 2 : 1);
  if (measure.coverage < NOTHING)
    found.push(
      finding(
        'PLATE_EMPTY',
        rule.from.kind === 'art'
          ? `The ${name} plate is empty: no separation of the artwork is used for it. Map a spot to ${name}, or lay it under the image.`
          : `The ${name} plate is empty: nothing is left after ${formatRule(rule)}. Lower the haze or the choke, or begin with another source.`,
      ),
    );
  found.push(...holeFindings(plan, page, spec, measure));
  if (measure.overlapMm2 > 1)
    found.push(
      finding(
        'OVERLAP_IN_LAYER',
        `${inkName(spec, plan.machine)} and colour overlap on ${(measure.overlapMm2 / 100).toFixed(1)} cm² in one layer and would mix on the sheet. Lay them in two layers, or keep them apart in the artwork.`,
        {
          page: page.number,
          measure: { value: measure.overlapMm2 / 100, unit: 'cm²' },
          ...(measure.overlap && { place: { kind: 'cells', cells: measure.overlap } }),
          ...take(`Keep ${name} out of the colour`, key, {
            ...withStep(
              rule,
              { do: 'bare', with: { from: { kind: 'image', haze: 3 }, steps: [] } },
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
        `The choke takes the ${name} from under ${cm2(measure.thinMm2)} cm² of fine strokes and small type: ${material.name} shows through there. Choke less, or leave them whole.`,
        {
          page: page.number,
          measure: { value: measure.thinMm2 / 100, unit: 'cm²' },
          ...(measure.thin && { place: { kind: 'cells', cells: measure.thin } }),
          ...take('Leave fine strokes whole', key, {
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
        `The ${name} in the artwork already lies inside the colour by about the choke, along ${(measure.chokedBefore * 100).toFixed(0)} % of its edge: it would be choked twice, and colour would show a rim without ${name}. Is the choke meant?`,
        {
          page: page.number,
          measure: { value: measure.chokedBefore * 100, unit: '%' },
          ...take('Lay it as drawn, without choke', key, {
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
        `The rule takes away ${cm2(measure.own.lostMm2)} cm² of the ${name} that the artist drew${rule.alone ? ', as it replaces it' : ''}.`,
        {
          severity: rule.alone ? 'warning' : 'note',
          page: page.number,
          measure: { value: measure.own.lostMm2 / 100, unit: 'cm²' },
          ...(rule.alone && take('Add what the artist drew', key, { ...rule, alone: false })),
        },
      ),
    );
  return found;
}

/** Most places told one by one. */
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
  const said = [...recipesOf(spec.rule)].flatMap(({ from }) =>
    from.kind === 'cleaned' ? from.bare : [],
  );
  const shapes = holes.largest.filter(
    (hole) =>
      hole.areaMm2 > PINHOLE_MM2 &&
      !text.some(({ box }) => within(hole, box)) &&
      !said.some(({ x, y }) => within({ left: x, top: y, width: 0, height: 0 }, hole)),
  );
  const listed = holes.largest.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
  const dots = holes.largest.filter(({ areaMm2 }) => areaMm2 <= PINHOLE_MM2);
  const dotCount = dots.length + holes.count - holes.largest.length;
  const dotMm2 =
    dots.reduce((sum, { areaMm2 }) => sum + areaMm2, 0) + Math.max(0, holes.areaMm2 - listed);
  const found: Finding[] = [];
  if (shapes.length > 0) {
    const mm2 = shapes.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
    const many = shapes.length > 1;
    found.push(
      finding(
        'PAPER_WHITE',
        `${shapes.length} place${many ? 's' : ''} inside the image, ${(mm2 / 100).toFixed(2)} cm² in all, ${many ? 'have' : 'has'} no ink and so no white: ${material.name} shows there. Look whether eyes, highlights or letters are among them, and say which get white; a rule that begins with the image, cleaned, lets you say it place by place.`,
        {
          page: page.number,
          place: { kind: 'boxes', boxes: shapes.slice(0, MOST_BOXES) },
          measure: { value: mm2 / 100, unit: 'cm²' },
          ...(usesSource(spec.rule, 'image') &&
            take('White in all of them', spec.key, withStep(spec.rule, PAPER_TOO, FROM_EDGE))),
        },
      ),
    );
  }
  if (dotMm2 > PINHOLES_MM2)
    found.push(
      finding(
        'PINHOLES',
        `${dotCount} pinholes, ${(dotMm2 / 100).toFixed(2)} cm² in all, get no white inside the image: ${material.name} glints through the lightest parts.`,
        {
          page: page.number,
          place: { kind: 'boxes', boxes: dots.slice(0, MOST_BOXES) },
          measure: { value: dotCount, unit: 'count' },
          ...take(
            'Close them',
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
