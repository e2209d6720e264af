/** Pixels off the main thread: plates, pictures of the print, and their numbers. */
import { PREVIEW_PX } from '@kyanos/contract';
import {
  barcodeLooks,
  cleanerMap,
  formatStack,
  lookNumbers,
  memoryRaster,
  middleOpacity,
  offersOf,
  oneVersion,
  pageOf,
  plannedRaster,
  plateSpecs,
  pointLooks,
  quantitiesOf,
  rank,
  rearStrength,
  calculate,
  sampleOf,
  sceneOf,
  screened,
  sensitivitiesOf,
  tryVariants,
  variantPlans,
  viewsOf,
  withCopies,
  withDominated,
  withStack,
  type ArtworkInfo,
  type BarcodeLook,
  type Candidate,
  type Figures,
  type LookNumbers,
  type MachineState,
  type Measures,
  type Money,
  type Offer,
  type PointLook,
  type PrintPlan,
  type RearStrength,
  type Sensitivity,
  type Source,
  type StackRequirements,
  type Tried,
  type Variant,
  type VersionMeasures,
  type View,
  surroundingsOf,
} from '@kyanos/core';
import { expose, transfer } from 'comlink';
import { partOf } from '../artwork/fullSize.ts';
import { onRamp } from '../shared/colour.ts';
import { decode } from './decoder.ts';
import { pagesFor, type Subject } from './pages.ts';
import { lookOf, observationsOf, printOf } from './printCache.ts';
import { t } from '../texts/texts.ts';

export type { Subject } from './pages.ts';

export interface Bitmap {
  readonly width: number;
  readonly height: number;
  readonly pixels: Uint8ClampedArray<ArrayBuffer>;
  /** Share of pixels whose colour the screen can't show. */
  readonly outOfGamut: number;
}

/** A print, and what is laid over its picture where it is seen otherwise. */
export interface PrintBitmap extends Bitmap {
  /** 1 where the screen can't show the colour. */
  readonly outside: Uint8Array<ArrayBuffer>;
  /** Something in it shines when it is tilted into the reflection of the lamp. */
  readonly shines: boolean;
  /** The same print tilted into it; only where something shines, and the print is tilted. */
  readonly shine: Uint8ClampedArray<ArrayBuffer> | undefined;
  /** The same print on the dark parts of the material's texture; only where it has one. */
  readonly grain: Uint8ClampedArray<ArrayBuffer> | undefined;
  /** The same print before no light at all, where what lies behind is a picture. */
  readonly dark: Uint8ClampedArray<ArrayBuffer> | undefined;
}

/** A stack that was tried on the job, in the order of the advice. */
export interface Advised {
  readonly id: string;
  readonly name: string;
  readonly watch: string;
  readonly reasons: readonly string[];
  readonly deltaE: number | undefined;
  readonly opacity: number;
  readonly minutes: number;
  readonly ml: number;
  readonly price: Money;
}

export interface StackAdvice {
  readonly ranked: readonly Advised[];
  /** Tried, and no number would be true. */
  readonly unplanned: readonly { readonly id: string; readonly why: string }[];
}

/** Pixels of the pictures that stacks are tried on: their colours are what counts. */
const TRIED_PX = 500;

/** Pixels of a version's picture on which its plates are measured until they are at full size. */
const VERSION_PX = 700;

async function tryStack(subject: Subject, candidate: Candidate): Promise<Tried> {
  const plan = withStack(subject.plan, candidate.stack);
  const tried = { ...subject, plan };
  const { measures } = await printOf(tried, TRIED_PX);
  const { day } = viewsOf(plan.viewing);
  return {
    candidate,
    plan,
    result: calculate(plan, subject.info, measures, subject.state),
    numbers: lookNumbers(await lookOf(tried, day.side, TRIED_PX), day, plan.viewing),
  };
}

/** One row of the what-if table; its plan stays here. */
export interface WhatIfRow {
  readonly name: string;
  /** In the short notation. */
  readonly stack: string;
  readonly split: 'together' | 'apart';
  readonly density: number | undefined;
  readonly hits: number;
  readonly trips: number;
  readonly figures: Figures;
  readonly dominated: boolean;
}

