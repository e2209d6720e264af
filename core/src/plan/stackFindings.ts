/** What would go wrong with a stack on this machine and material, seen as the plan says, each with a way out. */
import type { ArtworkInfo } from '../artwork/index.ts';
import { finding, type Finding, type PlanChange } from '../findings/index.ts';
import { facingPicture, readsBackwards } from '../look/index.ts';
import {
  SIDE_NAMES,
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
import { inSentence, t } from '../texts/index.ts';

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
        ? t('plan.fromPictureReadsBackwards', { side: SIDE_NAMES[side] })
        : t('plan.fromPictureReadsBackwardsReadThrough', { side: SIDE_NAMES[side] }),
      {
        ...take(
          was ? t('plan.printReads') : t('plan.printMirrored'),
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
        t('plan.silverUnderColourStays', { density, machine: machine.name, limit }),
        {
          ...take(
            t('plan.laySilver', { limit }),
            stackChange(withDensity(stack, index, 'S', limit)),
          ),
        },
      ),
    ];
  });
}

function clearUnderLaminate({ stack, laminated }: PrintPlan): Finding[] {
  if (!laminated || !usesInkRole(stack, 'V')) return [];
  const without = withoutInkRole(stack, 'V');
  return [
    finding('CLEAR_UNDER_LAMINATE', t('plan.clearUnderLaminateNot'), {
      ...(without
        ? take(t('plan.leaveClearOut'), stackChange(without))
        : take(t('plan.leaveUnlaminated'), { laminated: false })),
    }),
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
      t('plan.hitsWhiteGoDown', { hits, short: SHORT_WAIT, long: LONG_WAIT }),
      {
        ...take(t('plan.twoTripsMinBetween', { long: LONG_WAIT }), {
          split: 'apart',
          waitMinutes: LONG_WAIT,
        }),
      },
    ),
  ];
}

function onePicture({ stack, artwork }: PrintPlan, info: ArtworkInfo): Finding[] {
  if (!allLayers(stack).some(({ picture }) => picture === 'rear') || artwork.rearPage !== null)
    return [];
  const other = info.pages.find(({ number }) => number !== artwork.page);
  return [
    finding('ONE_PICTURE', t('plan.stackHasTwoPictures'), {
      ...(other && take(t('plan.pageRear', { number: other.number }), { rearPage: other.number })),
    }),
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
      t('plan.wantsWhiteSlotStands', {
        name,
        rest: wanted === 'under' ? t('plan.whiteUnderColour') : t('plan.allButWhiteUnder'),
        minutes: whiteSlot.minutes,
      }),
      { repair: { kind: 'state', label: t('plan.moved'), change: { whiteSlot: wanted } } },
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
      t('plan.laysLayerSOne', {
        mode: mode.name,
        layersPerTrip: mode.layersPerTrip,
        over,
        layers,
        second: inSentence(layerName(second, machine)),
      }),
      { ...(better && take(t('plan.use', { better: better.name }), { modeId: better.id })) },
    ),
  ];
}
