/** What takes longer than an answer may: run in threads of their own by aside.ts. */
import { gunzipSync } from 'node:zlib';
import {
  jobTicket,
  type ErrorCode,
  DomainError,
  fitForm,
  jigOf,
  middleOpacity,
  learn,
  lookAt,
  offersOf,
  pageOf,
  pieceOf,
  printPixels,
  quantitiesOf,
  patchesOf,
  patchNamed,
  readCgats,
  readingsOf,
  readReports,
  readStockCsv,
  sceneOf,
  screened,
  testForm,
  viewsOf,
  calculate,
  whiteForecast,
  worksOn,
  type ArtworkInfo,
  type ArtworkPage,
  type ForecastInput,
  type FormKind,
  type FormReading,
  type JobNeed,
  type JobReport,
  type Language,
  type Machine,
  type MachineState,
  type Material,
  type Measures,
  type PrintPlan,
  type ReorderLine,
  type TaskWork,
} from '@kyanos/core';
import {
  formPdf,
  innerSheetPdf,
  jigPdf,
  pngOf,
  dayListPdf,
  purchaseListPdf,
  type DayList,
  orderConfirmationPdf,
  quotePdf,
  runSheetPdf,
  stockLabelsPdf,
  type OrderedJob,
  type PaperJob,
  type StockLabel,
} from '@kyanos/output';
import { packedThumbnail } from '../artwork/thumbnail.ts';
import { speaking } from '../language.ts';
import { exercise, mark } from '../practice/tasks.ts';
import { rastersOf, type Previews } from './pages.ts';
import { t } from '../texts/texts.ts';

export interface PlannedJob {
  readonly plan: PrintPlan;
  readonly info: ArtworkInfo;
  readonly measures: Measures;
}

/** What of an order stands beside its plan. */
export type Ordered = Pick<OrderedJob, 'number' | 'orderedAt' | 'due'>;

export interface PaperOrder
  extends PlannedJob, Pick<PaperJob, 'fileName' | 'shopName' | 'version' | 'printedAt'> {
  readonly paper: string;
  readonly state: MachineState;
  /** Absent unless the paper is of an order. */
  readonly ordered?: Ordered;
  /** Pages at screen resolution, packed as they are stored, for a picture of the print; none where it wants none. */
  readonly previews: Previews;
}

type Ready = PaperJob & PlannedJob & Pick<PaperOrder, 'state' | 'ordered'>;

const PAPERS: Readonly<Record<string, (job: Ready) => NodeJS.ReadableStream>> = {
  'run-sheet': runSheetPdf,
  'inner-sheet': innerSheetPdf,
  quote: (job) =>
    quotePdf({
      ...job,
      page: pageOf(job.plan, job.info, 'front'),
      offers: offersOf(job.plan, job.info, job.measures, quantitiesOf(job.plan), job.state),
    }),
  'order-confirmation': ({ ordered, ...job }) =>
    orderConfirmationPdf({ ...job, ...ordered!, page: pageOf(job.plan, job.info, 'front') }),
  jig: ({ plan, info, work, printedAt }) => {
    const page = pageOf(plan, info, 'front');
    const jig = jigOf(work.layout, pieceOf(page), page.trimMm, plan.machine, plan.material);
    return jigPdf({ name: plan.name, jig, printedAt });
  },
};
export const PAPER_NAMES: readonly string[] = Object.keys(PAPERS);

/** Longest side of the print on a paper, pixels: 300 dpi at the height it may have there. */
const PICTURE_PX = 700;

/** The print of the plan's first page, as it is meant to be seen. */
async function pictureOf({ plan, info, previews }: PaperOrder): Promise<PaperJob['picture']> {
  if (previews.length === 0) return undefined;
  const raster = await rastersOf({ info, previews }, PICTURE_PX);
  const print = await printPixels(plan, { info, raster });
  const { day } = viewsOf(plan.viewing);
  const png = await pngOf(screened(lookAt(sceneOf(plan, info), print, day.side), day));
  return { png, side: day.side, place: day.place };
}

async function paper(order: PaperOrder): Promise<Uint8Array> {
  const { paper: name, previews: _, ...job } = order;
  const result = calculate(job.plan, job.info, job.measures, job.state);
  const { work } = result;
  if (!work) {
    const [first] = result.findings.filter(({ severity }) => severity === 'error');
    throw new DomainError(
      'NOT_PRINTABLE',
      t('aside.thereNoPaperPrint', { message: first.message }),
      'plan',
    );
  }
  const picture = await pictureOf(order);
  return bytesOf(PAPERS[name]({ ...job, result, work, picture }));
}

async function bytesOf(stream: NodeJS.ReadableStream): Promise<Uint8Array> {
  const parts: Buffer[] = [];
  for await (const part of stream) parts.push(part as Buffer);
  return Buffer.concat(parts);
}

/** What a plan predicts of a job on a machine, as reports are compared with it; undefined if it can't be printed. */
function predicted({ plan, info, measures, machine }: PlannedJob & { readonly machine: Machine }) {
  const { work } = calculate({ ...plan, machine }, info, measures);
  if (!work) return undefined;
  const sum = (key: 'sweepMinutes' | 'turnMinutes' | 'returnMinutes') =>
    work.trips.reduce((all, trip) => all + trip[key], 0);
  return {
    planned: Object.fromEntries(
      work.inks.map(({ channel, solidM2, starts, otherMl }) => [
        channel,
        { solidM2, starts, otherMl },
      ]),
    ),
    plannedMinutes: {
      sweep: sum('sweepMinutes'),
      turn: sum('turnMinutes'),
      back: sum('returnMinutes'),
    },
  };
}

