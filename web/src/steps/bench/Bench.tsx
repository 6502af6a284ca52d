import { useEffect } from 'react';
import { bandsFor, POINTS, type EventId, type Point, type PointAt, type PointId } from '@stride-chalk/core';
import { ChalkLine } from '../../parts/ChalkLine.tsx';
import { LevelStrokes } from '../../parts/LevelStrokes.tsx';
import { FigurePanel } from './FigurePanel.tsx';
import { FilmView } from './FilmView.tsx';
import { KeyFramePanel } from './KeyFramePanel.tsx';
import { LevelPanel } from './LevelPanel.tsx';
import { Magnifier } from './Magnifier.tsx';
import { chalkLineOf } from './moments.ts';
import { useBench, type BenchControl } from './use-bench.ts';
import { useBenchKeys } from './use-bench-keys.ts';
import type { BenchProps, Task } from './types.ts';

const TASKS: ReadonlyArray<readonly [Task, string, string]> = [
  ['keyFrames', 'Key frames', 'K'],
  ['levels', 'Levels', 'L'],
  ['across', 'Across', 'X'],
  ['figures', 'Figures', 'G'],
];
const SLOW = 0.25;

/** The bench: two films on one chalk line, key frames, figures and levels, all on the keyboard. */
export function Bench(props: BenchProps) {
  const bench = useBench(props);
  useBenchKeys(bench, props);
  useSlowPlay(bench);
  const { camper, deliveries } = props;
  const { delivery, task, open, active, films } = bench;
  const scoredHere = delivery ? bench.asked.filter((c) => bench.shown(delivery.id, c.id)).length : 0;
  return (
    <div className="grid h-full min-h-dvh grid-rows-[auto_1fr] lg:h-dvh lg:min-h-0 lg:grid-rows-[52px_1fr]">
      <header className="flex flex-wrap items-stretch border-b-2 border-ink">
        <a href="/" aria-label={`Bib ${camper.bib}; back to the camp`} className="bib-block min-w-[84px] no-underline">
          {camper.bib}
        </a>
        <div className="min-w-0 flex-1 px-4 py-[5px] leading-tight lg:flex-none">
          <h1 className="m-0 truncate !font-body text-[17px] !font-bold !leading-tight">{camper.name}</h1>
          <p className="m-0 truncate text-[13.5px] text-soft">
            {camper.age}, throws {camper.hand === 'L' ? 'left' : 'right'} · {camper.heightCentimetres} cm · {scoredHere} of{' '}
            {bench.asked.length} checkpoints
          </p>
        </div>
        <nav
          aria-label="Deliveries"
          className="ms-auto flex flex-wrap items-center gap-1 pe-3 max-[1023px]:ms-0 max-[1023px]:w-full max-[1023px]:border-t max-[1023px]:border-rule max-[1023px]:px-2 max-[1023px]:py-1"
        >
          {deliveries.map((d, i) => (
            <button
              key={d.id}
              type="button"
              onClick={() => bench.chooseDelivery(i)}
              aria-current={i === bench.deliveryIndex ? 'true' : undefined}
              className={`sign h-[40px] border-0 border-b-4 bg-transparent px-3 text-[18px] font-medium ${i === bench.deliveryIndex ? 'border-clay text-ink' : 'border-transparent text-soft'}`}
            >
              Delivery {d.number}
            </button>
          ))}
          <a className="quiet-action ms-2 !py-[7px]" href={`/handouts/${camper.bib}`}>
            Write up <kbd>W</kbd>
          </a>
          {props.next && (
            <a className="main-action !py-[9px] !text-[18px]" href={props.next.href}>
              Next: {props.next.bib}
            </a>
          )}
        </nav>
      </header>

      <main className="grid min-h-0 grid-cols-[1fr_396px] max-[1023px]:grid-cols-1">
        <section aria-label="Film" className="grid min-h-0 min-w-0 grid-rows-[1fr_auto] ps-4 pt-[14px] max-[1023px]:px-3">
          <div
            className={`grid min-h-[300px] gap-[10px] pe-4 max-[1023px]:h-[46vh] max-[1023px]:pe-0 ${task === 'across' ? '' : films.length > 1 ? 'grid-cols-[1.35fr_1fr]' : 'grid-cols-1'}`}
            style={
              task === 'across' ? { gridTemplateColumns: films.length > 1 ? '1fr 1fr' : '1fr', gridAutoRows: '1fr' } : undefined
            }
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
                    chalk={(_window, scale) => <Chalk bench={bench} filmId={film.id} frame={frame} scale={scale} />}
                    onPlace={holds ? bench.movePoint : undefined}
                    centreOf={(f) => (o ? bench.bodyAt(o, f) : null)}
                    {...(task === 'across'
                      ? { label: `Delivery ${deliveries.find((d) => d.id === film.deliveryId)?.number}` }
                      : {})}
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
            {task === 'across' && films.length === 3 && bench.checkpoint && (
              <AcrossSummary bench={bench} deliveries={deliveries} />
            )}
          </div>
          <div className="pe-4 pt-2 max-[1023px]:pe-0">
            <Line bench={bench} />
            {camper.sore && (
              <p className="care-band m-0 mb-2 px-[14px] py-[7px] text-[14.5px]">
                <b>Arm care.</b> Bib {camper.bib} has a sore arm: no throwing. Film that is there may be scored.
              </p>
            )}
            {bench.jumping && active ? (
              <JumpField
                key={active.film.id}
                frame={bench.frameIn(active)}
                last={active.time.frameCount - 1}
                onJump={(frame) => {
                  bench.setJumping(false);
                  if (frame !== null) bench.moveTo(active, frame);
                }}
              />
            ) : (
              <p className="m-0 flex min-h-[32px] flex-wrap gap-x-4 gap-y-1 pb-[10px] text-[13.5px] text-soft">
                <span>
                  <kbd>←</kbd> <kbd>→</kbd> frame
                </span>
                <span>
                  <kbd>⇧</kbd> ten
                </span>
                <span>
                  <kbd>Space</kbd> slow
                </span>
                <span>
                  <kbd>V</kbd> other view
                </span>
                <span>
                  <kbd>J</kbd> to a frame
                </span>
                <span>
                  <kbd>D</kbd> next delivery
                </span>
                <span>
                  <kbd>U</kbd> undo
                </span>
                <span>
                  <kbd>B</kbd> bib
                </span>
              </p>
            )}
          </div>
        </section>
        <aside
          aria-label="Work"
          className="grid min-h-0 grid-rows-[auto_1fr_auto] border-s-2 border-ink bg-paper max-[1023px]:border-s-0 max-[1023px]:border-t-2"
        >
          <div role="group" aria-label="What to do" className="grid grid-cols-4 border-b border-rule">
            {TASKS.map(([id, name, key]) => (
              <button
                key={id}
                type="button"
                aria-pressed={task === id}
                onClick={() => bench.startTask(id)}
                className={`sign min-h-[40px] border-0 border-e border-rule text-[16px] font-medium last:border-e-0 ${task === id ? 'bg-ink text-bone' : 'bg-transparent text-ink'}`}
              >
                {name} <span className={task === id ? 'text-bone' : 'text-soft'}>{key}</span>
              </button>
            ))}
          </div>
          <Panel bench={bench} props={props} />
          <Foot bench={bench} />
        </aside>
      </main>
    </div>
  );
}

