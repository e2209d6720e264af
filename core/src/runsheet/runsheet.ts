/** The steps for the person at the machine, in order, with settings, checks and cautions. */
import type { Finding } from '../findings/index.ts';
import type { ContainerNeed, InkUse } from '../ink/index.ts';
import type { Layout } from '../layout/index.ts';
import type { Opacity } from '../look/index.ts';
import type { PrintPlan, VersionLoads } from '../plan/plan.ts';
import {
  bedOverhang,
  inkFor,
  inkName,
  keyOf,
  layerName,
  type Mode,
  type MachineState,
} from '../stack/index.ts';
import { ruleWords } from '../rule/index.ts';
import { dayWords } from '../stock/index.ts';
import { slotWanted, type Trip } from '../trips/index.ts';
import { decimal, inSentence, t } from '../texts/index.ts';

export interface Setting {
  readonly label: string;
  readonly value: string;
}

export interface RunStep {
  readonly title: string;
  /** Number of the trip that is printed in this step. */
  readonly trip?: number;
  readonly settings: readonly Setting[];
  /** To be ticked off before going on. */
  readonly checks: readonly string[];
  readonly cautions: readonly string[];
}

export interface RunSheetInput {
  readonly plan: PrintPlan;
  readonly state: MachineState;
  readonly mode: Mode;
  readonly layout: Layout;
  /** Which versions lie on which load; none where the plan has no versions. */
  readonly versionLoads: readonly VersionLoads[];
  readonly trips: readonly Trip[];
  readonly inks: readonly InkUse[];
  readonly containers: readonly ContainerNeed[];
  readonly opacity: Opacity;
  readonly findings: readonly Finding[];
}

const mm = (value: number) => `${decimal(value, 1)} mm`;
const setting = (label: string, value: string): Setting => ({ label, value });

const CURE_CAUTIONS: Record<PrintPlan['machine']['cure'], readonly string[]> = {
  get uv() {
    return [t('runsheet.uvLampsHarmEyes')];
  },
  get solvent() {
    return [t('runsheet.solventVapourKeepVentilation')];
  },
  get water() {
    return [t('runsheet.heatersCanBurnLet')];
  },
};

export function runSheet(input: RunSheetInput): readonly RunStep[] {
  const { plan, trips } = input;
  const steps = [prepare(input), material(input)];
  if (plan.trips.testPrint) steps.push(testPrint(input));
  const { cutting } = plan;
  if (cutting && cutting.creaseMm > 0) steps.push(bladeStep(input, 'crease'));
  for (const [i, trip] of trips.entries()) {
    const before = trips[i - 1];
    if (before && before.side !== trip.side) steps.push(turnOver());
    steps.push(tripStep(input, trip));
    const next = trips[i + 1];
    if (next?.side === trip.side) steps.push(putBack(trip, next));
  }
  const left = putBackForOthers(input);
  if (left) steps.push(left);
  if (cutting && cutting.cutMm > 0) steps.push(bladeStep(input, 'cut'));
  steps.push(finish(input));
  return steps;
}

function prepare({ plan, state, inks, containers, findings }: RunSheetInput): RunStep {
  const { whiteSlot } = plan.machine;
  const slot = slotWanted(plan.stack);
  const special = inks.filter(({ channel }) => ['W', 'S', 'V'].includes(channel));
  return {
    title: t('runsheet.getMachineReady'),
    settings: [
      setting(t('runsheet.machine'), plan.machine.name),
      ...inks.map(({ channel, ml }) => {
        const found = containers.find((one) => one.channel === channel);
        const left = found
          ? t('runsheet.mlOpenContainer', { leftMl: decimal(found.leftMl, 0) })
          : '';
        return setting(t('runsheet.ink', { channel }), `${decimal(ml, 1)} mL${left}`);
      }),
      ...(whiteSlot && special.some(({ channel }) => channel === 'W')
        ? [
            setting(
              t('runsheet.slotWhite'),
              `${slot === 'under' ? t('runsheet.whiteUnderColour') : t('runsheet.allOtherWork')}${state.whiteSlot === undefined ? '' : state.whiteSlot === slot ? t('runsheet.whereStands') : t('runsheet.moveThere')}`,
            ),
          ]
        : []),
    ],
    checks: [
      ...containers
        .filter(({ opened }) => opened > 0)
        .map(({ name, opened, ml }) =>
          t('runsheet.moreContainerMlStands', {
            n: opened,
            name: inSentence(name),
            ml: decimal(ml, 0),
          }),
        ),
      ...(plan.trips.fittedFor ? [t('runsheet.wasteContainerEmptiedBefore')] : []),
      ...(special.some(({ channel }) => channel === 'W' || channel === 'S')
        ? [t('runsheet.whiteSilverSettleTurn')]
        : []),
      special.length ? t('runsheet.printNozzleCheckClear') : t('runsheet.printNozzleCheck'),
      ...findings.filter(({ severity }) => severity !== 'note').map(({ message }) => message),
    ],
    cautions: [t('runsheet.wasteInkCleaningFluid'), ...CURE_CAUTIONS[plan.machine.cure]],
  };
}

