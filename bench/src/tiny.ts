/**
 * The size of a measurement: the usual one, or with `STRIDE_BENCH_TINY=1` the smallest that still goes through every line, so that `./test` finds a
 * command that has died.
 */
export const sized = <T>(usual: T, tiny: T): T => (process.env.STRIDE_BENCH_TINY === '1' ? tiny : usual);
