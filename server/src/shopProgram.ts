/** kyanos shop export | import | validate: the shop as a file, from a shell. The database is that of DATABASE_URL. */
import { readFile, writeFile } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import { readShopFile } from '@kyanos/contract';
import { DomainError, shopFileProblems, type ShopChange } from '@kyanos/core';
import { inTransaction, migrate, openPool } from './db.ts';
import { CommandError, reportFailure } from './program.ts';
import { previewFile, shopFile, takeFileIn } from './shop/file.ts';

const { values, positionals } = parseArgs({
  options: {
    machine: { type: 'string' },
    out: { type: 'string' },
    preview: { type: 'boolean', default: false },
    json: { type: 'boolean', default: false },
  },
  allowPositionals: true,
});
const [command, path] = positionals;

async function readIn(): Promise<unknown> {
  if (path === undefined) throw new CommandError(`shop ${command} needs a file.`);
  const text = await readFile(path, 'utf8').catch(() => {
    throw new CommandError(`The file ${path} can’t be read. Check its name.`);
  });
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new DomainError('SHOP_FILE_WRONG', `${path} is not JSON: ${(error as Error).message}.`);
  }
}

const words = ({ kind, name, what, fields }: ShopChange) =>
  `${what.padEnd(8)} ${kind}: ${name}${fields.length > 0 ? ` (${fields.map(({ field }) => field).join(', ')})` : ''}`;
const print = (changes: readonly ShopChange[]) =>
  console.log(values.json ? JSON.stringify(changes, null, 2) : changes.map(words).join('\n'));

async function withShop<T>(act: (pool: ReturnType<typeof openPool>) => Promise<T>): Promise<T> {
  const pool = openPool(process.env.DATABASE_URL!);
  try {
    await migrate(pool);
    return await act(pool);
  } finally {
    await pool.end();
  }
}

const COMMANDS: Readonly<Record<string, () => Promise<void>>> = {
  async export() {
    const file = await withShop((pool) => shopFile(pool, values.machine));
    const text = `${JSON.stringify(file, null, 2)}\n`;
    if (values.out === undefined) process.stdout.write(text);
    else await writeFile(values.out, text);
  },
  async import() {
    const file = await readIn();
    print(
      await withShop((pool) =>
        values.preview
          ? previewFile(pool, file)
          : inTransaction(pool, (db) => takeFileIn(db, file, 'the shell')),
      ),
    );
  },
  async validate() {
    const problems = shopFileProblems(readShopFile(await readIn()));
    if (problems.length > 0) throw new DomainError('SHOP_CONTRADICTION', problems.join('\n'));
    console.log(`${path} can be taken in.`);
  },
};

try {
  const act = COMMANDS[command ?? ''];
  if (!act) throw new CommandError('shop needs one of export, import, validate.');
  await act();
} catch (error) {
  reportFailure(error);
}
