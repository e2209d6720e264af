/** The job that is open: its plan, kept safe on the server at every change, and what follows from it. */
import {
  API,
  type ArtworkId,
  type ArtworkSummary,
  type ExerciseId,
  type Job,
  type JobId,
  type Problem,
} from '@kyanos/contract';
import {
  calculate,
  repaired,
  repairedState,
  type ArtworkInfo,
  type MachineState,
  type PlanResult,
  type PrintPlan,
  type Repair,
  type Shop,
} from '@kyanos/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { call, Refused } from '../shared/api.ts';
import { rememberName } from '../shared/spotMemory.ts';
import { useHistory } from './history.ts';
import { useMachineState } from './useMachineState.ts';
import { useOpenArtwork } from './useOpenArtwork.ts';
import { usePlates, type Subject } from './usePlates.ts';
import { useSaving } from './useSaving.ts';

export const useJob = defineStore('job', () => {
  const id = ref<JobId>();
  const version = ref(0);
  const plan = shallowRef<PrintPlan>();
  const artworkId = ref<ArtworkId | null>(null);
  const fileName = ref<string | null>(null);
  const shop = shallowRef<Shop>();
  const problem = shallowRef<Problem>();
  const selectedLayer = ref<number>();
  /** It is an exercise that was not handed in yet: what would help is not shown. */
  const exercise = ref<ExerciseId | null>(null);
  /** It was made for an exercise, handed in or not. */
  const practice = ref(false);

  const history = useHistory<PrintPlan>();
  const { artwork, followAgain } = useOpenArtwork(artworkId, problem);
  const info = computed<ArtworkInfo | undefined>(() => artwork.value?.info ?? undefined);
  const { state: real, save } = useMachineState(
    computed(() => plan.value?.machine.id),
    computed(() => ({
      ...(plan.value && { material: plan.value.material.id }),
      ...(id.value !== undefined && { job: id.value }),
    })),
    problem,
  );
  /** An exercise brings its machine as that stands; the shop's own is left alone. */
  const practised = shallowRef<MachineState>();
  const state = computed(() => practised.value ?? real.value);
  async function saveMachineState(next: MachineState): Promise<void> {
    if (practice.value) practised.value = next;
    else await save(next);
  }
  const subject = computed<Subject | undefined>(() =>
    plan.value && info.value && artworkId.value
      ? { artworkId: artworkId.value, info: info.value, plan: plan.value }
      : undefined,
  );
  const plates = usePlates(subject);
  const saving = useSaving({ id, version, plan, artworkId, fileName, problem }, take);

  const result = computed<PlanResult | undefined>(() =>
    subject.value && plates.measures.value
      ? unaided(
          calculate(subject.value.plan, subject.value.info, plates.measures.value, state.value),
        )
      : undefined,
  );
  /** Whoever practises finds by themselves what is wrong. */
  const unaided = (found: PlanResult): PlanResult =>
    exercise.value === null ? found : { ...found, findings: [] };
  /** The last result that could be worked out, shown while the next is on its way. */
  const shown = shallowRef<PlanResult>();
  /** What stood there before the operator's last step: a whole drag is one. */
  const before = shallowRef<PlanResult>();
  watch(result, (now) => {
    if (now) shown.value = now;
  });

  // ---- opening ----

  async function open(wanted: string): Promise<void> {
    close();
    const wantedId = wanted as JobId;
    id.value = wantedId;
    try {
      // As it is now: what moved on since the plan was made is shown.
      shop.value = await call(API.getShop, {});
      const job = await call(API.getJob, { params: { id: wantedId } });
      if (id.value !== wanted) return;
      take(job);
      saving.restoreDraft(job);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem.value = error.problem;
    }
  }

  /** Shows a version that the server has just answered. */
  function take(job: Job): void {
    version.value = job.version;
    plan.value = job.plan;
    artworkId.value = job.artworkId;
    fileName.value = job.fileName;
    exercise.value = job.exercise;
    practice.value = job.practice;
    saving.settled();
    history.forget();
  }

  function close(): void {
    saving.flush();
    id.value = undefined;
    plan.value = undefined;
    artworkId.value = null;
    fileName.value = null;
    exercise.value = null;
    practice.value = false;
    practised.value = undefined;
    problem.value = undefined;
    plates.forget();
    shown.value = undefined;
    before.value = undefined;
    selectedLayer.value = undefined;
    history.forget();
  }

  // ---- changing ----

  function update(change: Partial<PrintPlan>): void {
    if (plan.value) replace({ ...plan.value, ...change });
  }

  /** Another plan in place of this one, as a change that can be undone. */
  function replace(next: PrintPlan): void {
    if (!plan.value) return;
    set(next, history.remember(plan.value, next));
  }

  /** @param step whether a new step begins, and does not go on */
  function set(next: PrintPlan | undefined, step = true): void {
    if (!next) return;
    if (step) before.value = shown.value;
    plan.value = next;
    saving.schedule();
  }
  const undo = () => plan.value && set(history.undo(plan.value));
  const redo = () => plan.value && set(history.redo(plan.value));

  function useArtwork(next: ArtworkSummary): void {
    artwork.value = next;
    if (artworkId.value === next.id) followAgain();
    artworkId.value = next.id;
    fileName.value = next.fileName;
    saving.schedule();
  }

  /** Reads the same file anew, so many times as large as it is now. */
  async function rescale(factor: number): Promise<void> {
    const now = artwork.value;
    if (!now) return;
    const { fileId, dpi, scale } = now;
    const name = fileName.value ?? now.fileName;
    try {
      const body = { fileId, fileName: name, dpi, scale: scale * factor };
      useArtwork(await call(API.readArtwork, { body }));
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem.value = error.problem;
    }
  }

  function repair(wanted: Repair): void {
    if (!plan.value) return;
    if (wanted.kind === 'scale') {
      void rescale(wanted.factor);
      return;
    }
    if (wanted.kind === 'state') {
      before.value = shown.value;
      void saveMachineState(repairedState(state.value, wanted));
      return;
    }
    replace(repaired(plan.value, wanted));
    if (wanted.kind === 'map-name') void rememberName(wanted.separation, wanted.role);
  }

  return {
    id,
    version,
    plan,
    artworkId,
    artwork,
    fileName,
    info,
    shop,
    exercise,
    practice,
    practised,
    problem,
    saveState: saving.saveState,
    theirs: saving.theirs,
    state,
    saveMachineState,
    subject,
    measures: plates.measures,
    fullSize: plates.fullSize,
    screenMeasure: plates.screenMeasure,
    build: plates.build,
    building: plates.building,
    cancelBuild: plates.cancelBuild,
    buildAgain: plates.buildAgain,
    result,
    shown,
    before,
    selectedLayer,
    open,
    take,
    close,
    update,
    replace,
    undo,
    redo,
    canUndo: history.canUndo,
    canRedo: history.canRedo,
    useArtwork,
    rescale,
    settle: saving.settle,
    saveAsNew: saving.saveAsNew,
    repair,
  };
});
