import { readdirSync, readFileSync } from 'node:fs';

/** Megabytes of memory of all processes that this one has started, shared pages counted by their share (PSS of the kernel). */
export function memoryOfChildren(): number {
  const parents = new Map<number, number>();
  for (const name of readdirSync('/proc').filter((n) => /^\d+$/.test(n)))
    try {
      const stat = readFileSync(`/proc/${name}/stat`, 'utf8');
      parents.set(Number(name), Number(stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1]));
    } catch {
      // Ended meanwhile.
    }
  const isOurs = (pid: number): boolean => {
    for (let p = parents.get(pid); p !== undefined && p > 1; p = parents.get(p)) if (p === process.pid) return true;
    return false;
  };
  let kilobytes = 0;
  for (const pid of parents.keys()) {
    if (!isOurs(pid)) continue;
    try {
      const rollup = readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8');
      kilobytes += Number(/^Pss:\s+(\d+)/m.exec(rollup)?.[1] ?? 0);
    } catch {
      // Ended meanwhile.
    }
  }
  return kilobytes / 1024;
}
