/** Planning without pixels: a plan after a change, every variant of it, and ten thousand pieces on their loads. */
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  allLayers,
  calculate,
  CANDIDATES,
  layOut,
  type LookSample,
  type Measures,
  plateDependencies,
  printPixels,
  type PrintPlan,
  sampleOf,
  sceneOf,
  tryVariants,
  type VariantPlan,
  variantPlans,
  whyImpossible,
  withDensity,
  withDominated,
} from '@kyanos/core';
import { DEMO_JOBS, pick, SHOP } from '@kyanos/demo';
import { openArtwork } from '@kyanos/intake';
import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs';
import type { Benchmark } from './index.ts';

/** Resolution at which the demo's artwork has about the pixels that stacks are tried on. */
const TRIED_DPI = 40;

interface Ready {
  readonly plan: PrintPlan;
  readonly info: Awaited<ReturnType<typeof openArtwork>>['info'];
  readonly stacks: readonly {
    readonly variants: readonly VariantPlan[];
    readonly measures: Measures;
    readonly sample: LookSample;
  }[];
}

/** A demo job with the plates of every stack that it may have. */
async function ready(id: string): Promise<Ready> {
  const job = DEMO_JOBS.find((one) => one.id === id)!;
  const tmp = await mkdtemp(join(tmpdir(), 'kyanos-bench-'));
  const file = join(tmp, job.fileName);
  await writeFile(file, await job.draw());
  const artwork = await openArtwork(file, { dpi: TRIED_DPI });
  try {
    const { info } = artwork;
    const stacks: Ready['stacks'][number][] = [];
    for (const candidate of CANDIDATES) {
      if (whyImpossible(candidate, job.plan, info) !== undefined) continue;
      const plan = { ...job.plan, stack: candidate.stack };
      const { measures, ...print } = await printPixels(plan, artwork);
      const sample = sampleOf({ measures, ...print }, sceneOf(plan, info), 'front');
      stacks.push({ variants: variantPlans(job.plan, candidate), measures, sample });
    }
    return { plan: job.plan, info, stacks };
  } finally {
    await artwork.close();
    await rm(tmp, { recursive: true, force: true });
  }
}

const nothing = () => Promise.resolve();

const recalculate: Benchmark = {
  what: 'the plan and its measures copied to a worker and back',
  rounds: 41,
  async prepare() {
    const { plan, info, stacks } = await ready('cafe-window');
    const [{ measures }] = stacks;
    let copies = plan.layout.copies;
    return {
      ours() {
        copies++;
        calculate({ ...plan, layout: { ...plan.layout, copies } }, info, measures);
        return nothing();
      },
      reference() {
        structuredClone(structuredClone([plan, info, measures]));
        return nothing();
      },
      close: nothing,
    };
  },
};

/** What a tick of the slider of white density makes the browser work out: the key of the plates, and everything that follows. */
const densityTick: Benchmark = {
  what: 'the plan and its measures copied to a worker and back',
  rounds: 41,
  async prepare() {
    const { plan, info, stacks } = await ready('cafe-window');
    const [{ measures }] = stacks;
    const white = allLayers(plan.stack).findIndex(({ parts }) =>
      parts.some(({ inkRole }) => inkRole === 'W'),
    );
    let density = 50;
    return {
      ours() {
        density = 50 + ((density - 49) % 50);
        const next = { ...plan, stack: withDensity(plan.stack, white, 'W', density) };
        JSON.stringify(plateDependencies(next));
        calculate(next, info, measures);
        return nothing();
      },
      reference() {
        structuredClone(structuredClone([plan, info, measures]));
        return nothing();
      },
      close: nothing,
    };
  },
};

const whatIf: Benchmark = {
  what: 'as many plans worked out, without their look',
  rounds: 9,
  async prepare() {
    const { info, stacks } = await ready('cafe-window');
    return {
      ours() {
        const tried = stacks.flatMap(({ variants, measures, sample }) =>
          tryVariants(variants, info, measures, sample),
        );
        if (withDominated(tried).length < 60) throw new Error(`Only ${tried.length} variants.`);
        return nothing();
      },
      reference() {
        for (const { variants, measures } of stacks)
          for (const { plan } of variants)
            // Another stack each time: opacity that was worked out before is remembered.
            calculate({ ...plan, stack: { ...plan.stack } }, info, measures);
        return nothing();
      },
      close: nothing,
    };
  },
};

const PIECES = 10_000;
const PIECE = { width: 34, height: 21 };

const layout: Benchmark = {
  what: 'maxrects-packer with a twentieth of the pieces',
  rounds: 7,
  prepare() {
    const machine = pick(SHOP.machines, 'flatbed-2');
    const material = pick(SHOP.materials, 'black-board');
    let gap = 2;
    return Promise.resolve({
      ours() {
        // Another gap each time: a layout that was found before is remembered.
        gap += 0.01;
        const wish = { copies: PIECES, gap, margin: 10, turned: false, mixed: true };
        layOut(PIECE, wish, machine, material);
        return nothing();
      },
      reference() {
        const packer = new MaxRectsPacker(980, 580, 2, { allowRotation: true });
        for (let i = 0; i < PIECES / 20; i++) packer.add(PIECE.width, PIECE.height, i);
        return nothing();
      },
      close: nothing,
    });
  },
};

export const planBenchmarks: Readonly<Record<string, Benchmark>> = {
  recalculate,
  'density-tick': densityTick,
  'what-if': whatIf,
  'layout-10000': layout,
};
