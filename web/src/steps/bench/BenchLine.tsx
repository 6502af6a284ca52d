import { eventOf, type EventId } from '@stride-chalk/core';
import { ChalkLine } from '../../parts/ChalkLine.tsx';
import { chalkLineOf } from './moments.ts';
import { activeOf, alikeOf, checkpointOf, earlierOf, frameIn, jointsInHand, otherOf, proposedOf } from './bench-selectors.ts';
import type { BenchControl } from './bench-control.ts';

/** The chalk line of the film in hand: its key frames, the other view and the delivery before beside it. */
export function BenchLine({ bench }: { bench: BenchControl }) {
  const { world, state, send } = bench;
  const active = activeOf(world, state);
  if (!active) return <div className="h-[130px]" />;
  const asked = state.held?.queue[state.held.index];
  const inHand = asked ? eventOf(asked) : jointsInHand(world, state)?.event;
  const checkpoint = state.task === 'levels' || state.task === 'across' ? checkpointOf(world, state) : null;
  const current =
    state.task === 'keyFrames'
      ? state.event
      : state.task === 'figures'
        ? (inHand ?? null)
        : ((checkpoint?.event ?? null) as EventId | null);
  const { line, frameOf } = chalkLineOf(
    active,
    otherOf(world, state, active),
    earlierOf(world, state, active),
    state.data,
    frameIn(world, state, active),
    current,
    checkpoint?.phase ?? null,
    (event) => proposedOf(world, state, event, active),
    state.task === 'across' ? alikeOf(world, active) : [],
  );
  return (
    <ChalkLine
      {...line}
      onScrub={(share) => send({ type: 'frame', frame: frameOf(share) })}
      onPick={(id) => send({ type: state.task === 'keyFrames' ? 'event' : 'lookAt', event: id as EventId })}
    />
  );
}
