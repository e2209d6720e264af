/**
 * What goes wrong with a print before anybody sees it: each a change of a sound plan, or of how its machine stands. What it does to
 * the print is for the findings and the look to show, never said here.
 */

import { PROCESS_NAMES } from '../artwork/index.ts';
import type { HandbookPage } from '../findings/index.ts';
import { pageOf } from '../plan/index.ts';
import { formatRule, parseRule, usesSource } from '../rule/index.ts';
import {
  allLayers,
  inkFor,
  keyOf,
  modesFor,
  usesInkRole,
  withDensity,
  withHits,
  withInkRoleDensity,
  type LotOnShelf,
} from '../stack/index.ts';
import { t } from '../texts/index.ts';
import { slotWanted } from '../trips/index.ts';
import type { FaultId } from './ids.ts';
import type { PracticeJob, Situation } from './job.ts';
import {
  replan,
  restack,
  restate,
  mapLayers,
  parts,
  rerule,
  without,
  withStep,
  choke,
  laysWhite,
  mistake,
} from './edits.ts';

export interface Fault {
  /** As the bench says it. */
  readonly name: string;
  /** What comes of it, and what to look for. */
  readonly why: string;
  readonly page: HandbookPage;
  /** Returns undefined where this job can't have it. */
  readonly plant: (sound: Situation, job: PracticeJob) => Situation | undefined;
}

/** Said anew each time: whoever asks next may speak another language. */
const fault = (
  name: () => string,
  why: () => string,
  page: HandbookPage,
  plant: Fault['plant'],
): Fault => ({
  get name() {
    return name();
  },
  get why() {
    return why();
  },
  page,
  plant,
});

/** Densities and lengths that nobody would plan: our own choice, well beyond the limits that findings know. */
const THIN_WHITE = 25;
const FULL = 100;
const WIDE_CHOKE_MM = 2.5;
const SECOND_CHOKE_MM = 0.3;
const LONG_MM = 3000;

/** An exercise has a day of its own, so that a seed reads the same on every day. */
const ITS_DAY = '2026-11-28';
/** The plan's lot, or one of a name of ours, lies on the shelf so. */
function onLot(
  { plan, state }: Situation,
  lies: Pick<LotOnShelf, 'free' | 'age' | 'until'>,
): Situation {
  const lot = plan.lot || 'A-17';
  const lots = [{ lot, place: '', width: plan.material.width, ...lies }];
  return { plan: { ...plan, lot }, state: { ...state, shelf: { today: ITS_DAY, lots } } };
}

