<script setup lang="ts">
/** Things of one kind to choose from. */
import type { Standing } from '@kyanos/contract';
import { STANDING_WORDS } from './standingWords.ts';

defineProps<{
  label: string;
  items: readonly {
    readonly id: string;
    readonly name: string;
    readonly about: string;
    readonly standing: Standing;
  }[];
  selected: string | undefined;
}>();
const emit = defineEmits<{ select: [id: string] }>();
</script>

<template>
  <div class="panel list">
    <slot></slot>
    <div role="listbox" :aria-label="label">
      <button
        v-for="item in items"
        :key="item.id"
        type="button"
        role="option"
        class="entry"
        :class="item.standing"
        :aria-selected="item.id === selected"
        @click="emit('select', item.id)"
      >
        <slot :id="item.id" name="picture"></slot>
        <span>
          <b>{{ item.name }}</b>
          <span class="soft small block"
            >{{ item.about
            }}<template v-if="item.standing !== 'active'">
              · {{ STANDING_WORDS[item.standing] }}</template
            ></span
          >
        </span>
      </button>
    </div>
  </div>
</template>

<style scoped>
.list {
  display: grid;
  gap: 4px;
  padding: 10px;
}

.entry {
  display: flex;
  gap: 10px;
  align-items: center;
  width: 100%;
  min-height: 48px;
  padding: 6px 10px;
  border-radius: 8px;
  text-align: left;
}

.entry[aria-selected='true'] {
  background: color-mix(in srgb, rgb(var(--v-theme-primary)) 12%, transparent);
  box-shadow: inset 3px 0 rgb(var(--v-theme-primary));
}

.entry.retired b {
  text-decoration: line-through;
  font-weight: 500;
}

.block {
  display: block;
}
</style>
