<script setup lang="ts">
/** Where the printer of each machine is. */
import { API, SETTING_ENDPOINTS, type SettingValue, type PrinterStatus } from '@kyanos/contract';
import { ref, shallowRef } from 'vue';
import { call, callRevised } from '../shared/api.ts';
import { only, whoMay } from '../shared/me.ts';
import { useTrying } from '../shared/useTrying.ts';
import { printerWords } from './pressWords.ts';
import { t } from '../texts/texts.ts';

defineProps<{ machines: readonly { readonly id: string; readonly name: string }[] }>();
const open = defineModel<boolean>({ required: true });

const { get, put } = SETTING_ENDPOINTS.printers;
type Addresses = SettingValue<'printers'>;
const kept = shallowRef<Addresses>({});
let revision: string | undefined;
const { problem, trying } = useTrying();
async function load() {
  const found = await trying(() => callRevised(get, {}));
  if (!found) return;
  kept.value = found.value ?? {};
  ({ revision } = found);
}
void load();
/** Kept at once: whoever closes the dialog has lost nothing. */
async function keepAll(next: Addresses) {
  const done = await trying(() => callRevised(put, { body: next }, { ifMatch: revision }));
  if (!done) return;
  kept.value = next;
  ({ revision } = done);
}
const EXAMPLE = 'ipp://192.168.1.20/ipp/print';
const typed = ref<Readonly<Record<string, string>>>({});
const found = ref<Readonly<Record<string, PrinterStatus>>>({});

const addressOf = (id: string) => typed.value[id] ?? kept.value[id]?.uri ?? '';
const write = (id: string, uri: string) => (typed.value = { ...typed.value, [id]: uri.trim() });

/** An address is kept once somebody answers there; an empty one is taken away. */
async function keep(id: string) {
  const uri = addressOf(id);
  const { [id]: _, ...others } = kept.value;
  if (uri === '') {
    await keepAll(others);
    return;
  }
  const status = await trying(() => call(API.tryPrinter, { body: { machine: id, uri } }));
  if (!status) return;
  found.value = { ...found.value, [id]: status };
  await keepAll({ ...others, [id]: { uri } });
}
const changed = (id: string) => addressOf(id) !== (kept.value[id]?.uri ?? '');
</script>

<template>
  <v-dialog v-model="open" max-width="720" aria-labelledby="dialog-title">
    <div class="panel dialog-form">
      <h2 id="dialog-title" class="question">{{ t('press.printers') }}</h2>
      <p class="soft">{{ t('press.printersAbout') }}</p>
      <p v-if="whoMay(put)" class="notice">{{ whoMay(put) }}</p>
      <div v-for="machine in machines" :key="machine.id" class="one">
        <v-text-field
          :label="t('press.addressOf', { name: machine.name })"
          :placeholder="EXAMPLE"
          :model-value="addressOf(machine.id)"
          :readonly="!!whoMay(put)"
          :messages="
            found[machine.id]
              ? [
                  t('press.answers', {
                    name: found[machine.id].name,
                    state: printerWords(found[machine.id]),
                  }),
                ]
              : kept[machine.id]?.simulated
                ? [t('press.simulated')]
                : []
          "
          @keydown.enter="keep(machine.id)"
          @update:model-value="write(machine.id, $event)"
        />
        <v-btn
          variant="tonal"
          :disabled="!changed(machine.id)"
          v-bind="only(put)"
          @click="keep(machine.id)"
          >{{ t('press.tryIt') }}</v-btn
        >
      </div>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="dialog-buttons">
        <v-btn @click="open = false">{{ t('queue.close') }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.one {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: start;
  gap: 12px;
}
</style>
