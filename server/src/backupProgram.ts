/** kyanos backup FILE, kyanos restore FILE. The database is that of DATABASE_URL. */
import { backUp } from './backup/backup.ts';
import { restore } from './backup/restore.ts';
import { CommandError, runProgram } from './program.ts';

const [command, file, ...more] = process.argv.slice(2);
const url = process.env.DATABASE_URL!;

await runProgram(async () => {
  if (file === undefined || more.length > 0)
    throw new CommandError(`${command} needs one file. See ./kyanos help.`);
  if (command === 'backup') {
    const { bytes, tables } = await backUp(url, file);
    return `${file}: ${(bytes / 1e6).toFixed(1)} MB, ${tables} tables, read again after writing.`;
  }
  const { tables, before } = await restore(url, file);
  const kept = before
    ? ` What was there before is kept as the database ${before} until the next restore.`
    : '';
  return `Restored from ${file}: ${tables} tables.${kept}`;
});
