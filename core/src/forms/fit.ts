/** What a form that was read says of its machine: figures in place of assumed ones, and how well they fit. */
import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { DomainError } from '../errors/index.ts';
import { makeScene, seen } from '../look/index.ts';
import {
  ASSUMED_DROPS,
  labOnAnchorSheet,
  mostContrast,
  processLayer,
  processModel,
  type ProcessAnchor,
} from '../optics/index.ts';
import { plateSpecs } from '../plates/index.ts';
import { remembered } from '../remembered.ts';
import { notAssumed, type HouseRules } from '../shop/index.ts';
import { D50, deltaE2000, spectrumToLab, type Triple } from '../spectrum/index.ts';
import { inkFor, parseStack, type Ink, type Machine, type Material } from '../stack/index.ts';
import type { CgatsSample } from './cgats.ts';
import { CHECK_MIXTURES, overprintName, RAMP_PERCENT, type FormKind } from './forms.ts';

/** A measured patch: its colour, or its L* alone where that was typed. */
export interface Reading {
  readonly id: string;
  readonly lightness: number;
  readonly lab?: Triple;
}

export const readingsOf = (samples: readonly CgatsSample[]): readonly Reading[] =>
  samples.map(({ id, name, lab }) => ({ id: name ?? id, lightness: lab[0], lab }));

export interface FormReading {
  readonly machine: Machine;
  readonly material: Material;
  readonly rules: HouseRules;
  /** The day of the reading, ISO 8601. */
  readonly on: string;
  /** What an instrument read. */
  readonly readings?: readonly Reading[];
  /** What eye, finger or scanner chose. */
  readonly step?: number;
}

export interface FormFit {
  /** What follows from it, in a sentence each. */
  readonly says: readonly string[];
  /** The machine and the rules with it. */
  readonly machine: Machine;
  readonly rules: HouseRules;
  /** How far fitted and measured colours are apart. In ΔE2000; in L* where only that was typed. */
  readonly residual?: {
    readonly unit: 'ΔE2000' | 'L*';
    readonly mean: number;
    readonly p95: number;
    readonly worst: { readonly id: string; readonly value: number };
  };
  /** L* of each patch, measured and as fitted. */
  readonly points: readonly {
    readonly id: string;
    readonly measured: number;
    readonly fitted: number;
  }[];
}

const wrong = (message: string): never => {
  throw new DomainError('FORM_WRONG', message, 'readings');
};

/** @throws DomainError `FORM_WRONG` with what is missing */
export function fitForm(kind: FormKind, reading: FormReading): FormFit {
  if (kind === 'white-ladder') return fitWhite(reading);
  if (kind === 'primaries') return fitPrimaries(reading);
  if (reading.step === undefined) return wrong('Choose the field that the form asks for.');
  return fitStep(kind, reading, reading.step);
}

/** A figure of the machine that was measured: no longer assumed, and marked with its day. */
function measuredOn(
  machine: Machine,
  field: string,
  { on, material }: FormReading,
  form: FormKind,
): Machine {
  const others = (machine.measured ?? []).filter((one) => one.field !== field);
  return {
    ...notAssumed(machine, field),
    measured: [...others, { field, form, on, material: material.name }],
  };
}

function fitStep(kind: FormKind, reading: FormReading, step: number): FormFit {
  const { machine, rules } = reading;
  const own = (next: Machine, field: string, says: string): FormFit => ({
    machine: measuredOn(next, field, reading, kind),
    rules,
    says: [says],
    points: [],
  });
  const house = (change: HouseRules, says: string): FormFit => ({
    machine,
    rules: { ...rules, ...change },
    says: [says],
    points: [],
  });
  switch (kind) {
    case 'choke-ladder':
      return house(
        { chokeMm: { ...rules.chokeMm, [machine.id]: step } },
        `White under colour is choked by ${step} mm on ${machine.name}, in every new job.`,
      );
    case 'silver-ladder':
      return own(
        { ...machine, silverUnderLimit: step },
        'silverUnderLimit',
        `At most ${step} % of silver under colour; it was ${machine.silverUnderLimit} %.`,
      );
    case 'total-ink':
      return own(
        { ...machine, inkLimit: step },
        'inkLimit',
        `At most ${step} % of ink dries at one place; it was ${machine.inkLimit} %.`,
      );
    case 'vernier':
      return own(
        { ...machine, maxTwoTripLength: Math.min(step, machine.maxLength) },
        'maxTwoTripLength',
        `Two trips meet up to ${step} mm; it was ${machine.maxTwoTripLength} mm.`,
      );
    case 'grain-ladder':
      return house({ grainWhite: step }, `White of ${step} % lets a hint of the grain through.`);
    case 'drying-ladder':
      return house(
        { waitMinutes: step },
        `White waits ${step} min before another trip, in every new job.`,
      );
    case 'bar-ladder':
      return own(
        { ...machine, barReduction: step },
        'barReduction',
        `Ink makes bars ${step.toFixed(2)} mm wider: they are plated so much narrower.`,
      );
    default:
      throw new RangeError(`A ${kind} is not read by a step.`);
  }
}

// ---- white ----

