/** Kinds of fields that plans and shops are made of. Lengths mm, money minor units, shares percent unless a field says otherwise. */
import { z } from 'zod';
import { t } from './texts/texts.ts';

export const text = z.string().min(1).max(200);

export const ShopId = z
  .string()
  .regex(/^[a-z0-9-]{1,60}$/, { error: () => t('request.lowerCaseLettersDigits') });

export const length = z.number().positive().max(200_000);

export const percent = z.number().min(0).max(100);

export const minorUnits = z.int().min(0).max(1_000_000_000);

export const amountMl = z.number().min(0).max(1_000_000);

export const Lab = z.tuple([
  z.number().min(0).max(100),
  z.number().min(-128).max(128),
  z.number().min(-128).max(128),
]);

export const minutes = z.number().min(0).max(10_000);
