/** How the print of the open job is looked at: side, place, light, and what it is compared with. */
import {
  BACKINGS,
  mistakesOf,
  PLACE_NAMES,
  PLACES,
  surfaceGloss,
  varnished,
  viewsOf,
  withStack,
  wholeOptics,
  type Backing,
  type Material,
  type Mistake,
  type PlaceName,
  type PrintPlan,
  type View,
} from '@kyanos/core';
import { computed, ref, watch, type Ref } from 'vue';
import { useJob } from '../job/useJob.ts';
import { isWindow, type WindowScene } from './windowScene.ts';
import { comparisonsOf, type Compared } from './comparisons.ts';
import { t } from '../texts/texts.ts';

/** Closer than this a second click takes a point off again. */
const NEAR = 0.02;
const MOST_POINTS = 6;
export interface PagePoint {
  readonly x: number;
  readonly y: number;
}

/**
 * The print of the open job as it is looked at.
 * @param tried a material that it is shown on without changing the plan; undefined inside: the plan's own. Where this is given,
 *   nothing that is chosen goes into the plan
 */
export function useView(tried?: Readonly<Ref<Material | undefined>>) {
  const job = useJob();
  const plan = computed<PrintPlan>(() =>
    tried?.value ? { ...job.plan!, material: tried.value } : job.plan!,
  );
  const planned = viewsOf(plan.value.viewing).day;

  const side = ref<View['side']>(planned.side);
  const place = ref<PlaceName>(planned.place);
  const luminance = ref<number>(PLACES.box.behind);
  /** A picture of the user's, which a see-through print is held before. */
  const behind = ref<File>();
  const tilt = ref(0);
  const mistake = ref<Mistake['id']>();
  const wiped = ref<string>();
  /** Side by side instead of a wipe. */
  const beside = ref(false);
  /** Points that are read, shares of the picture from its top left. */
  const points = ref<readonly PagePoint[]>([]);
  function pin(spot: PagePoint) {
    const near = points.value.find(({ x, y }) => Math.hypot(x - spot.x, y - spot.y) < NEAR);
    points.value = near
      ? points.value.filter((point) => point !== near)
      : [...points.value, spot].slice(-MOST_POINTS);
  }

  /** Only a see-through print has a back to look at, a lamp behind it, and a ground. */
  const seeThrough = computed(() => plan.value.material.optics.transmittance > 0);
  const places = computed<readonly PlaceName[]>(() => (seeThrough.value ? PLACE_NAMES : ['white']));

  const view = computed<View>(() => {
    if (!seeThrough.value) return { side: 'front', place: 'white' };
    const at = behind.value ? 'white' : place.value;
    return {
      side: side.value,
      place: at,
      ...(at === 'box' && { behind: luminance.value }),
    };
  });

  watch(
    () => plan.value.viewing.backing,
    (backing) => {
      if ((BACKINGS as readonly string[]).includes(place.value)) place.value = backing;
    },
  );
  function setPlace(next: PlaceName) {
    place.value = next;
    behind.value = undefined;
    // Grounds and windows are part of the plan; lamps are tried.
    const kept = !tried && (BACKINGS as readonly string[]).includes(next);
    if (kept && next !== plan.value.viewing.backing)
      job.update({ viewing: { ...plan.value.viewing, backing: next as Backing } });
  }
  const nextPlace = () => {
    const all = places.value;
    setPlace(all[(all.indexOf(place.value) + 1) % all.length]);
  };
  const turnOver = () => (side.value = side.value === 'front' ? 'back' : 'front');
  const moveLamp = () => setPlace(place.value === 'behind' ? plan.value.viewing.backing : 'behind');

  const mistakes = computed(() => mistakesOf(plan.value.stack));
  const nextMistake = () => {
    const ids = [undefined, ...mistakes.value.map(({ id }) => id)];
    mistake.value = ids[(ids.indexOf(mistake.value) + 1) % ids.length];
  };

  // A stack that is changed may not have the mistake any more.
  watch(mistakes, (found) => {
    if (!found.some(({ id }) => id === mistake.value)) mistake.value = undefined;
  });

  /** The plan that is shown: as it is, or with a mistake. */
  const shown = computed<Compared>(() => {
    const found = mistakes.value.find(({ id }) => id === mistake.value);
    return found
      ? { name: found.name, plan: withStack(plan.value, found.stack) }
      : { name: t('look.asPlanned'), plan: plan.value };
  });
  /** What it can be compared with: other stacks, other densities of its first special, other materials of the shop. */
  const comparisons = computed(() => comparisonsOf(plan.value, job.shop?.materials ?? []));
  const other = computed<Compared | undefined>(() =>
    comparisons.value.find(({ id }) => id === wiped.value)?.plan(),
  );

  /** What is seen through the print where it is a window. */
  const scene = computed<WindowScene | undefined>(() =>
    seeThrough.value && !behind.value && isWindow(place.value) ? place.value : undefined,
  );
  /** Of the surface that is looked at, GU. */
  const gloss = computed(() => surfaceGloss(plan.value, view.value.side));
  const glossy = computed(() => varnished(gloss.value) !== undefined);
  const texture = computed(() => wholeOptics(plan.value.material).texture?.kind);

  return {
    side,
    place,
    places,
    luminance,
    behind,
    tilt,
    mistake,
    mistakes,
    wiped,
    beside,
    comparisons,
    points,
    pin,
    seeThrough,
    view,
    shown,
    other,
    texture,
    scene,
    gloss,
    glossy,
    setPlace,
    nextPlace,
    turnOver,
    moveLamp,
    nextMistake,
  };
}

export type ViewControl = ReturnType<typeof useView>;
