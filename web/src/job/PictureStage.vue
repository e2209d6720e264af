<script setup lang="ts">
/**
 * A stage that a picture leads: it takes what the window leaves, its tools stand over it and its figures in a row under it. What
 * acts on it stands in the side column below the core sample; everything else comes after, out of the way.
 */
defineProps<{ question: string; answer: string }>();
</script>

<template>
  <section>
    <div class="lead">
      <header class="lead-head">
        <div class="words">
          <h1 class="ask">{{ question }}</h1>
          <p class="soft says" :title="answer" data-testid="answer">{{ answer }}</p>
        </div>
        <slot name="tools" />
      </header>
      <div class="lead-picture" data-testid="lead-picture"><slot /></div>
      <slot name="figures" />
    </div>
    <div class="stage mt-3"><slot name="below" /></div>
    <teleport defer to="#job-side"><slot name="side" /></teleport>
  </section>
</template>

<style scoped>
.lead {
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr);
  gap: 4px;
  height: calc(100cqh - 14px - var(--asked, 0px));
  min-height: 420px;
}

.lead-head {
  display: flex;
  gap: 6px 12px;
  align-items: center;
  min-height: 42px;
}

.words {
  flex: 1 1 0;
  min-width: 0;
}

.ask {
  font-size: 1.05rem;
  font-weight: 600;
  line-height: 1.25;
}

.says {
  overflow: hidden;
  font-size: var(--size-small);
  line-height: 1.25;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.lead-picture {
  position: relative;
  min-height: 0;
}

@media (max-width: 900px) {
  .lead {
    height: auto;
    min-height: 0;
  }

  .lead-head {
    flex-wrap: wrap;
  }

  .words {
    flex-basis: 100%;
  }

  .lead-picture {
    height: 46cqh;
  }
}

@media print {
  .lead {
    display: block;
    height: auto;
  }
}
</style>
