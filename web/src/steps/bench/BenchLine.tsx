import type { EventId } from '@stride-chalk/core';
import { ChalkLine } from '../../parts/ChalkLine.tsx';
import { chalkLineOf } from './moments.ts';
import type { BenchControl } from './use-bench.ts';

/** The chalk line of the film in hand: its key frames, the other view and the delivery before beside it. */
export function BenchLine({ bench }: { bench: BenchControl }) {
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
