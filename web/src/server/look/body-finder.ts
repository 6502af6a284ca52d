import { fork, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { writeFileSync } from 'node:fs';
import { setPriority } from 'node:os';
import type { ClipProposal } from '@stride-chalk/core';
import type { FilmAnswered, FilmAsked } from './look-process.ts';

/** What a process may hold beside the weights and what the runtime takes, in MB. */
const MOST_MEMORY = 300;
/** After so many milliseconds without a film it ends, so that the weights do not stay in memory for nothing. */
const RESTS = 60_000;
/** The lowest priority that a system has: a page, an intake and a backup all come first. */
const LAST = 19;
/** A system that takes such a word only so often is asked again after so many milliseconds, so many times. */
const [AGAIN, TIMES] = [150, 20];

/** A process that looks at one film at a time. It is begun when it is needed and ends when it has rested. */
export interface BodyFinder {
  /** What is proposed of a film; null where nobody could be followed. Throws where it could not be looked at. */
  find(asked: Omit<FilmAsked, 'weights'>, signal?: AbortSignal): Promise<ClipProposal | null>;
  stop(): Promise<void>;
}

/**
 * A process and not a thread of the server: Linux shares the cores out between sessions before it looks at the priorities within them (sched(7), autogroup), so that a thread of the server takes as much from the coach's browser as the
 * server itself may, whatever its priority. In a session of its own the whole look comes last. And a model that breaks takes no server along.
 *
 * @param path the built program, `look-process.ts`
 * @param options.givesWay false where it is to be as quick as everything else, in tests on a busy machine
 * @param options.rests after how many milliseconds without a film it ends
 */
export function bodyFinder(
  path: string,
  weights: string,
  { givesWay = true, rests = RESTS }: { readonly givesWay?: boolean; readonly rests?: number } = {},
): BodyFinder {
  let looker: ChildProcess | null = null;
  let rest: NodeJS.Timeout | undefined;
  const begun = (): ChildProcess => {
    // Node's collector takes four threads for what one does in less: a look is held to one core.
    const made = fork(path, {
      detached: true,
      serialization: 'advanced',
      execArgv: [`--max-old-space-size=${MOST_MEMORY}`, '--single-threaded-gc'],
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    // What goes wrong is told to whoever waits for a film; between two films nobody does.
    made.on('error', () => {});
    if (givesWay) comeLast(made);
    return made;
  };
  const end = async (): Promise<void> => {
    clearTimeout(rest);
    const old = looker;
    looker = null;
    if (!old || old.exitCode !== null || old.signalCode !== null) return;
    old.ref();
    const gone = once(old, 'exit');
    endGroup(old);
    await gone;
  };
  return {
    stop: end,
    find: (asked, signal) =>
      new Promise((resolve, reject) => {
        if (signal?.aborted) return reject(signal.reason as Error);
        clearTimeout(rest);
        // One that has ended between two films looks at none.
        if (!looker?.connected) looker = begun();
        const mine = looker;
        mine.ref();
        mine.channel?.ref();
        const over = (): void => {
          mine.off('message', told);
          mine.off('error', broken);
          mine.off('exit', ended);
          signal?.removeEventListener('abort', left);
          // Between two films it keeps no server from ending.
          mine.unref();
          mine.channel?.unref();
          if (looker === mine) rest = setTimeout(() => void end(), rests).unref();
        };
        /** What it was doing goes with the process. */
        const left = (): void => {
          over();
          void end();
          reject(signal!.reason as Error);
        };
        signal?.addEventListener('abort', left, { once: true });
        const told = (said: FilmAnswered): void => {
          over();
          if ('problem' in said) reject(new Error(said.problem));
          else resolve(said.proposal);
        };
        const broken = (error: Error): void => {
          if (looker === mine) looker = null;
          over();
          reject(error);
        };
        const ended = (code: number | null, by: string | null): void =>
          broken(new Error(`the process that looks at films ended with ${code ?? by}`));
        mine.once('message', told);
        mine.once('error', broken);
        mine.once('exit', ended);
        mine.send({ weights, ...asked } satisfies FilmAsked);
      }),
  };
}

/** It, and the programs that it starts, come after everything else. */
function comeLast({ pid }: ChildProcess): void {
  if (pid === undefined) return;
  try {
    setPriority(pid, LAST);
  } catch {
    // It has ended already.
  }
  let times = 0;
  const session = (): void => {
    try {
      writeFileSync(`/proc/${pid}/autogroup`, String(LAST));
    } catch (error) {
      // A system without sessions of that kind goes by priorities alone.
      if ((error as NodeJS.ErrnoException).code === 'EAGAIN' && times++ < TIMES) setTimeout(session, AGAIN).unref();
    }
  };
  session();
}

/** Ends it with the programs that it has started. */
function endGroup({ pid }: ChildProcess): void {
  try {
    process.kill(-pid!, 'SIGKILL');
  } catch {
    // It has ended already.
  }
}
