/**
 * Procedures of the floor as data: steps with reasons, timers, cautions, what to have at hand and what to write down. Times and habits
 * are common practice; a shop edits them and adds its own. Makers' data sheets and local codes have the last word.
 */
import type { Machine } from '../stack/index.ts';
import { t } from '../texts/index.ts';

/** What may hurt somebody at a step. */
export const CAUTIONS = {
  get waste() {
    return t('care.wasteInkCleaningFluid');
  },
  get gloves() {
    return t('care.wearGlovesEyeProtection');
  },
  get solvent() {
    return t('care.vapourKeepVentilationRunning');
  },
  get carriage() {
    return t('care.carriageMovesWithoutWarning');
  },
  get hot() {
    return t('care.headsPlatenHotLet');
  },
  get needle() {
    return t('care.needleUnderHeadSharp');
  },
  get uv() {
    return t('care.uvLampsHarmEyes');
  },
} as const;
export type CautionId = keyof typeof CAUTIONS;

export const PROCEDURE_IDS = [
  'daily',
  'has-stood',
  'put-white-in',
  'take-white-out',
  'park-heads',
  'fit-heads',
  'move-slot',
  'change-container',
  'empty-waste',
] as const;
export type ProcedureId = (typeof PROCEDURE_IDS)[number];

/** What the logbook gets when a step is ticked. */
export const STEP_EFFECTS = [
  'agitated',
  'pattern',
  'cleaned',
  'filled',
  'flushed',
  'parked',
  'heads-fitted',
  'slot',
  'waste-emptied',
] as const;
export type StepEffect = (typeof STEP_EFFECTS)[number];

/** What is written down at a step. */
export interface StepField {
  readonly id: string;
  readonly label: string;
  readonly kind: 'number' | 'text';
  readonly unit?: string;
}

export interface ProcedureStep {
  readonly do: string;
  readonly why?: string;
  /** Hands are needed for so long. */
  readonly minutes: number;
  /** Then it goes on by itself for so long, with a timer; nobody need stand by. */
  readonly waitMinutes?: number;
  readonly cautions?: readonly CautionId[];
  readonly write?: readonly StepField[];
  readonly effect?: StepEffect;
}

export interface Procedure {
  readonly title: string;
  /** When it is done. */
  readonly when: string;
  readonly have: readonly string[];
  readonly steps: readonly ProcedureStep[];
  /** Drawn from the containers or lost in the lines, mL; the machine's own figure for a swap where it is absent. */
  readonly ml?: number;
}

const mixture: StepField = {
  id: 'ml',
  get label() {
    return t('care.drawnCleaning');
  },
  kind: 'number',
  unit: 'mL',
};
const note: StepField = {
  id: 'note',
  get label() {
    return t('care.whatSeen');
  },
  kind: 'text',
};

const look: ProcedureStep = {
  get do() {
    return t('care.printNozzlePatternClear');
  },
  get why() {
    return t('care.whiteWhiteCantSeen');
  },
  minutes: 2,
  effect: 'pattern',
};
const agitate: ProcedureStep = {
  get do() {
    return t('care.moveWhiteContainerGently');
  },
  get why() {
    return t('care.titaniumDioxideHeavySettles');
  },
  minutes: 1,
  effect: 'agitated',
};
const empty: ProcedureStep = {
  get do() {
    return t('care.emptyWasteContainerPut');
  },
  get why() {
    return t('care.swapCleaningFillsRuns');
  },
  minutes: 2,
  cautions: ['waste', 'gloves'],
  effect: 'waste-emptied',
};

