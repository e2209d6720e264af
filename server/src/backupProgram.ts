/** kyanos backup FILE, kyanos restore FILE. The database is that of DATABASE_URL. */
import { backUp } from './backup/backup.ts';
import { BackupError } from './backup/postgresTools.ts';
import { restore } from './backup/restore.ts';
import { refusalFor } from './http.ts';

const [command, file, ...more] = process.argv.slice(2);
const url = process.env.DATABASE_URL!;
const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(1)} MB`;

async function carryOut(): Promise<string> {
  if (file === undefined || more.length > 0)
    throw new BackupError(`${command} needs one file. See ./kyanos help.`);
  if (command === 'backup') {
    const { bytes, tables } = await backUp(url, file);
    return `${file}: ${megabytes(bytes)}, ${tables} tables, read again after writing.`;
  }
  const { tables, before } = await restore(url, file);
  return `Restored from ${file}: ${tables} tables.${
    before ? ` What was there before is kept as the database ${before} until the next restore.` : ''
  }`;
}

try {
  console.log(await carryOut());
} catch (error) {
  const { code, message } = refusalFor(error);
  if (error instanceof BackupError) console.error(error.message);
  else {
    console.error(message);
    if (code === 'INTERNAL') console.error(error);
  }
  process.exitCode = 2;
}
