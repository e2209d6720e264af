/** kyanos clean [--dry-run]: takes away what nobody needs any more. The database is that of DATABASE_URL. */
import { parseArgs } from 'node:util';
import { USUAL_KEEPING } from '@kyanos/contract';
import { migrate, openPool } from './db.ts';
import { refusalFor } from './http.ts';
import { clean, type Gone } from './keeping/clean.ts';
import { settingOf } from './settings/queries.ts';

const line = ({ what, n, bytes }: Gone) =>
  `${what.padEnd(10)} ${String(n).padStart(7)} ${(bytes / 1e6).toFixed(1).padStart(9)} MB`;

const pool = openPool(process.env.DATABASE_URL!);
try {
  const { values } = parseArgs({
    options: {
      'dry-run': { type: 'boolean', default: false },
      json: { type: 'boolean', default: false },
    },
  });
  await migrate(pool);
  const keeping = (await settingOf(pool, 'keeping')) ?? USUAL_KEEPING;
  const gone = await clean(pool, keeping, { dry: values['dry-run'] });
  if (!gone) {
    console.error('Somebody else is cleaning. Try again later.');
    process.exitCode = 2;
  } else if (values.json) console.log(JSON.stringify(gone, null, 2));
  else {
    console.log(values['dry-run'] ? 'Would go:' : 'Gone:');
    console.log(gone.map(line).join('\n'));
  }
} catch (error) {
  const usage = (error as { code?: string }).code?.startsWith('ERR_PARSE_ARGS');
  console.error(usage ? (error as Error).message : refusalFor(error).message);
  process.exitCode = 2;
} finally {
  await pool.end();
}
