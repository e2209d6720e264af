/** kyanos clean [--dry-run]: takes away what nobody needs any more. The database is that of DATABASE_URL. */
import { parseArgs } from 'node:util';
import { USUAL_KEEPING } from '@kyanos/contract';
import { migrate } from './db.ts';
import { clean, type Gone } from './keeping/clean.ts';
import { CommandError, runProgram } from './program.ts';
import { settingOf } from './settings/queries.ts';

const line = ({ what, n, bytes }: Gone) =>
  `${what.padEnd(10)} ${String(n).padStart(7)} ${(bytes / 1e6).toFixed(1).padStart(9)} MB`;

await runProgram(async (pool) => {
  const { values } = parseArgs({
    options: {
      'dry-run': { type: 'boolean', default: false },
      json: { type: 'boolean', default: false },
    },
  });
  await migrate(pool);
  const keeping = (await settingOf(pool, 'keeping')) ?? USUAL_KEEPING;
  const gone = await clean(pool, keeping, { dry: values['dry-run'] });
  if (!gone) throw new CommandError('Somebody else is cleaning. Try again later.');
  if (values.json) return JSON.stringify(gone, null, 2);
  return [values['dry-run'] ? 'Would go:' : 'Gone:', ...gone.map(line)].join('\n');
});
