/**
 * What goes wrong with a print before anybody sees it: each a change of a sound plan, or of how its machine stands. What it does to
 * the print is told by the findings and the look, never here.
 */

import {
  allLayers,
  mistakesOf,
  keyOf,
  modesFor,
  withDensity,
  usesInkRole,
  type Part,
  type Stack,
  type StackLayer,
} from '../stack/index.ts';
import { formatRule, parseRule, usesSource, type PlateRule, type Step } from '../rule/index.ts';
import { pageOf } from '../plan/index.ts';
import type { HandbookPage } from '../findings/index.ts';
import { t } from '../texts/index.ts';
import type { FaultId } from './ids.ts';
import type { PracticeJob, Situation } from './job.ts';

export interface Fault {
  /** As the bench says it. */
  readonly name: string;
  /** What comes of it, and what to look for. */
  readonly why: string;
  readonly page: HandbookPage;
  /** Returns undefined where this job can't have it. */
  readonly plant: (sound: Situation, job: PracticeJob) => Situation | undefined;
}

// ---- parts of a plan ----

type Plan = Situation['plan'];
const replan = (sound: Situation, change: Partial<Plan>): Situation => ({
  ...sound,
  plan: { ...sound.plan, ...change },
});
const restack = (sound: Situation, stack: Stack | undefined): Situation | undefined =>
  stack && replan(sound, { stack });
const restate = (sound: Situation, change: Partial<Situation['state']>): Situation => ({
  ...sound,
  state: { ...sound.state, ...change },
});

const mapLayers = ({ front, back }: Stack, change: (layer: StackLayer) => StackLayer): Stack => ({
  front: front.map(change),
  back: back.map(change),
});
const mapParts = (stack: Stack, change: (part: Part) => Part): Stack =>
  mapLayers(stack, (layer) => ({ ...layer, parts: layer.parts.map(change) }));
const parts = (stack: Stack): readonly Part[] => allLayers(stack).flatMap((layer) => layer.parts);

/** Another rule for all parts that lay an ink by one; undefined where none has one that changes. */
function rerule(
  stack: Stack,
  inkRole: Part['inkRole'],
  change: (rule: PlateRule) => PlateRule | undefined,
): Stack | undefined {
  let changed = false;
  const next = mapParts(stack, (part) => {
    const rule = part.inkRole === inkRole && part.rule ? change(part.rule) : undefined;
    if (!rule) return part;
    changed = true;
    return { ...part, rule };
  });
  return changed ? next : undefined;
}
const without = (rule: PlateRule, gone: Step['do']): PlateRule | undefined =>
  rule.steps.some((step) => step.do === gone)
    ? { ...rule, steps: rule.steps.filter((step) => step.do !== gone) }
    : undefined;
const withStep = (rule: PlateRule, step: Step): PlateRule => ({
  ...rule,
  steps: [...rule.steps, step],
});
const choke = (mm: number): Step => ({ do: 'choke', by: { value: mm, unit: 'mm' }, least: 0 });

const laysWhite = ({ plan }: Situation) => usesInkRole(plan.stack, 'W');
const mistake = (sound: Situation, id: 'in-front' | 'knocked-out' | 'none') =>
  restack(sound, mistakesOf(sound.plan.stack).find((one) => one.id === id)?.stack);

/** Densities and lengths that nobody would plan: our own choice, well beyond the limits that findings know. */
const THIN_WHITE = 25;
const FULL = 100;
const WIDE_CHOKE_MM = 2.5;
const SECOND_CHOKE_MM = 0.3;
const LONG_MM = 3000;

