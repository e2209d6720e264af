/** kyanos people add | list | word | leave: who may sign in, from a shell. The database is that of DATABASE_URL. */
import { parseArgs } from 'node:util';
import { ROLES, type Role } from '@kyanos/contract';
import { DomainError } from '@kyanos/core';
import { inTransaction, migrate, openPool, type Db } from './db.ts';
import { refusalFor } from './http.ts';
import { addPerson, changePerson, peopleOf, wordFor } from './people/queries.ts';

class UsageError extends Error {}

const BY = 'the shell';
const MOST_LETTERS = 80;

async function named(db: Db, name: string) {
  const found = (await peopleOf(db)).find((one) => one.name.toLowerCase() === name.toLowerCase());
  if (!found)
    throw new DomainError('PERSON_UNKNOWN', `Nobody is called ${name}. See ./kyanos people list.`);
  return found;
}

const wordIn = ({ person, word }: Awaited<ReturnType<typeof addPerson>>) =>
  `${person.name} signs in once with this word, and chooses a password: ${word}`;

async function carryOut(db: Db): Promise<string> {
  const { values, positionals } = parseArgs({
    options: { role: { type: 'string' }, json: { type: 'boolean', default: false } },
    allowPositionals: true,
  });
  const [command, ...rest] = positionals;
  const name = rest.join(' ').trim();
  if (command !== 'list' && (name === '' || name.length > MOST_LETTERS))
    throw new UsageError(`people ${command ?? ''} needs a name of 1 to ${MOST_LETTERS} letters.`);
  switch (command) {
    case 'add': {
      if (!ROLES.includes(values.role as Role))
        throw new UsageError(`people add needs --role, one of ${ROLES.join(', ')}.`);
      return wordIn(await addPerson(db, { name, role: values.role as Role }, BY));
    }
    case 'word':
      return wordIn(await wordFor(db, (await named(db, name)).id));
    case 'leave': {
      const { id, role, name: called } = await named(db, name);
      await changePerson(db, id, { name: called, role, active: false });
      return `${called} can’t sign in any more. What they did stays signed with their name.`;
    }
    case 'list': {
      const people = await peopleOf(db);
      if (values.json) return JSON.stringify(people, null, 2);
      const state = ({ active, joined }: (typeof people)[number]) =>
        active ? (joined ? '' : ', has not joined yet') : ', has left';
      return (
        people.map((one) => `${one.name}: ${one.role}${state(one)}`).join('\n') || 'Nobody yet.'
      );
    }
    default:
      throw new UsageError('people needs one of add, list, word, leave. See ./kyanos help.');
  }
}

const pool = openPool(process.env.DATABASE_URL!);
try {
  await migrate(pool);
  console.log(await inTransaction(pool, carryOut));
} catch (error) {
  const usage =
    error instanceof UsageError || (error as { code?: string }).code?.startsWith('ERR_PARSE_ARGS');
  console.error(usage ? (error as Error).message : refusalFor(error).message);
  process.exitCode = 2;
} finally {
  await pool.end();
}
