import { Action } from '../../parts/Action.tsx';
import type { ClipId } from '@stride-chalk/core';
import type { SortProps } from './types.ts';
import { VIEW_NAMES } from '../../parts/view-names.ts';

/** Films that were removed with work on them: back with one tap, or gone for good with another. */
export function RemovedFilms({
  removed,
  deliveries,
  onPutBack,
  onErase,
}: {
  removed: SortProps['removed'];
  deliveries: SortProps['deliveries'];
  onPutBack: (id: ClipId) => void;
  onErase: (id: ClipId) => void;
}) {
  if (removed.length === 0) return null;
  return (
    <section aria-label="Removed films" className="mt-4 border-2 border-ink bg-wash px-4 py-3">
      {removed.map((r) => {
        const what = `${VIEW_NAMES[r.view]} of delivery ${deliveries.find((d) => d.id === r.deliveryId)?.number ?? '?'}`;
        return (
          <div key={r.id} className="flex flex-wrap items-center gap-3 py-1 text-note">
            <p className="m-0 flex-1 basis-[260px]">
              <b>{what} was removed</b>, with {r.work} key frames and points. It can be put back for a day.
            </p>
            <Action main onClick={() => onPutBack(r.id)} aria-label={`Put back: ${what}`}>
              Put back
            </Action>
            <Action onClick={() => onErase(r.id)} aria-label={`Erase now: ${what}`}>
              Erase now
            </Action>
          </div>
        );
      })}
    </section>
  );
}