const FAULTS: Readonly<Record<FaultId, Fault>> = {
  'spot-name': fault(
    () => t('practice.spotName'),
    () => t('practice.spotNameWhy'),
    'separations',
    (sound, { artwork }) => {
      const { plan } = sound;
      const { separations } = pageOf(plan, artwork.info, 'front');
      const drawn = new Set(separations.map(({ name }) => name));
      const ink = plan.machine.inks.find(
        ({ spotName, channel }) =>
          spotName !== null &&
          drawn.has(spotName) &&
          parts(plan.stack).some(
            (part) => keyOf(part) === channel && part.rule && usesSource(part.rule, 'art'),
          ),
      );
      if (!ink?.spotName) return undefined;
      const other =
        ink.spotName === ink.spotName.toUpperCase()
          ? ink.spotName.toLowerCase()
          : ink.spotName.toUpperCase();
      const { [ink.spotName]: _, ...names } = plan.artwork.names;
      return replan(sound, {
        machine: {
          ...plan.machine,
          inks: plan.machine.inks.map((one) => (one === ink ? { ...one, spotName: other } : one)),
        },
        artwork: { ...plan.artwork, names },
      });
    },
  ),
  unmapped: fault(
    () => t('practice.unmapped'),
    () => t('practice.unmappedWhy'),
    'separations',
    (sound) =>
      Object.keys(sound.plan.artwork.names).length > 0
        ? replan(sound, { artwork: { ...sound.plan.artwork, names: {} } })
        : undefined,
  ),
  'knocks-out': fault(
    () => t('practice.knocksOut'),
    () => t('practice.knocksOutWhy'),
    'overprint',
    (sound) =>
      sound.plan.artwork.overprint.length > 0
        ? replan(sound, { artwork: { ...sound.plan.artwork, overprint: [] } })
        : undefined,
  ),
  'no-white': fault(
    () => t('practice.noWhite'),
    () => t('practice.noWhiteWhy'),
    'stack',
    (sound) => mistake(sound, 'none'),
  ),
  'white-in-front': fault(
    () => t('practice.whiteInFront'),
    () => t('practice.whiteInFrontWhy'),
    'stack',
    (sound) => mistake(sound, 'in-front'),
  ),
  'white-knocked-out': fault(
    () => t('practice.whiteKnockedOut'),
    () => t('practice.whiteKnockedOutWhy'),
    'overprint',
    (sound) => mistake(sound, 'knocked-out'),
  ),
  'not-mirrored': fault(
    () => t('practice.notMirrored'),
    () => t('practice.notMirroredWhy'),
    'stack',
    (sound) =>
      allLayers(sound.plan.stack).some(({ mirror, picture }) => mirror && picture === 'front')
        ? restack(
            sound,
            mapLayers(sound.plan.stack, (layer) => ({ ...layer, mirror: false })),
          )
        : undefined,
  ),
  mirrored: fault(
    () => t('practice.mirrored'),
    () => t('practice.mirroredWhy'),
    'stack',
    (sound) =>
      allLayers(sound.plan.stack).some(({ mirror }) => mirror)
        ? undefined
        : restack(
            sound,
            mapLayers(sound.plan.stack, (layer) => ({ ...layer, mirror: true })),
          ),
  ),
  'wrong-surface': fault(
    () => t('practice.wrongSurface'),
    () => t('practice.wrongSurfaceWhy'),
    'stack',
    (sound) =>
      sound.plan.stack.back.length === 0
        ? restack(sound, { front: [], back: sound.plan.stack.front })
        : undefined,
  ),
  haze: fault(
    () => t('practice.haze'),
    () => t('practice.hazeWhy'),
    'plates',
    (sound) =>
      restack(
        sound,
        rerule(sound.plan.stack, 'W', (rule) =>
          (rule.from.kind === 'image' || rule.from.kind === 'cleaned') && rule.from.haze > 0
            ? { ...rule, from: { kind: 'image', haze: 0 } }
            : undefined,
        ),
      ),
  ),
  pinholes: fault(
    () => t('practice.pinholes'),
    () => t('practice.pinholesWhy'),
    'plates',
    (sound) =>
      restack(
        sound,
        rerule(sound.plan.stack, 'W', (rule) =>
          rule.from.kind === 'cleaned'
            ? { ...rule, from: { kind: 'image', haze: rule.from.haze } }
            : without(rule, 'close'),
        ),
      ),
  ),
  'no-plate': fault(
    () => t('practice.noPlate'),
    () => t('practice.noPlateWhy'),
    'plates',
    (sound, { artwork }) => {
      const { separations } = pageOf(sound.plan, artwork.info, 'front');
      const process = new Set<string>(PROCESS_NAMES);
      return separations.some(({ name }) => !process.has(name))
        ? undefined
        : restack(
            sound,
            rerule(sound.plan.stack, 'W', ({ from }) =>
              from.kind === 'art' ? undefined : parseRule('art'),
            ),
          );
    },
  ),
  'wide-choke': fault(
    () => t('practice.wideChoke'),
    () => t('practice.wideChokeWhy'),
    'plates',
    (sound) =>
      restack(
        sound,
        rerule(sound.plan.stack, 'W', (rule) =>
          withStep(without(rule, 'choke') ?? rule, choke(WIDE_CHOKE_MM)),
        ),
      ),
  ),
  'choked-twice': fault(
    () => t('practice.chokedTwice'),
    () => t('practice.chokedTwiceWhy'),
    'plates',
    (sound) =>
      restack(
        sound,
        rerule(sound.plan.stack, 'W', (rule) =>
          rule.from.kind === 'art' && rule.steps.length === 0
            ? withStep(rule, choke(SECOND_CHOKE_MM))
            : undefined,
        ),
      ),
  ),
  'whole-sheet': fault(
    () => t('practice.wholeSheet'),
    () => t('practice.wholeSheetWhy'),
    'plates',
    (sound) =>
      restack(
        sound,
        rerule(sound.plan.stack, 'W', (rule) =>
          formatRule(rule) === 'sheet' ? undefined : parseRule('sheet'),
        ),
      ),
  ),
  'white-where-none': fault(
    () => t('practice.whiteWhereNone'),
    () => t('practice.whiteWhereNoneWhy'),
    'plates',
    (sound) =>
      restack(
        sound,
        rerule(sound.plan.stack, 'W', (rule) =>
          rule.from.kind === 'outside' ? undefined : parseRule('outside'),
        ),
      ),
  ),
  overlap: fault(
    () => t('practice.overlap'),
    () => t('practice.overlapWhy'),
    'plates',
    (sound) => {
      const { front } = sound.plan.stack;
      const at = front.findIndex(
        ({ parts: [part], picture }, i) =>
          part.inkRole === 'W' &&
          front.at(i + 1)?.picture === picture &&
          front[i + 1].parts[0].inkRole === 'CMYK',
      );
      if (at < 0) return undefined;
      const [white, colour] = front.slice(at, at + 2);
      const one = { ...colour, parts: [...white.parts, ...colour.parts] };
      return restack(sound, { ...sound.plan.stack, front: front.toSpliced(at, 2, one) });
    },
  ),
  'thin-white': fault(
    () => t('practice.thinWhite'),
    () => t('practice.thinWhiteWhy'),
    'ink',
    (sound) =>
      laysWhite(sound)
        ? restack(sound, withInkRoleDensity(withHits(sound.plan.stack, 'W', 1), 'W', THIN_WHITE))
        : undefined,
  ),
  'rear-full': fault(
    () => t('practice.rearFull'),
    () => t('practice.rearFullWhy'),
    'stack',
    (sound) => {
      const layers = allLayers(sound.plan.stack);
      const hidden = layers.findIndex(
        ({ parts: [{ inkRole, density }] }) => inkRole === 'CMYK' && density < FULL,
      );
      return hidden < 0
        ? undefined
        : restack(sound, withDensity(sound.plan.stack, hidden, 'CMYK', FULL));
    },
  ),
  'silver-full': fault(
    () => t('practice.silverFull'),
    () => t('practice.silverFullWhy'),
    'silver',
    (sound) =>
      allLayers(sound.plan.stack).some(
        ({ parts: own }) => own.length === 1 && own[0].inkRole === 'S',
      )
        ? restack(sound, withInkRoleDensity(sound.plan.stack, 'S', FULL))
        : undefined,
  ),
  'too-many-hits': fault(
    () => t('practice.tooManyHits'),
    () => t('practice.tooManyHitsWhy'),
    'stack',
    (sound) =>
      laysWhite(sound)
        ? restack(sound, withHits(sound.plan.stack, 'W', sound.plan.machine.maxHits + 1))
        : undefined,
  ),
  'hits-wet': fault(
    () => t('practice.hitsWet'),
    () => t('practice.hitsWetWhy'),
    'drying',
    (sound) => {
      const { plan } = sound;
      return laysWhite(sound) && plan.machine.cure !== 'uv'
        ? replan(sound, {
            stack: withHits(plan.stack, 'W', 2),
            trips: { ...plan.trips, waitMinutes: 0 },
          })
        : undefined;
    },
  ),
  'no-wait': fault(
    () => t('practice.noWait'),
    () => t('practice.noWaitWhy'),
    'drying',
    (sound) =>
      sound.plan.trips.split === 'apart' && sound.plan.trips.waitMinutes > 0
        ? replan(sound, { trips: { ...sound.plan.trips, waitMinutes: 0 } })
        : undefined,
  ),
  'long-load': fault(
    () => t('practice.longLoad'),
    () => t('practice.longLoadWhy'),
    'layout',
    (sound) => {
      const { plan } = sound;
      return plan.material.form === 'roll' && allLayers(plan.stack).length > 1
        ? replan(sound, {
            trips: {
              ...plan.trips,
              split: 'apart',
              waitMinutes: Math.max(15, plan.trips.waitMinutes),
            },
            layout: { ...plan.layout, copies: plan.layout.copies * 20, loadLength: LONG_MM },
          })
        : undefined;
    },
  ),
  'mode-without-white': fault(
    () => t('practice.modeWithoutWhite'),
    () => t('practice.modeWithoutWhiteWhy'),
    'machines-and-materials',
    (sound) => {
      const mode = sound.plan.machine.modes.find(({ specials }) => !specials);
      return mode &&
        modesFor(sound.plan.machine, sound.plan.material, sound.plan.stack).every(
          ({ id }) => id !== mode.id,
        )
        ? replan(sound, { modeId: mode.id })
        : undefined;
    },
  ),
  'mode-of-another': fault(
    () => t('practice.modeOfAnother'),
    () => t('practice.modeOfAnotherWhy'),
    'machines-and-materials',
    (sound) => {
      const { machine, material } = sound.plan;
      const mode = machine.modes.find(
        ({ materials, specials }) => specials && !materials.includes(material.class),
      );
      return mode && replan(sound, { modeId: mode.id });
    },
  ),
  laminated: fault(
    () => t('practice.laminated'),
    () => t('practice.laminatedWhy'),
    'stack',
    (sound) =>
      usesInkRole(sound.plan.stack, 'V') ? replan(sound, { laminated: true }) : undefined,
  ),
  'one-picture': fault(
    () => t('practice.onePicture'),
    () => t('practice.onePictureWhy'),
    'stack',
    (sound) =>
      sound.plan.artwork.rearPage === null
        ? undefined
        : replan(sound, { artwork: { ...sound.plan.artwork, rearPage: null } }),
  ),
  margin: fault(
    () => t('practice.margin'),
    () => t('practice.marginWhy'),
    'layout',
    (sound) =>
      replan(sound, {
        layout: { ...sound.plan.layout, margin: sound.plan.material.width / 2 - 5 },
      }),
  ),
  'head-height': fault(
    () => t('practice.headHeight'),
    () => t('practice.headHeightWhy'),
    'machines-and-materials',
    (sound) => {
      const { machine, material } = sound.plan;
      return material.form === 'roll' || machine.clearance === undefined
        ? undefined
        : replan(sound, { material: { ...material, thickness: machine.clearance + 2 } });
    },
  ),
  'old-film': fault(
    () => t('practice.oldFilm'),
    () => t('practice.oldFilmWhy'),
    'stock',
    (sound) => onLot(sound, { free: 100_000, age: 'over', until: '2026-08-31' }),
  ),
  'short-lot': fault(
    () => t('practice.shortLot'),
    () => t('practice.shortLotWhy'),
    'stock',
    (sound) => onLot(sound, { free: 0.05, age: 'good', until: '2027-08-31' }),
  ),
  'wrong-slot': fault(
    () => t('practice.wrongSlot'),
    () => t('practice.wrongSlotWhy'),
    'drying',
    (sound) => {
      const wanted = sound.plan.machine.whiteSlot && slotWanted(sound.plan.stack);
      return wanted && restate(sound, { whiteSlot: wanted === 'under' ? 'other' : 'under' });
    },
  ),
  'container-low': fault(
    () => t('practice.containerLow'),
    () => t('practice.containerLowWhy'),
    'ink',
    (sound) => {
      const white = laysWhite(sound) ? inkFor(sound.plan.machine, 'W') : undefined;
      return white?.container
        ? restate(sound, { leftMl: { ...sound.state.leftMl, [white.channel]: 0.01 } })
        : undefined;
    },
  ),
  'white-stood': fault(
    () => t('practice.whiteStood'),
    () => t('practice.whiteStoodWhy'),
    'care',
    (sound) =>
      laysWhite(sound)
        ? restate(sound, { due: [{ says: t('practice.whiteStoodDays', { n: 9 }), white: true }] })
        : undefined,
  ),
};

export const faultOf = (id: FaultId): Fault => FAULTS[id];
