<script setup lang="ts">
/** A job and its printer: sent, followed, held, given up. */
import type { PressJob } from '@kyanos/contract';
import { computed } from 'vue';
import { duration } from '../shared/format.ts';
import { PRESS_WORDS } from './pressWords.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  /** At the printer; undefined where it was not sent. */
  at: PressJob | undefined;
  /** Why it can't be sent; empty if it can. */
  barred?: string;
}>();
const emit = defineEmits<{ send: []; want: [want: PressJob['want']] }>();

const share = computed(() =>
  props.at?.done === null || !props.at ? undefined : (100 * props.at.done) / props.at.copies,
);
const counted = computed(() => {
  const { at } = props;
  if (!at || at.done === null) return '';
  const words = t('press.copiesDone', { done: at.done, n: at.copies });
  return at.spoilt ? `${words}, ${t('press.copiesSpoilt', { n: at.spoilt })}` : words;
});
</script>

<template>
  <div class="column ga-2 press" data-testid="press">
    <template v-if="at">
      <p>
        <b>{{ PRESS_WORDS[at.state] }}</b>
        <template v-if="counted"> · {{ counted }}</template>
        <template v-if="at.minutes">
          · {{ t('press.printedFor', { time: duration(at.minutes) }) }}</template
        >
      </p>
      <v-progress-linear
        v-if="share !== undefined && at.state !== 'sending'"
        :model-value="share"
        height="8"
        rounded
        :aria-label="counted"
      />
      <p v-for="note in at.notes" :key="note" class="caution">{{ note }}</p>
      <p v-if="at.problem" class="problem">{{ at.problem.message }}</p>
      <div class="row">
        <v-btn
          v-if="at.state === 'held'"
          size="small"
          variant="flat"
          color="primary"
          @click="emit('want', 'print')"
          >{{ t('press.release') }}</v-btn
        >
        <v-btn
          v-else-if="at.state === 'waiting' || at.state === 'sending'"
          size="small"
          variant="tonal"
          @click="emit('want', 'hold')"
          >{{ t('press.hold') }}</v-btn
        >
        <v-btn size="small" variant="text" @click="emit('want', 'cancel')">{{
          t('press.cancelJob')
        }}</v-btn>
      </div>
    </template>
    <template v-else>
      <p class="caution">{{ t('press.caution') }}</p>
      <v-btn color="primary" variant="flat" :disabled="!!barred" @click="emit('send')">{{
        t('press.send')
      }}</v-btn>
      <p v-if="barred" class="soft small">{{ barred }}</p>
    </template>
  </div>
</template>

<style scoped>
.press {
  justify-items: start;
}

.press > :deep(.v-progress-linear) {
  width: 100%;
}
</style>
