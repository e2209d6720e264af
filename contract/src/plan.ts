/** The plan file and what it is made of. Lengths mm, money minor units, shares percent unless a field says otherwise. */
import {
  ASSUMED_DROPS,
  backAndThrough,
  CHANNEL_PATTERN,
  CHANNEL_ROLES,
  CURRENCIES,
  decimal,
  DomainError,
  formatStack,
  isSpecialKey,
  letterOf,
  type MachineState,
  MATERIAL_CLASSES,
  MATERIAL_FIGURES,
  mostContrast,
  OTHER_ROLES,
  LANGUAGES,
  parseStack,
  PLAN_FORMAT,
  type PrintPlan,
  PROCESS_CHANNELS,
  RAMP_TINTS,
  ROLE_LETTERS,
  type Shop,
  SPECIAL_KEY,
  type SpecialKey,
  type Stack,
} from '@kyanos/core';
import { z } from 'zod';
import { prove, type Same } from './proof.ts';
import { t } from './texts/texts.ts';

const text = z.string().min(1).max(200);
export const ShopId = z
  .string()
  .regex(/^[a-z0-9-]{1,60}$/, { error: () => t('request.lowerCaseLettersDigits') });
const length = z.number().positive().max(200_000);
const percent = z.number().min(0).max(100);
const minorUnits = z.int().min(0).max(1_000_000_000);

/** A drawn shape is long; a stack of them still fits a page of text. */
export const MAX_NOTATION = 300_000;

/** The short notation on the wire, layers in the program. */
export const StackText = z.codec(z.string().max(MAX_NOTATION), z.custom<Stack>(), {
  decode: (notation, context) => {
    try {
      return parseStack(notation);
    } catch (error) {
      if (!(error instanceof DomainError)) throw error;
      context.issues.push({ code: 'custom', message: error.message, input: notation });
      return z.NEVER;
    }
  },
  encode: formatStack,
});

export const MaterialClass = z.enum(MATERIAL_CLASSES);

const amountMl = z.number().min(0).max(1_000_000);

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

