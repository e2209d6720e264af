import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import {
  CATALOGUE,
  cleaned,
  cutSvg,
  faultOf,
  parseRule,
  parseStack,
  printed,
  screened,
  viewsOf,
  withInkRoleRule,
  type FaultId,
  type Printed,
} from '@kyanos/core';
import { SHOP } from '@kyanos/demo';
import { atExit } from '@kyanos/intake';
import { pngOf } from '@kyanos/output';
import { demoSources } from './exercise.ts';
import { UsageError, writing } from './usage.ts';

const USAGE = 'kyanos handbook --render --out DIR';

/** Draws the pictures of the handbook out of the demo: cuts of stacks, and prints that went wrong beside right ones. */
export async function handbookCommand(args: string[]): Promise<void> {
  const { values } = parseArgs({
    args,
    options: {
      render: { type: 'boolean', default: false },
      out: { type: 'string' },
    },
  });
  if (!values.render || values.out === undefined)
    throw new UsageError(`Say what is to be done: ${USAGE}`);
  const { out } = values;
  await writing(out, async () => {
    mkdirSync(out, { recursive: true });
    for await (const { name, bytes } of handbookPictures()) {
      writeFileSync(join(out, name), bytes);
      console.log(join(out, name));
    }
  });
}

/** Materials that a stack is usually laid on; clear film for all others. */
const ON: Readonly<Record<string, string>> = {
  'colour-only': 'pearl-card',
  beside: 'kraft-label',
  under: 'black-board',
  'silver-under': 'pearl-card',
  'silver-spot': 'kraft-label',
  double: 'clear-acrylic',
  'five-layer': 'clear-acrylic',
};

/** Mistakes that are shown, each on the job of the demo that shows it best, by another rule for white where it needs one. */
const MISTAKES: readonly (readonly [fault: FaultId, job: string, white?: string])[] = [
  ['no-white', 'portrait-board'],
  ['white-in-front', 'portrait-board'],
  ['knocks-out', 'night-market'],
  ['haze', 'night-market', 'cleaned(choke 0.2 least 0.3)'],
  ['spot-name', 'orchard-label'],
  ['whole-sheet', 'orchard-label'],
  ['not-mirrored', 'cafe-window'],
  ['wide-choke', 'cafe-window'],
];

export async function* handbookPictures(): AsyncIterable<{
  readonly name: string;
  readonly bytes: Uint8Array;
}> {
  const machine = SHOP.machines.find(({ id }) => id === 'flatbed-2')!;
  for (const { id, notation } of CATALOGUE) {
    const stack = parseStack(notation);
    const material = SHOP.materials.find((one) => one.id === (ON[id] ?? 'clear-film'))!;
    const both = stack.front.length > 0 && (stack.back.length > 0 || id === 'five-layer');
    const eyes = both ? (['front', 'back'] as const) : (['front'] as const);
    yield {
      name: `stack-${id}.svg`,
      bytes: Buffer.from(cutSvg({ stack, machine, material, eyes })),
    };
  }
  const folder = mkdtempSync(join(tmpdir(), 'kyanos-handbook-'));
  const forget = atExit(() => rmSync(folder, { recursive: true, force: true }));
  try {
    const sources = demoSources(folder);
    for (const [fault, id, white] of MISTAKES) {
      const job = await sources.find((one) => one.id === id)!.open();
      const stack = white ? withInkRoleRule(job.plan.stack, 'W', parseRule(white)) : job.plan.stack;
      const right = await cleaned({ plan: { ...job.plan, stack }, state: { leftMl: {} } }, job);
      const planted = faultOf(fault).plant(right, job);
      if (!planted) throw new Error(`${id} can't have ${fault}`);
      yield {
        name: `mistake-${fault}.png`,
        bytes: await pngOf(beside(right, await printed(planted, job))),
      };
    }
  } finally {
    forget();
    rmSync(folder, { recursive: true, force: true });
  }
}

const GAP = 12;
/** The right print on the left, the wrong one on the right. */
function beside(...prints: readonly Printed[]) {
  const shown = prints.map(({ look, plan }) => screened(look, viewsOf(plan.viewing).day));
  const [{ width: own, height }] = shown;
  const width = own * shown.length + GAP * (shown.length - 1);
  const pixels = new Uint8ClampedArray(width * height * 4).fill(255);
  shown.forEach((one, i) => {
    for (let y = 0; y < height; y++)
      pixels.set(
        one.pixels.subarray(y * own * 4, (y + 1) * own * 4),
        (y * width + i * (own + GAP)) * 4,
      );
  });
  return { width, height, pixels };
}
