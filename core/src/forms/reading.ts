/** What was read off a form, what follows from it, and how well the two agree. */
import { DomainError } from '../errors/index.ts';
import { stated, type HouseRules } from '../shop/index.ts';
import { deltaE2000, type Triple } from '../spectrum/index.ts';
import type { Channel, Machine, Material } from '../stack/index.ts';
import type { CgatsSample } from './cgats.ts';
import type { FormKind } from './forms.ts';
import { decimal, t } from '../texts/index.ts';

/** A measured patch: its colour, or its L* alone where that was typed. */
export interface Reading {
  /** Name of the patch, as the form has it. */
  readonly id: string;
  /** What lay under the form. White paper if absent. */
  readonly backing?: 'black' | 'white';
  readonly lightness: number;
  readonly lab?: Triple;
}

/**
 * Which patch of a form a name means, and what it says lay under the form: `W50x1-black`. Returns undefined if the form has no
 * such patch.
 */
export function patchNamed(
  name: string,
  known: ReadonlySet<string>,
): Pick<Reading, 'id' | 'backing'> | undefined {
  const [, id, under] = /^(.*?)(?:[-_ ](black|white))?$/i.exec(name.trim())!;
  if (!known.has(id)) return undefined;
  const backing = under?.toLowerCase() as Reading['backing'];
  return { id, ...(backing && { backing }) };
}

/**
 * Patches of a file by the names that the form has: SAMPLE_ID or SAMPLE_NAME, whichever is one of them. Others are left out.
 * @param backing what lay under all patches whose names don't say it
 */
export function readingsOf(
  samples: readonly CgatsSample[],
  known: ReadonlySet<string>,
  backing?: Reading['backing'],
): readonly Reading[] {
  return samples.flatMap(({ id, name, lab }): Reading[] => {
    const patch = patchNamed(id, known) ?? patchNamed(name ?? '', known);
    return patch ? [{ ...(backing && { backing }), ...patch, lightness: lab[0], lab }] : [];
  });
}

export interface FormReading {
  readonly machine: Machine;
  readonly material: Material;
  /** Which white, by its channel; the first if absent. */
  readonly white?: Channel;
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
  /** The machine with it. */
  readonly machine: Machine;
  /** What it changes in the rules of the house: see {@link withRules}. */
  readonly rules: HouseRules;
  /** How far fitted and measured colours are apart. In ΔE2000; in L* where only that was typed. */
  readonly residual?: Residual;
  /** L* of each patch, measured and as fitted. */
  readonly points: readonly {
    readonly id: string;
    readonly measured: number;
    readonly fitted: number;
  }[];
}

export interface Residual {
  readonly unit: 'ΔE2000' | 'L*';
  readonly mean: number;
  readonly p95: number;
  readonly worst: { readonly id: string; readonly value: number };
}

/** The rules of a house with what a fit changes in them; chokes of other machines stay. */
export const withRules = (rules: HouseRules, change: HouseRules): HouseRules => ({
  ...rules,
  ...change,
  ...(change.chokeMm && { chokeMm: { ...rules.chokeMm, ...change.chokeMm } }),
});

export const refuse = (message: string): never => {
  throw new DomainError('FORM_WRONG', message, 'readings');
};

/** A figure of the machine that was measured: no longer assumed, and marked with its day. */
export function measuredOn(
  machine: Machine,
  field: string,
  { on, material }: FormReading,
  form: FormKind,
): Machine {
  const next = stated(machine, field);
  return {
    ...next,
    measured: [...(next.measured ?? []), { field, form, on, material: material.name }],
  };
}

/** Fits that are further off than an instrument and a form can explain; common practice. */
const POOR = 2;

/** A sentence about a fit that can't be trusted; nothing where it can. */
export const doubts = ({ mean, worst, unit }: Residual): readonly string[] =>
  mean > POOR
    ? [t('forms.readingFitsBadlyAverage', { mean: decimal(mean, 1), unit, worst: worst.id })]
    : [];

/** How far apart measured and fitted are, and the points of a plot. */
export function residualOf(
  readings: readonly Reading[],
  fitted: readonly Triple[],
): Pick<FormFit, 'points'> & { readonly residual: Residual } {
  const whole = readings.every(({ lab }) => lab !== undefined);
  const nameOf = ({ id, backing }: Reading) => (backing ? `${id} on ${backing}` : id);
  const values = readings.map(({ lab, lightness, ...one }, i) => ({
    id: nameOf({ ...one, lightness }),
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
    points: readings.map((one, i) => ({
      id: nameOf(one),
      measured: one.lightness,
      fitted: fitted[i][0],
    })),
  };
}