export const PROCEDURES: Readonly<Record<ProcedureId, Procedure>> = {
  daily: {
    get title() {
      return t('care.dailyCare');
    },
    get when() {
      return t('care.everyWorkingDayBefore');
    },
    get have() {
      return [t('care.stripClearColouredStock')];
    },
    get steps(): readonly ProcedureStep[] {
      return [
        { ...agitate, cautions: ['carriage'] },
        look,
        {
          do: t('care.lookWasteContainer'),
          why: t('care.moreGoesIntoThan'),
          minutes: 0.5,
          write: [note],
        },
      ];
    },
    ml: 1,
  },
  'has-stood': {
    get title() {
      return t('care.whenHasStood');
    },
    get when() {
      return t('care.whiteHasNotMovedWeekMore');
    },
    get have() {
      return [t('care.gloves'), t('care.stripClearColouredStock'), t('care.lintFreeCloth')];
    },
    get steps(): readonly ProcedureStep[] {
      return [
        {
          ...agitate,
          why: t('care.pigmentLiesBottomContainer'),
        },
        look,
        {
          do: t('care.nozzlesMissingRunOne'),
          why: t('care.oneCleaningDrawsSettled'),
          minutes: 1,
          waitMinutes: 3,
          cautions: ['carriage', 'waste'],
          write: [mixture],
          effect: 'cleaned',
        },
        {
          ...look,
          do: t('care.printPatternAgainIf'),
        },
      ];
    },
  },
  'put-white-in': {
    get title() {
      return t('care.putWhite');
    },
    get when() {
      return t('care.cleaningFluidStandsPlace');
    },
    get have() {
      return [
        t('care.fullAlmostFullContainer'),
        t('care.emptyCleaningContainer'),
        t('care.gloves'),
        t('care.stripClearColouredStock'),
      ];
    },
    get steps(): readonly ProcedureStep[] {
      return [
        {
          do: t('care.chooseInkSetWhite'),
          why: t('care.stopsHalfWayIf'),
          minutes: 1,
        },
        empty,
        {
          do: t('care.agitateNewContainerBefore'),
          why: t('care.hasStoodShelfWeeks'),
          minutes: 2,
          effect: 'agitated',
        },
        {
          do: t('care.takeCleaningContainerOut'),
          minutes: 0.5,
          cautions: ['gloves', 'carriage'],
        },
        {
          do: t('care.letLinesDrain'),
          why: t('care.allFluidLinesGoes'),
          minutes: 0,
          waitMinutes: 5,
          cautions: ['waste', 'solvent'],
        },
        {
          do: t('care.putWhiteDontStrain'),
          minutes: 0.5,
          cautions: ['gloves'],
        },
        {
          do: t('care.letWhiteCharge'),
          minutes: 0,
          waitMinutes: 15,
          cautions: ['carriage'],
          effect: 'filled',
        },
        look,
      ];
    },
  },
  'take-white-out': {
    get title() {
      return t('care.takeWhiteOut');
    },
    get when() {
      return t('care.noWhitePlannedWeeks');
    },
    get have() {
      return [t('care.fullCleaningContainer'), t('care.emptyContainer'), t('care.gloves')];
    },
    get steps(): readonly ProcedureStep[] {
      return [
        {
          do: t('care.chooseInkSetWithout'),
          why: t('care.whatLinesLostEach'),
          minutes: 1,
        },
        empty,
        {
          do: t('care.takeWhiteOutPut'),
          minutes: 1,
          cautions: ['gloves', 'carriage'],
        },
        {
          do: t('care.letLinesDrain'),
          minutes: 0,
          waitMinutes: 5,
          cautions: ['waste', 'solvent'],
        },
        { do: t('care.putCleaningContainer'), minutes: 0.5, cautions: ['gloves'] },
        {
          do: t('care.letFluidCharge'),
          minutes: 0,
          waitMinutes: 15,
          cautions: ['carriage'],
          effect: 'flushed',
        },
      ];
    },
  },
  'park-heads': {
    get title() {
      return t('care.parkHeads');
    },
    get when() {
      return t('care.noWhiteDaysMachine');
    },
    get have() {
      return [
        t('care.gloves'),
        t('care.lintFreeCloth'),
        t('care.distilledWater'),
        t('care.standIns'),
      ];
    },
    get steps(): readonly ProcedureStep[] {
      return [
        {
          do: t('care.seeNoJobPrints'),
          minutes: 0.5,
        },
        {
          do: t('care.letMachineFinishOwn'),
          why: t('care.hotHeadsDripBurn'),
          minutes: 0,
          waitMinutes: 10,
          cautions: ['hot'],
        },
        {
          do: t('care.waitUntilCarriageHas'),
          minutes: 1,
          cautions: ['carriage', 'hot', 'needle'],
        },
        {
          do: t('care.wipeUndersideHeadTower'),
          why: t('care.driedWhiteUndersideTurns'),
          minutes: 1,
          cautions: ['gloves', 'needle'],
        },
        {
          do: t('care.setEachHeadInto'),
          why: t('care.anotherPlaceMustAligned'),
          minutes: 0.5,
        },
        {
          do: t('care.putStandInsInto'),
          why: t('care.neverPrintEmptyPlace'),
          minutes: 0.5,
          cautions: ['carriage'],
          effect: 'parked',
        },
      ];
    },
    ml: 1,
  },
  'fit-heads': {
    get title() {
      return t('care.fitHeads');
    },
    get when() {
      return t('care.beforeWhiteWorkWhen');
    },
    get have() {
      return [t('care.gloves'), t('care.lintFreeCloth'), t('care.stripClearColouredStock')];
    },
    get steps(): readonly ProcedureStep[] {
      return [
        {
          do: t('care.waitUntilCarriageHasStoppedTake'),
          minutes: 0.2,
          cautions: ['carriage'],
        },
        {
          do: t('care.liftEachHeadOut'),
          why: t('care.anotherPlaceMeansAligning'),
          minutes: 0.9,
          cautions: ['needle', 'gloves'],
          effect: 'heads-fitted',
        },
        {
          do: t('care.letMachineCheckElectronics'),
          why: t('care.longerHeadsStoodLonger'),
          minutes: 0,
          waitMinutes: 2,
          cautions: ['carriage'],
        },
        look,
      ];
    },
    ml: 2,
  },
  'move-slot': {
    get title() {
      return t('care.moveWhiteSlot');
    },
    get when() {
      return t('care.nextJobWantsWhite');
    },
    get have() {
      return [t('care.gloves'), t('care.lintFreeCloth'), t('care.stripClearColouredStock')];
    },
    get steps(): readonly ProcedureStep[] {
      return [
        { do: t('care.holdQueueNothingPrints'), minutes: 0.5 },
        {
          do: t('care.moveWhiteOtherSlot'),
          minutes: 5,
          cautions: ['carriage', 'gloves'],
          effect: 'slot',
        },
        {
          do: t('care.letMachineChargeMoved'),
          minutes: 0,
          waitMinutes: 2,
          cautions: ['carriage'],
        },
        look,
        { do: t('care.releaseQueue'), minutes: 0.2 },
      ];
    },
    ml: 3,
  },
  'change-container': {
    get title() {
      return t('care.changeContainer');
    },
    get when() {
      return t('care.containerEmptyPastDay');
    },
    get have() {
      return [t('care.newContainerOldestGood'), t('care.gloves')];
    },
    get steps(): readonly ProcedureStep[] {
      return [
        {
          do: t('care.readLotDayNew'),
          why: t('care.oldestGoodOneGoes'),
          minutes: 0.5,
          write: [{ id: 'lot', label: t('care.lotNewContainer'), kind: 'text' }],
        },
        {
          do: t('care.agitateWhiteMetallicBefore'),
          minutes: 2,
          effect: 'agitated',
        },
        {
          do: t('care.takeOldOneOut'),
          minutes: 1,
          cautions: ['gloves', 'carriage'],
        },
        {
          do: t('care.tellStockWhichContainer'),
          minutes: 0.5,
        },
      ];
    },
    ml: 0,
  },
  'empty-waste': {
    get title() {
      return t('care.emptyWaste');
    },
    get when() {
      return t('care.wasteContainerNearlyFull');
    },
    get have() {
      return [t('care.gloves'), t('care.eyeProtection'), t('care.labelledDrumWasteInk')];
    },
    get steps(): readonly ProcedureStep[] {
      return [
        {
          do: t('care.seeNoJobPrintsNoCleaning'),
          minutes: 0.5,
          cautions: ['carriage'],
        },
        empty,
        {
          do: t('care.writeDownHowMuch'),
          why: t('care.showsWhetherMachineSpits'),
          minutes: 0.5,
          write: [{ id: 'ml', label: t('care.pouredOff'), kind: 'number', unit: 'mL' }],
        },
      ];
    },
    ml: 0,
  },
};

