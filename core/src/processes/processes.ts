/**
 * Other ways to have a job made, each with what it costs to begin and to go on. All figures are defaults for a shop to overwrite:
 * the usual order of magnitude, from memory; what each process is good for is the trade's common knowledge.
 */
import { CLASS_NAMES, FORM_NAMES, type Material } from '../stack/index.ts';
import type { MaterialClass } from '../optics/index.ts';
import type { ProcessNeeds } from './needs.ts';
import { decimal, t } from '../texts/index.ts';

export const PROCESS_IDS = [
  'screen',
  'flexo',
  'offset',
  'gravure',
  'outside',
  'printed-film',
  'cut-film',
] as const;
export type ProcessId = (typeof PROCESS_IDS)[number];

export interface Process {
  readonly id: ProcessId;
  readonly name: string;
  /** In one sentence. */
  readonly about: string;
  /** A plate, frame or cylinder, minor units. */
  readonly plateEach: number;
  /** Making ready, minutes for each separation, and what is spoilt in it, m². */
  readonly setupMinutes: number;
  readonly setupM2: number;
  /** Machine and crew, minor units an hour. */
  readonly hourRate: number;
  /** Printed in an hour, m², and how often a piece goes through: once for each separation, or once for all. */
  readonly m2PerHour: number;
  readonly throughs: 'once' | 'each separation';
  /** Ink of one separation, minor units per m². */
  readonly inkPerM2: number;
  /** A proof before the run, and a die where pieces are cut to shape, minor units. */
  readonly proof: number;
  readonly die: number;
  /** Of the material, what is trimmed away round the pieces, and of what is printed, what is spoilt; percent. */
  readonly trimPercent: number;
  readonly spoilagePercent: number;
  /** The shop's own hands: asking, ordering, checking, repacking; minutes for the job. */
  readonly handlingMinutes: number;
  /** Handwork for one piece: minutes for itself, and for each island that is weeded. */
  readonly minutesPerPiece: number;
  readonly minutesPerIsland: number;
  /** Film, laminate or mask beside the material itself, minor units per m² and separation. */
  readonly filmPerM2: number;
  /** Bought from somebody else: carriage and least order, minor units. */
  readonly carriage: number;
  readonly leastOrder: number;
  readonly waitHours: number;
  /** Most opaque white, contrast ratio; finest stroke, mm; whether it prints fine gradients. */
  readonly opacity: number;
  readonly detailMm: number;
  readonly gradients: boolean;
  readonly materials: readonly MaterialClass[];
  readonly forms: readonly Material['form'][];
  /** Its film hides the material. */
  readonly covers: boolean;
  /** Most separations that are sensible. */
  readonly mostSeparations: number;
}

const ALL: readonly MaterialClass[] = ['white', 'clear', 'dark', 'metallic', 'natural'];
const EVERY_FORM: readonly Material['form'][] = ['roll', 'sheet', 'board'];
const NO_HANDS = {
  covers: false,
  minutesPerPiece: 0,
  minutesPerIsland: 0,
  filmPerM2: 0,
  carriage: 0,
  leastOrder: 0,
};

