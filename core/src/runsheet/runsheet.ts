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

const mm = (value: number) => `${value.toFixed(1)} mm`;
const setting = (label: string, value: string): Setting => ({ label, value });

const CURE_CAUTIONS: Record<PrintPlan['machine']['cure'], readonly string[]> = {
  uv: [
    'UV lamps harm eyes and skin: keep shields closed. Uncured UV ink sensitises skin: wear gloves.',
  ],
  solvent: ['Solvent vapour: keep the ventilation running and sources of ignition away.'],
  water: ['Heaters can burn: let guides and platen cool before touching them.'],
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
    title: 'Get the machine ready',
    settings: [
      setting('Machine', plan.machine.name),
      ...inks.map(({ channel, ml }) => {
        const found = containers.find((one) => one.channel === channel);
        const left = found ? `, ${found.leftMl.toFixed(0)} mL in the open container` : '';
        return setting(`Ink ${channel}`, `${ml.toFixed(1)} mL${left}`);
      }),
      ...(whiteSlot && special.some(({ channel }) => channel === 'W')
        ? [
            setting(
              'Slot of the white',
              `${slot === 'under' ? 'for white under colour' : 'for all other work'}${state.whiteSlot === undefined ? '' : state.whiteSlot === slot ? ', where it stands' : ': MOVE it there'}`,
            ),
          ]
        : []),
    ],
    checks: [
      ...containers
        .filter(({ opened }) => opened > 0)
        .map(
          ({ name, opened, ml }) =>
            `${opened} more container${opened > 1 ? 's' : ''} of ${name.toLowerCase()}, ${ml.toFixed(0)} mL, ${opened > 1 ? 'stand' : 'stands'} by: the open one runs out on the way.`,
        ),
      ...(plan.trips.fittedFor
        ? [
            'The waste container is emptied before inks are changed, and there is enough in both containers.',
          ]
        : []),
      ...(special.some(({ channel }) => channel === 'W' || channel === 'S')
        ? ['White and silver settle: turn the containers gently from side to side before use.']
        : []),
      special.length
        ? 'Print a nozzle check on clear or coloured stock: white on white can’t be seen.'
        : 'Print a nozzle check.',
      ...findings.filter(({ severity }) => severity !== 'note').map(({ message }) => message),
    ],
    cautions: [
      'Waste ink and cleaning fluid are regulated waste; follow the makers’ safety data sheets and local codes.',
      ...CURE_CAUTIONS[plan.machine.cure],
    ],
  };
}

/** The lot with where it lies and until when it is good, as far as the shelf knows it. */
function lotText(lot: string, { shelf }: MachineState): string {
  if (lot === '') return 'write it down here: ________';
  const own = shelf?.lots.find((one) => one.lot === lot);
  if (!own) return lot;
  const age =
    own.age === 'over'
      ? `OVER-AGE since ${dayWords(own.until!)}`
      : own.until
        ? `good until ${dayWords(own.until)}`
        : 'no date known';
  return [lot, ...(own.place ? [own.place] : []), age].join(', ');
}

/** `Loads 2 to 5`. */
export const loadsName = ({ first, times }: VersionLoads): string =>
  times > 1 ? `Loads ${first} to ${first + times - 1}` : `Load ${first}`;

/** What lies on each of those loads: `page 2 × 40, page 3 × 8`. */
export const piecesText = ({ pieces }: VersionLoads): string =>
  pieces.map(({ page, copies }) => `page ${page} × ${copies}`).join(', ');