/** The lot with where it lies and until when it is good, as far as the shelf knows it. */
function lotText(lot: string, { shelf }: MachineState): string {
  if (lot === '') return t('runsheet.writeDownHere');
  const own = shelf?.lots.find((one) => one.lot === lot);
  if (!own) return lot;
  const age =
    own.age === 'over'
      ? t('runsheet.overAgeSince', { until: dayWords(own.until!) })
      : own.until
        ? t('runsheet.goodUntil', { until: dayWords(own.until) })
        : t('runsheet.noDateKnown');
  return [lot, ...(own.place ? [own.place] : []), age].join(', ');
}

/** `Loads 2 to 5`. */
export const loadsName = ({ first, times }: VersionLoads): string =>
  times > 1
    ? t('runsheet.loads', { first, first2: first + times - 1 })
    : t('runsheet.load', { first });

/** What lies on each of those loads: `page 2 × 40, page 3 × 8`. */
export const piecesText = ({ pieces }: VersionLoads): string =>
  pieces.map(({ page, copies }) => t('runsheet.page', { page, copies })).join(', ');

function material({ plan, state, layout, versionLoads }: RunSheetInput): RunStep {
  const { material: stock, machine } = plan;
  const [first] = layout.loads;
  const rigid = stock.form === 'board';
  const over = bedOverhang(machine, stock);
  return {
    title: t('runsheet.loadMaterial'),
    settings: [
      setting(t('runsheet.material'), stock.name),
      setting(t('runsheet.lot'), lotText(plan.lot, state)),
      setting(t('runsheet.width'), mm(stock.width)),
      setting(t('runsheet.thickness'), `${stock.thickness} mm`),
      setting(
        t('runsheet.loadsCount'),
        t('runsheet.upCopies', { loadCount: layout.loadCount, copies: first.copies }),
      ),
      ...(layout.loadCount > 1
        ? [
            setting(
              t('runsheet.lastLoad'),
              t('runsheet.copies', { copies: layout.loads[layout.loads.length - 1].copies }),
            ),
          ]
        : []),
      setting(t('runsheet.copiesAcross'), `${layout.columns}`),
      ...[...new Set(layout.loads.flatMap(({ others }) => others.map(({ name }) => name)))].map(
        (name) => setting(t('runsheet.sharesLoads'), name),
      ),
      setting(t('runsheet.printedLength'), mm(first.length)),
      ...versionLoads.map((loads) => setting(loadsName(loads), piecesText(loads))),
    ],
    checks: [
      ...(stock.class === 'clear' ? [t('runsheet.readDateLotWhite')] : []),
      ...(rigid
        ? [
            t('runsheet.measureThicknessSetHead'),
            ...(machine.clearance === undefined
              ? []
              : [
                  t('runsheet.mmLeftUnderHead', {
                    clearance: decimal(machine.clearance - stock.thickness, 1),
                  }),
                ]),
            ...(over.width + over.length > 0 ? [t('runsheet.whatSticksOutBeyond')] : []),
          ]
        : [t('runsheet.materialLiesFlatWithout')]),
      t('runsheet.rightSideUp'),
    ],
    cautions: [
      t('runsheet.carriageMovesFastRollers'),
      ...(rigid ? [t('runsheet.raisedCurledEdgeStrikes')] : []),
      ...(machine.cure === 'water' || machine.cure === 'solvent'
        ? [t('runsheet.heatedPlatenBurns')]
        : []),
    ],
  };
}

