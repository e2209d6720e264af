/** The probe: a point on the page, what every separation holds there, and points that were pinned to compare. */
import { drawnSeparation, laidAt, pageOf, PROCESS_NAMES, type PrintPlan } from '@kyanos/core';
import { computed, shallowRef, watch, type Ref } from 'vue';
import type { Bitmap } from '../look/look.worker.ts';
import type { Preview } from '@kyanos/contract';
import { fetchPreview } from '../look/preview.ts';
import { useLatest } from '../shared/useLatest.ts';
import type { Where } from './fullSize.ts';
import type { PageSubject } from './page.worker.ts';
import { pageWorker } from './pageWorker.ts';

/** Full-resolution pixels of the page. */
export interface PagePoint {
  readonly x: number;
  readonly y: number;
}

export interface Pin extends PagePoint {
  readonly values: readonly number[];
}

/** Pixels seen on each side of the point under the magnifier. */
export const MAGNIFIED = 8;
const MOST_PINS = 6;

export function useProbe(subject: Ref<PageSubject | undefined>) {
  const point = shallowRef<PagePoint>();
  const pins = shallowRef<readonly Pin[]>([]);
  const preview = shallowRef<Preview>();
  const exact = shallowRef<{ at: PagePoint; values: readonly number[]; picture: Bitmap }>();

  const isShown = ({ artworkId, page }: Where) =>
    subject.value?.artworkId === artworkId && subject.value.page === page;

  // The planes at screen resolution are here, not in a worker, so that an answer never waits.
  watch(
    () => subject.value,
    async (now, before) => {
      if (now && before && isShown(before)) return;
      preview.value = undefined;
      exact.value = undefined;
      point.value = undefined;
      pins.value = [];
      if (!now) return;
      const loaded = await fetchPreview(now.artworkId, now.page).catch(() => undefined);
      if (isShown(now)) preview.value = loaded;
    },
    { immediate: true },
  );

  const { ask } = useLatest(
    ({ of, at }: { of: PageSubject; at: PagePoint }) =>
      pageWorker().magnify(of, at.x, at.y, MAGNIFIED),
    (answer, { of, at }) => {
      if (isShown(of)) exact.value = { at, ...answer };
    },
  );
  watch([point, () => subject.value?.shown], () => {
    if (point.value && subject.value) void ask({ of: subject.value, at: point.value });
  });

  /** Bytes of every separation: of the very pixel once it is here, of the screen picture until then. */
  const values = computed<readonly number[] | undefined>(() => {
    const [at, page] = [point.value, subject.value?.page];
    if (!at || !page) return undefined;
    if (exact.value?.at.x === at.x && exact.value.at.y === at.y) return exact.value.values;
    const small = preview.value;
    if (!small) return undefined;
    const x = Math.min(small.width - 1, Math.floor((at.x * small.width) / page.widthPx));
    const y = Math.min(small.height - 1, Math.floor((at.y * small.height) / page.heightPx));
    return page.separations.map(({ name }) => small.planes.get(name)![y * small.width + x]);
  });

  function move(to: PagePoint): void {
    const page = subject.value?.page;
    if (!page) return;
    const clamp = (value: number, most: number) =>
      Math.min(most - 1, Math.max(0, Math.floor(value)));
    point.value = { x: clamp(to.x, page.widthPx), y: clamp(to.y, page.heightPx) };
  }

  function pin(): void {
    if (point.value && values.value)
      pins.value = [...pins.value, { ...point.value, values: values.value }].slice(-MOST_PINS);
  }
  const unpin = (index: number) => (pins.value = pins.value.filter((_, i) => i !== index));

  return { point, values, exact, pins, move, pin, unpin };
}

/** The layers that a plan lays where the separations hold this, in words for {@link ProbePanel}. */
export function layersAt(plan: PrintPlan, subject: PageSubject, values: readonly number[]) {
  const { separations, number } = subject.page;
  const byte = (name: string) => values[separations.findIndex((s) => s.name === name)] ?? 0;
  const picture =
    number !== pageOf(plan, subject.info, 'front').number &&
    number === pageOf(plan, subject.info, 'rear').number
      ? 'rear'
      : 'front';
  return laidAt(plan.stack, picture, {
    process: PROCESS_NAMES.map(byte),
    art: (key) => {
      const drawn = drawnSeparation(plan, subject.page, key);
      return drawn ? byte(drawn.name) : 0;
    },
  });
}
