/** What a job costs, line by line. Money is exact; every line is rounded once, and the total is their sum. */
import type { InkUse } from '../ink/index.ts';
import type { Layout } from '../layout/index.ts';
import { inkOf, type Machine, type Material } from '../stack/index.ts';
import type { Phase } from '../trips/index.ts';
import {
  mm2ToM2,
  money,
  term,
  total as sumOf,
  type Currency,
  type Money,
  type Working,
} from '../units/index.ts';
import { priceOf, type Price } from './price.ts';
import type { Extra, Prices } from './prices.ts';
import { inSentence, t } from '../texts/index.ts';

export const COST_GROUPS = [
  'ink',
  'material',
  'machine',
  'labour',
  'changeover',
  'finishing',
  'parts',
  'spoilage',
] as const;
export type CostGroup = (typeof COST_GROUPS)[number];

export interface CostLine {
  readonly label: string;
  readonly group: CostGroup;
  readonly amount: Money;
  readonly working: Working;
}

export interface Cost extends Omit<Price, 'workings'> {
  readonly lines: readonly CostLine[];
  readonly ink: Money;
  /** What the material costs that no piece covers; a part of the material's line. */
  readonly waste: Money;
  readonly total: Money;
  readonly workings: Price['workings'] & { readonly total: Working };
}

export interface CostInput {
  readonly inks: readonly InkUse[];
  readonly layout: Layout;
  /** Extra material of the test print, mm². */
  readonly testMm2: number;
  readonly copies: number;
  /** Finished area of one copy, mm². */
  readonly finishedMm2: number;
  readonly phases: readonly Phase[];
  readonly minutes: number;
  readonly fittedFor: number;
  readonly machine: Machine;
  readonly material: Material;
  readonly prices: Prices;
  readonly extras: readonly Extra[];
}

/** Price of an amount of ink. */
export const inkPrice = (ml: number, perLitre: number, currency: Currency): Money =>
  money((ml * perLitre) / 1000, currency);

const MINUTES = 60;

/** How often an extra is needed. */
export function timesNeeded(
  { per }: Extra,
  { copies, finishedMm2, layout }: Pick<CostInput, 'copies' | 'finishedMm2' | 'layout'>,
): number {
  return { job: 1, load: layout.loadCount, piece: copies, m2: mm2ToM2(copies * finishedMm2) }[per];
}

export function costOf(input: CostInput): Cost {
  const { currency } = input.prices;
  const lines = [
    ...inkLines(input),
    materialLine(input),
    ...timeLines(input),
    ...changeoverLines(input),
    ...extraLines(input),
  ];
  const spoilage = spoilageLine(input, lines);
  if (spoilage) lines.push(spoilage);
  const sum = (of: readonly CostLine[]) =>
    sumOf(
      currency,
      of.map(({ amount }) => amount),
    );
  const total = sum(lines);
  const price = priceOf({
    cost: total,
    copies: input.copies,
    finishedMm2: input.copies * input.finishedMm2,
    minutes: input.minutes,
    prices: input.prices,
  });
  return {
    ...price,
    lines,
    ink: sum(lines.filter(({ group }) => group === 'ink')),
    waste: money(mm2ToM2(input.layout.wasteMm2) * input.material.pricePerM2, currency),
    total,
    workings: {
      ...price.workings,
      total: {
        label: t('cost.cost'),
        value: total.minor / 100,
        unit: currency,
        formula: t('cost.sumLines'),
        terms: lines.map(({ label, amount }) => term(label, amount.minor / 100, currency)),
      },
    },
  };
}

function line(
  group: CostGroup,
  label: string,
  amount: Money,
  formula: string,
  terms: Working['terms'],
): CostLine {
  const { minor, currency } = amount;
  return {
    label,
    group,
    amount,
    working: { label, value: minor / 100, unit: currency, formula, terms },
  };
}

const inkLines = ({ inks, machine, prices: { currency } }: CostInput): CostLine[] =>
  inks.map(({ channel, ml }) => {
    const ink = inkOf(machine, channel)!;
    return line(
      'ink',
      t('cost.ink', { channel }),
      inkPrice(ml, ink.pricePerLitre, currency),
      t('cost.mlPricePerLitre'),
      [
        term(t('cost.inkWithin'), ml, 'mL'),
        term(t('cost.priceWithin'), ink.pricePerLitre / 100, `${currency}/L`, ink.name),
      ],
    );
  });

/** The part of something that several jobs share. */
const shareTerms = ({ share }: Layout): Working['terms'] =>
  share < 1 ? [term(t('cost.shareJob'), share, '', t('cost.everythingPrintedLoads'))] : [];

function materialLine({ layout, testMm2, material, prices: { currency } }: CostInput): CostLine {
  const areaM2 = mm2ToM2(layout.materialMm2 * layout.share + testMm2);
  return line(
    'material',
    t('cost.materialWaste'),
    money(areaM2 * material.pricePerM2, currency),
    t('cost.areaDrawnPricePer'),
    [
      term(t('cost.areaDrawn'), areaM2, 'm²', t('cost.wholeWidthRollSheet')),
      term(t('cost.waste'), mm2ToM2(layout.wasteMm2), 'm²', t('cost.marginsGapsWhatNo')),
      ...shareTerms(layout),
      term(t('cost.priceWithin'), material.pricePerM2 / 100, `${currency}/m²`, material.name),
    ],
  );
}

