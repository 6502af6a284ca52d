import { useMemo, useState } from 'react';
import { ALWAYS_ASKED, orderProblems, resolveSheet, type EventId, type ResolvedCheckpoint, type Seen } from '@stride-chalk/core';
import { nextLayer, type Layer, type LayerEvent } from './bench-layer.ts';
import { initialData, ownScore, scoreEntry, shownScore } from './bench-data.ts';
import { isSeen, placeOf } from './entry-place.ts';
import { clampFrame, markOf } from './moments.ts';
import type { BenchProps, Task } from './types.ts';
import { useEntries } from './use-entries.ts';
import type { OpenFilm } from './use-films.ts';
import { usePoints } from './use-points.ts';
import { filmsOfDelivery, useShownFilms } from './use-shown-films.ts';

/** Everything that the bench knows and can do; the keyboard and the panels only call it. */
export function useBench(props: BenchProps) {
  const { staff, sheet, camper, deliveries, clips } = props;
  const entries = useEntries(
    useMemo(() => initialData(props), [props]),
    staff.id,
  );
  const { data, enter } = entries;
  const firstOpen = deliveries.findIndex((d) =>
    clips.some(
      (c) => c.deliveryId === d.id && ALWAYS_ASKED.some((e) => !props.marks.some((m) => m.clipId === c.id && m.event === e)),
    ),
  );
  const [deliveryIndex, setDeliveryIndex] = useState(() => {
    if (firstOpen >= 0) return firstOpen;
    const toScore = deliveries.findIndex((d) =>
      resolveSheet(sheet, camper.ageGroup, d.kind, props.schools).some(
        (c) => c.scored && !props.scores.some((s) => s.deliveryId === d.id && s.checkpoint === c.id && s.coachId === staff.id),
      ),
    );
    return Math.max(0, toScore);
  });
  const [task, setTask] = useState<Task>(firstOpen < 0 && deliveries.length > 0 ? 'levels' : 'keyFrames');
  const [event, setEvent] = useState<EventId>(() => {
    const film = filmsOfDelivery(clips, deliveries[deliveryIndex]?.id)[0];
    return ALWAYS_ASKED.find((e) => !props.marks.some((m) => m.clipId === film?.id && m.event === e)) ?? 'set';
  });
  const [checkpointId, setCheckpointId] = useState<string | null>(null);
  /** What lies over the work: one thing at a time. */
  const [layer, setLayer] = useState<Layer>('work');
  const [playing, setPlaying] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  /** What was just done, in words: taken back, put there again. */
  const [said, say] = useState<string | null>(null);

  const delivery = deliveries[deliveryIndex] ?? null;
  const asked = useMemo(
    () => resolveSheet(sheet, camper.ageGroup, delivery?.kind ?? 'stretch', props.schools).filter((c) => c.scored),
    [sheet, camper.ageGroup, delivery?.kind, props.schools],
  );
  const firstUnscored = (deliveryId: string): ResolvedCheckpoint | undefined =>
    asked.find((c) => !ownScore(data, deliveryId, c.id, staff.id));
  const checkpoint = asked.find((c) => c.id === checkpointId) ?? (delivery && firstUnscored(delivery.id)) ?? asked[0] ?? null;

  const shown = useShownFilms({ props, data, task, event, deliveryId: delivery?.id, checkpoint, onProblem: setProblem });
  const { open, active, otherOf, setViewInHand, frameOfEvent, frameIn, moveTo, goToEvent } = shown;
  const turn = (on: LayerEvent): void => setLayer((l) => nextLayer(l, on));
  const points = usePoints({ clips, deliveryId: delivery?.id, data, shown, enter, inHand: layer === 'points', turn });

  const pickEvent = (wanted: EventId): void => {
    setProblem(null);
    say(null);
    setEvent(wanted);
    goToEvent(wanted);
  };

  /** Goes to the next key frame that is asked for: in the view in hand, else in the other view, else in the next delivery. */
  const nextAsked = (marked: EventId, at: OpenFilm): void => {
    const missing = (filmId: string, but?: EventId): EventId | undefined =>
      ALWAYS_ASKED.find((e) => e !== but && !markOf(data, filmId, e));
    const here = missing(at.film.id, marked);
    if (here) return pickEventIn(here, at);
    const other = otherOf(at);
    const there = other ? missing(other.film.id) : undefined;
    if (other && there) {
      setViewInHand(open.indexOf(other));
      return pickEventIn(there, other);
    }
    const next = deliveries.findIndex(
      (d, i) => i !== deliveryIndex && filmsOfDelivery(clips, d.id).some((f) => f.state === 'ready' && missing(f.id)),
    );
    if (next >= 0) {
      setDeliveryIndex(next);
      setViewInHand(0);
      setEvent(missing(filmsOfDelivery(clips, deliveries[next]!.id)[0]?.id ?? '') ?? 'set');
      return;
    }
    startTask('levels');
  };
  const pickEventIn = (wanted: EventId, at: OpenFilm): void => {
    setEvent(wanted);
    moveTo(at, frameOfEvent(wanted, at));
  };

  /** Marks the event in hand at the frame shown, or between it and the next frame. A broken order is told, not kept. */
  const mark = (interval: boolean): void => {
    if (!active) return;
    const frame = frameIn(active);
    const frameTo = interval ? clampFrame(active.time, frame + 1) : null;
    const others = data.marks.filter((m) => m.clipId === active.film.id && m.event !== event);
    const wrong = orderProblems([...others, { event, frame, frameTo }]).find((p) => p.earlier === event || p.later === event);
    if (wrong) return setProblem(`Not marked. ${wrong.message}`);
    setProblem(null);
    const corrected = markOf(data, active.film.id, event) !== null;
    enter({ kind: 'mark', clipId: active.film.id, event, frame, frameTo });
    // Whoever corrects a mark stays where he is.
    if (!corrected) nextAsked(event, active);
  };

  /** Takes another delivery in hand; its films open at the event that is looked at. */
  const chooseDelivery = (index: number): void => {
    setDeliveryIndex(index);
    turn('leave');
    say(null);
    const chosen = deliveries[index];
    if (task === 'levels' && chosen) setCheckpointId(firstUnscored(chosen.id)?.id ?? checkpoint?.id ?? null);
  };

  const startTask = (wanted: Task): void => {
    setTask(wanted);
    turn('leave');
    setProblem(null);
    say(null);
    setPlaying(false);
    if (wanted === 'keyFrames' && active) setEvent(ALWAYS_ASKED.find((e) => !markOf(data, active.film.id, e)) ?? event);
    if (wanted === 'levels' || wanted === 'across') {
      const index = wanted === 'levels' ? deliveries.findIndex((d) => firstUnscored(d.id)) : 0;
      const at = index >= 0 ? index : deliveryIndex;
      setDeliveryIndex(at);
      const first =
        wanted === 'levels'
          ? deliveries[at] && firstUnscored(deliveries[at].id)
          : asked.find((c) => deliveries.some((d) => !ownScore(data, d.id, c.id, staff.id)));
      setCheckpointId((first ?? asked[0])?.id ?? null);
      // Every film opens at the event of the checkpoint that is asked, whatever it showed before.
      shown.forgetFrames();
    }
  };

  const pickCheckpoint = (id: string | null): void => {
    turn('leave');
    setCheckpointId(id);
    const wanted = asked.find((c) => c.id === id)?.event as EventId | undefined;
    if (wanted && wanted !== ((checkpoint?.event ?? '') as EventId)) shown.forgetFrames();
    if (wanted) goToEvent(wanted);
  };

  /** After a score: the next checkpoint of this delivery, or the same checkpoint of the next delivery. */
  const advance = (justScored: { deliveryId: string; checkpoint: string }): void => {
    const open = (d: string, c: string): boolean =>
      (d !== justScored.deliveryId || c !== justScored.checkpoint) && !ownScore(data, d, c, staff.id);
    turn('done');
    if (task === 'across') {
      const nextDelivery = deliveries.findIndex((d, i) => i > deliveryIndex && open(d.id, justScored.checkpoint));
      if (nextDelivery >= 0) return setDeliveryIndex(nextDelivery);
      const i = asked.findIndex((c) => c.id === justScored.checkpoint);
      const next = [...asked.slice(i + 1), ...asked.slice(0, i)].find((c) => deliveries.some((d) => open(d.id, c.id)));
      if (!next) return;
      setDeliveryIndex(deliveries.findIndex((d) => open(d.id, next.id)));
      return pickCheckpoint(next.id);
    }
    const i = asked.findIndex((c) => c.id === justScored.checkpoint);
    const next = [...asked.slice(i + 1), ...asked.slice(0, i)].find((c) => open(justScored.deliveryId, c.id));
    if (next) return pickCheckpoint(next.id);
  };

  const score = (level: Seen): void => {
    if (!delivery || !checkpoint) return;
    const at = { deliveryId: delivery.id, checkpoint: checkpoint.id };
    const before = ownScore(data, delivery.id, checkpoint.id, staff.id);
    const withFaults = level !== 3 && level !== 'NV';
    enter(scoreEntry(at, { level, faults: withFaults ? (before?.faults ?? []) : [], note: before?.note ?? null }));
    say(null);
    if (withFaults && !before?.faults.length) turn('askFault');
    else advance(at);
  };

  /** Notes what was seen. With `more`, the question stays open for a second fault. */
  const fault = (code: string, more: boolean): void => {
    if (!delivery || !checkpoint) return;
    const at = { deliveryId: delivery.id, checkpoint: checkpoint.id };
    const before = ownScore(data, delivery.id, checkpoint.id, staff.id);
    if (!before || before.level === 'NV' || before.level === 3) return;
    const faults = before.faults.includes(code) ? before.faults.filter((f) => f !== code) : [...before.faults, code];
    enter(scoreEntry(at, { ...before, faults }));
    if (layer === 'fault' && !more) advance(at);
  };

  const note = (text: string | null): void => {
    turn('done');
    if (!delivery || !checkpoint) return;
    const before = ownScore(data, delivery.id, checkpoint.id, staff.id);
    if (before && before.note !== text)
      enter(scoreEntry({ deliveryId: delivery.id, checkpoint: checkpoint.id }, { ...before, note: text }));
  };

  /**
   * Takes the last entry back, or puts the last one taken back there again: only what the coach sees. What lies elsewhere is shown first, and named;
   * the same key again does it.
   */
  const takeBack = (direction: 'undo' | 'redo'): void => {
    const step = entries.next(direction);
    if (!step) return say(direction === 'undo' ? 'Nothing to take back.' : 'Nothing was taken back.');
    const place = placeOf(step.entry, props);
    const key = direction === 'undo' ? 'U' : '⇧U';
    if (!isSeen(place, task, delivery?.id ?? null)) {
      setTask(place.task);
      turn('leave');
      const index = deliveries.findIndex((d) => d.id === place.deliveryId);
      if (index >= 0) setDeliveryIndex(index);
      if (place.event) setEvent(place.event);
      if (place.checkpoint) setCheckpointId(place.checkpoint);
      shown.forgetFrames();
      return say(`${key} once more ${direction === 'undo' ? 'takes back' : 'puts there again'}: ${place.words}.`);
    }
    turn('leave');
    entries[direction]();
    if (place.event) setEvent(place.event);
    if (place.checkpoint) setCheckpointId(place.checkpoint);
    say(direction === 'undo' ? `Taken back: ${place.words}. ⇧U puts it there again.` : `There again: ${place.words}.`);
  };

  return {
    ...shown,
    ...points,
    layer,
    turn,
    said,
    say,
    takeBack,
    entries,
    data,
    delivery,
    deliveryIndex,
    chooseDelivery,
    task,
    startTask,
    event,
    pickEvent,
    mark,
    asked,
    checkpoint,
    pickCheckpoint,
    score,
    fault,
    note,
    asking: layer === 'fault',
    advance,
    noteOpen: layer === 'note',
    playing,
    setPlaying,
    problem,
    shown: (d: string, c: string) => shownScore(data, d, c, staff.id),
  };
}

export type BenchControl = ReturnType<typeof useBench>;
