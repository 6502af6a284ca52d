import { spawn, type ChildProcess } from 'node:child_process';
import pLimit, { type LimitFunction } from 'p-limit';

/** What a run of ffmpeg or ffprobe left behind. */
export interface ToolRun {
  readonly code: number;
  readonly stdout: string;
  readonly stderr: string;
  /** True when a limit on time ended it. */
  readonly timedOut: boolean;
}

/** A run that failed for a reason that is none of the film's: it is kept, and can be tried again. */
export class ToolFailure extends Error {
  readonly kind: 'tooSlow' | 'diskFull' | 'broken';
  constructor(kind: ToolFailure['kind'], message: string) {
    super(message);
    this.name = 'ToolFailure';
    this.kind = kind;
  }
}

/** True for an error, or the words of a tool, that say that no room is left on the disk. */
export const isDiskFull = (error: unknown): boolean =>
  typeof error === 'string'
    ? /No space left on device|File too large|Disk quota exceeded/i.test(error)
    : ['ENOSPC', 'EDQUOT'].includes((error as NodeJS.ErrnoException | null)?.code ?? '') ||
      (error instanceof ToolFailure && error.kind === 'diskFull');

/** Throws when a run was ended by the clock or by a full disk: neither says anything of the film. */
export function requireFairRun(run: ToolRun): void {
  if (run.timedOut) throw new ToolFailure('tooSlow', 'the tool ran into its limit of time');
  if (run.code !== 0 && isDiskFull(run.stderr)) throw new ToolFailure('diskFull', 'no room is left on the disk');
}

/** Nobody's user and group: the tools read film from strangers, so they run without any right of ours. */
export const NOBODY = 65534;
const asRoot = (): boolean => process.getuid?.() === 0;

/** Processes under way, of the pages and of the queue alike: both are in this process, as two bundles. */
const KEY = Symbol.for('stride-chalk.tools');
const running = (): Set<ChildProcess> => {
  const shared = globalThis as { [KEY]?: Set<ChildProcess> };
  shared[KEY] ??= new Set();
  return shared[KEY];
};

/** How many tools run at a time, whoever asks: of the pages and of the queue together. */
const AT_A_TIME = 2;
const TURNS = Symbol.for('stride-chalk.tool-turns');
const turns = (): LimitFunction => {
  const shared = globalThis as { [TURNS]?: LimitFunction };
  shared[TURNS] ??= pLimit(AT_A_TIME);
  return shared[TURNS];
};

/** Keeps a process in mind until it ends, so that none outlives the server. */
export function keepInMind(child: ChildProcess): void {
  running().add(child);
  child.once('close', () => running().delete(child));
}

/** Ends every process that is under way. */
export function stopTools(): void {
  for (const child of running()) endGroup(child);
}

function endGroup(child: ChildProcess): void {
  try {
    process.kill(-child.pid!, 'SIGKILL');
  } catch {
    child.kill('SIGKILL');
  }
}

interface ToolOptions {
  readonly folder: string;
  readonly seconds: number;
  readonly onLine?: (line: string) => void;
  /** Takes what it writes as it comes, as bytes; the tool waits while a promise is open. */
  readonly onBytes?: (bytes: Buffer) => Promise<void> | void;
  /** Takes its words line by line, as they come. */
  readonly onWords?: (line: string) => void;
  readonly signal?: AbortSignal | undefined;
}

/**
 * Runs ffmpeg or ffprobe without privileges, with limits on wall time, processor time, memory and file size; two of them at a time, the others wait.
 * When the server itself runs as root, the tool runs as nobody and sees only the folder given.
 *
 * @throws the signal's reason when it ends the run
 */
export const runTool = (program: 'ffmpeg' | 'ffprobe', args: readonly string[], options: ToolOptions): Promise<ToolRun> =>
  turns()(() => run(program, args, options));

function run(program: 'ffmpeg' | 'ffprobe', args: readonly string[], options: ToolOptions): Promise<ToolRun> {
  const limits = [`--cpu=${options.seconds * 2}`, '--as=3221225472', '--fsize=1073741824', '--nofile=64', '--core=0'];
  const drop = asRoot() ? [`--reuid=${NOBODY}`, `--regid=${NOBODY}`, '--clear-groups'] : [];
  options.signal?.throwIfAborted();
  const child = spawn('prlimit', [...limits, 'setpriv', '--no-new-privs', ...drop, program, ...args], {
    cwd: options.folder,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { PATH: '/usr/bin:/bin', LC_ALL: 'C' },
    detached: true,
  });
  keepInMind(child);
  return new Promise((resolve, reject) => {
    let stdout = '';
    let stderr = '';
    let rest = '';
    let timedOut = false;
    const end = (): void => endGroup(child);
    const timer = setTimeout(() => {
      timedOut = true;
      end();
    }, options.seconds * 1000);
    options.signal?.addEventListener('abort', end);
    let [taken, failure]: [Promise<void>, unknown] = [Promise.resolve(), null];
    const { onBytes, onWords } = options;
    if (onBytes)
      child.stdout.on('data', (bytes: Buffer) => {
        child.stdout.pause();
        taken = taken
          .then(() => onBytes(bytes))
          .then(() => void child.stdout.resume())
          .catch((error: unknown) => {
            failure ??= error;
            end();
          });
      });
    else
      child.stdout.setEncoding('utf8').on('data', (text: string) => {
        if (!options.onLine) {
          stdout += text;
          return;
        }
        const lines = (rest + text).split('\n');
        rest = lines.pop()!;
        for (const line of lines) options.onLine(line);
      });
    let words = '';
    child.stderr.setEncoding('utf8').on('data', (text: string) => {
      stderr = (stderr + text).slice(-8000);
      if (!onWords) return;
      const lines = (words + text).split('\n');
      words = lines.pop()!;
      for (const line of lines) onWords(line);
    });
    child.once('error', (error) => {
      clearTimeout(timer);
      reject(error);
    });
    child.once('close', (code) => {
      clearTimeout(timer);
      options.signal?.removeEventListener('abort', end);
      if (words !== '') onWords?.(words);
      void taken.then(() => {
        if (options.signal?.aborted) reject(options.signal.reason);
        else if (failure !== null) reject(failure);
        else resolve({ code: code ?? -1, stdout, stderr, timedOut });
      });
    });
  });
}
