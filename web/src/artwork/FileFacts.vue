<script setup lang="ts">
/** What the file says of itself. */
import { processInk, type ArtworkInfo, type ArtworkPage } from '@kyanos/core';
import { computed } from 'vue';
import { size } from '../shared/format.ts';

const props = defineProps<{ info: ArtworkInfo; page: ArtworkPage }>();

const kind = computed(() => {
  const { format, document } = props.info;
  return [format.toUpperCase(), document?.version, ...(document?.claims ?? [])]
    .filter(Boolean)
    .join(' · ');
});
const spots = computed(() =>
  (props.page.structure?.spots ?? []).map(({ name, objects, overprinting, modes }) => ({
    name,
    words:
      objects === 0
        ? 'declared, nothing drawn in it'
        : `${objects} object${objects === 1 ? '' : 's'}, ${
            overprinting === 0
              ? 'none overprints'
              : overprinting === objects
                ? `all overprint (mode ${modes.join(' and ')})`
                : `${overprinting} overprint (mode ${modes.join(' and ')})`
          }`,
  })),
);
/** The stand-in of a spot at full tint. */
const standIn = (name: string) => {
  const full = props.page.separations.find((s) => s.name === name)?.alternate?.ramp.at(-1);
  return full
    ? `; shown as ${['C', 'M', 'Y', 'K'].map((ink, i) => `${ink} ${Math.round(full[i] * 100)}`).join(' ')}`
    : '';
};
const heaviest = computed(() => processInk(props.page).most);
const missing = computed(
  () => props.info.document?.fonts.filter(({ embedded }) => !embedded) ?? [],
);
const boxes = computed(() => {
  const { boxes: stated, turn } = props.page.structure ?? {};
  if (!stated) return 'not read';
  const names = (['media', 'crop', 'bleed', 'trim'] as const).filter((name) => stated[name]);
  return `${names.join(', ')}${turn ? `; turned by ${turn}°` : ''}`;
});
const pictures = computed(() => props.page.structure?.pictures ?? []);
const lowest = computed(() => Math.min(...pictures.value.map(({ dpi }) => dpi)));
</script>

<template>
  <div class="panel facts">
    <h2 class="label">The file says</h2>
    <dl>
      <dt>File</dt>
      <dd>{{ kind }}</dd>
      <dt>Finished</dt>
      <dd class="figures" :title="size(page.trimMm.width, page.trimMm.height).other">
        {{ size(page.trimMm.width, page.trimMm.height).text }}
      </dd>
      <dt>Printed</dt>
      <dd class="figures" :title="size(page.widthMm, page.heightMm).other">
        {{ size(page.widthMm, page.heightMm).text }}
      </dd>
      <dt>Plates</dt>
      <dd class="figures">
        {{ page.widthPx }} × {{ page.heightPx }} px, {{ Math.round(page.dpi) }} dpi
      </dd>
      <dt>Ink</dt>
      <dd class="figures">up to {{ heaviest }} % of C, M, Y, K at one place</dd>
      <dt>Colour</dt>
      <dd>{{ info.colour }}</dd>
      <template v-if="info.document">
        <dt>Made for</dt>
        <dd>{{ info.document.outputIntent ?? 'no printing condition named' }}</dd>
        <dt>Type</dt>
        <dd>
          <template v-if="info.document.fonts.length === 0"
            >none: outlines or pictures only</template
          >
          <template v-else>
            {{ info.document.fonts.length }} font{{ info.document.fonts.length > 1 ? 's' : '' }},
            {{ missing.length ? `${missing.length} not embedded` : 'all embedded' }}
          </template>
        </dd>
        <dt>Pictures</dt>
        <dd class="figures">
          <template v-if="pictures.length"
            >{{ pictures.length }}, from {{ Math.round(lowest) }} dpi</template
          >
          <template v-else>none</template>
        </dd>
        <dt>Boxes</dt>
        <dd>{{ boxes }}</dd>
        <dt>Transparency</dt>
        <dd>{{ page.structure?.transparency ? 'yes' : 'no' }}</dd>
      </template>
      <template v-for="spot in spots" :key="spot.name">
        <dt class="spot">“{{ spot.name }}”</dt>
        <dd>{{ spot.words }}{{ standIn(spot.name) }}</dd>
      </template>
      <template v-for="layer in info.document?.layers ?? []" :key="`layer-${layer.name}`">
        <dt class="spot">{{ layer.name }}</dt>
        <dd>layer, {{ layer.prints ? 'prints' : 'does not print' }}</dd>
      </template>
      <template v-for="code in page.barcodes" :key="code.content">
        <dt>{{ code.type }}</dt>
        <dd class="figures">
          {{ code.content }}, module {{ code.moduleMm.toFixed(3) }} mm<template
            v-if="code.checkDigit !== undefined"
            >, check digit {{ code.checkDigit ? 'right' : 'wrong' }}</template
          >, quiet zones {{ code.quiet.map((q) => Math.floor(q)).join(' and ') }} modules (wants
          {{ code.quietWanted.join(' and ') }})
        </dd>
      </template>
    </dl>
  </div>
</template>

<style scoped>
.facts {
  padding: 12px 14px;
}

dl {
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr);
  row-gap: 4px;
  margin-top: 4px;
}

dt {
  color: var(--soft);
}

.spot {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

dd {
  overflow-wrap: anywhere;
}
</style>
