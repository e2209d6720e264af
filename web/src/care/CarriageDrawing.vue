<script setup lang="ts">
/** A machine as it stands: containers with what is left in them, heads in the carriage or parked, the slot of the white, the waste. */
import type { MachineCare } from '@kyanos/contract';
import { computed } from 'vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{ machine: MachineCare }>();

const WIDTH = 720;
/** The two slots of a white that is moved by hand stand below. */
const height = computed(() => (props.machine.movesSlot ? 276 : 214));
/** Colours of inks as they are drawn; never colour alone: each has its letter. */
const INK: Readonly<Record<string, string>> = {
  C: '#1f8fc4',
  M: '#c2387c',
  Y: '#d9b400',
  K: '#33363d',
};
const ROLE: Readonly<Record<string, string>> = {
  white: '#ffffff',
  metallic: '#b9bcc4',
  clear: '#dfeef5',
  primer: '#e7e0f0',
  blockout: '#33363d',
  light: '#9fc9de',
  extra: '#e2763c',
};
const colourOf = ({ channel, role }: MachineCare['inks'][number]) =>
  INK[channel] ?? ROLE[role] ?? '#8a93a6';

const TANK = { top: 16, height: 92, width: 46 };
const gap = computed(() => Math.min(70, (WIDTH - 190) / props.machine.inks.length));
const inks = computed(() =>
  props.machine.inks.map((ink, i) => {
    const special = ink.role !== 'process' && ink.role !== 'light' && ink.role !== 'extra';
    const out = props.machine.state.filled[ink.channel] === false;
    const parked = ink.role === 'white' && props.machine.state.heads === 'parked';
    return {
      ...ink,
      x: 24 + i * gap.value,
      colour: colourOf(ink),
      share:
        ink.leftMl === null || ink.holdsMl === null
          ? undefined
          : Math.min(1, ink.leftMl / ink.holdsMl),
      special,
      out,
      parked,
    };
  }),
);
const waste = computed(() => Math.min(1, props.machine.state.wasteMl / props.machine.wasteHolds));
const slots = computed(() => [
  { id: 'under', name: t('care.whiteUnderColour'), x: 24 },
  { id: 'other', name: t('care.allOtherWhiteWork'), x: 204 },
]);
const description = computed(() => {
  const { state } = props.machine;
  return [
    ...(state.heads
      ? [state.heads === 'parked' ? t('care.whiteHeadsParked') : t('care.headsCarriage')]
      : []),
    ...(state.whiteSlot
      ? [
          t('care.whiteStands', {
            rest:
              state.whiteSlot === 'under'
                ? t('care.whiteUnderColour')
                : t('care.allOtherWhiteWork'),
          }),
        ]
      : []),
    t('care.wasteFull', { waste: Math.round(waste.value * 100) }),
  ].join(', ');
});
</script>