const FAULTS: Readonly<Record<FaultId, Fault>> = {
  'spot-name': {
    get name() {
      return t('practice.spotName');
    },
    get why() {
      return t('practice.spotNameWhy');
    },
    page: 'separations',
    plant: (sound, { artwork }) => {
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
  },
  unmapped: {
    get name() {
      return t('practice.unmapped');
    },
    get why() {
      return t('practice.unmappedWhy');
    },
    page: 'separations',
    plant: (sound) =>
      Object.keys(sound.plan.artwork.names).length > 0
        ? replan(sound, { artwork: { ...sound.plan.artwork, names: {} } })
        : undefined,
  },
  'knocks-out': {
    get name() {
      return t('practice.knocksOut');
    },
    get why() {
      return t('practice.knocksOutWhy');
    },
    page: 'overprint',
    plant: (sound) =>
      sound.plan.artwork.overprint.length > 0
        ? replan(sound, { artwork: { ...sound.plan.artwork, overprint: [] } })
        : undefined,
  },
  'no-white': {
    get name() {
      return t('practice.noWhite');
    },
    get why() {
      return t('practice.noWhiteWhy');
    },
    page: 'stack',
    plant: (sound) => mistake(sound, 'none'),
  },
  'white-in-front': {
    get name() {
      return t('practice.whiteInFront');
    },
    get why() {
      return t('practice.whiteInFrontWhy');
    },
    page: 'stack',
    plant: (sound) => mistake(sound, 'in-front'),
  },
  'white-knocked-out': {
    get name() {
      return t('practice.whiteKnockedOut');
    },
    get why() {
      return t('practice.whiteKnockedOutWhy');
    },
    page: 'overprint',
    plant: (sound) => mistake(sound, 'knocked-out'),
  },
  'not-mirrored': {
    get name() {
      return t('practice.notMirrored');
    },
    get why() {
      return t('practice.notMirroredWhy');
    },
    page: 'stack',
    plant: (sound) =>
      allLayers(sound.plan.stack).some(({ mirror, picture }) => mirror && picture === 'front')
        ? restack(
            sound,
            mapLayers(sound.plan.stack, (layer) => ({ ...layer, mirror: false })),
          )
        : undefined,
  },
  mirrored: {
    get name() {
      return t('practice.mirrored');
    },
    get why() {
      return t('practice.mirroredWhy');
    },
    page: 'stack',
    plant: (sound) =>
      allLayers(sound.plan.stack).some(({ mirror }) => mirror)
        ? undefined
        : restack(
            sound,
            mapLayers(sound.plan.stack, (layer) => ({ ...layer, mirror: true })),
          ),
  },
  'wrong-surface': {
    get name() {
      return t('practice.wrongSurface');
    },
    get why() {
      return t('practice.wrongSurfaceWhy');
    },
    page: 'stack',
    plant: (sound) =>
      sound.plan.stack.back.length === 0
        ? restack(sound, { front: [], back: sound.plan.stack.front })
        : undefined,
  },
  haze: {
    get name() {
      return t('practice.haze');
    },
    get why() {
      return t('practice.hazeWhy');
    },
    page: 'plates',
    plant: (sound) =>
      restack(
        sound,
        rerule(sound.plan.stack, 'W', (rule) =>
          (rule.from.kind === 'image' || rule.from.kind === 'cleaned') && rule.from.haze > 0
            ? { ...rule, from: { kind: 'image', haze: 0 } }
            : undefined,
        ),
      ),
  },
  pinholes: {
    get name() {
      return t('practice.pinholes');
    },
    get why() {
      return t('practice.pinholesWhy');
    },
    page: 'plates',
    plant: (sound) =>
      restack(
        sound,
        rerule(sound.plan.stack, 'W', (rule) =>
          rule.from.kind === 'cleaned'
            ? { ...rule, from: { kind: 'image', haze: rule.from.haze } }
            : without(rule, 'close'),
        ),
      ),
  },
  'no-plate': {
    get name() {
      return t('practice.noPlate');
    },
    get why() {
      return t('practice.noPlateWhy');
    },
    page: 'plates',
    plant: (sound, { artwork }) => {
      const { separations } = pageOf(sound.plan, artwork.info, 'front');
      const drawn = separations.length > 4;
      return drawn
        ? undefined
        : restack(
            sound,
            rerule(sound.plan.stack, 'W', ({ from }) =>
              from.kind === 'art' ? undefined : parseRule('art'),
            ),
          );
    },
  },
  'wide-choke': {
    get name() {
      return t('practice.wideChoke');
    },
    get why() {
      return t('practice.wideChokeWhy');
    },
    page: 'plates',
    plant: (sound) =>
      restack(
        sound,
        rerule(sound.plan.stack, 'W', (rule) =>
          withStep(without(rule, 'choke') ?? rule, choke(WIDE_CHOKE_MM)),
        ),
      ),
  },
  'choked-twice': {
    get name() {
      return t('practice.chokedTwice');
    },
    get why() {
      return t('practice.chokedTwiceWhy');
    },
    page: 'plates',
    plant: (sound) =>
      restack(
        sound,
        rerule(sound.plan.stack, 'W', (rule) =>
          rule.from.kind === 'art' && rule.steps.length === 0
            ? withStep(rule, choke(SECOND_CHOKE_MM))
            : undefined,
        ),
      ),
  },
  'whole-sheet': {
    get name() {
      return t('practice.wholeSheet');
    },
    get why() {
      return t('practice.wholeSheetWhy');
    },
    page: 'plates',
    plant: (sound) =>
      restack(
        sound,
        rerule(sound.plan.stack, 'W', (rule) =>
          formatRule(rule) === 'sheet' ? undefined : parseRule('sheet'),
        ),
      ),
  },
  'white-where-none': {
    get name() {
      return t('practice.whiteWhereNone');
    },
    get why() {
      return t('practice.whiteWhereNoneWhy');
    },
    page: 'plates',
    plant: (sound) =>
      restack(
        sound,
        rerule(sound.plan.stack, 'W', (rule) =>
          rule.from.kind === 'outside' ? undefined : parseRule('outside'),
        ),
      ),
  },
  overlap: {
    get name() {
      return t('practice.overlap');
    },
    get why() {
      return t('practice.overlapWhy');
    },
    page: 'plates',
    plant: (sound) => {
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
  },
  'thin-white': {
    get name() {
      return t('practice.thinWhite');
    },
    get why() {
      return t('practice.thinWhiteWhy');
    },
    page: 'ink',
    plant: (sound) =>
      laysWhite(sound)
        ? restack(
            sound,
            mapParts(
              mapLayers(sound.plan.stack, (layer) =>
                layer.parts[0].inkRole === 'W' ? { ...layer, hits: 1 } : layer,
              ),
              (part) => (part.inkRole === 'W' ? { ...part, density: THIN_WHITE } : part),
            ),
          )
        : undefined,
  },
  'rear-full': {
    get name() {
      return t('practice.rearFull');
    },
    get why() {
      return t('practice.rearFullWhy');
    },
    page: 'stack',
    plant: (sound) => {
      const layers = allLayers(sound.plan.stack);
      const hidden = layers.findIndex(
        ({ parts: [{ inkRole, density }] }) => inkRole === 'CMYK' && density < FULL,
      );
      return hidden < 0
        ? undefined
        : restack(sound, withDensity(sound.plan.stack, hidden, 'CMYK', FULL));
    },
  },
  'silver-full': {
    get name() {
      return t('practice.silverFull');
    },
    get why() {
      return t('practice.silverFullWhy');
    },
    page: 'silver',
    plant: (sound) =>
      allLayers(sound.plan.stack).some(
        ({ parts: own }) => own.length === 1 && own[0].inkRole === 'S',
      )
        ? restack(
            sound,
            mapParts(sound.plan.stack, (part) =>
              part.inkRole === 'S' ? { ...part, density: FULL } : part,
            ),
          )
        : undefined,
  },
  'too-many-hits': {
    get name() {
      return t('practice.tooManyHits');
    },
    get why() {
      return t('practice.tooManyHitsWhy');
    },
    page: 'stack',
    plant: (sound) =>
      laysWhite(sound)
        ? restack(
            sound,
            mapLayers(sound.plan.stack, (layer) =>
              layer.parts[0].inkRole === 'W'
                ? { ...layer, hits: sound.plan.machine.maxHits + 1 }
                : layer,
            ),
          )
        : undefined,
  },
  'hits-wet': {
    get name() {
      return t('practice.hitsWet');
    },
    get why() {
      return t('practice.hitsWetWhy');
    },
    page: 'drying',
    plant: (sound) => {
      const { plan } = sound;
      if (!laysWhite(sound) || plan.machine.cure === 'uv') return undefined;
      const stack = mapLayers(plan.stack, (layer) =>
        layer.parts[0].inkRole === 'W' ? { ...layer, hits: 2 } : layer,
      );
      return replan(sound, { stack, trips: { ...plan.trips, waitMinutes: 0 } });
    },
  },
  'no-wait': {
    get name() {
      return t('practice.noWait');
    },
    get why() {
      return t('practice.noWaitWhy');
    },
    page: 'drying',
    plant: (sound) =>
      sound.plan.trips.split === 'apart' && sound.plan.trips.waitMinutes > 0
        ? replan(sound, { trips: { ...sound.plan.trips, waitMinutes: 0 } })
        : undefined,
  },
  'long-load': {
    get name() {
      return t('practice.longLoad');
    },
    get why() {
      return t('practice.longLoadWhy');
    },
    page: 'layout',
    plant: (sound) => {
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
  },
  'mode-without-white': {
    get name() {
      return t('practice.modeWithoutWhite');
    },
    get why() {
      return t('practice.modeWithoutWhiteWhy');
    },
    page: 'machines-and-materials',
    plant: (sound) => {
      const mode = sound.plan.machine.modes.find(({ specials }) => !specials);
      return mode &&
        modesFor(sound.plan.machine, sound.plan.material, sound.plan.stack).every(
          ({ id }) => id !== mode.id,
        )
        ? replan(sound, { modeId: mode.id })
        : undefined;
    },
  },
  'mode-of-another': {
    get name() {
      return t('practice.modeOfAnother');
    },
    get why() {
      return t('practice.modeOfAnotherWhy');
    },
    page: 'machines-and-materials',
    plant: (sound) => {
      const { machine, material } = sound.plan;
      const mode = machine.modes.find(
        ({ materials, specials }) => specials && !materials.includes(material.class),
      );
      return mode && replan(sound, { modeId: mode.id });
    },
  },
  laminated: {
    get name() {
      return t('practice.laminated');
    },
    get why() {
      return t('practice.laminatedWhy');
    },
    page: 'stack',
    plant: (sound) =>
      usesInkRole(sound.plan.stack, 'V') ? replan(sound, { laminated: true }) : undefined,
  },
  'one-picture': {
    get name() {
      return t('practice.onePicture');
    },
    get why() {
      return t('practice.onePictureWhy');
    },
    page: 'stack',
    plant: (sound) =>
      sound.plan.artwork.rearPage === null
        ? undefined
        : replan(sound, { artwork: { ...sound.plan.artwork, rearPage: null } }),
  },
  margin: {
    get name() {
      return t('practice.margin');
    },
    get why() {
      return t('practice.marginWhy');
    },
    page: 'layout',
    plant: (sound) =>
      replan(sound, {
        layout: { ...sound.plan.layout, margin: sound.plan.material.width / 2 - 5 },
      }),
  },
  'head-height': {
    get name() {
      return t('practice.headHeight');
    },
    get why() {
      return t('practice.headHeightWhy');
    },
    page: 'machines-and-materials',
    plant: (sound) =>
      sound.plan.material.form === 'roll'
        ? undefined
        : replan(sound, {
            material: { ...sound.plan.material, thickness: sound.plan.machine.headHeight + 2 },
          }),
  },
  'old-film': {
    get name() {
      return t('practice.oldFilm');
    },
    get why() {
      return t('practice.oldFilmWhy');
    },
    page: 'stock',
    plant: (sound) => {
      const { plan } = sound;
      const lot = plan.lot || 'A-17';
      const shelf = {
        today: '2026-11-28',
        lots: [
          {
            lot,
            place: '',
            free: 100_000,
            width: plan.material.width,
            age: 'over' as const,
            until: '2026-08-31',
          },
        ],
      };
      return { plan: { ...plan, lot }, state: { ...sound.state, shelf } };
    },
  },
  'short-lot': {
    get name() {
      return t('practice.shortLot');
    },
    get why() {
      return t('practice.shortLotWhy');
    },
    page: 'stock',
    plant: (sound) => {
      const { plan } = sound;
      const lot = plan.lot || 'A-17';
      const shelf = {
        today: '2026-11-28',
        lots: [
          {
            lot,
            place: '',
            free: 0.05,
            width: plan.material.width,
            age: 'good' as const,
            until: '2027-08-31',
          },
        ],
      };
      return { plan: { ...plan, lot }, state: { ...sound.state, shelf } };
    },
  },
  'wrong-slot': {
    get name() {
      return t('practice.wrongSlot');
    },
    get why() {
      return t('practice.wrongSlotWhy');
    },
    page: 'drying',
    plant: (sound) =>
      sound.plan.machine.whiteSlot && laysWhite(sound)
        ? restate(sound, { whiteSlot: sound.state.whiteSlot === 'under' ? 'other' : 'under' })
        : undefined,
  },
  'container-low': {
    get name() {
      return t('practice.containerLow');
    },
    get why() {
      return t('practice.containerLowWhy');
    },
    page: 'ink',
    plant: (sound) =>
      laysWhite(sound) ? restate(sound, { leftMl: { ...sound.state.leftMl, W: 0.01 } }) : undefined,
  },
  'white-stood': {
    get name() {
      return t('practice.whiteStood');
    },
    get why() {
      return t('practice.whiteStoodWhy');
    },
    page: 'care',
    plant: (sound) =>
      laysWhite(sound)
        ? restate(sound, { due: [{ says: t('practice.whiteStoodDays', { n: 9 }), white: true }] })
        : undefined,
  },
};

export const faultOf = (id: FaultId): Fault => FAULTS[id];
