/** A machine with its inks and modes, as plan files and shop files have it. */
import {
  ASSUMED_DROPS,
  CHANNEL_PATTERN,
  CHANNEL_ROLES,
  decimal,
  isSpecialKey,
  letterOf,
  mostContrast,
  OTHER_ROLES,
  PROCESS_CHANNELS,
  RAMP_TINTS,
  ROLE_LETTERS,
  SPECIAL_KEY,
  type SpecialKey,
} from '@kyanos/core';
import { z } from 'zod';
import { Lab, ShopId, amountMl, length, minorUnits, minutes, percent, text } from './fields.ts';
import { MaterialClass } from './material.ts';
import { t } from './texts/texts.ts';

const Cure = z.enum(['uv', 'solvent', 'water']);

export const LaydownSource = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('drops'),
    picolitres: z.number().positive().max(10_000),
    dpiAcross: z.number().positive().max(10_000),
    dpiAlong: z.number().positive().max(10_000),
  }),
  z.strictObject({
    kind: z.literal('job'),
    ml: z.number().positive().max(100_000),
    areaMm2: z.number().positive().max(1e10),
    cover: z.number().positive().max(20),
  }),
  z.strictObject({ kind: z.literal('usual'), cure: Cure }),
]);

const Tone = z
  .array(z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]))
  .min(1)
  .max(33)
  .refine(
    (points) =>
      points.every(([x, y], i) => i === 0 || (x > points[i - 1][0] && y >= points[i - 1][1])),
    { error: () => t('request.risesFromPointPoint') },
  );

/** Key of an ink, its own on its machine. */
export const ChannelKey = z
  .string()
  .regex(CHANNEL_PATTERN, { error: () => t('request.capitalUpThreeLetters') });

/** What a separation is used for: a special by the key of its ink, or what has no ink of its own. */
export const RoleSchema = z.union([
  z.enum(OTHER_ROLES),
  z.string().regex(new RegExp(`^${SPECIAL_KEY}$`)) as z.ZodType<SpecialKey, SpecialKey>,
]);

const Curve = z
  .array(z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]))
  .min(1)
  .max(33)
  .refine((points) => points.every(([x], i) => i === 0 || x > points[i - 1][0]), {
    error: () => t('request.goesFromPointPoint'),
  });

const Split = z
  .strictObject({
    of: z.array(z.enum(PROCESS_CHANNELS)).min(1).max(2),
    curve: Curve,
    saves: z.number().min(0).max(1).exactOptional(),
  })
  .refine(({ of }) => of.length === 1 || (of[0] !== of[1] && !of.includes('K')), {
    path: ['of'],
    error: () => t('request.oneProcessInkTwo'),
  })
  .refine(({ of, curve, saves = 0 }) => of.length < 2 || curve.every(([x, y]) => y * saves <= x), {
    path: ['saves'],
    error: () => t('request.wouldTakeAwayMore'),
  });

/** What the role of an ink asks for, and what it has no use for. */
function checkRole(
  { channel, role, split, contrastRatio }: z.output<typeof InkFields>,
  wrong: (field: string, message: string) => void,
): void {
  const letter = ROLE_LETTERS[role];
  if (letter !== 'CMYK' && !(isSpecialKey(channel) && letterOf(channel) === letter))
    wrong('channel', t('request.keyInkOneTwo', { channel, role, letter }));
  if (role === 'process' && !split && !(PROCESS_CHANNELS as readonly string[]).includes(channel))
    wrong('channel', t('request.processInkWithoutSplit', { channel }));
  if ((role === 'light' || role === 'extra') && !split)
    wrong('split', t('request.neededWhatInkLays'));
  if (letter !== 'CMYK' && split) wrong('split', t('request.processLightExtraInks'));
  if (role === 'white' && contrastRatio === undefined)
    wrong('contrastRatio', t('request.neededWhiteInk'));
}

const InkFields = z.strictObject({
  channel: ChannelKey,
  role: z.enum(CHANNEL_ROLES),
  product: ShopId.exactOptional(),
  name: text,
  laydown: z.number().positive().max(200),
  pricePerLitre: minorUnits,
  lossPerTrip: z.number().min(0).max(1000),
  spotName: z.string().max(200).nullable(),
  contrastRatio: z.number().min(0.05).max(0.995).exactOptional(),
  lab: Lab.exactOptional(),
  finish: z.enum(['gloss', 'matt']).exactOptional(),
  split: Split.exactOptional(),
  drops: z.number().min(1).max(200).exactOptional(),
  rows: z.int().min(1).max(12).exactOptional(),
  tone: Tone.exactOptional(),
  spitPerHour: z.number().min(0).max(1000).exactOptional(),
  settling: z
    .strictObject({
      diameterNm: z.number().min(10).max(100_000),
      spread: z.number().min(1).max(5),
      pigmentDensity: z.number().min(0.5).max(25),
      fluidDensity: z.number().min(0.5).max(5),
      viscosity: z.number().min(0.1).max(100_000),
      heightMm: z.number().min(1).max(2000),
    })
    .exactOptional(),
  container: z.strictObject({ ml: z.number().positive().max(1_000_000) }).exactOptional(),
  laydownFrom: LaydownSource.exactOptional(),
});