/** The run sheet of a job, and the ink that it takes; none if it can't be printed, with the reason. */
function bench({ plan, info, measures, state }: PlannedJob & { readonly state: MachineState }) {
  const { work, findings } = calculate(plan, info, measures, state);
  return {
    steps: work ? [...work.runSheet] : [],
    why: work ? '' : (findings.find(({ severity }) => severity === 'error')?.message ?? ''),
    inks: (work?.inks ?? [])
      .filter(({ solidM2 }) => solidM2 > 0)
      .map(({ channel, ml }) => ({
        channel,
        name: plan.machine.inks.find((ink) => ink.channel === channel)!.name,
        ml,
      })),
  };
}

const dayList = (list: Omit<DayList, 'printedAt'>) =>
  bytesOf(dayListPdf({ ...list, printedAt: new Date() }));

/** The ticket of a job; undefined if it can't be printed. */
function ticket({
  plan,
  info,
  measures,
  job,
}: PlannedJob & { readonly job: { readonly id: string; readonly number: number } }) {
  const { work } = calculate(plan, info, measures);
  return work && jobTicket(plan, work, job);
}

const learnt = ({
  machine,
  reports,
}: {
  readonly machine: Machine;
  readonly reports: readonly JobReport[];
}) => learn(machine, reports);

const reportRows = ({
  text,
  channels,
}: {
  readonly text: string;
  readonly channels: readonly string[];
}) => readReports(text, channels);

const form = ({
  kind,
  machine,
  material,
}: {
  readonly kind: FormKind;
  readonly machine: Machine;
  readonly material: Material;
}): Promise<Uint8Array> =>
  bytesOf(formPdf({ form: testForm(kind, machine, material), machine, printedAt: new Date() }));

const fitted = ({
  kind,
  files = [],
  typed = [],
  jobs,
  ...reading
}: Omit<FormReading, 'readings'> & {
  readonly kind: FormKind;
  readonly files?: readonly { readonly text: string; readonly backing?: 'black' | 'white' }[];
  readonly typed?: readonly { readonly id: string; readonly lightness: number }[];
  readonly jobs: readonly PlannedJob[];
}) => {
  const known = patchesOf(testForm(kind, reading.machine, reading.material));
  const fit = fitForm(kind, {
    ...reading,
    readings: [
      ...files.flatMap(({ text, backing }) => readingsOf(readCgats(text), known, backing)),
      ...typed.flatMap(({ id, lightness }) => {
        const patch = patchNamed(id, known);
        return patch ? [{ ...patch, lightness }] : [];
      }),
    ],
  });
  const effectOf = ({ plan, info, measures }: PlannedJob) => {
    const { opacity, findings, work } = calculate(plan, info, measures);
    return {
      opacity: middleOpacity(opacity),
      price: work?.cost.price.minor ?? null,
      findings: findings.length,
    };
  };
  return {
    ...fit,
    jobs: jobs.map((job) => ({
      name: job.plan.name,
      was: effectOf({ ...job, plan: { ...job.plan, machine: reading.machine } }),
      now: effectOf({ ...job, plan: { ...job.plan, machine: fit.machine } }),
    })),
  };
};

/**
 * What a job takes off the shelf, undefined if it can't be printed, what it is in the queue on each machine that can print it, and
 * how much was found against it.
 */
function need({
  plan,
  info,
  measures,
  machines,
}: PlannedJob & { readonly machines: readonly Machine[] }): {
  readonly need: JobNeed | undefined;
  readonly works: Readonly<Record<string, TaskWork>>;
  readonly errors: number;
  readonly warnings: number;
} {
  const { work, findings } = calculate(plan, info, measures);
  const count = (severity: string) => findings.filter((one) => one.severity === severity).length;
  return {
    need: work?.need,
    works: work ? worksOn(plan, work, info, measures, machines) : {},
    errors: count('error'),
    warnings: count('warning'),
  };
}

const labels = ({ labels: list }: { readonly labels: readonly StockLabel[] }) =>
  bytesOf(stockLabelsPdf(list, new Date()));

const purchase = ({
  lines,
  shopName,
}: {
  readonly lines: readonly ReorderLine[];
  readonly shopName: string;
}) => bytesOf(purchaseListPdf(lines, { shopName, printedAt: new Date() }));

const stockRows = ({ text, today }: { readonly text: string; readonly today: string }) =>
  readStockCsv(text, today);

const thumbnail = ({
  page,
  bytes,
}: {
  readonly page: ArtworkPage;
  /** The page at screen resolution, packed as it is stored. */
  readonly bytes: Uint8Array;
}) => packedThumbnail(page, gunzipSync(bytes));

const white = (input: ForecastInput) => whiteForecast(input);

const TASKS = {
  exercise,
  mark,
  need,
  labels,
  purchase,
  stockRows,
  thumbnail,
  white,
  form,
  fitted,
  paper,
  predicted,
  ticket,
  dayList,
  bench,
  readReports: reportRows,
  learnt,
};
export type Tasks = typeof TASKS;

export type Answer =
  | { readonly value: unknown }
  | {
      readonly refused: {
        readonly code: ErrorCode;
        readonly message: string;
        readonly field: string | undefined;
      };
    };

/** One call from aside.ts. A refusal travels as data: an error would lose what it is on the way. */
export default async function run<K extends keyof Tasks>({
  task,
  input,
  language,
}: {
  task: K;
  input: Parameters<Tasks[K]>[0];
  language: Language;
}): Promise<Answer> {
  try {
    const value = await speaking(language, () =>
      (TASKS[task] as (input: unknown) => unknown)(input),
    );
    return { value };
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    return { refused: { code: error.code, message: error.message, field: error.field } };
  }
}