const Lab = z.tuple([
  z.number().min(0).max(100),
  z.number().min(-128).max(128),
  z.number().min(-128).max(128),
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

const minutes = z.number().min(0).max(10_000);

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

export const Prices = z.strictObject({
  currency: z.enum(CURRENCIES),
  labourRate: minorUnits,
  markupPercent: z.number().min(0).max(10_000),
  minimum: minorUnits,
  pricing: z.enum(['markup', 'margin', 'market']).exactOptional(),
  marginPercent: z.number().min(0).max(99).exactOptional(),
  market: z
    .strictObject({ minor: minorUnits, per: z.enum(['piece', 'm2', 'ft2']) })
    .exactOptional(),
  spoilagePercent: z.number().min(0).max(90).exactOptional(),
  taxPercent: z.number().min(0).max(100).exactOptional(),
  breaks: z
    .array(z.strictObject({ copies: z.int().min(1).max(1_000_000), percentOff: percent }))
    .max(20)
    .exactOptional(),
  dayHours: z.number().positive().max(24).exactOptional(),
});

export const Extra = z.strictObject({
  name: text,
  kind: z.enum(['labour', 'finishing', 'part']),
  minutes,
  minor: minorUnits,
  per: z.enum(['job', 'load', 'piece', 'm2']),
});

const Revision = z.int().min(1).max(1_000_000);

const Version = z.strictObject({
  page: z.int().min(1).max(10_000),
  copies: z.int().min(0).max(1_000_000),
});

const PlanFields = z.strictObject({
  format: z.literal(PLAN_FORMAT),
  name: text,
  artwork: z.strictObject({
    page: z.int().min(1).max(10_000),
    rearPage: z.int().min(1).max(10_000).nullable(),
    names: z.record(z.string().max(1000), RoleSchema),
    overprint: z.array(z.string().max(1000)).max(60).default([]),
  }),
  /** Pages printed together, each in its quantity; `layout.copies` is their sum, and `artwork.page` the one looked at. */
  versions: z.array(Version).min(2).max(500).exactOptional(),
  viewing: z.strictObject({
    side: z.enum(['front', 'back', 'both']),
    light: z.enum(['front', 'behind', 'both']),
    backing: z.enum(['white', 'black', 'wood', 'daylight', 'night']),
  }),
  material: Material,
  lot: z.string().max(100),
  machine: Machine,
  modeId: ShopId,
  stack: StackText,
  layout: z.strictObject({
    copies: z.int().min(1).max(1_000_000),
    gap: z.number().min(0).max(1000),
    margin: z.number().min(0).max(1000),
    turned: z.boolean(),
    mixed: z.boolean().exactOptional(),
    grain: z.enum(['upright', 'sideways']).exactOptional(),
    loadLength: length.exactOptional(),
    places: z
      .array(
        z.strictObject({
          left: z.number().min(-10_000).max(200_000),
          top: z.number().min(-10_000).max(200_000),
          turned: z.boolean(),
        }),
      )
      .max(2000)
      .exactOptional(),
    companions: z
      .array(
        z.strictObject({
          name: text,
          width: length,
          height: length,
          copies: z.int().min(1).max(100_000),
        }),
      )
      .max(40)
      .exactOptional(),
  }),
  trips: z.strictObject({
    split: z.enum(['together', 'apart']),
    waitMinutes: z.number().min(0).max(10_000),
    testPrint: z.boolean(),
    careful: z
      .array(
        z.strictObject({
          trip: z.int().min(1).max(12).exactOptional(),
          speed: z.number().positive().max(10_000).exactOptional(),
          oneDirection: z.boolean().exactOptional(),
          passes: z.int().min(1).max(64).exactOptional(),
        }),
      )
      .max(13)
      .exactOptional(),
    fittedFor: z.int().min(0).max(1000).exactOptional(),
  }),
  prices: Prices,
  laminated: z.boolean(),
  cutting: z
    .strictObject({
      cutMm: z.number().min(0).max(10_000_000),
      creaseMm: z.number().min(0).max(10_000_000),
    })
    .exactOptional(),
  customer: z.string().max(200).exactOptional(),
  language: z.enum(LANGUAGES).exactOptional(),
  extras: z.array(Extra).max(60).exactOptional(),
  from: z
    .strictObject({
      machine: Revision.exactOptional(),
      material: Revision.exactOptional(),
      prices: Revision.exactOptional(),
    })
    .exactOptional(),
});

export const Plan = PlanFields.superRefine((plan, context) => {
  const { versions, artwork, layout } = plan;
  if (!versions) return;
  const wrong = (path: string, message: string) =>
    context.addIssue({ code: 'custom', path: [path], message });
  const pages = new Set(versions.map(({ page }) => page));
  const copies = versions.reduce((sum, version) => sum + version.copies, 0);
  if (pages.size < versions.length) wrong('versions', t('request.hasPageTwiceAdd'));
  else if (!pages.has(artwork.page))
    wrong('artwork.page', t('request.whichNoneVersions', { page: artwork.page }));
  else if (artwork.rearPage !== null) wrong('artwork.rearPage', t('request.printOnePageFront'));
  else if (copies !== layout.copies)
    wrong('layout.copies', t('request.versionsAddUp', { copies: layout.copies, copies2: copies }));
});
export type PlanJson = z.input<typeof Plan>;

/** What is true of a machine today. */
export const MachineStateSchema = z.strictObject({
  whiteSlot: z.enum(['under', 'other']).exactOptional(),
  leftMl: z.partialRecord(ChannelKey, amountMl),
  out: z.array(ChannelKey).exactOptional(),
  headsParked: z.literal(true).exactOptional(),
  shelf: z
    .strictObject({
      today: z.iso.date(),
      lots: z.array(
        z.strictObject({
          lot: z.string(),
          place: z.string(),
          free: z.number(),
          width: z.number(),
          age: z.enum(['over', 'soon', 'good', 'unknown']),
          until: z.iso.date().nullable(),
        }),
      ),
    })
    .exactOptional(),
  due: z.array(z.strictObject({ says: z.string(), white: z.boolean() })).exactOptional(),
});
prove<Same<z.output<typeof MachineStateSchema>, MachineState>>();

/** What the house says once. */
export const HouseRulesSchema = z.strictObject({
  waitMinutes: minutes.exactOptional(),
  testPrint: z.boolean().exactOptional(),
  chokeMm: z.record(ShopId, z.number().min(0).max(20)).exactOptional(),
  grainWhite: z.number().min(0).max(100).exactOptional(),
  gap: z.number().min(0).max(1000).exactOptional(),
  margin: z.number().min(0).max(1000).exactOptional(),
});

export const ShopSchema = z.strictObject({
  name: text,
  machines: z.array(Machine),
  materials: z.array(Material),
  prices: Prices,
  rules: HouseRulesSchema.exactOptional(),
  revisions: z
    .strictObject({
      machines: z.record(z.string(), Revision),
      materials: z.record(z.string(), Revision),
      prices: Revision,
    })
    .exactOptional(),
});

prove<Same<z.output<typeof Plan>, PrintPlan>>();
prove<Same<z.output<typeof ShopSchema>, Shop>>();

/** The first thing wrong with a value, in a sentence that names the field. */
export function problemOf(error: z.ZodError, whole: string): string {
  const [issue] = error.issues;
  const where = issue.path.length ? t('request.field', { path: issue.path.join('.') }) : whole;
  if (issue.code === 'unrecognized_keys')
    return t('request.thereNoFieldRemove', {
      keys: issue.keys.map((key) => `"${key}"`).join(', '),
      where,
    });
  const message = issue.message
    .replace(/^(Invalid input|Ungültige Eingabe): /, '')
    .replace(/\.$/, '');
  return t('request.somethingWrong', { where, message });
}

/** A plan as it is written to a file or sent. The schema's arrays are not readonly, the program's are. */
export const encodePlan = (plan: PrintPlan): PlanJson =>
  z.encode(Plan, plan as z.output<typeof Plan>);
