<script setup lang="ts">
/** What was done to a machine, for its logbook. */
import type { MachineCare, LogbookAct } from '@kyanos/contract';
import type { MissingNozzle } from '@kyanos/core';
import { computed, ref, watch } from 'vue';
import { upload } from '../shared/api.ts';
import NumberField from '../shared/NumberField.vue';
import PatternGrid from './PatternGrid.vue';
import { smallPicture } from './smallPicture.ts';
import { t } from '../texts/texts.ts';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ machine: MachineCare; problem: string | undefined; first?: string }>();
const emit = defineEmits<{ write: [what: LogbookAct] }>();

const ACTS = [
  { value: 'pattern', title: t('care.lastPattern') },
  { value: 'agitated', title: t('care.agitatedAct') },
  { value: 'cleaned', title: t('care.cleaned') },
  { value: 'waste-emptied', title: t('care.wasteEmptiedAct') },
  { value: 'slot', title: t('care.slotMovedAct') },
  { value: 'parked', title: t('care.headsParked') },
  { value: 'heads-fitted', title: t('care.headsFitted') },
  { value: 'replaced', title: t('care.partReplaced') },
  { value: 'note', title: t('care.note') },
] as const;
type Act = (typeof ACTS)[number]['value'];
const acts = computed(() =>
  ACTS.filter(
    ({ value }) =>
      (value !== 'slot' || props.machine.movesSlot) &&
      ((value !== 'parked' && value !== 'heads-fitted') || props.machine.school === 'parking') &&
      (value !== 'agitated' || props.machine.white),
  ),
);
const act = ref<Act>('pattern');
const missing = ref<readonly MissingNozzle[]>([]);
const ml = ref(5);
const minutes = ref(4);
const words = ref('');
const picture = ref<string>();
const sending = ref(false);
/** The browser can't read what was chosen. */
const unread = ref(false);
watch(open, (now) => {
  if (!now) return;
  act.value = (props.first as Act | undefined) ?? 'pattern';
  missing.value = [];
  words.value = '';
  picture.value = undefined;
});

const ready = computed(
  () =>
    !sending.value &&
    ((act.value !== 'note' && act.value !== 'replaced') || words.value.trim() !== ''),
);
function save() {
  const text = words.value.trim();
  const what = (): LogbookAct => {
    switch (act.value) {
      case 'pattern':
        return { act: 'pattern', missing: missing.value.map((one) => ({ ...one })) };
      case 'cleaned':
        return { act: 'cleaned', ml: ml.value, minutes: minutes.value };
      case 'slot':
        return { act: 'slot', to: props.machine.state.whiteSlot === 'under' ? 'other' : 'under' };
      case 'replaced':
        return { act: 'replaced', part: text };
      case 'note':
        return { act: 'note', text, ...(picture.value && { picture: picture.value }) };
      default:
        return { act: act.value } as LogbookAct;
    }
  };
  emit('write', what());
}
async function attach(event: Event) {
  const [file] = (event.target as HTMLInputElement).files ?? [];
  if (!file) return;
  sending.value = true;
  unread.value = false;
  try {
    const small = await smallPicture(file).catch(() => undefined);
    if (small) picture.value = (await upload(small, () => undefined).done).id;
    else unread.value = true;
  } finally {
    sending.value = false;
  }
}
</script>

<template>
  <v-dialog
    v-model="open"
    :max-width="act === 'pattern' ? 860 : 560"
    aria-labelledby="dialog-title"
  >
    <form class="panel dialog-form" @submit.prevent="save">
      <h2 id="dialog-title" class="question">
        {{ t('care.whatWasDoneTo', { machine: machine.name }) }}
      </h2>
      <v-select v-model="act" :label="t('care.what')" :items="acts" />
      <template v-if="act === 'pattern'">
        <p class="soft small">{{ t('care.tapLinesMissing') }}</p>
        <pattern-grid v-model="missing" :machine="machine" />
      </template>
      <div v-if="act === 'cleaned'" class="two">
        <number-field
          v-model="ml"
          :label="t('care.whiteDrawn')"
          unit="mL"
          :precision="1"
          :max="10000"
        />
        <number-field v-model="minutes" :label="t('care.took')" unit="min" :max="1000" />
      </div>
      <p v-if="act === 'slot'">
        {{
          t('care.nowFor', {
            rest:
              machine.state.whiteSlot === 'under'
                ? t('care.allOtherWhiteWork')
                : t('care.whiteUnderColour'),
          })
        }}
      </p>
      <v-text-field
        v-if="act === 'replaced'"
        v-model="words"
        :label="t('care.part')"
        maxlength="200"
      />
      <template v-if="act === 'note'">
        <v-textarea
          v-model="words"
          :label="t('care.note')"
          maxlength="2000"
          rows="3"
          variant="outlined"
        />
        <label class="column ga-1">
          {{ t('care.picture') }}
          <input type="file" accept="image/*" capture="environment" @change="attach" />
        </label>
        <p v-if="unread" class="problem small" role="alert">
          {{ t('care.pictureCantReadHere') }}
        </p>
        <p v-else-if="picture" class="soft small">{{ t('care.pictureNote') }}</p>
      </template>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="dialog-buttons">
        <v-btn variant="text" @click="open = false">{{ t('care.cancel') }}</v-btn>
        <v-btn type="submit" color="primary" variant="flat" :disabled="!ready">{{
          t('care.writeItDown')
        }}</v-btn>
      </div>
    </form>
  </v-dialog>
</template>