interface LadderReading extends Reading {
  readonly density: number;
  readonly hits: number;
  readonly backing: 'black' | 'white';
}

/** `W50x1-black` → half density, one hit, on black. Returns undefined for the name of something else. */
function ladderReading(reading: Reading): LadderReading | undefined {
  const [, density, hits, backing] =
    /^W(\d{1,3})x(\d{1,2})[-_ ](black|white)$/i.exec(reading.id.trim()) ?? [];
  if (density === undefined) return undefined;
  return {
    ...reading,
    density: Number(density),
    hits: Number(hits),
    backing: backing.toLowerCase() as 'black' | 'white',
  };
}

/** A stack without colour asks for none. */
const NO_COLOUR = { roots: [], exponent: 1, tone: [] };
const BARE = [0, 0, 0, 0];

/** How each patch of a ladder would look with other figures of white. */
function ladderLook(
  { machine, material }: FormReading,
  white: Ink,
  patches: readonly LadderReading[],
): Triple[] {
  const inks = machine.inks.map((ink) => (ink.channel === white.channel ? white : ink));
  const scenes = new Map<string, (place: 'black' | 'white') => Triple>();
  const solid = parseStack('film | W@sheet');
  // One scene for all: how its white scatters is worked out once.
  const whole = makeScene({ stack: solid, material, machine: { inks }, process: NO_COLOUR });
  return patches.map(({ density, hits, backing }) => {
    const notation = `film | W${density}x${hits}@sheet`;
    let look = scenes.get(notation);
    if (!look) {
      const stack = parseStack(notation);
      const scene = { ...whole, stack };
      const plates = new Map(plateSpecs(stack).map(({ key }) => [key, 1]));
      const point = { process: { front: BARE, rear: BARE }, plates };
      look = (place) => spectrumToLab(seen(scene, point, { side: 'front', place }), D50);
      scenes.set(notation, look);
    }
    return look(backing);
  });
}

const LEAST_DROPS = 2;
const MOST_DROPS = 60;

function fitWhite(reading: FormReading): FormFit {
  const { machine } = reading;
  const white = inkFor(machine, 'W');
  if (!white) return wrong(`${machine.name} has no white ink.`);
  const patches = (reading.readings ?? []).flatMap((one) => ladderReading(one) ?? []);
  const onBlack = patches.filter(({ backing }) => backing === 'black');
  const solids = onBlack.filter(({ density, hits }) => density === 100 && hits === 1);
  const tints = new Set(
    onBlack.filter(({ density }) => density < 100).map(({ density }) => density),
  );
  if (solids.length === 0)
    return wrong(
      'The solid on black is missing: a patch named W100x1-black. It decides how much white hides.',
    );
  if (tints.size < 2)
    return wrong(
      'At least two tints on black are needed, such as W30x1-black and W60x1-black: they decide how the drops lie.',
    );
  const [bare] = ladderLook(reading, { ...white, contrastRatio: 0.05 }, [
    { ...solids[0], density: 1 },
  ]);
  if (bare[0] > 60)
    return wrong(
      `${reading.material.name} is too light for this form: white on it can’t be told from it. Print it on clear or dark material.`,
    );

  const inkAt = ([ratio, log]: readonly number[]): Ink => {
    const drops = Math.min(MOST_DROPS, Math.max(LEAST_DROPS, Math.exp(log)));
    const contrastRatio = Math.min(
      Math.max(0.05, ratio),
      Math.min(0.99, mostContrast(drops) - 0.002),
    );
    return { ...white, contrastRatio, drops };
  };
  // The solver asks for the same figures once a patch.
  const looksAt = remembered(8, (...values: number[]) =>
    ladderLook(reading, inkAt(values), patches),
  );
  const { parameterValues } = levenbergMarquardt(
    { x: patches.map((_, i) => i), y: patches.map(({ lightness }) => lightness) },
    (values) => {
      const looks = looksAt(...values);
      return (i) => looks[i][0];
    },
    {
      initialValues: [white.contrastRatio ?? 0.7, Math.log(white.drops ?? ASSUMED_DROPS)],
      gradientDifference: [0.005, 0.05],
      maxIterations: 6,
      errorTolerance: 1e-4,
    },
  );
  const fittedInk = inkAt(parameterValues);
  const next: Ink = {
    ...white,
    contrastRatio: Math.round(fittedInk.contrastRatio! * 1000) / 1000,
    drops: Math.round(fittedInk.drops! * 10) / 10,
  };
  const fitted = ladderLook(reading, next, patches);
  let changed: Machine = {
    ...machine,
    inks: machine.inks.map((ink) => (ink === white ? next : ink)),
  };
  for (const field of ['contrastRatio', 'drops'])
    changed = measuredOn(changed, `inks.${white.channel}.${field}`, reading, 'white-ladder');
  const percent = (share: number) => `${(share * 100).toFixed(1)} %`;
  const told = residualOf(patches, fitted);
  return {
    machine: changed,
    rules: reading.rules,
    says: [
      `A solid of ${white.name.toLowerCase()} hides ${percent(next.contrastRatio!)}; it was ${percent(white.contrastRatio ?? 0)}.`,
      `${next.drops} drops lie on one another in it; it was ${white.drops ?? `${ASSUMED_DROPS}, assumed`}.`,
      ...doubts(told.residual),
    ],
    ...told,
  };
}

