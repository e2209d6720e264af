/**
 * Every figure of a machine that a shop states, inks and modes aside: what it is called, its unit and range, what it changes, and
 * where to look it up. Screens are drawn from it.
 */
import { USUAL_CARE, type Machine } from '../stack/index.ts';
import { t } from '../texts/index.ts';

export const MACHINE_GROUPS = [
  {
    id: 'what',
    get title() {
      return t('shop.what');
    },
  },
  {
    id: 'bed',
    get title() {
      return t('shop.whatGoesThrough');
    },
  },
  {
    id: 'carriage',
    get title() {
      return t('shop.howMoves');
    },
  },
  {
    id: 'layers',
    get title() {
      return t('shop.whatCanLay');
    },
  },
  {
    id: 'time',
    get title() {
      return t('shop.whatCosts');
    },
  },
  {
    id: 'care',
    get title() {
      return t('shop.howWhiteLookedAfter');
    },
  },
] as const;
export type MachineGroup = (typeof MACHINE_GROUPS)[number]['id'];

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

export const MACHINE_FIELDS: readonly MachineField[] = [
  {
    path: 'kind',
    group: 'what',
    get label() {
      return t('shop.kind');
    },
    kind: 'choice',
    get choices() {
      return [
        { value: 'roll', title: t('shop.rollPrinter') },
        { value: 'flatbed', title: t('shop.flatbed') },
        { value: 'label', title: t('shop.labelPrinter') },
      ];
    },
    get changes() {
      return t('shop.whichMaterialsTakesHow');
    },
    get lookUp() {
      return t('shop.machinesDataSheet');
    },
  },
  {
    path: 'cure',
    group: 'what',
    get label() {
      return t('shop.ink');
    },
    kind: 'choice',
    get choices() {
      return [
        { value: 'uv', title: t('shop.uvCuresUnderLamp') },
        { value: 'solvent', title: t('shop.solventDries') },
        { value: 'water', title: t('shop.waterBasedDries') },
      ];
    },
    get changes() {
      return t('shop.waitsBetweenTripsCautions');
    },
    get lookUp() {
      return t('shop.machinesDataSheet');
    },
  },
  {
    path: 'maxWidth',
    group: 'bed',
    get label() {
      return t('shop.printWidth');
    },
    kind: 'length',
    min: 1,
    max: 200_000,
    get changes() {
      return t('shop.howManyPiecesLie');
    },
    get lookUp() {
      return t('shop.machinesDataSheet');
    },
  },
  {
    path: 'minWidth',
    group: 'bed',
    get label() {
      return t('shop.narrowestMedia');
    },
    kind: 'length',
    max: 200_000,
    get changes() {
      return t('shop.warnsStripsRollersDont');
    },
    get lookUp() {
      return t('shop.machinesDataSheet');
    },
  },
  {
    path: 'maxLength',
    group: 'bed',
    get label() {
      return t('shop.maxPrintLength');
    },
    kind: 'length',
    min: 1,
    max: 200_000,
    get changes() {
      return t('shop.howManyLoadsJob');
    },
    get lookUp() {
      return t('shop.bedLongestJobMachines');
    },
  },
  {
    path: 'maxTwoTripLength',
    group: 'bed',
    get label() {
      return t('shop.longestTwoTripPrint');
    },
    kind: 'length',
    min: 1,
    max: 200_000,
    get changes() {
      return t('shop.warnsWhereWhiteColour');
    },
    get lookUp() {
      return t('shop.printFineCrossBoth');
    },
  },
  {
    path: 'clearance',
    group: 'bed',
    get label() {
      return t('shop.thickestMedia');
    },
    kind: 'length',
    min: 0.1,
    max: 1000,
    absent: 3,
    get changes() {
      return t('shop.warnsHeadStrikes');
    },
    get lookUp() {
      return t('shop.machinesDataSheet');
    },
  },
  {
    path: 'overhang',
    group: 'bed',
    get label() {
      return t('shop.overhangAllowed');
    },
    kind: 'length',
    max: 10_000,
    absent: 0,
    get changes() {
      return t('shop.whetherLargeBoardFits');
    },
    get lookUp() {
      return t('shop.measureOnceRuler');
    },
  },
  {
    path: 'held.leading',
    group: 'bed',
    get label() {
      return t('shop.grippedFront');
    },
    kind: 'length',
    max: 1000,
    get changes() {
      return t('shop.materialCantPrinted');
    },
    get lookUp() {
      return t('shop.measureOnceRuler');
    },
  },
  {
    path: 'held.trailing',
    group: 'bed',
    get label() {
      return t('shop.grippedEnd');
    },
    kind: 'length',
    max: 1000,
    get changes() {
      return t('shop.materialCantPrinted');
    },
    get lookUp() {
      return t('shop.measureOnceRuler');
    },
  },
  {
    path: 'held.sides',
    group: 'bed',
    get label() {
      return t('shop.grippedEachSide');
    },
    kind: 'length',
    max: 1000,
    get changes() {
      return t('shop.materialCantPrinted');
    },
    get lookUp() {
      return t('shop.measureOnceRuler');
    },
  },
  {
    path: 'headHeight',
    group: 'carriage',
    get label() {
      return t('shop.nozzleRow');
    },
    kind: 'length',
    min: 0.1,
    max: 1000,
    precision: 1,
    get changes() {
      return t('shop.timeHowManyTimes');
    },
    get lookUp() {
      return t('shop.machinesDataSheetNozzles');
    },
  },
  {
    path: 'headRows',
    group: 'carriage',
    get label() {
      return t('shop.rowsHeads');
    },
    kind: 'number',
    min: 1,
    max: 12,
    absent: 1,
    get changes() {
      return t('shop.timeLayersGoDown');
    },
    get lookUp() {
      return t('shop.lookCarriage');
    },
  },
  {
    path: 'sweeps',
    group: 'carriage',
    get label() {
      return t('shop.carriageSweeps');
    },
    kind: 'choice',
    get choices() {
      return [
        { value: 'print', title: t('shop.widthPrint') },
        { value: 'bed', title: t('shop.wholeBed') },
      ];
    },
    absent: 'print',
    get changes() {
      return t('shop.timeNarrowPrints');
    },
    get lookUp() {
      return t('shop.watchPrintSomethingNarrow');
    },
  },
  {
    path: 'turnSeconds',
    group: 'carriage',
    get label() {
      return t('shop.turnaround');
    },
    kind: 'number',
    unit: 's',
    max: 60,
    precision: 2,
    get changes() {
      return t('shop.timeMostAllNarrow');
    },
    get lookUp() {
      return t('shop.timeTenTurnsWatch');
    },
  },
  {
    path: 'acceleration',
    group: 'carriage',
    get label() {
      return t('shop.acceleration');
    },
    kind: 'number',
    unit: 'mm/s²',
    min: 100,
    max: 100_000,
    absent: 4500,
    get changes() {
      return t('shop.timeFastModesBraking');
    },
    get lookUp() {
      return t('shop.seldomStatedLeaveOut');
    },
  },
  {
    path: 'returnSpeed',
    group: 'carriage',
    get label() {
      return t('shop.returnOrigin');
    },
    kind: 'number',
    unit: 'mm/s',
    min: 0.1,
    max: 10_000,
    precision: 1,
    get changes() {
      return t('shop.timeJobsTwoTrips');
    },
    get lookUp() {
      return t('shop.timeOnceWatch');
    },
  },
  {
    path: 'returnsToOrigin',
    group: 'carriage',
    get label() {
      return t('shop.canReturnSecondTrip');
    },
    kind: 'switch',
    get changes() {
      return t('shop.whetherLayersMayLaid');
    },
    get lookUp() {
      return t('shop.machinesDataSheet');
    },
  },
  {
    path: 'maxLayers',
    group: 'layers',
    get label() {
      return t('shop.layersPerSide');
    },
    kind: 'number',
    min: 1,
    max: 12,
    get changes() {
      return t('shop.whichStacksCanPrint');
    },
    get lookUp() {
      return t('shop.ownProgramWhatOffers');
    },
  },
  {
    path: 'maxHits',
    group: 'layers',
    get label() {
      return t('shop.hitsPerLayer');
    },
    kind: 'number',
    min: 1,
    max: 20,
    get changes() {
      return t('shop.howOpaqueWhiteCan');
    },
    get lookUp() {
      return t('shop.ownProgram');
    },
  },
  {
    path: 'inkLimit',
    group: 'layers',
    get label() {
      return t('shop.totalInkLimit');
    },
    kind: 'number',
    unit: '%',
    min: 100,
    max: 2000,
    get changes() {
      return t('shop.warnsWhereInkRuns');
    },
    get lookUp() {
      return t('shop.printWedgeTotalInk');
    },
  },
  {
    path: 'silverUnderLimit',
    group: 'layers',
    get label() {
      return t('shop.silverLimitUnderColour');
    },
    kind: 'number',
    unit: '%',
    max: 100,
    get changes() {
      return t('shop.warnsSilverStaysWet');
    },
    get lookUp() {
      return t('shop.printSilverFrom10');
    },
  },
  {
    path: 'barReduction',
    group: 'layers',
    get label() {
      return t('shop.barWidthGain');
    },
    kind: 'length',
    max: 0.5,
    precision: 3,
    absent: 0,
    get changes() {
      return t('shop.howBarsCodesPlated');
    },
    get lookUp() {
      return t('shop.printOneSymbolSeveral');
    },
  },
  {
    path: 'whiteSlot.minutes',
    group: 'layers',
    get label() {
      return t('shop.movingWhiteSlot');
    },
    kind: 'number',
    unit: 'min',
    max: 240,
    get changes() {
      return t('shop.timeBetweenJobsWhite');
    },
    get lookUp() {
      return t('shop.timeOnceWatch');
    },
  },
  {
    path: 'hourRate',
    group: 'time',
    get label() {
      return t('shop.machineRate');
    },
    kind: 'money',
    unit: 'h',
    get changes() {
      return t('shop.costEveryMinute');
    },
    get lookUp() {
      return t('shop.leaseServicePowerWear');
    },
  },
  {
    path: 'setupMinutes',
    group: 'time',
    get label() {
      return t('shop.setupPerJob');
    },
    kind: 'number',
    unit: 'min',
    max: 10_000,
    precision: 1,
    get changes() {
      return t('shop.timeCostSmallJobs');
    },
    get lookUp() {
      return t('shop.timeOnceWatch');
    },
  },
  {
    path: 'nozzleCheckMinutes',
    group: 'time',
    get label() {
      return t('shop.nozzleCheck');
    },
    kind: 'number',
    unit: 'min',
    max: 10_000,
    precision: 1,
    absent: 2,
    get changes() {
      return t('shop.timeEveryJob');
    },
    get lookUp() {
      return t('shop.timeOnceWatch');
    },
  },
  {
    path: 'cutter.speed',
    group: 'time',
    get label() {
      return t('shop.blade');
    },
    kind: 'number',
    unit: 'mm/s',
    min: 0.1,
    max: 10_000,
    get changes() {
      return t('shop.timeJobsCuts');
    },
    get lookUp() {
      return t('shop.settingMaterial');
    },
  },
  {
    path: 'cutter.swapMinutes',
    group: 'time',
    get label() {
      return t('shop.toolChange');
    },
    kind: 'number',
    unit: 'min',
    max: 10_000,
    precision: 1,
    get changes() {
      return t('shop.timeJobsCutCreased');
    },
    get lookUp() {
      return t('shop.timeOnceWatch');
    },
  },
  {
    path: 'fitting.minutes',
    group: 'time',
    get label() {
      return t('shop.fittingRemovingSpecialInk');
    },
    kind: 'number',
    unit: 'min',
    max: 10_000,
    get changes() {
      return t('shop.timeCostWhereWhite');
    },
    get lookUp() {
      return t('shop.timeOnceWatch');
    },
  },
  {
    path: 'fitting.lossMl',
    group: 'time',
    get label() {
      return t('shop.lostLines');
    },
    kind: 'number',
    unit: 'mL',
    max: 1_000_000,
    precision: 1,
    get changes() {
      return t('shop.inkCostWhereWhite');
    },
    get lookUp() {
      return t('shop.weighWasteBeforeAfter');
    },
  },
  {
    path: 'fitting.cleaning',
    group: 'time',
    get label() {
      return t('shop.cleaningFluid');
    },
    kind: 'money',
    get changes() {
      return t('shop.costWhereWhitePut');
    },
    get lookUp() {
      return t('shop.whatUsedUpPrice');
    },
  },
  {
    path: 'care.school',
    group: 'care',
    get label() {
      return t('shop.school');
    },
    kind: 'choice',
    get choices() {
      return [
        { value: 'moving', title: t('shop.keepMoving') },
        { value: 'parking', title: t('shop.parkHeads') },
      ];
    },
    get changes() {
      return t('shop.whichCareDueWhether');
    },
    get lookUp() {
      return t('shop.parkHeadsOnlyWhere');
    },
  },
  {
    path: 'care.movingMl',
    group: 'care',
    get label() {
      return t('shop.whitePrintedTwoWeeks');
    },
    kind: 'number',
    unit: 'mL',
    max: 10_000,
    get changes() {
      return t('shop.whenToldWhiteStands');
    },
    get lookUp() {
      return t('shop.makersAdviceAbout30');
    },
  },
  {
    path: 'care.wasteMl',
    group: 'care',
    get label() {
      return t('shop.wasteContainerHolds');
    },
    kind: 'number',
    unit: 'mL',
    min: 10,
    max: 100_000,
    get changes() {
      return t('shop.whenWasteEmptied');
    },
    get lookUp() {
      return t('shop.machinesDataSheet');
    },
  },
  {
    path: 'care.nozzles',
    group: 'care',
    get label() {
      return t('shop.nozzlesRow');
    },
    kind: 'number',
    min: 8,
    max: 4096,
    get changes() {
      return t('shop.howNozzlePatternDrawn');
    },
    get lookUp() {
      return t('shop.machinesDataSheet');
    },
  },
];

