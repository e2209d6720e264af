export {
  MM2_PER_CM2,
  MM2_PER_FT2,
  MM2_PER_M2,
  MM_PER_INCH,
  mm2ToFt2,
  mm2ToM2,
  mmToPx,
  pxToMm,
} from './length.ts';
export { CURRENCIES, formatMoney, money, roundMinor, times, total } from './money.ts';
export type { Currency, Money } from './money.ts';
export { seededRandom } from './random.ts';
export { term, type Term, type Working } from './working.ts';
