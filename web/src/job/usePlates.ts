/** Measures of the open job's plates: of the screen picture at once, of the plates at full size as soon as the server has built them. */
import { API, type ArtworkId, type PlateBuild } from '@kyanos/contract';
import {
  measuresOf,
  plateDependencies,
  type ArtworkInfo,
  type Measures,
  type PlateMeasure,
  type PrintPlan,
} from '@kyanos/core';
import { computed, shallowRef, watch, type Ref } from 'vue';
import { lookWorker } from '../look/worker.ts';
import { call, Refused } from '../shared/api.ts';
import { follow, isGoing } from '../shared/follow.ts';
import { useLatest } from '../shared/useLatest.ts';

/** Quiet time after the last change before plates are built at full size. */
const BUILD_MS = 900;

/** A plan with artwork that is read. */
export interface Subject {
  readonly artworkId: ArtworkId;
  readonly info: ArtworkInfo;
  readonly plan: PrintPlan;
}

export function usePlates(subject: Readonly<Ref<Subject | undefined>>) {
  const screenMeasures = shallowRef<{ key: string; measures: Measures }>();
  const build = shallowRef<PlateBuild & { key: string }>();

  /** What the plates depend on: prices may change without a new build. */
  const key = computed(() => {
    const { value } = subject;
    return value ? JSON.stringify([value.artworkId, plateDependencies(value.plan)]) : '';
  });
  const own = computed(() => (build.value?.key === key.value ? build.value : undefined));
  const fullSize = computed(() => own.value?.state === 'done');
  const building = computed(() => isGoing(own.value));
  const onScreen = computed(() =>
    screenMeasures.value?.key === key.value ? screenMeasures.value.measures : undefined,
  );
  /** Of all versions. */
  const measures = computed<Measures | undefined>(
    () => (fullSize.value && own.value?.measures) || onScreen.value,
  );

  /** What the screen picture says of a plate, whether or not it was measured at full size since. */
  const screenMeasure = (plate: string | undefined): PlateMeasure | undefined =>
    subject.value && onScreen.value
      ? measuresOf(onScreen.value, subject.value.plan.artwork.page).plates.find(
          (one) => one.key === plate,
        )
      : undefined;

  const { ask } = useLatest(
    async ({ at, what }: { at: string; what: Subject }) => ({
      key: at,
      measures: await lookWorker().measure(what),
    }),
    (done) => (screenMeasures.value = done),
  );

  let timer: ReturnType<typeof setTimeout> | undefined;
  watch(
    [key, () => subject.value?.info],
    () => {
      clearTimeout(timer);
      if (!subject.value) return;
      void ask({ at: key.value, what: subject.value });
      timer = setTimeout(() => void buildAgain(), BUILD_MS);
    },
    { immediate: true },
  );

  const cancel = ({ id, attempt }: PlateBuild) =>
    call(API.cancelPlates, { params: { id }, body: { attempt } });

  /** Has the plates built at full size, unless they are already. */
  async function buildAgain(): Promise<void> {
    const at = key.value;
    const { value } = subject;
    if (!value) return;
    const { plan, artworkId } = value;
    try {
      await follow(() => call(API.buildPlates, { params: { id: artworkId }, body: { plan } }), {
        again: ({ id }) => call(API.getPlates, { params: { id } }),
        onState: (now) => (build.value = { ...now, key: at }),
        wanted: () => key.value === at,
        giveUp: cancel,
      });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      build.value = undefined;
    }
  }

  /** Leaves the plates at what the screen picture says, until they are asked for or changed. */
  const cancelBuild = async (): Promise<void> => {
    if (build.value) await cancel(build.value);
  };

  function forget(): void {
    screenMeasures.value = undefined;
    build.value = undefined;
  }

  return { measures, fullSize, screenMeasure, build, building, cancelBuild, buildAgain, forget };
}