function testPrint({ plan, opacity }: RunSheetInput): RunStep {
  return {
    title: t('runsheet.makeTestPrintOne'),
    settings: opacity.layers.map(({ layer, contrastRatio }) =>
      setting(
        t('runsheet.opacity', { layer: inSentence(layer) }),
        t('runsheet.contrastRatio', { contrastRatio: decimal(contrastRatio * 100, 0) }),
      ),
    ),
    checks: [
      t('runsheet.whiteSitsUnderEverything'),
      t('runsheet.noWhitePeeksOut'),
      ...(plan.stack.back.length || plan.stack.front.some(({ mirror }) => mirror)
        ? [t('runsheet.textReadsRightFrom')]
        : []),
      t('runsheet.barcodeIfThereOne'),
      t('runsheet.customerHasSeenSigned'),
    ],
    cautions: [],
  };
}

function tripStep({ plan, mode }: RunSheetInput, trip: Trip): RunStep {
  const mirrored = trip.layers.some(({ mirror }) => mirror);
  // Two pictures in one trip: some layers are mirrored and some are not, each from its own page.
  const mixed = trip.layers.some(({ mirror }) => mirror !== mirrored);
  const { page: front, rearPage } = plan.artwork;
  const pages = trip.layers.map(({ picture }) =>
    picture === 'rear' ? (rearPage ?? front) : front,
  );
  const layers = trip.layers.flatMap((layer, i) =>
    layer.parts.map((part) => {
      const { density, rule } = part;
      const name =
        part.inkRole === 'CMYK' ? undefined : inkFor(plan.machine, keyOf(part))?.spotName;
      return setting(
        t('runsheet.layer', { i: i + 1, part: inkName(part, plan.machine) }),
        [
          `${density} %`,
          t('runsheet.hit', { n: layer.hits }),
          ...(rule ? [ruleWords(rule)] : []),
          ...(name ? [t('runsheet.spotName', { name })] : []),
          ...(mixed
            ? [
                layer.mirror ? t('runsheet.mirrored') : t('runsheet.straight'),
                t('runsheet.pagePages', { pages: pages[i] }),
              ]
            : []),
        ].join(', '),
      );
    }),
  );
  return {
    trip: trip.number,
    title: t('runsheet.trip', {
      number: trip.number,
      layers: inSentence(
        trip.layers.map((layer) => layerName(layer, plan.machine)).join(t('runsheet.then')),
      ),
    }),
    settings: [
      setting(t('runsheet.mode'), mode.name),
      ...layers,
      setting(
        t('runsheet.order'),
        trip.layers.map((layer) => layerName(layer, plan.machine)).join(' → '),
      ),
      setting(
        t('runsheet.print'),
        mixed
          ? t('runsheet.eachLayerSays')
          : mirrored
            ? t('runsheet.mirrored')
            : t('runsheet.straight'),
      ),
      setting(
        t('runsheet.pageOfFile'),
        plan.versions
          ? t('runsheet.eachVersionLoadsSay')
          : t('runsheet.artwork', { value: [...new Set(pages)].join(t('runsheet.and')) }),
      ),
      setting(t('runsheet.passes'), `${trip.passes}`),
      setting(
        t('runsheet.carriage'),
        `${trip.speed} mm/s, ${trip.bidirectional ? t('runsheet.bothDirections') : t('runsheet.oneDirection')}`,
      ),
      setting(
        t('runsheet.returnOrigin'),
        trip.returnsToOrigin ? t('runsheet.on') : t('runsheet.off'),
      ),
      setting(t('runsheet.dryingAfter'), `${trip.waitSetting} min`),
      setting(t('runsheet.printingTime'), `${decimal(trip.minutes, 1)} min`),
    ],
    checks: [
      mixed
        ? t('runsheet.onlyLayersSaySo')
        : mirrored
          ? t('runsheet.previewMirroredOnce')
          : t('runsheet.previewNotMirrored'),
      t('runsheet.lookWhiteBeforeCommitting'),
      ...(trip.returnsToOrigin ? [t('runsheet.dontTouchMoveMaterial')] : []),
    ],
    cautions: CURE_CAUTIONS[plan.machine.cure],
  };
}

