/** A material, as plan files and shop files have it. */
import { backAndThrough, MATERIAL_CLASSES, MATERIAL_FIGURES } from '@kyanos/core';
import { z } from 'zod';
import { Lab, ShopId, length, minorUnits, text } from './fields.ts';
import { t } from './texts/texts.ts';

export const MaterialClass = z.enum(MATERIAL_CLASSES);

const percentText = (share: number) => `${(share * 100).toFixed(0)} %`;

export const Material = z.strictObject({
  id: ShopId,
  name: text,
  class: MaterialClass,
  form: z.enum(['roll', 'sheet', 'board']),
  width: length,
  length,
  thickness: z.number().positive().max(500),
  pricePerM2: minorUnits,
  optics: z
    .strictObject({
      lab: Lab,
      labBlack: Lab.exactOptional(),
      transmittance: z.number().min(0).max(0.93),
      haze: z.number().min(0).max(1),
      gloss: z.number().min(0).max(200),
      /** What is typical of the class where they are left out. */
      mirror: z.number().min(0).max(1).exactOptional(),
      texture: z
        .strictObject({
          kind: z.enum(['grain', 'fibre', 'brushed', 'holographic']),
          depth: z.number().min(0).max(60),
        })
        .exactOptional(),
    })
    .superRefine((optics, context) => {
      const { mirror = 0, transmittance } = optics;
      const all = backAndThrough(optics) + mirror;
      if (all > 1.005)
        context.addIssue({
          code: 'custom',
          message: t('request.givesBackMoreLight', {
            all: percentText(all - mirror - transmittance),
            mirror: percentText(mirror),
            transmittance: percentText(transmittance),
            all2: percentText(all),
          }),
        });
    }),
  adhesive: z.boolean(),
  printableBack: z.boolean(),
  label: z.strictObject({ width: length, height: length }).nullable().default(null),
  grain: z.enum(['along', 'across']).exactOptional(),
  shelfLifeMonths: z.number().min(1).max(600).exactOptional(),
  assumed: z.array(z.enum(MATERIAL_FIGURES)).exactOptional(),
});
