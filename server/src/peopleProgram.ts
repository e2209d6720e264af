/** kyanos people add | list | word | leave: who may sign in, from a shell. The database is that of DATABASE_URL. */
import { parseArgs } from 'node:util';
import { ROLES, type Role } from '@kyanos/contract';
import { DomainError } from '@kyanos/core';
import { inTransaction, migrate, type Db } from './db.ts';
import { CommandError, runProgram } from './program.ts';
import { addPerson, changePerson, peopleOf, wordFor } from './people/queries.ts';

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
    throw new CommandError(`people ${command ?? ''} needs a name of 1 to ${MOST_LETTERS} letters.`);
  switch (command) {
    case 'add': {
      if (!ROLES.includes(values.role as Role))
        throw new CommandError(`people add needs --role, one of ${ROLES.join(', ')}.`);
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
      throw new CommandError('people needs one of add, list, word, leave. See ./kyanos help.');
  }
}

await runProgram(async (pool) => {
  await migrate(pool);
  return inTransaction(pool, carryOut);
});