function material({ plan, state, layout, versionLoads }: RunSheetInput): RunStep {
  const { material: stock, machine } = plan;
  const [first] = layout.loads;
  const rigid = stock.form === 'board';
  const over = bedOverhang(machine, stock);
  return {
    title: 'Load the material',
    settings: [
      setting('Material', stock.name),
      setting('Lot', lotText(plan.lot, state)),
      setting('Width', mm(stock.width)),
      setting('Thickness', `${stock.thickness} mm`),
      setting('Loads', `${layout.loadCount} × up to ${first.copies} copies`),
      ...(layout.loadCount > 1
        ? [setting('Last load', `${layout.loads[layout.loads.length - 1].copies} copies`)]
        : []),
      setting('Copies across', `${layout.columns}`),
      ...[...new Set(layout.loads.flatMap(({ others }) => others.map(({ name }) => name)))].map(
        (name) => setting('Shares its loads', name),
      ),
      setting('Printed length', mm(first.length)),
      ...versionLoads.map((loads) => setting(loadsName(loads), piecesText(loads))),
    ],
    checks: [
      ...(stock.class === 'clear'
        ? [
            'Read the date of the lot: white crazes on over-age film. Use the oldest good roll first.',
          ]
        : []),
      ...(rigid
        ? [
            'Measure the thickness and set the head height; nothing may stand proud of the board.',
            ...(machine.clearance === undefined
              ? []
              : [
                  `${(machine.clearance - stock.thickness).toFixed(1)} mm are left under the head: nothing on the bed may reach that high.`,
                ]),
            ...(over.width + over.length > 0
              ? ['What sticks out beyond the bed is carried and does not tip.']
              : []),
          ]
        : ['The material lies flat, without curl or dust.']),
      'The right side is up.',
    ],
    cautions: [
      'The carriage moves fast and rollers pinch: hands clear before starting.',
      ...(rigid ? ['A raised or curled edge strikes the head.'] : []),
      ...(machine.cure === 'water' || machine.cure === 'solvent' ? ['Heated platen: burns.'] : []),
    ],
  };
}

function testPrint({ plan, opacity }: RunSheetInput): RunStep {
  return {
    title: 'Make a test print of one copy',
    settings: opacity.layers.map(({ layer, contrastRatio }) =>
      setting(
        `Opacity of ${layer.toLowerCase()}`,
        `${(contrastRatio * 100).toFixed(0)} % (contrast ratio)`,
      ),
    ),
    checks: [
      'White sits under everything that needs it; look at eyes, highlights and small type.',
      'No white peeks out beyond the colour.',
      ...(plan.stack.back.length || plan.stack.front.some(({ mirror }) => mirror)
        ? ['Text reads right from the side it will be seen from.']
        : []),
      'A barcode, if there is one, scans.',
      'The customer has seen and signed the proof.',
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
        `Layer ${i + 1}: ${inkName(part, plan.machine)}`,
        [
          `${density} %`,
          `${layer.hits} hit${layer.hits > 1 ? 's' : ''}`,
          ...(rule ? [ruleWords(rule)] : []),
          ...(name ? [`spot name "${name}"`] : []),
          ...(mixed ? [layer.mirror ? 'MIRRORED' : 'straight', `page ${pages[i]}`] : []),
        ].join(', '),
      );
    }),
  );
  return {
    trip: trip.number,
    title: `Trip ${trip.number}: ${trip.layers
      .map((layer) => layerName(layer, plan.machine))
      .join(', then ')
      .toLowerCase()}`,
    settings: [
      setting('Mode', mode.name),
      ...layers,
      setting('Order', trip.layers.map((layer) => layerName(layer, plan.machine)).join(' → ')),
      setting('Print', mixed ? 'as each layer says' : mirrored ? 'MIRRORED' : 'straight'),
      setting(
        'Page',
        plan.versions
          ? 'of each version, as the loads say'
          : `${[...new Set(pages)].join(' and ')} of the artwork`,
      ),
      setting('Passes', `${trip.passes}`),
      setting(
        'Carriage',
        `${trip.speed} mm/s, ${trip.bidirectional ? 'both directions' : 'one direction'}`,
      ),
      setting('Return to origin', trip.returnsToOrigin ? 'ON' : 'off'),
      setting('Drying after', `${trip.waitSetting} min`),
      setting('Printing time', `${trip.minutes.toFixed(1)} min`),
    ],
    checks: [
      mixed
        ? 'Only the layers that say so are mirrored, once.'
        : mirrored
          ? 'The preview is mirrored, once.'
          : 'The preview is not mirrored.',
      'Look at the white before committing to print.',
      ...(trip.returnsToOrigin
        ? ['Don’t touch or move the material until the last trip is done.']
        : []),
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
    title: what === 'crease' ? 'Crease' : 'Cut',
    settings: [
      setting('Tool', what === 'crease' ? 'creasing wheel' : 'knife'),
      setting('Path of one copy', `${mm.toFixed(0)} mm`),
      setting('Loads', `${layout.loadCount}`),
      ...(machine.cutter ? [setting('Speed', `${machine.cutter.speed} mm/s`)] : []),
    ],
    checks: [
      ...(what === 'cut' && changed ? ['The creasing wheel is out and the knife is in.'] : []),
      ...(what === 'crease' && changed ? ['The creasing wheel is in, not the knife.'] : []),
      what === 'cut'
        ? 'The print is dry.'
        : 'Crease first, then white, colour and clear, then cut.',
    ],
    cautions: [
      'Blades are sharp, and the carriage moves by itself: hands clear, tool changed with the machine stopped.',
    ],
  };
}

