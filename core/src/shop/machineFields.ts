/**
 * Every figure of a machine that a shop states, inks and modes aside: what it is called, its unit and range, what it changes, and
 * where to look it up. Screens are drawn from it.
 */
import { USUAL_CARE, type Machine } from '../stack/index.ts';
import { inEachLanguage, t } from '../texts/index.ts';

export const machineGroups = inEachLanguage(
  () =>
    [
      {
        id: 'what',
        title: t('shop.what'),
      },
      {
        id: 'bed',
        title: t('shop.whatGoesThrough'),
      },
      {
        id: 'carriage',
        title: t('shop.howMoves'),
      },
      {
        id: 'layers',
        title: t('shop.whatCanLay'),
      },
      {
        id: 'time',
        title: t('shop.whatCosts'),
      },
      {
        id: 'care',
        title: t('shop.howWhiteLookedAfter'),
      },
    ] as const,
);
export type MachineGroup = ReturnType<typeof machineGroups>[number]['id'];

export interface MachineField {
  /** Name in the machine, with dots. */
  readonly path: string;
  readonly group: MachineGroup;
  readonly label: string;
  readonly kind: 'length' | 'number' | 'money' | 'choice' | 'switch';
  /** Of a number; for money what it is paid for. */
  readonly unit?: string;
  /** Lengths in mm. */
  readonly min?: number;
  readonly max?: number;
  readonly precision?: number;
  readonly choices?: readonly { readonly value: string; readonly title: string }[];
  /** May be left out: then this stands. */
  readonly absent?: number | string;
  /** What a wrong figure makes wrong. */
  readonly changes: string;
  readonly lookUp: string;
}

/** Blocks of figures that a machine has or has not. */
export interface MachineBlock {
  readonly path: 'held' | 'cutter' | 'fitting' | 'whiteSlot' | 'care';
  readonly group: MachineGroup;
  readonly label: string;
  /** What stands there when it is switched on; common practice. */
  readonly usual: Readonly<Record<string, number | string>>;
}

