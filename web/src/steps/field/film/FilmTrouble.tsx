import { Action } from '../../../parts/Action.tsx';
import type { FilmNews } from '../../../parts/film-box.ts';

/** What its owner has to know of the films of this device: what the server did not take, what somebody else has left, how much room there is. */
export function FilmTrouble({
  films,
  room,
  onRetry,
  onDrop,
}: {
  films: FilmNews;
  room: number | null;
  onRetry: (id: string) => void;
  onDrop: (id: string) => void;
}) {
  const said = [
    ...(films.serverFull ? ['The disk of the server is full: films stay on this phone until somebody makes room.'] : []),
    ...(room === null
      ? []
      : [`Room for ${room} more ${room === 1 ? 'film' : 'films'} on this phone. Let it send, or film with another one.`]),
    ...films.ofOthers.map(
      (o) =>
        `${o.films} ${o.films === 1 ? 'film' : 'films'} of ${o.name} ${o.films === 1 ? 'waits' : 'wait'} on this phone: sent when ${o.name} signs in here.`,
    ),
  ];
  return (
    <>
      {said.map((words) => (
        <p key={words} role="status" className="care-band m-0 mt-2 px-3 py-2">
          {words}
        </p>
      ))}
      {films.refused.map((f) => (
        <div key={f.id} className="care-band mt-2 px-3 py-2">
          <p className="m-0">
            <b>Film of bib {f.bib} not taken.</b> {f.refused}
          </p>
          <div className="mt-2 flex flex-wrap gap-2">
            <Action className="bg-paper" onClick={() => onRetry(f.id)}>
              Send it again
            </Action>
            <Action className="bg-paper" onClick={() => onDrop(f.id)}>
              Throw it away
            </Action>
          </div>
        </div>
      ))}
    </>
  );
}
