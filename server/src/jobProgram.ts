/** kyanos job export NUMBER --out FILE, kyanos job import FILE. The database is that of DATABASE_URL. */
import { access } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import type { JobId } from '@kyanos/contract';
import { migrate } from './db.ts';
import { takeJobIn, writeJobFile } from './jobs/travel.ts';
import { CommandError, runProgram } from './program.ts';
import { openQueue } from './queue.ts';

await runProgram(async (pool) => {
  const { values, positionals } = parseArgs({
    options: { out: { type: 'string' } },
    allowPositionals: true,
  });
  const [command, what, ...more] = positionals;
  if (what === undefined || more.length > 0)
    throw new CommandError('job needs export NUMBER or import FILE. See ./kyanos help.');
  if (command === 'export') {
    if (values.out === undefined) throw new CommandError('job export needs --out FILE.');
    const { rows } = await pool.query<{ id: JobId }>(
      'select id from job where number::text = $1::text and not practice',
      [what],
    );
    if (!rows[0])
      throw new CommandError(`There is no job ${what}. Its number stands on the board.`);
    await writeJobFile(pool, rows[0].id, values.out).catch((error: unknown) => {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      throw new CommandError(`${values.out} is there already, and is not overwritten.`);
    });
    return `Job ${what} is in ${values.out}.`;
  }
  if (command !== 'import') throw new CommandError(`job does not know “${command}”.`);
  await access(what).catch(() => {
    throw new CommandError(`The file ${what} can’t be read. Check its name.`);
  });
  await migrate(pool);
  const queue = await openQueue(pool);
  await queue.migrate();
  const who = { by: 'the shell', waiter: { client: 'job import', asker: 'the shell' } };
  const { plan } = await takeJobIn(pool, queue, what, who);
  await queue.release();
  return `Taken in: ${plan.name}. Its artwork is read as soon as Kyanos runs.`;
});
