import type { ResolvedCheckpoint, DeliveryId } from '@stride-chalk/core';
import { askedIn, isOpen, madeBySelf, unseenEntries } from './asked.ts';
import { ownScore, scoreEntry } from './bench-data.ts';
import {
  askedOf,
  checkpointOf,
  deliveryOf,
  figuresOf,
  offeredHere,
  offeredInPhase,
  scoreOf,
  suggestedHere,
} from './bench-selectors.ts';
import { suggestionFor } from './suggestions.ts';
import type { Turn, Handlers } from './turn.ts';
import { takeUp } from './handle-work.ts';

/** Levels, what was seen, notes, and all checkpoints at a look. */
export const LEVEL_HANDLERS = {
  level(t, { level }) {
    const at = scoredHere(t);
    if (!at) return;
    const before = ownScore(t.state.data, at.deliveryId, at.checkpoint, t.world.staffId);
    const withFaults = level !== 3 && level !== 'NV';
    const delivery = deliveryOf(t.world, t.state)!;
    const note = madeBySelf(before) ? null : (before?.note ?? null);
    // What none of the views shows is not visible by itself: entered with the level, and taken back with it.
    const unseen = unseenEntries(t.world, t.state.data, delivery, at.checkpoint);
    const suggested = suggestedHere(t.world, t.state);
    t.enter([scoreEntry(at, { level, faults: withFaults ? (before?.faults ?? []) : [], note }, suggested), ...unseen]);
    t.set({ said: unseen.length > 0 ? `${unseen.length} not visible in these views. E: say otherwise.` : null });
    if (withFaults && !before?.faults.length) t.layer('askFault');
    else goOnScoring(t, at);
  },
  accept(t) {
    const at = scoredHere(t);
    const offered = offeredHere(t.world, t.state);
    const delivery = deliveryOf(t.world, t.state);
    const open = at && ownScore(t.state.data, at.deliveryId, at.checkpoint, t.world.staffId) === null;
    // Its frame and its lines are on the screen: the checkpoint was opened there.
    if (!at || !delivery || !open || !offered) return takeUp(t, 'levels');
    const unseen = unseenEntries(t.world, t.state.data, delivery, at.checkpoint);
    const faults = offered.fault === null ? [] : [offered.fault];
    t.enter([scoreEntry(at, { level: offered.level, faults, note: null }, suggestedHere(t.world, t.state)), ...unseen]);
    goOnScoring(t, at);
  },
  acceptPhase(t, { drawn }) {
    const delivery = deliveryOf(t.world, t.state);
    const all = offeredInPhase(t.world, t.state, drawn);
    const taken = all.filter((o) => o.wasSeen);
    const left = all.length - taken.length;
    if (!delivery || taken.length === 0)
      return t.set({
        said:
          left > 0 ? `${inNumber(left)} offered here, not on the screen yet: ↓ shows them.` : 'Nothing is offered in this phase.',
      });
    const names = taken.map((o) => `${o.checkpoint.name} ${o.offered.level}`).join(', ');
    t.enter(
      taken.flatMap(({ checkpoint, offered }) => [
        scoreEntry(
          { deliveryId: delivery.id, checkpoint: checkpoint.id },
          { level: offered.level, faults: offered.fault === null ? [] : [offered.fault], note: null },
          suggestionFor(checkpoint, figuresOf(t.world, t.state))?.level ?? null,
        ),
        ...unseenEntries(t.world, t.state.data, delivery, checkpoint.id),
      ]),
      `the levels of a phase: ${names}`,
    );
    goOnScoring(t, { deliveryId: delivery.id, checkpoint: taken.at(-1)!.checkpoint.id });
    t.set({ said: `Taken: ${names}.${left > 0 ? ` ${inNumber(left)} not on the screen yet.` : ''}` });
  },
  fault(t, { code, more }) {
    const at = scoredHere(t);
    const before = at && ownScore(t.state.data, at.deliveryId, at.checkpoint, t.world.staffId);
    if (!at || !before || before.level === 'NV' || before.level === 3) return;
    const faults = before.faults.includes(code) ? before.faults.filter((f) => f !== code) : [...before.faults, code];
    const answers = t.state.layer === 'fault';
    t.enter([scoreEntry(at, { ...before, faults }, suggestedHere(t.world, t.state))]);
    if (answers && !more) goOnScoring(t, at);
  },
  note(t, { text }) {
    t.layer('done');
    const at = scoredHere(t);
    const before = at && ownScore(t.state.data, at.deliveryId, at.checkpoint, t.world.staffId);
    if (at && before && before.note !== text)
      t.enter([scoreEntry(at, { ...before, note: text }, suggestedHere(t.world, t.state))]);
  },
  pictures: (t) => t.set({ pictures: !t.state.pictures }),
  /** Asks what was not visible by itself all the same: the checkpoint in hand, else the first of the delivery. */
  seeAllTheSame(t) {
    const delivery = deliveryOf(t.world, t.state);
    if (!delivery) return;
    const asked = askedOf(t.world, t.state);
    const mute = (c: ResolvedCheckpoint): boolean => madeBySelf(scoreOf(t.world, t.state, delivery.id, c.id));
    const inHand = asked.find((c) => c.id === t.state.checkpointId);
    const found = inHand && mute(inHand) ? inHand : asked.find(mute);
    if (!found) return t.set({ said: 'Nothing here was taken as not visible for want of a view.' });
    t.enter([{ kind: 'unscore', deliveryId: delivery.id, checkpoint: found.id }]).chooseCheckpoint(found.id);
    t.set({ said: `${found.name}: as far as these views show it.` });
  },
  pass(t) {
    const at = scoredHere(t);
    if (at) goOnScoring(t, at);
  },
  overview(t) {
    const first = checkpointOf(t.world, t.state);
    if (!deliveryOf(t.world, t.state) || !first) return;
    t.layer('leave');
    if (t.state.task !== 'levels') t.set({ task: 'levels', problem: null, said: null });
    t.layer('showOverview').set({ overview: first.id });
  },
  overviewMove(t, { by }) {
    const asked = askedOf(t.world, t.state);
    const at = asked.findIndex((c) => c.id === t.state.overview);
    if (at < 0) return;
    const { phase } = asked[at]!;
    const firstOf = (c: ResolvedCheckpoint | undefined): number => asked.findIndex((o) => o.phase === c?.phase);
    const there =
      by === 'nextPhase'
        ? asked.findIndex((c, i) => i > at && c.phase !== phase)
        : by === 'phaseBefore'
          ? firstOf(asked[firstOf(asked[at]) - 1])
          : at + by;
    if (asked[there]) t.set({ overview: asked[there].id });
  },
  overviewGo(t, { id }) {
    const chosen = id ?? t.state.overview;
    if (chosen) t.layer('done').chooseCheckpoint(chosen);
  },
} satisfies Partial<Handlers>;