<template>
  <svg
    class="chart"
    :viewBox="`0 0 ${WIDTH} ${height}`"
    role="img"
    :aria-label="`${machine.name}: ${description}`"
  >
    <g v-for="ink in inks" :key="ink.channel">
      <rect
        class="tank"
        :x="ink.x"
        :y="TANK.top"
        :width="TANK.width"
        :height="TANK.height"
        rx="6"
      />
      <rect
        v-if="ink.share !== undefined"
        :x="ink.x + 3"
        :y="TANK.top + 3 + (TANK.height - 6) * (1 - ink.share)"
        :width="TANK.width - 6"
        :height="(TANK.height - 6) * ink.share"
        rx="3"
        :fill="ink.colour"
        class="ink"
      />
      <text
        v-else
        class="small"
        :x="ink.x + TANK.width / 2"
        :y="TANK.top + 50"
        text-anchor="middle"
      >
        ?
      </text>
      <text
        class="letter figures"
        :x="ink.x + TANK.width / 2"
        :y="TANK.top + TANK.height + 18"
        text-anchor="middle"
      >
        {{ ink.channel }}
      </text>
      <text
        class="small figures"
        :x="ink.x + TANK.width / 2"
        :y="TANK.top + TANK.height + 34"
        text-anchor="middle"
      >
        {{ ink.leftMl === null ? '' : `${Math.round(ink.leftMl)} mL` }}
      </text>
      <text
        v-if="ink.out"
        class="small flag"
        :x="ink.x + TANK.width / 2"
        :y="TANK.top + 20"
        text-anchor="middle"
      >
        {{ t('care.out') }}
      </text>
      <path class="line" :d="`M${ink.x + TANK.width / 2} ${TANK.top + TANK.height + 40} v14`" />
    </g>
    <!-- The carriage with a head an ink; a parked one hangs in its holder. -->
    <path class="rail" :d="`M10 178 H${WIDTH - 150}`" />
    <g v-for="ink in inks" :key="`head ${ink.channel}`">
      <rect
        class="head"
        :class="{ parked: ink.parked }"
        :x="ink.x + 6"
        y="164"
        :width="TANK.width - 12"
        height="30"
        rx="4"
      />
      <rect
        v-if="!ink.parked"
        :x="ink.x + 12"
        y="194"
        :width="TANK.width - 24"
        height="5"
        :fill="ink.colour"
        class="ink"
      />
      <text v-else class="small" :x="ink.x + TANK.width / 2" y="209" text-anchor="middle">
        {{ t('care.stand') }}
      </text>
    </g>
    <g v-if="machine.state.heads === 'parked'">
      <rect class="holder" :x="WIDTH - 136" y="150" width="126" height="56" rx="8" />
      <text class="small" :x="WIDTH - 73" y="174" text-anchor="middle">
        {{ t('care.whiteHeads') }}
      </text>
      <text class="small" :x="WIDTH - 73" y="190" text-anchor="middle">
        {{ t('care.parkedTurning') }}
      </text>
    </g>
    <g v-if="machine.movesSlot">
      <g v-for="slot in slots" :key="slot.id">
        <rect
          class="slot"
          :class="{ here: machine.state.whiteSlot === slot.id }"
          :x="slot.x"
          y="222"
          width="170"
          height="44"
          rx="7"
        />
        <text class="small" :x="slot.x + 85" y="240" text-anchor="middle">{{ slot.name }}</text>
        <text class="small figures" :x="slot.x + 85" y="257" text-anchor="middle">
          {{
            machine.state.whiteSlot === slot.id
              ? t('care.whiteStandsHere')
              : machine.state.whiteSlot
                ? '–'
                : t('care.notKnown')
          }}
        </text>
      </g>
    </g>
    <g>
      <rect class="tank" :x="WIDTH - 112" :y="TANK.top" width="80" :height="TANK.height" rx="6" />
      <rect
        class="waste"
        :class="{ full: waste >= 0.8 }"
        :x="WIDTH - 109"
        :y="TANK.top + 3 + (TANK.height - 6) * (1 - waste)"
        width="74"
        :height="(TANK.height - 6) * waste"
        rx="3"
      />
      <text class="letter" :x="WIDTH - 72" :y="TANK.top + TANK.height + 18" text-anchor="middle">
        {{ t('care.waste') }}
      </text>
      <text
        class="small figures"
        :x="WIDTH - 72"
        :y="TANK.top + TANK.height + 34"
        text-anchor="middle"
      >
        {{
          t('care.ml', {
            wasteMl: Math.round(machine.state.wasteMl),
            wasteHolds: machine.wasteHolds,
          })
        }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  max-width: 760px;
}

.tank {
  fill: rgb(var(--v-theme-surface));
  stroke: var(--soft);
  stroke-width: 1.5;
}

.ink {
  stroke: rgba(20, 33, 61, 0.35);
}

.letter {
  font-size: 15px;
  font-weight: 600;
}

.small {
  font-size: 12px;
  fill: var(--soft);
}

.flag {
  fill: rgb(var(--v-theme-warning));
  font-weight: 700;
}

.line {
  stroke: var(--soft);
}

.rail {
  stroke: var(--soft);
  stroke-width: 4;
}

.head {
  fill: rgb(var(--v-theme-surface-variant));
  stroke: var(--soft);
}

.head.parked {
  stroke-dasharray: 4 3;
  fill: rgb(var(--v-theme-surface));
}

.holder,
.slot {
  fill: rgb(var(--v-theme-surface));
  stroke: var(--soft);
  stroke-dasharray: 4 3;
}

.slot.here {
  fill: color-mix(in srgb, rgb(var(--v-theme-primary)) 14%, transparent);
  stroke: rgb(var(--v-theme-primary));
  stroke-dasharray: none;
  stroke-width: 2;
}

.waste {
  fill: #8d7a5b;
}

.waste.full {
  fill: #b04334;
}
</style>
