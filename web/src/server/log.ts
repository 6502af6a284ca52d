import pino from 'pino';

/** Where an error happened, without the words of others: messages of a database carry names and birth dates of children in them. */
function withoutWords(error: unknown): Record<string, unknown> {
  if (!(error instanceof Error)) return { type: typeof error };
  const { code, syscall } = error as { code?: unknown; syscall?: unknown };
  return {
    type: error.name,
    ...(code === undefined ? {} : { code }),
    ...(syscall === undefined ? {} : { syscall }),
    at: (error.stack ?? '')
      .split('\n')
      .filter((line) => /^\s+at /.test(line))
      .slice(0, 12)
      .map((line) => line.trim()),
    ...(error.cause === undefined ? {} : { cause: withoutWords(error.cause) }),
  };
}

/** The log of the server: what happened where, never to whom. Errors are written by `withoutWords`. */
export const logOptions = {
  level: process.env.LOG_LEVEL ?? 'info',
  base: null,
  serializers: { err: withoutWords, error: withoutWords },
} satisfies pino.LoggerOptions;

export const log = pino(logOptions);
