import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

/** Commands that take a minute each, even on the smallest input: tried by `./test all`. */
export const ALL = process.env.STRIDE_TEST_ALL === '1';

/** Runs a command of bench/ on its smallest input; what it has printed. @throws Error with what it said, when it does not get to its end */
export const measured = (command: string, args: readonly string[]): Promise<string> =>
  new Promise((resolve, reject) => {
    const child = spawn('npm', ['run', '--silent', command, '-w', 'bench', '--', ...args], {
      cwd: fileURLToPath(new URL('../../', import.meta.url)),
      env: { ...process.env, STRIDE_BENCH_TINY: '1' },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let [printed, said] = ['', ''];
    child.stdout.on('data', (text: Buffer) => {
      printed += text.toString();
    });
    child.stderr.on('data', (text: Buffer) => {
      said += text.toString();
    });
    child.once('exit', (code) =>
      code === 0 ? resolve(printed) : reject(new Error(`${command} ended with ${code}: ${`${printed}\n${said}`.slice(-2000)}`)),
    );
  });
