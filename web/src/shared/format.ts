/** Numbers as an operator reads them. */
import { grouped, language, LOCALES, MM_PER_INCH, type Money } from '@kyanos/core';
import { useStorage } from '@vueuse/core';
import { t } from '../texts/texts.ts';

export const LENGTH_UNITS = ['mm', 'cm', 'in'] as const;
export type LengthUnit = (typeof LENGTH_UNITS)[number];

/** Preference of this browser. */
export const units = useStorage<LengthUnit>('kyanos-length-unit', 'mm');
/** The one after this, round and round. */
export const nextUnit = (unit: LengthUnit): LengthUnit =>
  LENGTH_UNITS[(LENGTH_UNITS.indexOf(unit) + 1) % LENGTH_UNITS.length];

/** Millimetres in a unit of length. */
export const MM_PER: Readonly<Record<LengthUnit, number>> = { mm: 1, cm: 10, in: MM_PER_INCH };

export const percent = (share: number, digits = 1): string => `${grouped(share * 100, digits)} %`;
const MM2_PER_IN2 = MM_PER_INCH ** 2;
/** From a square metre on in m², below in cm²; tenths only where they matter. */
export function area(mm2: number, unit = units.value): string {
  if (unit === 'in') return `${grouped(mm2 / MM2_PER_IN2, 1)} in²`;
  if (mm2 >= 1e6) return `${grouped(mm2 / 1e6, 2)} m²`;
  return `${grouped(mm2 / 100, mm2 < 1e5 ? 1 : 0)} cm²`;
}
export const ml = (value: number): string => `${grouped(value, 1)} mL`;

export function duration(minutes: number): string {
  const whole = Math.round(minutes);
  return whole < 60
    ? `${grouped(minutes, minutes < 10 ? 1 : 0)} min`
    : t('shared.hMin', {
        whole: Math.floor(whole / 60),
        padStart: String(whole % 60).padStart(2, '0'),
      });
}

export const currency = ({ minor, currency: code }: Money): string =>
  (minor / 100).toLocaleString(LOCALES[language()], { style: 'currency', currency: code });

/** From so many mm on a length is written in metres. */
const METRES = 2000;
/** A length of material or machine: whole millimetres, tenths of a centimetre or an inch; from two metres on hundredths of one. */
export function length(mm: number, unit = units.value): string {
  if (unit !== 'in' && mm >= METRES) return `${grouped(mm / 1000, 2)} m`;
  return `${grouped(mm / MM_PER[unit], unit === 'mm' ? 0 : 1)} ${unit}`;
}

/** Digits that a size is written with: to a tenth of a millimetre, or a little finer. */
const DIGITS: Readonly<Record<LengthUnit, number>> = { mm: 1, cm: 2, in: 2 };

/** Width × height in the preferred unit, and in another system for a tooltip. */
export function size(width: number, height: number): { text: string; other: string } {
  const both = (unit: LengthUnit) =>
    `${[width, height].map((mm) => grouped(mm / MM_PER[unit], DIGITS[unit])).join(' × ')} ${unit}`;
  return { text: both(units.value), other: both(units.value === 'in' ? 'mm' : 'in') };
}

/** A figure of a working: three digits that matter, thin spaces left to the browser. */
export function plain(value: number | string): string {
  if (typeof value === 'string') return value;
  const size = Math.abs(value);
  return grouped(
    value,
    size === 0 || size >= 100 || Number.isInteger(value)
      ? Number.isInteger(value) || size >= 1e6
        ? 0
        : 1
      : size >= 1
        ? 2
        : 4,
  );
}

/** A place on a page, from its top left corner. */
export const point = (x: number, y: number, unit = units.value): string =>
  `${[x, y].map((mm) => grouped(mm / MM_PER[unit], DIGITS[unit])).join(', ')} ${unit}`;