const api = {
  /** Every stack that may be, at several densities, in one trip and in two. */
  async whatIf(subject: Subject, candidates: readonly Candidate[]): Promise<WhatIfRow[]> {
    const { info, plan } = subject;
    const side = plan.viewing.side === 'back' ? 'back' : 'front';
    const tried: Omit<Variant, 'dominated'>[] = [];
    for (const candidate of candidates) {
      const print = await printOf(
        { ...subject, plan: { ...plan, stack: candidate.stack } },
        TRIED_PX,
      );
      const sample = sampleOf(print, sceneOf({ ...plan, stack: candidate.stack }, info), side);
      tried.push(
        ...tryVariants(variantPlans(plan, candidate), info, print.measures, sample, subject.state),
      );
    }
    return withDominated(tried).map(({ plan: { stack, trips: wish }, ...row }) => ({
      ...row,
      stack: formatStack(stack),
      split: wish.split,
    }));
  },

  /** What other quantities cost, and what matters most to the cost. */
  around(
    plan: PrintPlan,
    info: ArtworkInfo,
    measures: Measures,
    state: MachineState,
  ): { readonly offers: readonly Offer[]; readonly sensitivities: readonly Sensitivity[] } {
    return {
      offers: offersOf(plan, info, measures, quantitiesOf(plan), state),
      sensitivities: sensitivitiesOf(plan, info, measures, state),
    };
  },

  /** Cost by quantity, minor units; what can't be made has none. */
  quantities(
    plan: PrintPlan,
    info: ArtworkInfo,
    measures: Measures,
    quantities: readonly number[],
    state: MachineState,
  ): (number | undefined)[] {
    return quantities.map(
      (copies) => calculate(withCopies(plan, copies), info, measures, state).work?.cost.total.minor,
    );
  },

  /** Which stack to use. @param candidates that may be: each is tried on the job's own artwork */
  async advise(
    subject: Subject,
    wish: StackRequirements,
    candidates: readonly Candidate[],
  ): Promise<StackAdvice> {
    const viewing = { ...subject.plan.viewing, side: wish.side, light: wish.light };
    const wished = { ...subject, plan: { ...subject.plan, viewing } };
    const tried: Tried[] = [];
    for (const candidate of candidates) tried.push(await tryStack(wished, candidate));
    const unplanned = tried.flatMap(({ candidate, result: { work, findings } }) => {
      const error = findings.find(({ severity }) => severity === 'error');
      return work ? [] : [{ id: candidate.id, why: error?.message ?? t('look.cantPlanned') }];
    });
    const ranked = rank(tried).map(({ candidate, result, numbers, reasons }): Advised => {
      const work = result.work!;
      return {
        id: candidate.id,
        name: candidate.name,
        watch: candidate.watch,
        reasons,
        deltaE: numbers.deltaE?.median,
        opacity: middleOpacity(numbers.opacity),
        minutes: work.minutes,
        ml: work.inks.reduce((sum, { ml }) => sum + ml, 0),
        price: work.cost.price,
      };
    });
    return { ranked, unplanned };
  },

  /** Plate measures as the screen resolution gives them. */
  async measure(subject: Subject): Promise<Measures> {
    const { plan } = subject;
    if (!plan.versions) return (await printOf(subject, PREVIEW_PX)).measures;
    const versions: VersionMeasures[] = [];
    for (const version of plan.versions) {
      const own = { ...subject, plan: oneVersion(plan, version) };
      versions.push({ page: version.page, ...(await printOf(own, VERSION_PX)).measures });
    }
    const [{ plates, pictures }] = versions;
    return { plates, pictures, versions };
  },

  /** The print as it will look. @param behind what lies behind it is a picture of the user's, or a scene beyond a window @param tilted into the lamp */
  async look(
    subject: Subject,
    view: View,
    longest: number,
    behind?: 'picture' | 'scene',
    tilted = false,
  ): Promise<PrintBitmap> {
    const look = await lookOf(subject, view.side, longest);
    // A scene lies between no light and twice what is usual of its place, which the eye is used to then.
    const seen = behind === 'scene' ? { ...view, behind: 2 * surroundingsOf(view).behind } : view;
    const picture = screened(look, seen);
    const { exposure } = look.table;
    const other = (change: Partial<View>, like?: number) =>
      screened(look, { ...view, ...change }, like).pixels;
    const textured = look.scene.body !== look.scene.darkBody || view.place === 'wood';
    const print: PrintBitmap = {
      ...picture,
      shines: look.scene.shines,
      shine: look.scene.shines && tilted ? other({ glint: 1 }) : undefined,
      grain: textured ? other({ grain: 1 }) : undefined,
      dark:
        behind &&
        (behind === 'picture' ? other({ place: 'black' }) : other({ behind: 0 }, exposure)),
    };
    const buffers = [print.pixels, print.outside, print.shine, print.grain, print.dark];
    return transfer(
      print,
      buffers.flatMap((pixels) => (pixels ? [pixels.buffer] : [])),
    );
  },

  /** The print in numbers, in a view. */
  async numbers(subject: Subject, view: View, longest: number): Promise<LookNumbers> {
    return lookNumbers(await lookOf(subject, view.side, longest), view, subject.plan.viewing);
  },

  /** What is seen and laid at points of the picture. */
  async points(
    subject: Subject,
    view: View,
    longest: number,
    spots: readonly { readonly x: number; readonly y: number }[],
  ): Promise<PointLook[]> {
    return pointLooks(await lookOf(subject, view.side, longest), view, spots);
  },

  /** The strength of the hidden colour that makes night like day. */
  async rear(
    subject: Subject,
    side: View['side'],
    longest: number,
  ): Promise<RearStrength | undefined> {
    return rearStrength(subject.plan, subject.info, await lookOf(subject, side, longest));
  },

  /** Barcodes as a scanner sees them, at the resolution of the plates. */
  barcodes({ artworkId, info, plan }: Subject, view: View): Promise<BarcodeLook[]> {
    return barcodeLooks(
      plan,
      info,
      async (number, { left, top, right, bottom }) => {
        const page = info.pages.find((candidate) => candidate.number === number)!;
        const size = { width: right - left, height: bottom - top };
        const { planes } = await partOf({ artworkId, page }, { left, top, ...size });
        return memoryRaster({ ...size, dpi: page.dpi }, planes);
      },
      view,
      decode,
    );
  },

  /** A special plate as a map, from none to full along `ramp` (256 × RGB). */
  async plateMap(subject: Subject, key: string, ramp: Uint8Array): Promise<Bitmap> {
    const { pictures } = await printOf(subject, PREVIEW_PX);
    const spec = plateSpecs(subject.plan.stack).find((candidate) => candidate.key === key);
    const { width, height, plates } = pictures[spec?.picture ?? 'front'];
    const pixels = onRamp(plates.get(key) ?? new Uint8Array(width * height), ramp);
    return transfer({ width, height, pixels, outOfGamut: 0 }, [pixels.buffer]);
  },

  /** What the cleaner of a rule decided, drawn in one colour (RGB) a decision, and of each pixel by number. */
  async cleanerMap(
    subject: Subject,
    picture: 'front' | 'rear',
    from: Extract<Source, { kind: 'cleaned' }>,
    colours: readonly (readonly [number, number, number])[],
  ): Promise<Bitmap & { decisions: Uint8Array }> {
    const { info, plan } = subject;
    const page = pageOf(plan, info, picture);
    const pages = await pagesFor(subject, PREVIEW_PX);
    const shown = pages.get(page.number)!;
    const raster = plannedRaster(memoryRaster(shown, shown.planes), page, plan.artwork);
    const decisions = await cleanerMap(raster, from, observationsOf(subject, pages, page.number));
    const ramp = new Uint8Array(256 * 3);
    colours.forEach((colour, i) => ramp.set(colour, i * 3));
    const pixels = onRamp(decisions, ramp);
    const { width, height } = shown;
    return transfer({ width, height, pixels, outOfGamut: 0, decisions }, [
      pixels.buffer,
      decisions.buffer as ArrayBuffer,
    ]);
  },
};

export type LookWorker = typeof api;
expose(api);
