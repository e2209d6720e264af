<script setup lang="ts">
/** What is known of the print that is shown, with reasons: its figures, its points, its barcodes. */
import { decimal, type Grey, type PointLook, type Scanned } from '@kyanos/core';
import { useJob } from '../job/useJob.ts';
import { rgbaOf } from '../look/grey.ts';
import type { Bitmap } from '../look/look.worker.ts';
import PixelCanvas from '../look/PixelCanvas.vue';
import FigureValue from '../shared/FigureValue.vue';
import { labToCss } from '../shared/colour.ts';
import { percent } from '../shared/format.ts';
import type { LookFigures } from './useLookNumbers.ts';
import { lookRestsOn, scanned } from './workings.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ look: LookFigures }>();
const { figures, barcodes, points } = props.look;
const job = useJob();

const inks = ({ process, plates }: PointLook) =>
  [
    ...process.map((byte, i) => ['CMYK'[i], byte] as const),
    ...[...plates].map(([key, byte]) => [key.split(':')[0], byte] as const),
  ]
    .filter(([, byte]) => byte > 0)
    .map(([ink, byte]) => `${ink} ${percent(byte / 255, 0)}`)
    .join(', ') || t('stack.noInk');

const scanOf = (picture: Grey): Bitmap => ({
  width: picture.width,
  height: picture.height,
  pixels: rgbaOf(picture),
  outOfGamut: 0,
});
/** What holds the grade down; of the best there is nothing to say. */
const limited = ({ grade, limitedBy }: Scanned) =>
  grade === 'A' ? '' : t('stack.limited', { limitedBy });
</script>

<template>
  <div class="panel numbers" data-testid="look-numbers">
    <div v-for="{ name, text, says, working } in figures" :key="name">
      <span class="label">{{ name }}</span>
      <span class="value"><figure-value :text="text" :working="working" /></span>
      <span class="soft small">{{ says }}</span>
    </div>
    <div
      v-for="({ barcode, planned, withWhite, withoutWhite, picture }, i) in barcodes"
      :key="`code ${i}`"
    >
      <span class="label">{{
        t('stack.predictedGrade', { type: barcode.type, content: barcode.content })
      }}</span>
      <span class="value figures" :class="{ warn: !planned.decodes || planned.grade > 'C' }">
        {{ scanned(planned) }}
      </span>
      <pixel-canvas
        class="scan"
        :picture="scanOf(picture)"
        :label="t('stack.scannerSees', { content: barcode.content })"
      />
      <span v-if="withWhite && withoutWhite" class="soft small">{{
        t('stack.whiteBoxWithoutTen', {
          planned: limited(planned),
          withWhite: scanned(withWhite),
          withoutWhite: scanned(withoutWhite),
        })
      }}</span>
    </div>
    <div v-for="(point, i) in points" :key="`p${i}`" data-testid="point">
      <span class="label">{{ t('stack.point', { i: i + 1, point: inks(point) }) }}</span>
      <span class="value figures">{{ decimal(point.deltaE, 1) }} ΔE2000</span>
      <span class="soft d-flex align-center ga-2 small swatches">
        <i :style="{ background: labToCss(point.print) }"></i>
        <span>Lab {{ point.print.map((v) => decimal(v, 0)).join(' ') }}</span>
        <i :style="{ background: labToCss(point.paper) }"></i>
        <span>{{
          t('stack.paper', { paper: point.paper.map((v) => decimal(v, 0)).join(' ') })
        }}</span>
      </span>
    </div>
    <p v-if="points.length === 0" class="soft small">
      {{ t('stack.clickPrintReadPoint') }}
    </p>
    <p class="soft small">{{ lookRestsOn(job.plan!) }}</p>
    <p v-if="figures.length === 0" class="soft">{{ t('stack.measuringWhatSeen') }}</p>
  </div>
</template>

<style scoped>
.numbers {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(196px, 1fr));
  gap: 14px 22px;
  padding: 14px 16px;
}

.numbers > div {
  display: grid;
  align-content: start;
}

.value {
  font-size: 1.3rem;
  font-weight: 600;
}

.scan {
  max-height: 44px;
  margin: 4px 0;
  border: 1px solid var(--line);
  border-radius: 4px;
}

.swatches i {
  width: 18px;
  height: 18px;
  border-radius: 4px;
  border: 1px solid var(--line);
}
</style>