export interface ProcedureTotals {
  /** At the machine. */
  readonly hands: number;
  /** It goes on by itself. */
  readonly waiting: number;
  readonly minutes: number;
}

export function procedureTotals({ steps }: Pick<Procedure, 'steps'>): ProcedureTotals {
  const sum = (of: (step: ProcedureStep) => number) =>
    steps.reduce((all, step) => all + of(step), 0);
  const [hands, waiting] = [sum((step) => step.minutes), sum((step) => step.waitMinutes ?? 0)];
  return { hands, waiting, minutes: hands + waiting };
}

/** What it draws from the containers, mL: its own figure, or the machine's for filling and flushing lines. */
export const procedureMl = ({ ml, steps }: Procedure, machine: Pick<Machine, 'fitting'>): number =>
  ml ??
  (steps.some(({ effect }) => effect === 'filled' || effect === 'flushed')
    ? (machine.fitting?.lossMl ?? 0)
    : 0);

/** Ids of the procedures that a machine can have done to it, the built-in ones first. */
export function proceduresFor(
  { inks, whiteSlot, care, fitting }: Machine,
  procedures: Readonly<Record<string, Procedure>>,
): readonly string[] {
  const white = inks.some(({ role }) => role === 'white');
  const asks: Readonly<Partial<Record<string, boolean>>> = {
    daily: white,
    'has-stood': white,
    'put-white-in': white && fitting !== undefined,
    'take-white-out': white && fitting !== undefined,
    'park-heads': white && care?.school === 'parking',
    'fit-heads': white && care?.school === 'parking',
    'move-slot': whiteSlot !== undefined,
  };
  return Object.keys(procedures).filter((id) => asks[id] ?? true);
}
