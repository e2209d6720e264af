/** What takes longer than an answer may: run in threads of their own by aside.ts. */
import {
  type ErrorCode,
  DomainError,
  fitForm,
  jigOf,
  middleOpacity,
  learn,
  offersOf,
  pageOf,
  pieceOf,
  quantitiesOf,
  patchesOf,
  patchNamed,
  readCgats,
  readingsOf,
  readReports,
  testForm,
  calculate,
  type ArtworkInfo,
  type FormKind,
  type FormReading,
  type JobReport,
  type Machine,
  type MachineState,
  type Material,
  type Measures,
  type PrintPlan,
} from '@kyanos/core';
import {
  formPdf,
  innerSheetPdf,
  jigPdf,
  quotePdf,
  runSheetPdf,
  type PaperJob,
} from '@kyanos/output';

export interface PlannedJob {
  readonly plan: PrintPlan;
  readonly info: ArtworkInfo;
  readonly measures: Measures;
}

export interface PaperOrder
  extends PlannedJob, Pick<PaperJob, 'fileName' | 'shopName' | 'version' | 'printedAt'> {
  readonly paper: string;
  readonly state: MachineState;
}

type Ready = PaperJob & PlannedJob & { readonly state: MachineState };

const PAPERS: Readonly<Record<string, (job: Ready) => NodeJS.ReadableStream>> = {
  'run-sheet': runSheetPdf,
  'inner-sheet': innerSheetPdf,
  quote: (job) =>
    quotePdf({
      ...job,
      page: pageOf(job.plan, job.info, 'front'),
      offers: offersOf(job.plan, job.info, job.measures, quantitiesOf(job.plan), job.state),
    }),
  jig: ({ plan, info, work, printedAt }) => {
    const page = pageOf(plan, info, 'front');
    const jig = jigOf(work.layout, pieceOf(page), page.trimMm, plan.machine, plan.material);
    return jigPdf({ name: plan.name, jig, printedAt });
  },
};
export const PAPER_NAMES: readonly string[] = Object.keys(PAPERS);

async function paper({ paper: name, ...job }: PaperOrder): Promise<Uint8Array> {
  const result = calculate(job.plan, job.info, job.measures, job.state);
  const { work } = result;
  if (!work) {
    const [first] = result.findings.filter(({ severity }) => severity === 'error');
    throw new DomainError(
      'NOT_PRINTABLE',
      `There is no paper for a print that can’t be made. ${first.message}`,
      'plan',
    );
  }
  return bytesOf(PAPERS[name]({ ...job, result, work }));
}

async function bytesOf(stream: NodeJS.ReadableStream): Promise<Uint8Array> {
  const parts: Buffer[] = [];
  for await (const part of stream) parts.push(part as Buffer);
  return Buffer.concat(parts);
}

/** What a plan foretells of a job on a machine, as reports are compared with it; undefined if it can't be printed. */
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

const TASKS = { form, fitted, paper, predicted, readReports: reportRows, learnt };
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
}: {
  task: K;
  input: Parameters<Tasks[K]>[0];
}): Promise<Answer> {
  try {
    return { value: await (TASKS[task] as (input: unknown) => unknown)(input) };
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    return { refused: { code: error.code, message: error.message, field: error.field } };
  }
}
