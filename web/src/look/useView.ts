/** How the print of the open job is looked at: side, place, light, and what it is compared with. */
import {
  BACKINGS,
  CATALOGUE,
  mistakesOf,
  parseStack,
  PLACE_NAMES,
  PLACES,
  viewsOf,
  withStack,
  wholeOptics,
  type Backing,
  type Mistake,
  type PlaceName,
  type PrintPlan,
  type View,
} from '@kyanos/core';
import { computed, ref, watch } from 'vue';
import { useJob } from '../job/useJob.ts';

/** What stands beside the plan in the viewer: one of the mistakes, or a stack to wipe against. */
export interface Compared {
  readonly name: string;
  readonly plan: PrintPlan;
}

/** Closer than this a second click takes a point off again. */
const NEAR = 0.02;
const MOST_POINTS = 6;
export interface PagePoint {
  readonly x: number;
  readonly y: number;
}

export function useView() {
  const job = useJob();
  const plan = computed(() => job.plan!);
  const planned = viewsOf(plan.value.viewing).day;

  const side = ref<View['side']>(planned.side);
  const place = ref<PlaceName>(planned.place);
  const luminance = ref<number>(PLACES.box.behind);
  /** A picture of the user's, which a see-through print is held before. */
  const behind = ref<File>();
  const tilt = ref(0);
  const mistake = ref<Mistake['id']>();
  const wiped = ref<string>();
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
    if ((BACKINGS as readonly string[]).includes(next) && next !== plan.value.viewing.backing)
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
      : { name: 'As planned', plan: plan.value };
  });
  /** The stack it is wiped against. */
  const other = computed<Compared | undefined>(() => {
    const entry = CATALOGUE.find(({ id }) => id === wiped.value);
    return entry && { name: entry.name, plan: withStack(plan.value, parseStack(entry.notation)) };
  });

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
    points,
    pin,
    seeThrough,
    view,
    shown,
    other,
    texture,
    setPlace,
    nextPlace,
    turnOver,
    moveLamp,
    nextMistake,
  };
}

export type ViewControl = ReturnType<typeof useView>;
