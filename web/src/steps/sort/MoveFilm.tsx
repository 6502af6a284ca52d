import { VIEWS } from './views.ts';
import type { FilmPlace } from './types.ts';

/** Asks where a film belongs; what is marked on it goes along. */
export function MoveFilm({
  name,
  from,
  onMove,
  onLeave,
}: {
  name: string;
  from: FilmPlace;
  onMove: (to: FilmPlace) => void;
  onLeave: () => void;
}) {
  const field = 'min-h-[48px] w-full border-[1.5px] border-soft bg-paper px-2 text-[16px] text-ink';
  return (
    <form
      aria-label={`Where does ${name} belong?`}
      className="grid gap-2 border-t border-rule bg-wash px-3 py-2 text-[14px]"
      onSubmit={(e) => {
        e.preventDefault();
        const form = new FormData(e.currentTarget);
        onMove({
          bib: Number(form.get('bib')),
          delivery: Number(form.get('delivery')),
          view: form.get('view') as FilmPlace['view'],
        });
      }}
    >
      <p className="m-0 font-semibold">Where does it belong? Key frames and points go along; levels stay.</p>
      <div className="grid grid-cols-[1fr_1fr_1.6fr] gap-2">
        <label>
          Bib
          <input name="bib" type="number" min={0} max={999} required defaultValue={from.bib} className={field} />
        </label>
        <label>
          Delivery
          <input name="delivery" type="number" min={1} required autoFocus defaultValue={from.delivery} className={field} />
        </label>
        <label>
          View
          <select name="view" defaultValue={from.view} className={field}>
            {VIEWS.map(([id, view]) => (
              <option key={id} value={id}>
                {view}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div className="flex flex-wrap gap-2">
        <button type="submit" className="main-action min-h-[48px]">
          Move it
        </button>
        <button type="button" className="quiet-action min-h-[48px]" onClick={onLeave}>
          Leave it
        </button>
      </div>
    </form>
  );
}