/** What the next job must not find as this one left it; nothing where it is as it was. */
function putBackForOthers({ plan, mode, trips }: RunSheetInput): RunStep | undefined {
  const last = trips[trips.length - 1];
  const settings = [
    ...(last.hits > 1 ? [setting('Hits', `from ${last.hits} back to 1`)] : []),
    ...(last.waitSetting > 0 ? [setting('Drying', 'back to 0 min')] : []),
    ...(plan.trips.careful?.length
      ? [
          setting(
            'Special ink',
            `back to ${mode.specialSpeed} mm/s, ${mode.passes} passes, ${mode.bidirectional ? 'both directions' : 'one direction'}`,
          ),
        ]
      : []),
  ];
  if (settings.length === 0) return undefined;
  return {
    title: 'Put the machine back for the next job',
    settings,
    checks: ['The settings are back.'],
    cautions: [],
  };
}

/** Settings of the trip before that would spoil the next one if they stayed. */
function putBack(done: Trip, next: Trip): RunStep {
  return {
    title: `Before trip ${next.number}: put the settings back`,
    settings: [
      setting('Hits', `from ${done.hits} to ${next.hits}`),
      setting('Drying', `to ${next.waitSetting} min`),
      setting('Return to origin', next.returnsToOrigin ? 'leave ON' : 'turn off'),
      setting('Carriage', `to ${next.speed} mm/s`),
    ],
    checks: [
      'The first layer is dry to the touch at a spare edge.',
      'The head is back at the origin.',
    ],
    cautions: [],
  };
}

const turnOver = (): RunStep => ({
  title: 'Turn the material over',
  settings: [],
  checks: ['The print is dry.', 'The registration marks lie on the stops.'],
  cautions: ['Hands clear of the carriage and rollers.'],
});

function finish({ plan, layout }: RunSheetInput): RunStep {
  const copies = layout.loads.reduce((sum, load) => sum + load.times * load.copies, 0);
  return {
    title: 'Finish and count',
    settings: [
      setting('Good copies', `${copies}`),
      ...(plan.versions ?? [])
        .filter((version) => version.copies > 0)
        .map((version) => setting(`Of page ${version.page}`, `${version.copies}`)),
    ],
    checks: [
      plan.machine.cure === 'solvent'
        ? 'Let the print gas out before laminating or stacking.'
        : 'Let the print come to rest before cutting or stacking.',
      'Write down the machine’s own ink report beside the estimate.',
      ...(plan.laminated ? ['Laminate or mask.'] : []),
      ...(plan.extras ?? []).map(({ name }) => `${name}.`),
    ],
    cautions: [
      'Blades: cut away from the hand.',
      ...(plan.viewing.light !== 'front'
        ? ['Light boxes are electrical signs: a licensed installer connects them.']
        : []),
      ...(plan.machine.kind === 'label'
        ? ['Labels near food: only inks and barriers cleared for food contact.']
        : ['Signs overhead, and film on safety or insulating glass, need a qualified fitter.']),
    ],
  };
}
