import { spawn } from 'node:child_process';

/** What a run of ffmpeg or ffprobe left behind. */
export interface ToolRun {
  readonly code: number;
  readonly stdout: string;
  readonly stderr: string;
  /** True when a limit on time ended it. */
  readonly timedOut: boolean;
}

/** Nobody's user and group: the tools read film from strangers, so they run without any right of ours. */
export const NOBODY = 65534;
const asRoot = (): boolean => process.getuid?.() === 0;

/**
 * Runs ffmpeg or ffprobe without privileges, with limits on wall time, processor time, memory and file size. When the
 * server itself runs as root, the tool runs as nobody and sees only the folder given.
 */
export function runTool(
  program: 'ffmpeg' | 'ffprobe',
  args: readonly string[],
  options: {
    readonly folder: string;
    readonly seconds: number;
    readonly onLine?: (line: string) => void;
  },
): Promise<ToolRun> {
  const limits = [`--cpu=${options.seconds * 2}`, '--as=3221225472', '--fsize=1073741824', '--nofile=64', '--core=0'];
  const drop = asRoot() ? [`--reuid=${NOBODY}`, `--regid=${NOBODY}`, '--clear-groups'] : [];
  const child = spawn('prlimit', [...limits, 'setpriv', '--no-new-privs', ...drop, program, ...args], {
    cwd: options.folder,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { PATH: '/usr/bin:/bin', LC_ALL: 'C' },
    detached: true,
  });
  return new Promise((resolve, reject) => {
    let stdout = '';
    let stderr = '';
    let rest = '';
    let timedOut = false;
    const timer = setTimeout(() => {
      timedOut = true;
      process.kill(-child.pid!, 'SIGKILL');
    }, options.seconds * 1000);
    child.stdout.setEncoding('utf8').on('data', (text: string) => {
      if (!options.onLine) {
        stdout += text;
        return;
      }
      const lines = (rest + text).split('\n');
      rest = lines.pop()!;
      for (const line of lines) options.onLine(line);
    });
    child.stderr.setEncoding('utf8').on('data', (text: string) => {
      stderr = (stderr + text).slice(-8000);
    });
    child.once('error', (error) => {
      clearTimeout(timer);
      reject(error);
    });
    child.once('close', (code) => {
      clearTimeout(timer);
      resolve({ code: code ?? -1, stdout, stderr, timedOut });
    });
  });
}
