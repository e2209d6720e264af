/** kyanos inspect | plan | look | plates | demo | schema | bench: the same computation as the app, from a shell. */
import { ArtworkRefused } from '@kyanos/intake';
import { DomainError } from '@kyanos/core';
import { benchCommand } from './bench.ts';
import { demoCommand } from './demo.ts';
import { inspectCommand } from './inspect.ts';
import { lookCommand } from './look.ts';
import { planCommand } from './plan.ts';
import { platesCommand } from './plates.ts';
import { schemaCommand } from './schema.ts';
import { UsageError } from './usage.ts';

const COMMANDS: Record<string, (args: string[]) => Promise<void>> = {
  inspect: inspectCommand,
  plan: planCommand,
  look: lookCommand,
  plates: platesCommand,
  demo: demoCommand,
  schema: schemaCommand,
  bench: benchCommand,
};

const [name = '', ...args] = process.argv.slice(2);
// A reader that stops early, such as head, is no error.
process.stdout.on('error', (error: NodeJS.ErrnoException) =>
  process.exit(error.code === 'EPIPE' ? 0 : 1),
);
// Leaving this way undoes what is half done: see intake/src/exit.ts.
process.on('SIGINT', () => process.exit(130));
process.on('SIGTERM', () => process.exit(143));
try {
  const command = COMMANDS[name];
  if (!command)
    throw new UsageError(
      `There is no command "${name}". Commands: ${Object.keys(COMMANDS).join(', ')}.`,
    );
  await command(args);
} catch (error) {
  const expected =
    error instanceof UsageError ||
    error instanceof ArtworkRefused ||
    error instanceof DomainError ||
    String((error as { code?: string }).code).startsWith('ERR_PARSE_ARGS');
  if (!expected) throw error;
  console.error((error as Error).message);
  process.exitCode = 2;
}