export const MACHINE_BLOCKS: readonly MachineBlock[] = [
  {
    path: 'held',
    group: 'bed',
    get label() {
      return t('shop.clampsPinchRollersHold');
    },
    usual: { leading: 12, trailing: 12, sides: 5 },
  },
  {
    path: 'whiteSlot',
    group: 'layers',
    get label() {
      return t('shop.whiteMovedHandBetween');
    },
    usual: { minutes: 10 },
  },
  {
    path: 'cutter',
    group: 'time',
    get label() {
      return t('shop.cutsCreases');
    },
    usual: { speed: 150, swapMinutes: 4 },
  },
  {
    path: 'fitting',
    group: 'time',
    get label() {
      return t('shop.specialInksPutJob');
    },
    usual: { minutes: 25, lossMl: 60, cleaning: 900 },
  },
  {
    path: 'care',
    group: 'care',
    get label() {
      return t('shop.ownFiguresCare');
    },
    usual: { ...USUAL_CARE },
  },
];

export type MachineValue = string | number | boolean | undefined;

/** The figure at a path; undefined where the machine does not state it. */
export function machineValue(machine: Machine, path: string): MachineValue {
  let at: unknown = machine;
  for (const name of path.split('.'))
    at = typeof at === 'object' && at !== null ? (at as Record<string, unknown>)[name] : undefined;
  return at as MachineValue;
}
