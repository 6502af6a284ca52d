import { connect, createServer, type Socket } from 'node:net';

/** What a server has asked of the database. */
export interface Asked {
  readonly queries: number;
  /** Those whose words and values were asked before within the same count. */
  readonly repeated: number;
  /** What came back, in bytes. */
  readonly bytes: number;
}

/**
 * Stands between the product and PostgreSQL and counts: each simple query, and each execution of a prepared one, as the messages of the protocol tell
 * (PostgreSQL documentation, chapter 55, "Frontend/Backend Protocol", message formats).
 */
export async function countingProxy(databaseUrl: string) {
  const to = new URL(databaseUrl);
  let queries = 0;
  let repeated = 0;
  let bytes = 0;
  const seen = new Set<string>();
  const count = (words: string): void => {
    queries += 1;
    if (/^(begin|commit|rollback|select pg_advisory)/i.test(words)) return;
    if (seen.has(words)) repeated += 1;
    seen.add(words);
  };
  function listen(from: Socket): void {
    const database = connect(Number(to.port), to.hostname);
    const statements = new Map<string, string>();
    let waiting = Buffer.alloc(0);
    let started = false;
    from.on('data', (chunk) => {
      database.write(chunk);
      waiting = Buffer.concat([waiting, chunk]);
      for (;;) {
        // The first message has no letter before its length.
        const head = started ? 1 : 0;
        if (waiting.length < head + 4) return;
        const length = waiting.readInt32BE(head) + head;
        if (waiting.length < length) return;
        const message = waiting.subarray(0, length);
        waiting = waiting.subarray(length);
        if (!started) {
          started = true;
          continue;
        }
        const body = message.subarray(5).toString('latin1');
        const [first = '', second = ''] = body.split('\0');
        if (message[0] === 'Q'.charCodeAt(0)) count(first);
        if (message[0] === 'P'.charCodeAt(0)) statements.set(first, second);
        // Bind: portal, statement, then the values.
        if (message[0] === 'B'.charCodeAt(0)) count(`${statements.get(second)}\0${body.slice(first.length + second.length + 2)}`);
      }
    });
    database.on('data', (chunk) => {
      bytes += chunk.length;
      from.write(chunk);
    });
    for (const [one, other] of [
      [from, database],
      [database, from],
    ] as const) {
      one.on('error', () => other.destroy());
      one.on('close', () => other.destroy());
    }
  }
  const server = createServer(listen);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as { port: number };
  to.port = String(port);
  const through = to.href;
  to.port = new URL(databaseUrl).port;
  return {
    url: through,
    /** What was asked while something was done. */
    async during<T>(work: () => Promise<T>): Promise<{ readonly value: T; readonly asked: Asked }> {
      seen.clear();
      const before = { queries, repeated, bytes };
      const value = await work();
      return {
        value,
        asked: { queries: queries - before.queries, repeated: repeated - before.repeated, bytes: bytes - before.bytes },
      };
    },
    end: () => server.close(),
  };
}
