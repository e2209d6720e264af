/** Other people's programs, each in its own process with limits on time, memory and output. */
import { spawn } from 'node:child_process';
import { atExit } from './exit.ts';
import { atMost } from './limits.ts';
import { endedFromOutside } from './refusal.ts';

export interface Limits {
  readonly seconds: number;
  /** Time of the processor, where it may use more than one at once; the same if absent. */
  readonly cpuSeconds?: number;
  readonly memoryMb: number;
  /** Largest file it may write. */
  readonly fileMb: number;
}

export interface Finished {
  readonly code: number;
  readonly stdout: string;
  readonly stderr: string;
  readonly timedOut: boolean;
}

/** All that a program printed. */
export const outputOf = ({ stderr, stdout }: Finished): string => `${stderr}${stdout}`;

/** What the reader itself may take, all its programs each: none of them can be allowed more. */
export const MOST = { cpuSeconds: 3600, fileMb: 16_384 } as const;

export const DEFAULT_LIMITS: Limits = { seconds: 60, memoryMb: 4096, fileMb: 1024 };

const MAX_TEXT = 4 * 1024 * 1024;

/**
 * Runs a program without a shell and waits for it. It may not outlive the limit or the signal.
 * @throws the signal's reason if it is aborted; `READER_KILLED` if somebody else ended it; an error naming the program if it is
 *   not installed
 */
export function run(
  program: string,
  args: readonly string[],
  options: { limits?: Partial<Limits>; signal?: AbortSignal | undefined; tmp: string },
): Promise<Finished> {
  const limits = { ...DEFAULT_LIMITS, ...options.limits };
  const mostCpu = atMost('cpu', MOST.cpuSeconds);
  const cpuSeconds = Math.min(mostCpu, limits.cpuSeconds ?? limits.seconds);
  const wrapped = [
    // Whatever ends this process ends the program too.
    '--pdeathsig=KILL',
    'prlimit',
    `--as=${atMost('as', limits.memoryMb * 1024 * 1024)}`,
    `--fsize=${atMost('fsize', Math.min(MOST.fileMb, limits.fileMb) * 1024 * 1024)}`,
    // A second more until it is killed, as the first signal says why; never more than whoever reads may have.
    `--cpu=${cpuSeconds}:${Math.min(mostCpu, cpuSeconds + 1)}`,
    '--core=0',
    program,
    ...args,
  ];
  return new Promise((resolve, reject) => {
    options.signal?.throwIfAborted();
    const child = spawn('setpriv', wrapped, {
      detached: true,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { PATH: process.env.PATH, TMPDIR: options.tmp, HOME: options.tmp, LC_ALL: 'C.UTF-8' },
      cwd: options.tmp,
    });
    let timedOut = false;
    const kill = () => {
      if (child.pid === undefined) return;
      try {
        process.kill(-child.pid, 'SIGKILL');
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== 'ESRCH') throw error;
      }
    };
    const forget = atExit(kill);
    const timer = setTimeout(() => {
      timedOut = true;
      kill();
    }, limits.seconds * 1000);
    options.signal?.addEventListener('abort', kill, { once: true });
    const text = { stdout: '', stderr: '' };
    for (const name of ['stdout', 'stderr'] as const)
      child[name].setEncoding('utf8').on('data', (part: string) => {
        if (text[name].length < MAX_TEXT) text[name] += part;
      });
    const done = () => {
      clearTimeout(timer);
      forget();
      options.signal?.removeEventListener('abort', kill);
    };
    child.on('error', (error) => {
      done();
      reject(error);
    });
    child.on('close', (code, signal) => {
      done();
      if (options.signal?.aborted) reject(options.signal.reason as Error);
      else if (signal === 'SIGKILL' && !timedOut) reject(endedFromOutside());
      else {
        // prlimit's own limits end the program by a signal: SIGXCPU, SIGXFSZ.
        timedOut ||= signal === 'SIGXCPU' || code === 152;
        resolve({ code: code ?? 255, ...text, timedOut });
      }
    });
  });
}

/**
 * Between two bands of a long computation: whoever waits is answered, signs of life go out.
 * @throws the signal's reason if it is aborted
 */
export async function breath(signal?: AbortSignal): Promise<void> {
  await new Promise((done) => setImmediate(done));
  signal?.throwIfAborted();
}