/** Fits that are further off than an instrument and a form can explain; common practice. */
const POOR = 2;

/** A sentence about a fit that can't be trusted; nothing where it can. */
const doubts = ({ mean, worst, unit }: NonNullable<FormFit['residual']>): readonly string[] =>
  mean > POOR
    ? [
        `The reading fits badly: ${mean.toFixed(1)} ${unit} on the average, worst at ${worst.id}. Look at the cards under the patches and at their names, and measure again before you take it over.`,
      ]
    : [];

/** How far apart measured and fitted are, and the points of a plot. */
function residualOf(
  readings: readonly Reading[],
  fitted: readonly Triple[],
): Pick<FormFit, 'points'> & { readonly residual: NonNullable<FormFit['residual']> } {
  const whole = readings.every(({ lab }) => lab !== undefined);
  const values = readings.map(({ id, lab, lightness }, i) => ({
    id,
    value: whole ? deltaE2000(lab!, fitted[i]) : Math.abs(lightness - fitted[i][0]),
  }));
  const sorted = values.toSorted((a, b) => a.value - b.value);
  return {
    residual: {
      unit: whole ? 'ΔE2000' : 'L*',
      mean: values.reduce((sum, { value }) => sum + value, 0) / values.length,
      p95: sorted[Math.min(sorted.length - 1, Math.ceil(sorted.length * 0.95) - 1)].value,
      worst: sorted[sorted.length - 1],
    },
    points: readings.map(({ id, lightness }, i) => ({
      id,
      measured: lightness,
      fitted: fitted[i][0],
    })),
  };
}

// ---- primaries ----

/** CIE 15:2004, 8.2.1, and its inverse. D50, 2°. */
const D50_WHITE: Triple = [96.422, 100, 82.521];
const DELTA = 6 / 29;
const forward = (t: number) => (t > DELTA ** 3 ? Math.cbrt(t) : t / (3 * DELTA ** 2) + 4 / 29);
const backward = (f: number) => (f > DELTA ? f ** 3 : 3 * DELTA ** 2 * (f - 4 / 29));

/** Lab as it is beside the paper it is printed on: ICC's media-relative colour, by the ratio of XYZ (ICC.1:2022, 6.3.2). */
export function mediaRelative(lab: Triple, paper: Triple): Triple {
  const xyz = ([l, a, b]: Triple) => {
    const y = (l + 16) / 116;
    return [y + a / 500, y, y - b / 200].map((f, i) => backward(f) * D50_WHITE[i]);
  };
  const white = xyz(paper);
  const [x, y, z] = xyz(lab).map((value, i) => forward(value / white[i]));
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

function fitPrimaries(reading: FormReading): FormFit {
  const { machine, material } = reading;
  const measured = new Map((reading.readings ?? []).map((one) => [one.id.trim(), one]));
  const labOf = (id: string): Triple =>
    measured.get(id)?.lab ??
    wrong(
      `The patch “${id}” is missing, or has no a* and b*. Measure the whole form and read it in again.`,
    );
  const paper = labOf('paper');
  const relative = (id: string) => mediaRelative(labOf(id), paper);
  const anchor: ProcessAnchor = {
    primaries: Array.from({ length: 16 }, (_, bits) => relative(overprintName(bits))),
    ramps: ['C', 'M', 'Y', 'K'].map((ink) =>
      RAMP_PERCENT.map((percent) => relative(`${ink}${percent}`)),
    ),
  };
  const model = processModel(anchor);
  // Mixtures that the model was not made from.
  const checks = CHECK_MIXTURES.map((mixture, i) => {
    const id = `mix${i + 1}`;
    const lab = relative(id);
    return {
      reading: { id, lab, lightness: lab[0] },
      fitted: labOnAnchorSheet(
        processLayer(
          model,
          mixture.map((percent) => percent / 100),
        ),
      ),
    };
  });
  const { residual, points } = residualOf(
    checks.map((check) => check.reading),
    checks.map((check) => check.fitted),
  );
  const differences = checks
    .map((check) => deltaE2000(check.reading.lab, check.fitted))
    .toSorted((a, b) => a - b);
  const own = {
    materialId: material.id,
    on: reading.on,
    anchor,
    median: differences[Math.floor(differences.length / 2)],
    p95: residual.p95,
  };
  const others = (machine.primaries ?? []).filter(({ materialId }) => materialId !== material.id);
  return {
    machine: measuredOn(
      { ...machine, primaries: [...others, own] },
      `primaries.${material.id}`,
      reading,
      'primaries',
    ),
    rules: reading.rules,
    says: [
      `Colour on ${material.name} is shown as ${machine.name} prints it, and no longer as the artwork’s profile states it.`,
      `${CHECK_MIXTURES.length} mixtures that were not used come out within ΔE2000 ${own.median.toFixed(1)} in the middle.`,
      ...doubts(residual),
    ],
    residual,
    points,
  };
}
