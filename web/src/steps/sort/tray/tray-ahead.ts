import type { Tray, TrayCamera, TrayClip } from '@stride-chalk/core';

/** What becomes of clips and cameras by something that was said, as far as it is known before the server answers. */
export interface Changes {
  readonly clips?: ReadonlyMap<string, Partial<TrayClip>>;
  readonly cameras?: ReadonlyMap<string, Partial<TrayCamera>>;
}
export type Ahead = ReadonlyArray<Changes & { readonly token: object }>;
export const NOTHING_AHEAD: Ahead = [];

const changed = <T extends { readonly id: string }>(
  all: readonly T[],
  changes: ReadonlyArray<ReadonlyMap<string, Partial<T>> | undefined>,
): readonly T[] =>
  all.map((one) => {
    const own = changes.flatMap((c) => c?.get(one.id) ?? []);
    return own.length === 0 ? one : Object.assign({}, one, ...own);
  });

/** The tray as it is once the server has heard everything that was said. */
export const withAhead = (tray: Tray, ahead: Ahead): Tray =>
  ahead.length === 0
    ? tray
    : {
        ...tray,
        clips: changed(
          tray.clips,
          ahead.map((a) => a.clips),
        ),
        cameras: changed(
          tray.cameras,
          ahead.map((a) => a.cameras),
        ),
      };