export const PROCESSES: readonly Process[] = [
  {
    ...NO_HANDS,
    id: 'screen',
    proof: 1500,
    die: 6000,
    trimPercent: 10,
    spoilagePercent: 5,
    handlingMinutes: 15,
    get name() {
      return t('processes.screenPrinting');
    },
    get about() {
      return t('processes.thickestMostOpaqueWhite');
    },
    plateEach: 4500,
    setupMinutes: 20,
    setupM2: 0.5,
    hourRate: 5500,
    m2PerHour: 60,
    throughs: 'each separation',
    inkPerM2: 60,
    waitHours: 24,
    opacity: 0.95,
    detailMm: 0.25,
    gradients: false,
    materials: ALL,
    forms: EVERY_FORM,
    mostSeparations: 8,
  },
  {
    ...NO_HANDS,
    id: 'flexo',
    proof: 4000,
    die: 14000,
    trimPercent: 8,
    spoilagePercent: 3,
    handlingMinutes: 30,
    get name() {
      return t('processes.flexo');
    },
    get about() {
      return t('processes.fairlyOpaqueWhiteLong');
    },
    plateEach: 18_000,
    setupMinutes: 25,
    setupM2: 20,
    hourRate: 14_000,
    m2PerHour: 1500,
    throughs: 'once',
    inkPerM2: 4,
    waitHours: 72,
    opacity: 0.75,
    detailMm: 0.15,
    gradients: false,
    materials: ['white', 'clear', 'metallic', 'natural'],
    forms: ['roll'],
    mostSeparations: 10,
  },
  {
    ...NO_HANDS,
    id: 'offset',
    proof: 3500,
    die: 9000,
    trimPercent: 12,
    spoilagePercent: 4,
    handlingMinutes: 30,
    get name() {
      return t('processes.offset');
    },
    get about() {
      return t('processes.fineDetailThinWhite');
    },
    plateEach: 2500,
    setupMinutes: 15,
    setupM2: 60,
    hourRate: 16_000,
    m2PerHour: 3000,
    throughs: 'once',
    inkPerM2: 2,
    waitHours: 48,
    opacity: 0.45,
    detailMm: 0.05,
    gradients: true,
    materials: ['white', 'metallic', 'natural', 'dark'],
    forms: ['sheet'],
    mostSeparations: 8,
  },
  {
    ...NO_HANDS,
    id: 'gravure',
    proof: 30000,
    die: 25000,
    trimPercent: 6,
    spoilagePercent: 2,
    handlingMinutes: 45,
    get name() {
      return t('processes.gravure');
    },
    get about() {
      return t('processes.opaqueFineCylindersCost');
    },
    plateEach: 300_000,
    setupMinutes: 60,
    setupM2: 300,
    hourRate: 30_000,
    m2PerHour: 12_000,
    throughs: 'once',
    inkPerM2: 3,
    waitHours: 336,
    opacity: 0.8,
    detailMm: 0.08,
    gradients: true,
    materials: ['white', 'clear', 'metallic', 'natural'],
    forms: ['roll'],
    mostSeparations: 10,
  },
  {
    ...NO_HANDS,
    id: 'outside',
    proof: 0,
    die: 0,
    trimPercent: 0,
    spoilagePercent: 0,
    handlingMinutes: 20,
    get name() {
      return t('processes.buyingFromAnotherShop');
    },
    get about() {
      return t('processes.sentOutSomebodyWho');
    },
    plateEach: 0,
    setupMinutes: 0,
    setupM2: 0,
    hourRate: 0,
    m2PerHour: 1,
    throughs: 'once',
    inkPerM2: 0,
    filmPerM2: 6500,
    carriage: 1800,
    leastOrder: 4500,
    waitHours: 96,
    opacity: 0.9,
    detailMm: 0.15,
    gradients: true,
    materials: ALL,
    forms: EVERY_FORM,
    mostSeparations: 12,
  },
  {
    ...NO_HANDS,
    id: 'printed-film',
    proof: 0,
    die: 0,
    trimPercent: 10,
    spoilagePercent: 4,
    handlingMinutes: 5,
    covers: true,
    get name() {
      return t('processes.printedFilmLaminatedApplied');
    },
    get about() {
      return t('processes.printedWhiteFilmLeft');
    },
    plateEach: 0,
    setupMinutes: 2,
    setupM2: 0.02,
    hourRate: 2500,
    m2PerHour: 12,
    throughs: 'once',
    inkPerM2: 30,
    minutesPerPiece: 5,
    filmPerM2: 220,
    waitHours: 24,
    opacity: 1,
    detailMm: 0.1,
    gradients: true,
    materials: ALL,
    forms: ['sheet', 'board'],
    mostSeparations: 6,
  },
  {
    ...NO_HANDS,
    id: 'cut-film',
    proof: 0,
    die: 0,
    trimPercent: 15,
    spoilagePercent: 5,
    handlingMinutes: 5,
    get name() {
      return t('processes.colouredFilmCutWeeded');
    },
    get about() {
      return t('processes.cutFromColouredFilm');
    },
    plateEach: 0,
    setupMinutes: 8,
    setupM2: 0.2,
    hourRate: 1500,
    m2PerHour: 8,
    throughs: 'each separation',
    inkPerM2: 0,
    minutesPerPiece: 6,
    minutesPerIsland: 0.15,
    filmPerM2: 900,
    waitHours: 0,
    opacity: 1,
    detailMm: 1.5,
    gradients: false,
    materials: ALL,
    forms: EVERY_FORM,
    mostSeparations: 3,
  },
];

/** Why a process is not for a job; empty where it is. */
export function whyNotProcess(process: Process, needs: ProcessNeeds): readonly string[] {
  const { name } = process;
  const reasons: string[] = [];
  if (!process.materials.includes(needs.material.class))
    reasons.push(
      t('processes.doesNotPrintMaterial', { name, class: CLASS_NAMES[needs.material.class] }),
    );
  if (!process.forms.includes(needs.material.form))
    reasons.push(t('processes.doesNotPrint', { name, form: FORM_NAMES[needs.material.form] }));
  if (needs.opacity > process.opacity + 0.005)
    reasons.push(
      t('processes.whiteCoversWanted', {
        opacity: decimal(process.opacity * 100, 0),
        opacity2: decimal(needs.opacity * 100, 0),
      }),
    );
  if (needs.bare && process.covers) reasons.push(t('processes.filmHidesMaterialWhich'));
  if (needs.gradients && !process.gradients) reasons.push(t('processes.printsNoFineGradients'));
  if (needs.detailMm !== null && needs.detailMm < process.detailMm)
    reasons.push(
      t('processes.finestStrokeMmArt', {
        detailMm: process.detailMm,
        detailMm2: decimal(needs.detailMm, 2),
      }),
    );
  if (needs.separations > process.mostSeparations)
    reasons.push(
      t('processes.takesSeparationsMoreThan', {
        separations: needs.separations,
        mostSeparations: process.mostSeparations,
      }),
    );
  return reasons;
}
