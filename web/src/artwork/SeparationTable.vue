<script setup lang="ts">
/** Every separation of a page: whether it is shown, how much of the page it covers, and what it holds at the probe. */
import {
  inSentence,
  inkName,
  LINE_NAMES,
  LINE_ROLES,
  type Machine,
  partOf,
  specialKeys,
  roleOf,
  visibleName,
  type ArtworkPage,
  type PrintPlan,
  type Role,
  type Separation,
} from '@kyanos/core';
import { mdiEyeOffOutline, mdiEyeOutline } from '@mdi/js';
import { computed } from 'vue';
import { percent } from '../shared/format.ts';
import { channelKey } from './channels.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  page: ArtworkPage;
  plan: PrintPlan;
  shown: ReadonlySet<string>;
  /** Bytes at the probe, in the order of the separations. */
  values: readonly number[] | undefined;
}>();
const emit = defineEmits<{ toggle: [name: string]; assign: [name: string, role: Role | ''] }>();

const DRAWN: Record<string, string> = {
  Cyan: '#1fa0c9',
  Magenta: '#c9367c',
  Yellow: '#dfb70e',
  Black: '#2b2b30',
};

const rows = computed(() =>
  props.page.separations.map((separation, i) => ({
    ...separation,
    key: channelKey(separation, props.plan),
    colour: DRAWN[separation.name] ?? 'rgb(var(--v-theme-primary))',
    role:
      separation.kind === 'process'
        ? undefined
        : roleOf(separation.name, props.plan.artwork.names, props.plan.machine),
    here: props.values?.[i],
  })),
);
const spots = computed(() => rows.value.filter(({ kind }) => kind !== 'process'));

const choices = ({ alternate }: Separation) => [
  { title: t('artwork.printsNothingNotSaid'), value: '' },
  ...drawable(props.plan.machine).map((key) => ({
    title: t('artwork.is', { key: inSentence(inkName(partOf(key), props.plan.machine)) }),
    value: key,
  })),
  ...(alternate
    ? [{ title: t('artwork.processInkFileSays', { space: alternate.space }), value: 'process' }]
    : []),
  ...LINE_ROLES.map((role) => ({
    title: t('artwork.isA', { line: LINE_NAMES[role] }),
    value: role,
  })),
  { title: t('artwork.ignoredPurpose'), value: 'ignore' },
];
/** What an artist may have drawn: the specials of the machine, and the usual ones that it may lack today. */
const drawable = (machine: Machine) => [
  ...new Set([...(['W', 'S', 'V'] as const), ...specialKeys(machine)]),
];
const here = (byte: number) => `${Math.round(byte / 2.55)} %`;
</script>

<template>
  <div class="panel list">
    <table>
      <thead>
        <tr>
          <th scope="col">{{ t('artwork.separation') }}</th>
          <th scope="col" class="meter"></th>
          <th scope="col" class="right">{{ t('artwork.mean') }}</th>
          <th scope="col" class="right">{{ t('artwork.probe') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.name" :class="{ off: !shown.has(row.name) }">
          <th scope="row">
            <button
              type="button"
              class="toggle w-100 text-left"
              :aria-pressed="shown.has(row.name)"
              :aria-label="t('artwork.show', { row: row.name })"
              @click="emit('toggle', row.name)"
            >
              <v-icon :icon="shown.has(row.name) ? mdiEyeOutline : mdiEyeOffOutline" size="18" />
              <span class="name text-truncate">{{ visibleName(row.name) }}</span>
              <kbd v-if="row.key">{{ row.key }}</kbd>
            </button>
          </th>
          <td class="meter" aria-hidden="true">
            <span :style="{ width: `${row.coverage * 100}%`, background: row.colour }"></span>
          </td>
          <td class="figures right">{{ percent(row.coverage) }}</td>
          <td class="figures right here" :data-testid="`here-${row.name}`">
            {{ row.here === undefined ? '–' : here(row.here) }}
          </td>
        </tr>
      </tbody>
    </table>
    <v-select
      v-for="row in spots"
      :key="`role-${row.name}`"
      class="mt-3"
      :label="t('artwork.on', { row: visibleName(row.name), machine: plan.machine.name })"
      :items="choices(row)"
      :model-value="row.role ?? ''"
      @update:model-value="emit('assign', row.name, $event as Role | '')"
    />
  </div>
</template>

<style scoped>
.list {
  container-type: inline-size;
  padding: 14px 16px;
}

.toggle {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr) auto;
  align-items: center;
  gap: 8px;
  min-height: 36px;
  font-weight: 600;
}

.name {
  max-width: 104px;
}

.off .name,
.off .meter {
  opacity: 0.45;
}

.meter {
  width: 62px;
  padding: 0 8px 0 12px;
}

.meter span {
  display: block;
  height: 8px;
  min-width: 1px;
  border-radius: 2px;
}

.here {
  font-weight: 600;
  min-width: 58px;
}

@container (max-width: 310px) {
  .meter {
    display: none;
  }
}
</style>
