<script setup lang="ts">
/** What the shop changed since this job took its copies, what it would change here, and taking it over. */
import { calculate, movedOn, takenOver, type OriginPart } from '@kyanos/core';
import { computed } from 'vue';
import { currency } from '../shared/format.ts';
import { changeWords } from '../shop/fieldNames.ts';
import { useJob } from './useJob.ts';
import { t } from '../texts/texts.ts';

const job = useJob();
const MOST = 3;
const moved = computed(() => {
  const { plan, shop, info, measures, shown, state } = job;
  if (!plan || !shop) return [];
  return movedOn(plan, shop).map(({ part, name, fields }) => {
    const next = takenOver(plan, shop, part);
    const was = shown?.work?.cost.price;
    const now =
      info && measures && was ? calculate(next, info, measures, state).work?.cost.price : undefined;
    const words = fields.flatMap((field) => changeWords(field) ?? []);
    return {
      part,
      name,
      words: words.slice(0, MOST).join(' · ') || t('job.whatLearntMeasured'),
      more: Math.max(0, words.length - MOST),
      effect:
        was && now
          ? now.minor === was.minor
            ? t('job.priceJobStays')
            : t('job.priceJobBecomes', {
                now: currency(now),
                rest: now.minor > was.minor ? '+' : '−',
                currency: currency({ ...now, minor: Math.abs(now.minor - was.minor) }),
              })
          : '',
    };
  });
});
function take(part: OriginPart) {
  if (job.plan && job.shop) job.replace(takenOver(job.plan, job.shop, part));
}
</script>

<template>
  <div v-for="one in moved" :key="one.part" class="notice mb-3" role="status">
    <p>
      <b>{{ t('job.shopsOwnHasMoved', { one: one.name }) }}</b>
      {{ one.words
      }}<template v-if="one.more">{{ ' ' }}{{ t('job.more', { more: one.more }) }}</template
      >.
      {{ one.effect }}
    </p>
    <v-btn size="small" @click="take(one.part)">{{ t('job.takeOver') }}</v-btn>
  </div>
</template>
