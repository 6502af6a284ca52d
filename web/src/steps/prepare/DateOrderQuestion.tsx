import type { DateOrder } from '@stride-chalk/core';

/** How dates that can be read in two ways are written in this file: asked, never guessed. */
export function DateOrderQuestion({
  asked,
  order,
  onOrder,
}: {
  asked: number;
  order: DateOrder | null;
  onOrder: (order: DateOrder) => void;
}) {
  return (
    <section
      aria-label="Order of dates"
      className="mt-5 flex flex-wrap items-center gap-3 border-2 border-ink bg-paper px-4 py-3"
    >
      <span className="text-[17px]">
        {order ? (
          'Dates are read'
        ) : (
          <>
            <b>{asked}</b> {asked === 1 ? 'date' : 'dates'} can be read in two ways. How are dates written in this file?
          </>
        )}
      </span>
      {(['dayFirst', 'monthFirst'] as const).map((o) => (
        <button
          key={o}
          type="button"
          aria-pressed={order === o}
          className={`${order === o ? 'main-action' : 'quiet-action'} min-h-[48px]`}
          onClick={() => onOrder(o)}
        >
          {o === 'dayFirst' ? 'Day first: 25/12/2014' : 'Month first: 12/25/2014'}
        </button>
      ))}
    </section>
  );
}
