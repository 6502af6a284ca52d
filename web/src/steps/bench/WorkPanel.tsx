import { pointsToPlace } from './lacking-points.ts';
import { ALWAYS_ASKED, bandsFor, type PointAt } from '@stride-chalk/core';
import { ChalkPanel } from './ChalkPanel.tsx';
import { FigurePanel } from './FigurePanel.tsx';
import { KeyFramePanel } from './KeyFramePanel.tsx';
import { LevelPanel } from './LevelPanel.tsx';
import {
  activeOf,
  askedOf,
  offeredInPhase,
  checkpointOf,
  deliveryOf,
  figuresOf,
  filmsOf,
  guessedOf,
  jointsInHand,
  proposedFiguresOf,
  proposedOf,
  scoreOf,
  stripOf,
  unmarkedOf,
  unreadableOf,
} from './bench-selectors.ts';
import { markOf } from './moments.ts';
import { lookWords } from './proposals.ts';
import type { BenchProps } from './types.ts';
import type { BenchControl } from './bench-control.ts';

/** What the task in hand asks: key frames, figures, or levels. */
export function WorkPanel({ bench, props }: { bench: BenchControl; props: BenchProps }) {
  const { world, state, send } = bench;
  const delivery = deliveryOf(world, state);
  const checkpoint = checkpointOf(world, state);
  const asked = askedOf(world, state);
  if (state.chalk) return <ChalkPanel bench={bench} />;
  if (state.task === 'keyFrames')
    return (
      <KeyFramePanel
        films={filmsOf(world, state)}
        data={state.data}
        current={state.event}
        activeId={activeOf(world, state)?.film.id ?? null}
        onPick={(event) => send({ type: 'event', event })}
        problem={state.problem}
        proposedOf={(event, film) => {
          const time = world.timeOf(film);
          return time && proposedOf(world, state, event, { film, time });
        }}
        looks={lookWords(
          filmsOf(world, state).filter((f) => ALWAYS_ASKED.some((e) => !markOf(state.data, f.id, e))),
          state.proposals,
        )}
        waiting={stripOf(world, state).filter((c) => !c.marked).length}
        onStrip={() => send({ type: 'strip' })}
      />
    );
  if (state.task === 'figures') {
    const bands = asked.flatMap((c) => bandsFor(props.sheet, c.id, props.camper.ageGroup, delivery?.kind, props.schools));
    const { held } = state;
    const point: PointAt | null = held?.queue[held.index] ?? null;
    return (
      <FigurePanel
        figures={figuresOf(world, state)}
        unreadable={unreadableOf(world, state)}
        guessed={guessedOf(world, state)}
        bands={bands}
        current={state.figure}
        asked={point}
        missing={unmarkedOf(world, state, state.figure)}
        toPlace={pointsToPlace(world, state)}
        queue={held ? { done: held.index, of: held.queue.length } : null}
        proposed={proposedFiguresOf(world, state)}
        joints={state.joints ? jointsInHand(world, state) : null}
        keyFrames={state.joints ? { done: state.joints.index, of: state.joints.steps.length } : null}
        chosen={state.joints?.chosen ?? null}
        onJoints={() => send({ type: 'joints' })}
        onPick={(figure) => send({ type: 'measure', figure })}
      />
    );
  }
  if (!delivery) return <p className="m-0 p-5">No delivery yet: there is nothing to score.</p>;
  if (!checkpoint) return <p className="m-0 p-5">Nothing is scored at this age.</p>;
  const phase = props.sheet.phases.find((p) => p.id === checkpoint.phase)!;
  const inPhase = asked.filter((c) => c.phase === checkpoint.phase);
  const done = asked.every((c) => scoreOf(world, state, delivery.id, c.id));
  return (
    <LevelPanel
      phase={state.task === 'across' ? `${phase.name}, delivery ${delivery.number}` : phase.name}
      phaseNote={
        done
          ? `Delivery ${delivery.number} is scored. Enter: the next one. W: write up.`
          : `${inPhase.length} checkpoints · delivery ${delivery.number}${state.task === 'across' ? ' · one checkpoint over all deliveries' : ''}`
      }
      checkpoints={inPhase}
      current={checkpoint}
      scoreOf={(id) => scoreOf(world, state, delivery.id, id)}
      colleaguesOf={(id) => props.colleagues.filter((c) => c.deliveryId === delivery.id && c.checkpoint === id).map((c) => c.by)}
      figures={figuresOf(world, state)}
      asking={state.layer === 'fault'}
      noteOpen={state.layer === 'note'}
      pictures={state.pictures ? props.camper : null}
      suggests={!world.blind}
      offeredInPhase={offeredInPhase(world, state, bench.drawn).length}
      onPhase={() => send({ type: 'acceptPhase', drawn: bench.drawn })}
      onPick={(id) => send({ type: 'checkpoint', id })}
      onLevel={(level) => send({ type: 'level', level })}
      onFault={(code) => send({ type: 'fault', code, more: state.layer !== 'fault' })}
      onNote={(text) => send({ type: 'note', text })}
    />
  );
}