/** The machine's hour, and the operator's, step by step. */
function timeLines({ phases, machine, prices, layout }: CostInput): CostLine[] {
  const { currency, labourRate } = prices;
  const taken = phases.filter((phase) => !isChangeover(phase));
  const sum = (of: readonly Phase[]) => of.reduce((all, { minutes }) => all + minutes, 0);
  const byHour = (minutes: number, rate: number) =>
    money((minutes / MINUTES) * rate * layout.share, currency);
  const steps = new Map<string, Phase[]>();
  for (const phase of phases)
    if (phase.attended && !isChangeover(phase))
      steps.set(phase.label, [...(steps.get(phase.label) ?? []), phase]);
  return [
    line(
      'machine',
      t('cost.machine'),
      byHour(sum(taken), machine.hourRate),
      t('cost.minutes60HourlyRate'),
      [
        term(t('cost.machineWithin'), sum(taken), 'min', t('cost.settingUpLoadingPrinting')),
        term(t('cost.rate'), machine.hourRate / 100, `${currency}/h`, machine.name),
        ...shareTerms(layout),
      ],
    ),
    ...[...steps].map(([label, of]) =>
      line(
        'labour',
        t('cost.labour', { label: inSentence(label) }),
        byHour(sum(of), labourRate),
        t('cost.minutes60HourlyRate'),
        [
          term(t('cost.operator'), sum(of), 'min', t('cost.timeS', { n: of.length })),
          term(t('cost.rate'), labourRate / 100, `${currency}/h`),
          ...shareTerms(layout),
        ],
      ),
    ),
  ];
}

const isChangeover = ({ step }: Phase): boolean => step === 'fitting' || step === 'slot';

function changeoverLines({ phases, machine, prices, fittedFor }: CostInput): CostLine[] {
  const { currency, labourRate } = prices;
  return phases.filter(isChangeover).map(({ step, label, minutes }) => {
    const fitting = step === 'fitting';
    const jobs = fitting ? Math.max(1, fittedFor) : 1;
    const cleaning = fitting ? (machine.fitting?.cleaning ?? 0) : 0;
    return line(
      'changeover',
      label,
      money(((minutes / MINUTES) * (labourRate + machine.hourRate) + cleaning) / jobs, currency),
      t('cost.minutes60HourlyRates'),
      [
        term(t('cost.operator'), minutes, 'min'),
        term(t('cost.rate'), labourRate / 100, `${currency}/h`),
        term(t('cost.machineWithin'), machine.hourRate / 100, `${currency}/h`, machine.name),
        term(t('cost.cleaningFluid'), cleaning / 100, currency),
        term(t('cost.jobs'), jobs, '', t('cost.share')),
      ],
    );
  });
}

const PER_WORDS: Readonly<Record<Extra['per'], () => string>> = {
  job: () => t('cost.perJob'),
  load: () => t('cost.perLoad'),
  piece: () => t('cost.perPiece'),
  m2: () => 'm²',
};

function extraLines(input: CostInput): CostLine[] {
  const { extras, prices } = input;
  const groups = { labour: 'labour', finishing: 'finishing', part: 'parts' } as const;
  return extras.map((extra) => {
    const count = timesNeeded(extra, input);
    return line(
      groups[extra.kind],
      extra.name,
      money(count * ((extra.minutes / MINUTES) * prices.labourRate + extra.minor), prices.currency),
      t('cost.countMinutes60Hourly'),
      [
        term(
          t('cost.count'),
          count,
          extra.per === 'm2' ? 'm²' : '',
          t('cost.onePer', { per: PER_WORDS[extra.per]() }),
        ),
        term(t('cost.operator'), extra.minutes, 'min', t('cost.each')),
        term(t('cost.rate'), prices.labourRate / 100, `${prices.currency}/h`),
        term(t('cost.priceWithin'), extra.minor / 100, prices.currency, t('cost.each')),
      ],
    );
  });
}

/** Of n made, a share is spoilt: for every good one 1 ÷ (1 − share) are made. Parts and finishing go on good ones only. */
function spoilageLine({ prices }: CostInput, lines: readonly CostLine[]): CostLine | undefined {
  const { spoilagePercent = 0, currency } = prices;
  if (spoilagePercent <= 0) return undefined;
  const made: readonly CostGroup[] = ['ink', 'material', 'machine'];
  const base = lines
    .filter(({ group }) => made.includes(group))
    .reduce((sum, { amount }) => sum + amount.minor, 0);
  const more = 1 / (1 - spoilagePercent / 100) - 1;
  return line(
    'spoilage',
    t('cost.spoilage'),
    money(base * more, currency),
    t('cost.inkMaterialMachineSpoilt'),
    [
      term(t('cost.inkMaterialMachine'), base / 100, currency),
      term(t('cost.spoilt'), spoilagePercent, '%'),
    ],
  );
}
