import { POINTS, type PointId } from '@stride-chalk/core';
import { AcrossSummary } from './AcrossSummary.tsx';
import { FigureChalk } from './FigureChalk.tsx';
import { FilmView } from './FilmView.tsx';
import { Magnifier } from './Magnifier.tsx';
import type { BenchProps } from './types.ts';
import type { BenchControl } from './use-bench.ts';

/** The films in hand: both views of a delivery, or one view of every delivery. */
export function FilmPair({ bench, props }: { bench: BenchControl; props: BenchProps }) {
  const { camper, deliveries } = props;
  const { task, open, active, films } = bench;
  return (
    <div
      className={`grid min-h-[300px] gap-[10px] pe-4 max-[1023px]:h-[46vh] max-[1023px]:pe-0 ${task === 'across' ? '' : films.length > 1 ? 'grid-cols-[1.35fr_1fr]' : 'grid-cols-1'}`}
      style={task === 'across' ? { gridTemplateColumns: films.length > 1 ? '1fr 1fr' : '1fr', gridAutoRows: '1fr' } : undefined}
    >
      {films.length === 0 && (
        <p className="grid place-items-center bg-wash px-6 text-center text-[17px]">
          No film of this delivery yet. <a href={`/campers/${camper.bib}`}>Attach one to bib {camper.bib}</a>.
        </p>
      )}
      {films.map((film) => {
        const o = open.find((x) => x.film.id === film.id) ?? null;
        const frame = o ? bench.frameIn(o) : 0;
        const isActive = active?.film.id === film.id;
        const holds = bench.inHand && bench.sideFilm?.film.id === film.id;
        const point = holds ? (bench.inHand!.queue[bench.inHand!.index]?.split('.')[1] as PointId | undefined) : undefined;
        return (
          <div key={film.id} className="relative grid min-h-0 min-w-0">
            <FilmView
              film={film}
              player={o?.player ?? null}
              frame={frame}
              active={isActive}
              timeOf={(f) => o?.time.timeOf(f) ?? 0}
              onActivate={() =>
                task === 'across'
                  ? bench.chooseDelivery(deliveries.findIndex((d) => d.id === film.deliveryId))
                  : bench.setViewInHand(films.indexOf(film))
              }
              chalk={(_window, scale) => <FigureChalk bench={bench} filmId={film.id} frame={frame} scale={scale} />}
              onPlace={holds ? bench.movePoint : undefined}
              centreOf={(f) => (o ? bench.bodyAt(o, f) : null)}
              {...(task === 'across' ? { label: `Delivery ${deliveries.find((d) => d.id === film.deliveryId)?.number}` } : {})}
            />
            {holds && o && point && (
              <Magnifier
                player={o.player}
                film={film}
                frame={frame}
                x={bench.inHand!.at.x}
                y={bench.inHand!.at.y}
                name={POINTS[point]}
                away={bench.inHand!.at.x > film.width / 2 ? 'left' : 'right'}
              />
            )}
          </div>
        );
      })}
      {task === 'across' && films.length === 3 && bench.checkpoint && <AcrossSummary bench={bench} deliveries={deliveries} />}
    </div>
  );
}