export const machineFields = inEachLanguage((): readonly MachineField[] => [
  {
    path: 'kind',
    group: 'what',
    label: t('shop.kind'),
    kind: 'choice',
    choices: [
      { value: 'roll', title: t('shop.rollPrinter') },
      { value: 'flatbed', title: t('shop.flatbed') },
      { value: 'label', title: t('shop.labelPrinter') },
    ],
    changes: t('shop.whichMaterialsTakesHow'),
    lookUp: t('shop.machinesDataSheet'),
  },
  {
    path: 'cure',
    group: 'what',
    label: t('shop.ink'),
    kind: 'choice',
    choices: [
      { value: 'uv', title: t('shop.uvCuresUnderLamp') },
      { value: 'solvent', title: t('shop.solventDries') },
      { value: 'water', title: t('shop.waterBasedDries') },
    ],
    changes: t('shop.waitsBetweenTripsCautions'),
    lookUp: t('shop.machinesDataSheet'),
  },
  {
    path: 'maxWidth',
    group: 'bed',
    label: t('shop.printWidth'),
    kind: 'length',
    min: 1,
    max: 200_000,
    changes: t('shop.howManyPiecesLie'),
    lookUp: t('shop.machinesDataSheet'),
  },
  {
    path: 'minWidth',
    group: 'bed',
    label: t('shop.narrowestMedia'),
    kind: 'length',
    max: 200_000,
    changes: t('shop.warnsStripsRollersDont'),
    lookUp: t('shop.machinesDataSheet'),
  },
  {
    path: 'maxLength',
    group: 'bed',
    label: t('shop.maxPrintLength'),
    kind: 'length',
    min: 1,
    max: 200_000,
    changes: t('shop.howManyLoadsJob'),
    lookUp: t('shop.bedLongestJobMachines'),
  },
  {
    path: 'maxTwoTripLength',
    group: 'bed',
    label: t('shop.longestTwoTripPrint'),
    kind: 'length',
    min: 1,
    max: 200_000,
    changes: t('shop.warnsWhereWhiteColour'),
    lookUp: t('shop.printFineCrossBoth'),
  },
  {
    path: 'clearance',
    group: 'bed',
    label: t('shop.thickestMedia'),
    kind: 'length',
    min: 0.1,
    max: 1000,
    absent: 3,
    changes: t('shop.warnsHeadStrikes'),
    lookUp: t('shop.machinesDataSheet'),
  },
  {
    path: 'overhang',
    group: 'bed',
    label: t('shop.overhangAllowed'),
    kind: 'length',
    max: 10_000,
    absent: 0,
    changes: t('shop.whetherLargeBoardFits'),
    lookUp: t('shop.measureOnceRuler'),
  },
  {
    path: 'held.leading',
    group: 'bed',
    label: t('shop.grippedFront'),
    kind: 'length',
    max: 1000,
    changes: t('shop.materialCantPrinted'),
    lookUp: t('shop.measureOnceRuler'),
  },
  {
    path: 'held.trailing',
    group: 'bed',
    label: t('shop.grippedEnd'),
    kind: 'length',
    max: 1000,
    changes: t('shop.materialCantPrinted'),
    lookUp: t('shop.measureOnceRuler'),
  },
  {
    path: 'held.sides',
    group: 'bed',
    label: t('shop.grippedEachSide'),
    kind: 'length',
    max: 1000,
    changes: t('shop.materialCantPrinted'),
    lookUp: t('shop.measureOnceRuler'),
  },
  {
    path: 'headHeight',
    group: 'carriage',
    label: t('shop.nozzleRow'),
    kind: 'length',
    min: 0.1,
    max: 1000,
    precision: 1,
    changes: t('shop.timeHowManyTimes'),
    lookUp: t('shop.machinesDataSheetNozzles'),
  },
  {
    path: 'headRows',
    group: 'carriage',
    label: t('shop.rowsHeads'),
    kind: 'number',
    min: 1,
    max: 12,
    absent: 1,
    changes: t('shop.timeLayersGoDown'),
    lookUp: t('shop.lookCarriage'),
  },
  {
    path: 'sweeps',
    group: 'carriage',
    label: t('shop.carriageSweeps'),
    kind: 'choice',
    choices: [
      { value: 'print', title: t('shop.widthPrint') },
      { value: 'bed', title: t('shop.wholeBed') },
    ],
    absent: 'print',
    changes: t('shop.timeNarrowPrints'),
    lookUp: t('shop.watchPrintSomethingNarrow'),
  },
  {
    path: 'turnSeconds',
    group: 'carriage',
    label: t('shop.turnaround'),
    kind: 'number',
    unit: 's',
    max: 60,
    precision: 2,
    changes: t('shop.timeMostAllNarrow'),
    lookUp: t('shop.timeTenTurnsWatch'),
  },
  {
    path: 'acceleration',
    group: 'carriage',
    label: t('shop.acceleration'),
    kind: 'number',
    unit: 'mm/s²',
    min: 100,
    max: 100_000,
    absent: 4500,
    changes: t('shop.timeFastModesBraking'),
    lookUp: t('shop.seldomStatedLeaveOut'),
  },
  {
    path: 'returnSpeed',
    group: 'carriage',
    label: t('shop.returnOrigin'),
    kind: 'number',
    unit: 'mm/s',
    min: 0.1,
    max: 10_000,
    precision: 1,
    changes: t('shop.timeJobsTwoTrips'),
    lookUp: t('shop.timeOnceWatch'),
  },
  {
    path: 'returnsToOrigin',
    group: 'carriage',
    label: t('shop.canReturnSecondTrip'),
    kind: 'switch',
    changes: t('shop.whetherLayersMayLaid'),
    lookUp: t('shop.machinesDataSheet'),
  },
  {
    path: 'maxLayers',
    group: 'layers',
    label: t('shop.layersPerSide'),
    kind: 'number',
    min: 1,
    max: 12,
    changes: t('shop.whichStacksCanPrint'),
    lookUp: t('shop.ownProgramWhatOffers'),
  },
  {
    path: 'maxHits',
    group: 'layers',
    label: t('shop.hitsPerLayer'),
    kind: 'number',
    min: 1,
    max: 20,
    changes: t('shop.howOpaqueWhiteCan'),
    lookUp: t('shop.ownProgram'),
  },
  {
    path: 'inkLimit',
    group: 'layers',
    label: t('shop.totalInkLimit'),
    kind: 'number',
    unit: '%',
    min: 100,
    max: 2000,
    changes: t('shop.warnsWhereInkRuns'),
    lookUp: t('shop.printWedgeTotalInk'),
  },
  {
    path: 'silverUnderLimit',
    group: 'layers',
    label: t('shop.silverLimitUnderColour'),
    kind: 'number',
    unit: '%',
    max: 100,
    changes: t('shop.warnsSilverStaysWet'),
    lookUp: t('shop.printSilverFrom10'),
  },
  {
    path: 'barReduction',
    group: 'layers',
    label: t('shop.barWidthGain'),
    kind: 'length',
    max: 0.5,
    precision: 3,
    absent: 0,
    changes: t('shop.howBarsCodesPlated'),
    lookUp: t('shop.printOneSymbolSeveral'),
  },
  {
    path: 'whiteSlot.minutes',
    group: 'layers',
    label: t('shop.movingWhiteSlot'),
    kind: 'number',
    unit: 'min',
    max: 240,
    changes: t('shop.timeBetweenJobsWhite'),
    lookUp: t('shop.timeOnceWatch'),
  },
  {
    path: 'hourRate',
    group: 'time',
    label: t('shop.machineRate'),
    kind: 'money',
    unit: 'h',
    changes: t('shop.costEveryMinute'),
    lookUp: t('shop.leaseServicePowerWear'),
  },
  {
    path: 'setupMinutes',
    group: 'time',
    label: t('shop.setupPerJob'),
    kind: 'number',
    unit: 'min',
    max: 10_000,
    precision: 1,
    changes: t('shop.timeCostSmallJobs'),
    lookUp: t('shop.timeOnceWatch'),
  },
  {
    path: 'nozzleCheckMinutes',
    group: 'time',
    label: t('shop.nozzleCheck'),
    kind: 'number',
    unit: 'min',
    max: 10_000,
    precision: 1,
    absent: 2,
    changes: t('shop.timeEveryJob'),
    lookUp: t('shop.timeOnceWatch'),
  },
  {
    path: 'cutter.speed',
    group: 'time',
    label: t('shop.blade'),
    kind: 'number',
    unit: 'mm/s',
    min: 0.1,
    max: 10_000,
    changes: t('shop.timeJobsCuts'),
    lookUp: t('shop.settingMaterial'),
  },
  {
    path: 'cutter.swapMinutes',
    group: 'time',
    label: t('shop.toolChange'),
    kind: 'number',
    unit: 'min',
    max: 10_000,
    precision: 1,
    changes: t('shop.timeJobsCutCreased'),
    lookUp: t('shop.timeOnceWatch'),
  },
  {
    path: 'fitting.minutes',
    group: 'time',
    label: t('shop.fittingRemovingSpecialInk'),
    kind: 'number',
    unit: 'min',
    max: 10_000,
    changes: t('shop.timeCostWhereWhite'),
    lookUp: t('shop.timeOnceWatch'),
  },
  {
    path: 'fitting.lossMl',
    group: 'time',
    label: t('shop.lostLines'),
    kind: 'number',
    unit: 'mL',
    max: 1_000_000,
    precision: 1,
    changes: t('shop.inkCostWhereWhite'),
    lookUp: t('shop.weighWasteBeforeAfter'),
  },
  {
    path: 'fitting.cleaning',
    group: 'time',
    label: t('shop.cleaningFluid'),
    kind: 'money',
    changes: t('shop.costWhereWhitePut'),
    lookUp: t('shop.whatUsedUpPrice'),
  },
  {
    path: 'care.school',
    group: 'care',
    label: t('shop.school'),
    kind: 'choice',
    choices: [
      { value: 'moving', title: t('shop.keepMoving') },
      { value: 'parking', title: t('shop.parkHeads') },
    ],
    changes: t('shop.whichCareDueWhether'),
    lookUp: t('shop.parkHeadsOnlyWhere'),
  },
  {
    path: 'care.movingMl',
    group: 'care',
    label: t('shop.whitePrintedTwoWeeks'),
    kind: 'number',
    unit: 'mL',
    max: 10_000,
    changes: t('shop.whenToldWhiteStands'),
    lookUp: t('shop.makersAdviceAbout30'),
  },
  {
    path: 'care.wasteMl',
    group: 'care',
    label: t('shop.wasteContainerHolds'),
    kind: 'number',
    unit: 'mL',
    min: 10,
    max: 100_000,
    changes: t('shop.whenWasteEmptied'),
    lookUp: t('shop.machinesDataSheet'),
  },
  {
    path: 'care.nozzles',
    group: 'care',
    label: t('shop.nozzlesRow'),
    kind: 'number',
    min: 8,
    max: 4096,
    changes: t('shop.howNozzlePatternDrawn'),
    lookUp: t('shop.machinesDataSheet'),
  },
]);

