<script setup lang="ts">
/** What the file says of itself. */
import { type ArtworkInfo, type ArtworkPage, decimal, processInk } from '@kyanos/core';
import { computed } from 'vue';
import { size } from '../shared/format.ts';
import { t } from '../texts/texts.ts';

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
        ? t('artwork.declaredNothingDrawn')
        : t('artwork.object', {
            n: objects,
            rest:
              overprinting === 0
                ? t('artwork.noneOverprints')
                : overprinting === objects
                  ? t('artwork.allOverprintMode', { modes: modes.join(t('artwork.and')) })
                  : t('artwork.overprintMode', {
                      overprinting,
                      modes: modes.join(t('artwork.and')),
                    }),
          }),
  })),
);
/** The stand-in of a spot at full tint. */
const standIn = (name: string) => {
  const full = props.page.separations.find((s) => s.name === name)?.alternate?.ramp.at(-1);
  return full
    ? t('artwork.shown', {
        value: ['C', 'M', 'Y', 'K']
          .map((ink, i) => `${ink} ${Math.round(full[i] * 100)}`)
          .join(' '),
      })
    : '';
};
const heaviest = computed(() => processInk(props.page).most);
const missing = computed(
  () => props.info.document?.fonts.filter(({ embedded }) => !embedded) ?? [],
);
const boxes = computed(() => {
  const { boxes: stated, turn } = props.page.structure ?? {};
  if (!stated) return t('artwork.notRead');
  const names = (['media', 'crop', 'bleed', 'trim'] as const).filter((name) => stated[name]);
  return `${names.join(', ')}${turn ? t('artwork.turned', { turn }) : ''}`;
});
const pictures = computed(() => props.page.structure?.pictures ?? []);
const lowest = computed(() => Math.min(...pictures.value.map(({ dpi }) => dpi)));
</script>

<template>
  <div class="panel pad">
    <h2 class="label">{{ t('artwork.fileSays') }}</h2>
    <dl class="facts mt-1">
      <dt>{{ t('artwork.file') }}</dt>
      <dd>{{ kind }}</dd>
      <dt>{{ t('artwork.finished') }}</dt>
      <dd class="figures" :title="size(page.trimMm.width, page.trimMm.height).other">
        {{ size(page.trimMm.width, page.trimMm.height).text }}
      </dd>
      <dt>{{ t('artwork.printed') }}</dt>
      <dd class="figures" :title="size(page.widthMm, page.heightMm).other">
        {{ size(page.widthMm, page.heightMm).text }}
      </dd>
      <dt>{{ t('artwork.plates') }}</dt>
      <dd class="figures">
        {{
          t('artwork.pxDpi', {
            widthPx: page.widthPx,
            heightPx: page.heightPx,
            dpi: Math.round(page.dpi),
          })
        }}
      </dd>
      <dt>{{ t('artwork.ink') }}</dt>
      <dd class="figures">{{ t('artwork.upCMY', { heaviest }) }}</dd>
      <dt>{{ t('artwork.colour') }}</dt>
      <dd>{{ info.colour }}</dd>
      <template v-if="info.document">
        <dt>{{ t('artwork.made') }}</dt>
        <dd>{{ info.document.outputIntent ?? t('artwork.noPrintingConditionNamed') }}</dd>
        <dt>{{ t('artwork.type') }}</dt>
        <dd>
          <template v-if="info.document.fonts.length === 0">{{
            t('artwork.noneOutlinesPicturesOnly')
          }}</template>
          <template v-else>
            {{
              t('artwork.font', {
                n: info.document.fonts.length,
                rest: missing.length
                  ? t('artwork.notEmbedded', { n: missing.length })
                  : t('artwork.allEmbedded'),
              })
            }}
          </template>
        </dd>
        <dt>{{ t('artwork.pictures') }}</dt>
        <dd class="figures">
          <template v-if="pictures.length">{{
            t('artwork.fromDpi', { n: pictures.length, lowest: Math.round(lowest) })
          }}</template>
          <template v-else>{{ t('artwork.none') }}</template>
        </dd>
        <dt>{{ t('artwork.boxes') }}</dt>
        <dd>{{ boxes }}</dd>
        <dt>{{ t('artwork.transparency') }}</dt>
        <dd>{{ page.structure?.transparency ? t('artwork.yes') : t('artwork.no') }}</dd>
      </template>
      <template v-for="spot in spots" :key="spot.name">
        <dt class="text-truncate">“{{ spot.name }}”</dt>
        <dd>{{ spot.words }}{{ standIn(spot.name) }}</dd>
      </template>
      <template v-for="layer in info.document?.layers ?? []" :key="`layer-${layer.name}`">
        <dt class="text-truncate">{{ layer.name }}</dt>
        <dd>
          {{
            t('artwork.layer', {
              rest: layer.prints ? t('artwork.prints') : t('artwork.doesNotPrint'),
            })
          }}
        </dd>
      </template>
      <template v-for="code in page.barcodes" :key="code.content">
        <dt>{{ code.type }}</dt>
        <dd class="figures">
          {{ t('artwork.moduleMm', { content: code.content, moduleMm: decimal(code.moduleMm, 3) })
          }}<template v-if="code.checkDigit !== undefined">{{
            t('artwork.checkDigit', {
              rest: code.checkDigit ? t('artwork.right') : t('artwork.wrong'),
            })
          }}</template
          >{{
            t('artwork.quietZonesModulesWants', {
              quiet: code.quiet.map((q) => Math.floor(q)).join(t('artwork.and')),
              quietWanted: code.quietWanted.join(t('artwork.and')),
            })
          }}
        </dd>
      </template>
    </dl>
  </div>
</template>