export const Ink = InkFields.superRefine((ink, context) => {
  const { contrastRatio = 0, drops = ASSUMED_DROPS } = ink;
  checkRole(ink, (field, message) => context.addIssue({ code: 'custom', path: [field], message }));
  const most = mostContrast(drops);
  if (contrastRatio >= most)
    context.addIssue({
      code: 'custom',
      path: ['contrastRatio'],
      message: t('request.dropsOneAnotherLeave', { contrastRatio, drops, most: decimal(most, 3) }),
    });
});

export const Mode = z.strictObject({
  id: ShopId,
  name: text,
  passes: z.int().min(1).max(64),
  speed: z.number().positive().max(10_000),
  specialSpeed: z.number().positive().max(10_000),
  bidirectional: z.boolean(),
  layersPerTrip: z.int().min(1).max(12),
  materials: z.array(MaterialClass),
  specials: z.boolean(),
});

const Means = z.tuple([z.number().min(0).max(1000), z.number().min(0).max(1000)]);

const Covariance = z.tuple([z.number().min(0), z.number(), z.number().min(0)]);

const Estimate = z.strictObject({
  mean: Means,
  covariance: Covariance,
  noise: z.number().positive(),
  reports: z.int().min(0),
  beliefs: z
    .array(
      z.strictObject({
        scatter: z.number().positive().max(10),
        absolute: z.number().min(0).max(1000),
        keeps: z.number().positive().max(1),
        weight: z.number().min(0).max(1),
        mean: Means,
        covariance: Covariance,
      }),
    )
    .min(1)
    .max(200)
    .exactOptional(),
  freedom: z.number().positive().exactOptional(),
});

export const Machine = z.strictObject({
  id: ShopId,
  name: text,
  kind: z.enum(['roll', 'flatbed', 'label']),
  cure: Cure,
  maxWidth: length,
  minWidth: z.number().min(0).max(200_000),
  maxLength: length,
  maxTwoTripLength: length,
  maxHits: z.int().min(1).max(20),
  maxLayers: z.int().min(1).max(12),
  returnsToOrigin: z.boolean(),
  headHeight: z.number().positive().max(1000),
  turnSeconds: z.number().min(0).max(60),
  acceleration: z.number().min(100).max(100_000).exactOptional(),
  sweeps: z.enum(['print', 'bed']).exactOptional(),
  returnSpeed: z.number().positive().max(10_000),
  silverUnderLimit: percent,
  whiteSlot: z.strictObject({ minutes: z.number().min(0).max(240) }).exactOptional(),
  /** Common practice where a machine's own limit is not known. */
  inkLimit: z.number().min(100).max(2000).default(400),
  barReduction: z.number().min(0).max(0.5).exactOptional(),
  inks: z
    .array(Ink)
    .min(1)
    .max(40)
    .refine((inks) => new Set(inks.map(({ channel }) => channel)).size === inks.length, {
      error: () => t('request.hasTwoInksOne'),
    }),
  modes: z.array(Mode).min(1),
  hourRate: minorUnits,
  setupMinutes: minutes,
  headRows: z.int().min(1).max(12).exactOptional(),
  overhang: z.number().min(0).max(10_000).exactOptional(),
  held: z
    .strictObject({
      leading: z.number().min(0).max(1000),
      trailing: z.number().min(0).max(1000),
      sides: z.number().min(0).max(1000),
    })
    .exactOptional(),
  clearance: z.number().positive().max(1000).exactOptional(),
  nozzleCheckMinutes: minutes.exactOptional(),
  cutter: z
    .strictObject({ speed: z.number().positive().max(10_000), swapMinutes: minutes })
    .exactOptional(),
  fitting: z.strictObject({ minutes, lossMl: amountMl, cleaning: minorUnits }).exactOptional(),
  care: z
    .strictObject({
      school: z.enum(['moving', 'parking']),
      wasteMl: z.number().min(10).max(100_000),
      nozzles: z.int().min(8).max(4096),
      movingMl: z.number().min(0).max(10_000),
    })
    .exactOptional(),
  assumed: z.array(z.string().max(200)).max(200).exactOptional(),
  measured: z
    .array(
      z.strictObject({
        field: z.string().max(200),
        form: z.string().max(60),
        on: z.iso.date(),
        material: text,
      }),
    )
    .max(500)
    .exactOptional(),
  primaries: z
    .array(
      z.strictObject({
        materialId: ShopId,
        on: z.iso.date(),
        anchor: z.strictObject({
          primaries: z.array(Lab).length(16),
          ramps: z.array(z.array(Lab).length(RAMP_TINTS.length)).length(4),
        }),
        median: z.number().min(0).max(200),
        p95: z.number().min(0).max(200),
      }),
    )
    .max(100)
    .exactOptional(),
  learnt: z
    .strictObject({
      inks: z.partialRecord(ChannelKey, Estimate),
      time: Estimate.exactOptional(),
    })
    .exactOptional(),
});