export const machineBlocks = inEachLanguage((): readonly MachineBlock[] => [
  {
    path: 'held',
    group: 'bed',
    label: t('shop.clampsPinchRollersHold'),
    usual: { leading: 12, trailing: 12, sides: 5 },
  },
  {
    path: 'whiteSlot',
    group: 'layers',
    label: t('shop.whiteMovedHandBetween'),
    usual: { minutes: 10 },
  },
  {
    path: 'cutter',
    group: 'time',
    label: t('shop.cutsCreases'),
    usual: { speed: 150, swapMinutes: 4 },
  },
  {
    path: 'fitting',
    group: 'time',
    label: t('shop.specialInksPutJob'),
    usual: { minutes: 25, lossMl: 60, cleaning: 900 },
  },
  {
    path: 'care',
    group: 'care',
    label: t('shop.ownFiguresCare'),
    usual: { ...USUAL_CARE },
  },
]);

export type MachineValue = string | number | boolean | undefined;

/** The figure at a path; undefined where the machine does not state it. */
export function machineValue(machine: Machine, path: string): MachineValue {
  let at: unknown = machine;
  for (const name of path.split('.'))
    at = typeof at === 'object' && at !== null ? (at as Record<string, unknown>)[name] : undefined;
  return at as MachineValue;
}