/** Creasing comes before ink and cutting after it; the tool is changed by hand in between. */
function bladeStep({ plan, layout }: RunSheetInput, what: 'crease' | 'cut'): RunStep {
  const { cutting, machine } = plan;
  const mm = what === 'crease' ? cutting!.creaseMm : cutting!.cutMm;
  const changed = cutting!.creaseMm > 0 && cutting!.cutMm > 0;
  return {
    title: what === 'crease' ? t('runsheet.crease') : t('runsheet.cut'),
    settings: [
      setting(
        t('runsheet.tool'),
        what === 'crease' ? t('runsheet.creasingWheel') : t('runsheet.knife'),
      ),
      setting(t('runsheet.pathOneCopy'), `${decimal(mm, 0)} mm`),
      setting(t('runsheet.loadsCount'), `${layout.loadCount}`),
      ...(machine.cutter ? [setting(t('runsheet.speed'), `${machine.cutter.speed} mm/s`)] : []),
    ],
    checks: [
      ...(what === 'cut' && changed ? [t('runsheet.creasingWheelOutKnife')] : []),
      ...(what === 'crease' && changed ? [t('runsheet.creasingWheelNotKnife')] : []),
      what === 'cut' ? t('runsheet.printDry') : t('runsheet.creaseFirstThenWhite'),
    ],
    cautions: [t('runsheet.bladesSharpCarriageMoves')],
  };
}

/** What the next job must not find as this one left it; nothing where it is as it was. */
function putBackForOthers({ plan, mode, trips }: RunSheetInput): RunStep | undefined {
  const last = trips[trips.length - 1];
  const settings = [
    ...(last.hits > 1
      ? [setting(t('runsheet.hits'), t('runsheet.fromBack1', { hits: last.hits }))]
      : []),
    ...(last.waitSetting > 0 ? [setting(t('runsheet.drying'), t('runsheet.back0Min'))] : []),
    ...(plan.trips.careful?.length
      ? [
          setting(
            t('runsheet.specialInk'),
            t('runsheet.backMmSPasses', {
              specialSpeed: mode.specialSpeed,
              passes: mode.passes,
              rest: mode.bidirectional ? t('runsheet.bothDirections') : t('runsheet.oneDirection'),
            }),
          ),
        ]
      : []),
  ];
  if (settings.length === 0) return undefined;
  return {
    title: t('runsheet.putMachineBackNext'),
    settings,
    checks: [t('runsheet.settingsBack')],
    cautions: [],
  };
}

/** Settings of the trip before that would spoil the next one if they stayed. */
function putBack(done: Trip, next: Trip): RunStep {
  return {
    title: t('runsheet.beforeTripPutSettings', { number: next.number }),
    settings: [
      setting(t('runsheet.hits'), t('runsheet.from', { hits: done.hits, hits2: next.hits })),
      setting(t('runsheet.drying'), t('runsheet.min', { waitSetting: next.waitSetting })),
      setting(
        t('runsheet.returnOrigin'),
        next.returnsToOrigin ? t('runsheet.leave') : t('runsheet.turnOff'),
      ),
      setting(t('runsheet.carriage'), t('runsheet.mmS', { speed: next.speed })),
    ],
    checks: [t('runsheet.firstLayerDryTouch'), t('runsheet.headBackOrigin')],
    cautions: [],
  };
}

const turnOver = (): RunStep => ({
  title: t('runsheet.turnMaterialOver'),
  settings: [],
  checks: [t('runsheet.printDry'), t('runsheet.registrationMarksLieStops')],
  cautions: [t('runsheet.handsClearCarriageRollers')],
});

function finish({ plan, layout }: RunSheetInput): RunStep {
  const copies = layout.loads.reduce((sum, load) => sum + load.times * load.copies, 0);
  return {
    title: t('runsheet.finishCount'),
    settings: [
      setting(t('runsheet.goodCopies'), `${copies}`),
      ...(plan.versions ?? [])
        .filter((version) => version.copies > 0)
        .map((version) =>
          setting(t('runsheet.ofPage', { page: version.page }), `${version.copies}`),
        ),
    ],
    checks: [
      plan.machine.cure === 'solvent'
        ? t('runsheet.letPrintGasOut')
        : t('runsheet.letPrintComeRest'),
      t('runsheet.writeDownMachinesOwn'),
      ...(plan.laminated ? [t('runsheet.laminateMask')] : []),
      ...(plan.extras ?? []).map(({ name }) => `${name}.`),
    ],
    cautions: [
      t('runsheet.bladesCutAwayFrom'),
      ...(plan.viewing.light !== 'front' ? [t('runsheet.lightBoxesElectricalSigns')] : []),
      ...(plan.machine.kind === 'label'
        ? [t('runsheet.labelsNearFoodOnly')]
        : [t('runsheet.signsOverheadFilmSafety')]),
    ],
  };
}
