import { partsOf, POINTS } from '@stride-chalk/core';
import { v7 } from 'uuid';
import { AcrossSummary } from './AcrossSummary.tsx';
import { FigureChalk } from './FigureChalk.tsx';
import { FilmView } from './FilmView.tsx';
import { Magnifier } from './Magnifier.tsx';
import { activeOf, bodyAt, checkpointOf, drawnKey, filmsOf, frameIn, jointsInHand, zoomOf } from './bench-selectors.ts';
import type { BenchProps } from './types.ts';
import type { BenchControl } from './bench-control.ts';

/** The films in hand: both views of a delivery, or one view of every delivery. */
export function FilmPair({ bench, props }: { bench: BenchControl; props: BenchProps }) {
  const { camper, deliveries } = props;
  const { world, state, send, open } = bench;
  const { task, held } = state;
  const films = filmsOf(world, state);
  const active = activeOf(world, state);
  const found = jointsInHand(world, state);
  const joint = found?.joints.find((j) => j.point === state.joints?.chosen);
  return (
    <div
      className={`grid min-h-[300px] gap-[10px] pe-4 max-[1023px]:sticky max-[1023px]:top-0 max-[1023px]:z-10 max-[1023px]:h-[56vh] max-[1023px]:min-h-[200px] max-[1023px]:bg-bone max-[1023px]:px-3 max-[1023px]:pt-[6px] ${task === 'across' ? `auto-rows-fr ${films.length > 1 ? 'grid-cols-2' : 'grid-cols-1'}` : films.length > 1 ? 'grid-cols-[1.35fr_1fr]' : 'grid-cols-1'}`}
    >
      {films.length === 0 && (
        <p className="grid place-items-center bg-wash px-6 text-center text-body">
          <span>
            No film of this delivery yet. <a href={`/campers/${camper.bib}`}>Attach one to bib {camper.bib}</a>.
          </span>
        </p>
      )}
      {films.map((film) => {
        const o = open.find((x) => x.film.id === film.id) ?? null;
        const frame = o ? frameIn(world, state, o) : 0;
        const isActive = active?.film.id === film.id;
        const holds = held?.clipId === film.id;
        const asked = holds ? held.queue[held.index] : undefined;
        const point = asked && partsOf(asked)[1];
        const hasJoints = found?.at.film.id === film.id;
        const drawing = isActive && state.layer === 'chalk';
        const near = holds && point ? { ...held.at, point } : hasJoints && joint ? joint : null;
        return (
          <div key={film.id} className="relative grid min-h-0 min-w-0">
            <FilmView
              film={film}
              player={o?.player ?? null}
              frame={frame}
              active={isActive}
              timeOf={(f) => o?.time.timeOf(f) ?? 0}
              onActivate={() => send({ type: 'film', clipId: film.id })}
              chalk={(_window, scale) => <FigureChalk bench={bench} filmId={film.id} frame={frame} scale={scale} />}
              onPlace={
                holds
                  ? (x, y) => send({ type: 'movePoint', x, y })
                  : hasJoints
                    ? (x, y) => send({ type: 'moveJoint', x, y })
                    : undefined
              }
              onPen={
                drawing
                  ? (phase, x, y) => {
                      send({ type: 'pen', phase, x, y, stroke: v7() });
                    }
                  : undefined
              }
              onChalk={
                o && !drawing
                  ? () => {
                      send({ type: 'film', clipId: film.id });
                      send({ type: 'chalk' });
                    }
                  : undefined
              }
              keep={near}
              onDrawn={(f) => bench.drawn.add(drawnKey(film.id, f))}
              zoom={zoomOf(state, film)}
              onZoom={(to) => send({ type: 'zoom', view: film.view, to })}
              centreOf={(f) => (o ? bodyAt(world, state, o, f) : null)}
              {...(task === 'across' ? { label: `Delivery ${deliveries.find((d) => d.id === film.deliveryId)?.number}` } : {})}
            />
            {near && o && (
              <Magnifier
                player={o.player}
                film={film}
                frame={frame}
                x={near.x}
                y={near.y}
                name={POINTS[near.point]}
                // The window follows the body: what lies ahead of its middle is on that side of the screen.
                away={near.x > (bodyAt(world, state, o, frame) ?? film.width / 2) ? 'left' : 'right'}
              />
            )}
          </div>
        );
      })}
      {task === 'across' && films.length === 3 && checkpointOf(world, state) && (
        <AcrossSummary bench={bench} deliveries={deliveries} />
      )}
    </div>
  );
}
