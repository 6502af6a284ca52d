import { bandsFor, type PointAt } from '@stride-chalk/core';
import { FigurePanel } from './FigurePanel.tsx';
import { KeyFramePanel } from './KeyFramePanel.tsx';
import { LevelPanel } from './LevelPanel.tsx';
import type { BenchProps } from './types.ts';
import type { BenchControl } from './use-bench.ts';

/** What the task in hand asks: key frames, figures, or levels. */
export function WorkPanel({ bench, props }: { bench: BenchControl; props: BenchProps }) {
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
        unreadable={bench.unreadable}
        guessed={bench.guessed}
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
