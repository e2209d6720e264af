import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { encodePlan } from '@kyanos/contract';
import { DEMO_JOBS, SHOP_STATE } from '@kyanos/demo';
import { UsageError } from './usage.ts';

const USAGE = 'kyanos demo --list, or kyanos demo NAME --out DIR';

export async function demoCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: { list: { type: 'boolean', default: false }, out: { type: 'string' } },
  });
  if (values.list) {
    for (const { id, title, fileName } of DEMO_JOBS)
      console.log(`${id.padEnd(18)} ${fileName.padEnd(22)} ${title}`);
    return;
  }
  const [name] = positionals;
  if (name === undefined || values.out === undefined)
    throw new UsageError(`Name a demo job and a folder: ${USAGE}.`);
  const job = DEMO_JOBS.find(({ id }) => id === name);
  if (!job)
    throw new UsageError(
      `There is no demo job "${name}". There are ${DEMO_JOBS.map(({ id }) => id).join(', ')}.`,
    );
  mkdirSync(values.out, { recursive: true });
  const artwork = join(values.out, job.fileName);
  const plan = join(values.out, `${job.id}.plan.json`);
  const state = join(values.out, `${job.id}.state.json`);
  writeFileSync(artwork, await job.draw());
  writeFileSync(plan, `${JSON.stringify(encodePlan(job.plan), null, 2)}\n`);
  writeFileSync(state, `${JSON.stringify(SHOP_STATE[job.plan.machine.id], null, 2)}\n`);
  console.log(`${artwork}\n${plan}\n${state}`);
}
