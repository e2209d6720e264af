/** kyanos inspect | plan | look | plates | demo | exercise | handbook | schema | bench: the same computation as the app, from a shell. */
import { DomainError } from '@kyanos/core';
import { UsageError } from './usage.ts';

/** Each is loaded when it is asked for: some bring the whole engine. */
const COMMANDS: Record<string, () => Promise<(args: string[]) => Promise<void>>> = {
  inspect: async () => (await import('./inspect.ts')).inspectCommand,
  plan: async () => (await import('./plan.ts')).planCommand,
  look: async () => (await import('./look.ts')).lookCommand,
  plates: async () => (await import('./plates.ts')).platesCommand,
  demo: async () => (await import('./demo.ts')).demoCommand,
  exercise: async () => (await import('./exercise.ts')).exerciseCommand,
  handbook: async () => (await import('./handbook.ts')).handbookCommand,
  schema: async () => (await import('./schema.ts')).schemaCommand,
  bench: async () => (await import('./bench.ts')).benchCommand,
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
  const load = COMMANDS[name];
  if (!load)
    throw new UsageError(
      `There is no command "${name}". Commands: ${Object.keys(COMMANDS).join(', ')}.`,
    );
  await (
    await load()
  )(args);
} catch (error) {
  const expected =
    error instanceof UsageError ||
    error instanceof DomainError ||
    String((error as { code?: string }).code).startsWith('ERR_PARSE_ARGS');
  console.error(expected ? (error as Error).message : error);
  // A fault of ours is EX_SOFTWARE of sysexits.h; 1 is for what --fail-on finds.
  process.exitCode = expected ? 2 : 70;
}
