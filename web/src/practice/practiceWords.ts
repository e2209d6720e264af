/** Kinds of exercise as they are said. */
import type { ExerciseKind } from '@kyanos/core';
import { t } from '../texts/texts.ts';

export const KIND_WORDS: Readonly<Record<ExerciseKind, string>> = {
  stack: t('practice.kindStack'),
  repair: t('practice.kindRepair'),
  find: t('practice.kindFind'),
  mistake: t('practice.kindMistake'),
  estimate: t('practice.kindEstimate'),
  nozzles: t('practice.kindNozzles'),
  procedure: t('practice.kindProcedure'),
};
