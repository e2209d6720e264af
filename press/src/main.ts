/** The press program: stand-ins for the demo's machines, one printer each. See ./kyanos help. */
import { mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { SHOP, SHOP_STATE } from '@kyanos/demo';
import { lockedBy } from './lock.ts';
import { servePresses } from './serve.ts';

const fail = (why: string): never => {
  console.error(why);
  process.exit(2);
};

function read() {
  try {
    return parseArgs({
      options: {
        machine: { type: 'string', multiple: true, default: [] },
        port: { type: 'string', default: '0' },
        pace: { type: 'string', default: '60' },
        seed: { type: 'string', default: '1' },
        data: {
          type: 'string',
          default: join(process.env.KYANOS_ROOT ?? '.', '.kyanos', 'press-alone'),
        },
      },
    }).values;
  } catch (error) {
    return fail(`press: ${(error as Error).message} See ./kyanos help.`);
  }
}
const values = read();

function number(name: 'port' | 'pace' | 'seed', least: number, most: number): number {
  const value = Number(values[name]);
  if (values[name].trim() === '' || !(value >= least && value <= most))
    return fail(`--${name} needs a number from ${least} to ${most}.`);
  return value;
}
const port = number('port', 0, 65_535);
const pace = number('pace', 0.001, 100_000);
const seed = number('seed', 0, 2 ** 32 - 1);
const known = SHOP.machines;
const unknown = values.machine.find((id) => !known.some((machine) => machine.id === id));
if (unknown !== undefined)
  fail(
    `There is no machine "${unknown}". There are ${known.map(({ id }) => id).join(', ')}: give one of them with --machine.`,
  );
const machines =
  values.machine.length > 0 ? known.filter(({ id }) => values.machine.includes(id)) : known;
const data = resolve(values.data);
try {
  mkdirSync(data, { recursive: true });
} catch {
  fail(`The folder ${data} can't be made. Choose another with --data.`);
}

const fitted = Object.fromEntries(
  Object.entries(SHOP_STATE).map(([id, { leftMl }]) => [id, leftMl]),
);
const other = lockedBy(data);
if (other !== undefined)
  fail(
    `The press with the process number ${other} has the folder ${data}. Stop it first, or choose another with --data.`,
  );

const served = await servePresses({ machines, fitted, port, pace, seed, data }).catch(
  (error: NodeJS.ErrnoException) =>
    fail(
      error.code === 'EADDRINUSE'
        ? `Port ${port} is taken. Choose another with --port.`
        : error.message,
    ),
);
for (const { id, name } of machines)
  console.log(`${name}: ipp://127.0.0.1:${served.port}/ipp/print/${id}`);

const stop = () => void served.close().then(() => process.exit(0));
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
// Whoever started it is gone.
const parent = process.ppid;
setInterval(() => {
  if (process.ppid !== parent) stop();
}, 1000).unref();
