/** The pictures of a plate, from the worker: as it is, before its steps, and what its cleaner decided. */
import { type Part, plateKey, type PlateRule, setRule, type Source } from '@kyanos/core';
import { shallowRef, watch, type Ref } from 'vue';
import { useJob } from '../job/useJob.ts';
import type { Bitmap } from '../look/look.worker.ts';
import { lookWorker } from '../look/worker.ts';
import { useLatest } from '../shared/useLatest.ts';
import { DECISION_LOOK } from './decisions.ts';

export type PlateLook = 'plate' | 'wipe' | 'cleaner';
export type DecisionMap = Bitmap & { readonly decisions: Uint8Array };

interface Plate {
  readonly part: Part;
  readonly picture: 'front' | 'rear';
  readonly rule: PlateRule;
  readonly key: string;
}
interface Pictures {
  readonly after: Bitmap;
  readonly earlier?: Bitmap;
  readonly decided?: DecisionMap;
}

/** @param cleaned the rule's cleaner, if it has one @param ramp 256 × RGB, from no ink to full */
export function usePlatePictures(
  plate: () => Plate,
  look: Readonly<Ref<PlateLook>>,
  cleaned: Readonly<Ref<Extract<Source, { kind: 'cleaned' }> | undefined>>,
  ramp: Uint8Array,
) {
  const job = useJob();
  const picture = shallowRef<Bitmap>();
  const before = shallowRef<Bitmap>();
  const decisions = shallowRef<DecisionMap>();

  type Subject = NonNullable<typeof job.subject>;
  const { ask, busy, failed } = useLatest(
    async ({ subject, shown, wanted }: { subject: Subject; shown: Plate; wanted: PlateLook }) => {
      const pictures: Pictures = { after: await lookWorker().plateMap(subject, shown.key, ramp) };
      if (wanted === 'cleaner' && cleaned.value) {
        const colours = DECISION_LOOK.map(({ rgb }) => rgb);
        const asked = lookWorker().cleanerMap(subject, shown.picture, cleaned.value, colours);
        return { ...pictures, decided: await asked };
      }
      if (wanted !== 'wipe') return pictures;
      const bare: PlateRule = { ...shown.rule, steps: [], alone: true };
      const stack = setRule(subject.plan.stack, shown.key, bare);
      const plan = { ...subject.plan, stack };
      const key = plateKey(shown.part, shown.picture, bare);
      return { ...pictures, earlier: await lookWorker().plateMap({ ...subject, plan }, key, ramp) };
    },
    ({ after, earlier, decided }: Pictures) => {
      picture.value = after;
      before.value = earlier;
      decisions.value = decided;
    },
  );
  watch(
    () => [job.subject, plate().key, look.value] as const,
    ([subject, , wanted]) => {
      if (subject) void ask({ subject, shown: plate(), wanted });
    },
    { immediate: true },
  );
  return { picture, before, decisions, busy, failed };
}