/** The delivery and the checkpoint that a level goes to. */
function scoredHere(t: Turn): { readonly deliveryId: DeliveryId; readonly checkpoint: string } | null {
  const delivery = deliveryOf(t.world, t.state);
  const checkpoint = checkpointOf(t.world, t.state);
  return delivery && checkpoint ? { deliveryId: delivery.id, checkpoint: checkpoint.id } : null;
}

/** After a score: the next checkpoint of this delivery, or the same checkpoint of the next delivery. */
function goOnScoring(t: Turn, just: { readonly deliveryId: DeliveryId; readonly checkpoint: string }): void {
  const { world } = t;
  const stillOpen = (d: (typeof world.deliveries)[number], c: ResolvedCheckpoint): boolean =>
    (d.id !== just.deliveryId || c.id !== just.checkpoint) &&
    askedIn(world, t.state.data, d).includes(c) &&
    isOpen(world, t.state.data, d.id, c);
  const delivery = deliveryOf(world, t.state)!;
  t.layer('done');
  const asked = askedOf(world, t.state);
  const i = asked.findIndex((c) => c.id === just.checkpoint);
  const later = [...asked.slice(i + 1), ...asked.slice(0, i)];
  if (t.state.task !== 'across') {
    const next = later.find((c) => stillOpen(delivery, c));
    if (next) t.chooseCheckpoint(next.id);
    return;
  }
  const same = asked[i];
  const beside = world.deliveries.findIndex((d, n) => n > t.state.deliveryIndex && same !== undefined && stillOpen(d, same));
  if (beside >= 0) return void t.set({ deliveryIndex: beside });
  const next = later.find((c) => world.deliveries.some((d) => stillOpen(d, c)));
  if (!next) return;
  t.set({ deliveryIndex: world.deliveries.findIndex((d) => stillOpen(d, next)) });
  t.chooseCheckpoint(next.id);
}

const inNumber = (n: number): string => (n === 1 ? 'One level is' : `${n} levels are`);
