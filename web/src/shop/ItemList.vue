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
  <div class="panel column ga-1 pa-2">
    <slot></slot>
    <div role="listbox" :aria-label="label">
      <button
        v-for="item in items"
        :key="item.id"
        type="button"
        role="option"
        class="entry d-flex ga-2 align-center"
        :class="item.standing"
        :aria-selected="item.id === selected"
        @click="emit('select', item.id)"
      >
        <slot :id="item.id" name="picture"></slot>
        <span>
          <b>{{ item.name }}</b>
          <span class="soft small d-block"
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
.entry.retired b {
  text-decoration: line-through;
  font-weight: 500;
}
</style>