/** The checkpoint in hand over all deliveries, as strokes. */
function AcrossSummary({ bench, deliveries }: { bench: BenchControl; deliveries: BenchProps['deliveries'] }) {
  const { checkpoint } = bench;
  if (!checkpoint) return null;
  const phase = bench.asked.filter((c) => c.phase === checkpoint.phase);
  return (
    <div className="grid min-h-0 content-center overflow-auto border border-rule bg-paper px-4 py-2">
      <table className="w-full border-collapse text-[14.5px]">
        <thead>
          <tr className="sign text-[15px] text-soft">
            <th className="text-start font-medium">Delivery</th>
            {deliveries.map((d) => (
              <th key={d.id} className={`font-medium ${d.id === bench.delivery?.id ? 'text-clay' : ''}`}>
                {d.number}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {phase.map((c) => (
            <tr key={c.id} className={`border-t border-rule ${c.id === checkpoint.id ? 'bg-wash font-semibold' : ''}`}>
              <th scope="row" className="py-1 text-start font-[inherit]">
                {c.name}
              </th>
              {deliveries.map((d) => (
                <td key={d.id} className="py-1 text-center">
                  <span className="inline-block align-middle">
                    <LevelStrokes level={bench.shown(d.id, c.id)?.level ?? null} size={22} />
                  </span>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Panel({ bench, props }: { bench: BenchControl; props: BenchProps }) {
  const { delivery, checkpoint } = bench;
  if (bench.task === 'keyFrames')
    return (
      <KeyFramePanel
        films={bench.films}
        data={bench.data}
        current={bench.event}
        activeId={bench.active?.film.id ?? null}
        onPick={bench.pickEvent}
        problem={bench.problem ?? bench.entries.news.refused?.message ?? null}
      />
    );
  if (bench.task === 'figures') {
    const bands = bench.asked.flatMap((c) => bandsFor(props.sheet, c.id, props.camper.ageGroup, delivery?.kind, props.schools));
    const asked: PointAt | null = bench.inHand?.queue[bench.inHand.index] ?? null;
    return (
      <FigurePanel
        figures={bench.figures}
        bands={bands}
        current={bench.figure}
        asked={asked}
        missing={bench.unmarked}
        sideView={bench.sideFilm !== null}
        queue={bench.inHand ? { done: bench.inHand.index, of: bench.inHand.queue.length } : null}
        onPick={bench.measure}
      />
    );
  }
  if (!delivery || !checkpoint) return <p className="m-0 p-5">Nothing is scored at this age.</p>;
  const phase = props.sheet.phases.find((p) => p.id === checkpoint.phase)!;
  const inPhase = bench.asked.filter((c) => c.phase === checkpoint.phase);
  const done = bench.asked.every((c) => bench.shown(delivery.id, c.id));
  return (
    <LevelPanel
      phase={bench.task === 'across' ? `${phase.name}, delivery ${delivery.number}` : phase.name}
      phaseNote={
        done
          ? `Delivery ${delivery.number} is scored. Enter: the next one. W: write up.`
          : `${inPhase.length} checkpoints · delivery ${delivery.number}${bench.task === 'across' ? ' · one checkpoint over all deliveries' : ''}`
      }
      checkpoints={inPhase}
      current={checkpoint}
      scoreOf={(id) => bench.shown(delivery.id, id)}
      figures={bench.figures}
      asking={bench.asking}
      noteOpen={bench.noteOpen}
      onPick={bench.pickCheckpoint}
      onLevel={bench.score}
      onFault={(code) => bench.fault(code, !bench.asking)}
      onNote={bench.note}
    />
  );
}

function Foot({ bench }: { bench: BenchControl }) {
  const { news } = bench.entries;
  const text = !news.open
    ? 'Opening …'
    : news.waiting === 0
      ? 'All saved'
      : news.offline
        ? `${news.waiting} kept here, sent when the server answers`
        : 'Saving …';
  return (
    <div className="flex min-h-[46px] flex-wrap items-center justify-between gap-x-3 border-t-2 border-ink px-[18px] py-2 text-[13.5px] text-soft">
      <span>
        {bench.task === 'keyFrames' ? (
          <>
            <kbd>↵</kbd> mark · <kbd>⇧</kbd>
            <kbd>↵</kbd> between two · <kbd>↑</kbd>
            <kbd>↓</kbd> choose
          </>
        ) : bench.task === 'figures' ? (
          <>
            <kbd>↵</kbd> measure · <kbd>↑</kbd>
            <kbd>↓</kbd> choose
          </>
        ) : bench.asking ? (
          <>
            <kbd>A</kbd>–<kbd>H</kbd> what was seen · <kbd>⇧</kbd> more
          </>
        ) : (
          <>
            <kbd>0</kbd>–<kbd>3</kbd> level · <kbd>N</kbd> not visible · <kbd>F</kbd> fault · <kbd>M</kbd> note
          </>
        )}
      </span>
      <b
        role="status"
        data-testid="saved"
        data-waiting={news.open ? news.waiting : undefined}
        className={news.open && news.waiting === 0 ? 'text-grass' : news.offline ? 'care-band px-2 text-ink' : 'text-soft'}
      >
        {text}
      </b>
    </div>
  );
}

/** Points and lines of the figure in hand on the frame that it belongs to. */
function Chalk({ bench, filmId, frame, scale }: { bench: BenchControl; filmId: string; frame: number; scale: number }) {
  const film = bench.sideFilm;
  if (!film || film.film.id !== filmId) return null;
  const event = bench.data.marks.find((m) => m.clipId === filmId && m.frame === frame)?.event;
  const placed = bench.data.points.filter((p) => p.clipId === filmId && p.event === event);
  const hand = bench.inHand;
  const at = (id: string): Point | undefined => placed.find((p) => p.point === id);
  const lines: ReadonlyArray<readonly string[]> = [
    ['frontHip', 'frontKnee', 'frontAnkle'],
    ['backHip', 'backKnee', 'backAnkle'],
    ['backHip', 'frontHip'],
    ['throwingShoulder', 'gloveShoulder'],
    ['throwingElbow', 'throwingWrist'],
  ];
  const r = 5 / scale;
  const segments = lines.map((l) => l.map(at).filter((p): p is Point => p !== undefined)).filter((l) => l.length > 1);
  return (
    <>
      {segments.map((l) => {
        const d = `M${l.map((p) => `${p.x} ${p.y}`).join('L')}`;
        return (
          <g key={d} fill="none" strokeLinecap="round" strokeLinejoin="round">
            <path d={d} stroke="#1d130c" strokeOpacity=".75" strokeWidth={6.5 / scale} />
            <path d={d} stroke="#fff" strokeWidth={3 / scale} />
          </g>
        );
      })}
      {placed.map((p) => (
        <circle key={p.point} cx={p.x} cy={p.y} r={r} fill="#fff" stroke="#1d130c" strokeWidth={2 / scale} />
      ))}
      {hand && (
        <g
          data-testid="point-in-hand"
          data-event={hand.queue[hand.index]?.split('.')[0]}
          data-point={hand.queue[hand.index]?.split('.')[1]}
          data-x={hand.at.x}
          data-y={hand.at.y}
          fill="none"
          strokeLinecap="round"
        >
          {[
            [6, '#1d130c'],
            [2.6, '#fff'],
          ].map(([w, c]) => (
            <path
              key={c}
              stroke={String(c)}
              strokeWidth={Number(w) / scale}
              d={`M${hand.at.x - 16 / scale} ${hand.at.y}h${10 / scale}M${hand.at.x + 6 / scale} ${hand.at.y}h${10 / scale}M${hand.at.x} ${hand.at.y - 16 / scale}v${10 / scale}M${hand.at.x} ${hand.at.y + 6 / scale}v${10 / scale}`}
            />
          ))}
        </g>
      )}
    </>
  );
}

function Line({ bench }: { bench: BenchControl }) {
  const { active } = bench;
  if (!active) return <div className="h-[130px]" />;
  const inHand = bench.inHand?.queue[bench.inHand.index]?.split('.')[0] as EventId | undefined;
  const current =
    bench.task === 'keyFrames'
      ? bench.event
      : bench.task === 'figures'
        ? (inHand ?? null)
        : ((bench.checkpoint?.event ?? null) as EventId | null);
  const { line, frameOf } = chalkLineOf(
    active,
    bench.otherOf(active),
    bench.earlierOf(active),
    bench.data,
    bench.frameIn(active),
    current,
    bench.task === 'levels' || bench.task === 'across' ? (bench.checkpoint?.phase ?? null) : null,
  );
  return (
    <ChalkLine
      {...line}
      onScrub={(share) => bench.moveTo(active, frameOf(share))}
      onPick={(id) => (bench.task === 'keyFrames' ? bench.pickEvent : bench.goToEvent)(id as typeof bench.event)}
    />
  );
}

/** A frame by its number. */
function JumpField({ frame, last, onJump }: { frame: number; last: number; onJump: (frame: number | null) => void }) {
  return (
    <form
      className="flex min-h-[32px] items-center gap-2 pb-[6px] text-[15px]"
      onSubmit={(e) => {
        e.preventDefault();
        const text = new FormData(e.currentTarget).get('frame')?.toString() ?? '';
        onJump(/^\d+$/.test(text) ? Number(text) : null);
      }}
    >
      <label htmlFor="jump-frame">To frame</label>
      <input
        id="jump-frame"
        name="frame"
        autoFocus
        inputMode="numeric"
        autoComplete="off"
        placeholder={String(frame)}
        onKeyDown={(e) => e.key === 'Escape' && onJump(null)}
        onBlur={() => onJump(null)}
        className="tabular w-[90px] border-[1.5px] border-soft bg-paper px-2"
      />
      <span className="text-soft">0 to {last}</span>
    </form>
  );
}

/** Plays at a quarter of true speed, in real time, until the end or another key. */
function useSlowPlay(bench: BenchControl): void {
  const { playing, active } = bench;
  useEffect(() => {
    if (!playing || !active) return;
    const start = performance.now();
    const from = active.time.timeOf(bench.frameIn(active));
    let request = 0;
    const tick = (now: number): void => {
      const seconds = from + ((now - start) / 1000) * SLOW;
      if (seconds >= active.time.duration) return bench.setPlaying(false);
      bench.moveTo(active, active.time.frameAt(seconds));
      request = requestAnimationFrame(tick);
    };
    request = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(request);
  }, [playing, active]);
}
