/** What would go wrong with a stack on this machine and material, seen as the plan says, each with a way out. */
import type { ArtworkInfo } from '../artwork/index.ts';
import { finding, type Finding, type PlanChange } from '../findings/index.ts';
import { facingPicture, readsBackwards } from '../look/index.ts';
import {
  allLayers,
  formatStack,
  layerName,
  mirrored,
  modesFor,
  slotOf,
  usesInkRole,
  withDensity,
  withoutInkRole,
  type MachineState,
  type Stack,
} from '../stack/index.ts';
import { slotWanted, splitTrips } from '../trips/index.ts';
import { modeOf, type PrintPlan } from './plan.ts';

/** Drying between two trips that suits any ink, minutes; common practice runs from 3 to 15. */
const SHORT_WAIT = 3;
const LONG_WAIT = 15;

export function stackFindings(plan: PrintPlan, info: ArtworkInfo, state: MachineState): Finding[] {
  return [
    ...mirroring(plan),
    ...wetSilver(plan),
    ...clearUnderLaminate(plan),
    ...wetHits(plan),
    ...onePicture(plan, info),
    ...wrongSlot(plan, state),
    ...manyTrips(plan),
  ];
}

const take = (label: string, change: PlanChange): Pick<Finding, 'repair'> => ({
  repair: { label, kind: 'plan', change },
});
const stackChange = (stack: Stack): PlanChange => ({ stack: formatStack(stack) });

function mirroring({ stack, viewing }: PrintPlan): Finding[] {
  const sides = viewing.side === 'both' ? (['front', 'back'] as const) : [viewing.side];
  const wrong = sides.filter((side) => readsBackwards(stack, side));
  const pictures = new Set(allLayers(stack).map(({ picture }) => picture));
  // One picture that is seen from both sides reads backwards from one of them, whatever is done.
  if (wrong.length === 0 || (viewing.side === 'both' && pictures.size === 1)) return [];
  return wrong.map((side): Finding => {
    const picture = facingPicture(stack, side);
    const was = allLayers(stack).some((layer) => layer.picture === picture && layer.mirror);
    return finding(
      'READS_BACKWARDS',
      was
        ? `From the ${side} the picture reads backwards: it is printed mirrored on the side it is looked at from. Print it as it reads.`
        : `From the ${side} the picture reads backwards: it is read through the material and not mirrored. Print it mirrored.`,
      {
        ...take(
          was ? 'Print as it reads' : 'Print mirrored',
          stackChange(mirrored(stack, picture)),
        ),
      },
    );
  });
}

function wetSilver({ stack, machine }: PrintPlan): Finding[] {
  const limit = machine.silverUnderLimit;
  return allLayers(stack).flatMap(({ parts, picture }, index): Finding[] => {
    const density = parts.find(({ inkRole }) => inkRole === 'S')?.density ?? 0;
    const { side, at } = slotOf(stack, index);
    const coloured = stack[side]
      .slice(at + 1)
      .some(
        (above) =>
          above.picture === picture && above.parts.some(({ inkRole }) => inkRole === 'CMYK'),
      );
    if (!coloured || density <= limit) return [];
    return [
      finding(
        'SILVER_WET',
        `Silver at ${density} % under colour stays wet and muddies it. ${machine.name} dries up to ${limit} %.`,
        { ...take(`Lay silver at ${limit} %`, stackChange(withDensity(stack, index, 'S', limit))) },
      ),
    ];
  });
}

function clearUnderLaminate({ stack, laminated }: PrintPlan): Finding[] {
  if (!laminated || !usesInkRole(stack, 'V')) return [];
  const without = withoutInkRole(stack, 'V');
  return [
    finding(
      'CLEAR_UNDER_LAMINATE',
      'Clear under a laminate is not seen. Leave it out, or leave the print unlaminated.',
      {
        ...(without
          ? take('Leave the clear out', stackChange(without))
          : take('Leave it unlaminated', { laminated: false })),
      },
    ),
  ];
}

/** White that is laid again before it has dried. */
function wetHits({ stack, machine, trips }: PrintPlan): Finding[] {
  const hits = Math.max(
    0,
    ...allLayers(stack)
      .filter(({ parts }) => parts.some(({ inkRole }) => inkRole === 'W'))
      .map((layer) => layer.hits),
  );
  if (machine.cure === 'uv' || hits < 2 || trips.waitMinutes >= SHORT_WAIT) return [];
  return [
    finding(
      'WHITE_HITS_WET',
      `${hits} hits of white go down wet on wet, and colour on top of them: white is thick and dries slowly. Common practice is a wait of ${SHORT_WAIT} to ${LONG_WAIT} min, colour in a trip of its own.`,
      {
        ...take(`Two trips, ${LONG_WAIT} min between`, { split: 'apart', waitMinutes: LONG_WAIT }),
      },
    ),
  ];
}

function onePicture({ stack, artwork }: PrintPlan, info: ArtworkInfo): Finding[] {
  if (!allLayers(stack).some(({ picture }) => picture === 'rear') || artwork.rearPage !== null)
    return [];
  const other = info.pages.find(({ number }) => number !== artwork.page);
  return [
    finding(
      'ONE_PICTURE',
      `This stack has two pictures and the plan gives one, so both sides show the same. Choose a page for the rear, or a stack with one picture.`,
      { ...(other && take(`Page ${other.number} for the rear`, { rearPage: other.number })) },
    ),
  ];
}

/** Some printers want white in another slot for white under colour than for everything else. */
function wrongSlot({ stack, machine }: PrintPlan, state: MachineState): Finding[] {
  const { whiteSlot, name } = machine;
  const wanted = slotWanted(stack);
  if (!whiteSlot || !wanted || !state.whiteSlot || state.whiteSlot === wanted) return [];
  return [
    finding(
      'WHITE_SLOT',
      `${name} wants its white in the slot for ${wanted === 'under' ? 'white under colour' : 'all but white under colour'}, and it stands in the other one. Moving it by hand takes about ${whiteSlot.minutes} min; queue such jobs together.`,
      { repair: { kind: 'state', label: 'It is moved', change: { whiteSlot: wanted } } },
    ),
  ];
}

function manyTrips(plan: PrintPlan): Finding[] {
  const { stack, machine, material, trips } = plan;
  if (trips.split === 'apart') return [];
  const mode = modeOf(plan);
  const needed = splitTrips(stack, mode, trips);
  const over = (['front', 'back'] as const).find(
    (side) => needed.filter((trip) => trip.side === side).length > 1,
  );
  if (!over) return [];
  const layers = stack[over].length;
  const better = modesFor(machine, material, stack).find(
    ({ layersPerTrip }) => layersPerTrip >= layers,
  );
  const second = needed.filter(({ side }) => side === over)[1].layers[0];
  return [
    finding(
      'LAYERS_PER_TRIP',
      `${mode.name} lays ${mode.layersPerTrip} layer(s) in one trip, and the ${over} has ${layers}: ${layerName(second, machine).toLowerCase()} waits for another trip, registered to the first.`,
      { ...(better && take(`Use ${better.name}`, { modeId: better.id })) },
    ),
  ];
}
