import { and, desc, inArray, isNotNull } from 'drizzle-orm';
import {
  dayInWords,
  whatChanged,
  type BenchFilm,
  type BenchMark,
  type BenchPoint,
  type BenchSet,
  type ViewId,
  type DeliveryId,
  type FigureChange,
  type MeasuredFigures,
  type StaffId,
} from '@stride-chalk/core';
import { benchSet } from './bench.ts';
import { requireNotBlind } from './blind-scorer.ts';
import type { Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { requireConsent } from './consents.ts';
import { db } from './db/connect.ts';
import { evaluations } from './db/schema.ts';
import { deliveriesOf } from './deliveries.ts';
import { atEarlierCamps, type AtCamp } from './earlier-camps.ts';
import { figuresOfDelivery } from './figures.ts';
import { Refusal } from './refusal.ts';

/** What can be put beside something else: one delivery, or all of a day. */
interface ComparedSet {
  /** As it stands in the address: the number of a delivery, or a day; of an earlier camp with the id of its camper before it. */
  readonly key: string;
  readonly label: string;
  /** The same in as few words as fit beside a film. */
  readonly short: string;
  readonly deliveries: readonly DeliveryId[];
  readonly ofThisCamp: boolean;
}

/** The film of one view before and after. */
interface ComparedView {
  readonly view: ViewId;
  readonly before: BenchFilm;
  readonly after: BenchFilm;
}

/** A plan of drills of this camper between two of his filmed days. */
interface PlannedBetween {
  readonly name: string;
  /** Keys of the last day before it was handed out, and of the last one since. */
  readonly before: string;
  readonly after: string;
}

export interface Comparison {
  readonly choices: readonly ComparedSet[];
  readonly plans: readonly PlannedBetween[];
  readonly before: ComparedSet;
  readonly after: ComparedSet;
  readonly views: readonly ComparedView[];
  /** Of the films in `views`. */
  readonly marks: readonly BenchMark[];
  readonly points: readonly BenchPoint[];
  readonly changes: readonly FigureChange[];
}

/** What was filmed of a child at one camp. */
interface FilmedAt extends AtCamp {
  readonly set: BenchSet;
  readonly filmed: ReadonlyArray<{ readonly id: DeliveryId; readonly number: number; readonly thrownOn: string }>;
}

async function filmedAt(at: AtCamp): Promise<FilmedAt> {
  const [rows, set] = await Promise.all([deliveriesOf(at.camper.id), benchSet(at.camper.id)]);
  return { ...at, set, filmed: rows.filter((d) => set.clips.some((c) => c.deliveryId === d.id)) };
}

/** The days on which something of him was filmed there, each with its deliveries. */
function daysOf({ camp, camper, filmed }: FilmedAt, here: boolean): Array<ComparedSet & { readonly day: string }> {
  return [...new Set(filmed.map((d) => d.thrownOn))].sort().map((day) => {
    const deliveries = filmed.filter((d) => d.thrownOn === day).map((d) => d.id);
    const count = deliveries.length === 1 ? 'one delivery' : `all ${deliveries.length} deliveries`;
    const label = `${here ? '' : `${camp.name}, `}${dayInWords(day, camp, 'dated')}: ${count}`;
    return {
      day,
      deliveries,
      label,
      short: dayInWords(day, camp, 'dated'),
      key: here ? day : `${camper.id}:${day}`,
      ofThisCamp: here,
    };
  });
}

/**
 * Two of a camper's deliveries, or days of them, side by side: their films by view, and what changed in every figure that is measured in both. Films of the same child
 * from earlier camps stand beside them where they may be shown. Left to itself: a first and a last day where there are two, else the last day of an earlier camp
 * and this one, else the first and the last delivery.
 *
 * @param asked keys of `choices`
 * @returns null with fewer than two deliveries that have a film: there is nothing to put beside anything
 * @throws Refusal for a second scorer who has not finished, without the consent to film, and for a key that names nothing
 */
export async function comparisonOf(
  camp: Camp,
  camper: Camper,
  staffId: StaffId,
  asked: { readonly before?: string | undefined; readonly after?: string | undefined } = {},
): Promise<Comparison | null> {
  requireConsent(camper, 'film');
  await requireNotBlind(camp, camper, { id: staffId });
  const earlier = await Promise.all((await atEarlierCamps(camp, camper, staffId)).map(filmedAt));
  const here = await filmedAt({ camp, camper });
  const all = [...earlier, here];
  if (all.reduce((n, at) => n + at.filmed.length, 0) < 2) return null;
  const past = earlier.flatMap((at) => daysOf(at, false));
  const days = daysOf(here, true);
  const single = here.filmed.map(
    (d): ComparedSet => ({
      key: String(d.number),
      label: `Delivery ${d.number}, ${dayInWords(d.thrownOn, camp, 'dated')}`,
      short: `delivery ${d.number}`,
      deliveries: [d.id],
      ofThisCamp: true,
    }),
  );
  const choices: ComparedSet[] = [...past, ...(days.length + past.length < 2 ? [] : days), ...single];
  const chosen = (key: string | undefined, usual: ComparedSet): ComparedSet => {
    if (key === undefined) return usual;
    const found = choices.find((c) => c.key === key);
    if (!found) throw new Refusal('no-such-delivery', `Bib ${camper.bib} has no filmed delivery or day “${key}”.`, 404);
    return found;
  };
  const usual =
    days.length > 1
      ? [days[0]!, days.at(-1)!]
      : past.length > 0
        ? [past.at(-1)!, days[0] ?? past.at(-1)!]
        : [single[0]!, single.at(-1)!];
  const [before, after] = [chosen(asked.before, usual[0]!), chosen(asked.after, usual[1]!)];
  const measured = new Map<DeliveryId, MeasuredFigures>(
    all.flatMap(({ set, filmed }) => filmed.map((d) => [d.id, figuresOfDelivery(set, d.id).measured] as const)),
  );
  const of = ({ deliveries }: Pick<ComparedSet, 'deliveries'>): MeasuredFigures[] => deliveries.map((id) => measured.get(id)!);
  const clips = all.flatMap(({ set }) => set.clips);
  const marks = all.flatMap(({ set }) => set.marks);
  const points = all.flatMap(({ set }) => set.points);
  const views = viewsOf(clips, marks, before, after);
  const shown = new Set(views.flatMap((v) => [v.before.id, v.after.id]));
  return {
    ...{ choices, before, after, views },
    plans: await plansBetween(all, [...past, ...days]),
    marks: marks.filter((m) => shown.has(m.clipId)),
    points: points.filter((p) => shown.has(p.clipId)),
    changes: whatChanged(of(before), of(after), [...past, ...days].map(of)),
  };
}

/**
 * The plans of drills that were handed out between two of his filmed days: of each day that an evaluation was made of, the newest plan, with what it is for, from that day to the last one since.
 *
 * @param days in the order of time
 */
async function plansBetween(
  all: readonly FilmedAt[],
  days: ReadonlyArray<ComparedSet & { readonly day: string }>,
): Promise<PlannedBetween[]> {
  const rows = await db()
    .select({ document: evaluations.document })
    .from(evaluations)
    .where(
      and(
        inArray(
          evaluations.camperId,
          all.map(({ camper }) => camper.id),
        ),
        isNotNull(evaluations.releasedAt),
      ),
    )
    .orderBy(desc(evaluations.releasedAt));
  const after = days.at(-1);
  return days.flatMap((day): PlannedBetween[] => {
    const plan = rows.find(({ document: d }) => {
      const of = d.facts?.deliveries ?? [];
      // Made of that day: the last of its deliveries was thrown then.
      const last = all.flatMap(({ filmed }) => filmed.filter((f) => of.includes(f.id))).at(-1);
      return last !== undefined && day.deliveries.includes(last.id);
    });
    const { focus = [] } = plan?.document.said ?? {};
    if (!after || after.key === day.key || focus.length === 0) return [];
    return [{ name: focus.map((f) => f.title).join(', '), before: day.key, after: after.key }];
  });
}

const VIEW_ORDER: readonly ViewId[] = ['openSide', 'closedSide', 'front', 'rear'];

/** Of each view that both have, the film with the most key frames; the first of several. */
function viewsOf(
  clips: readonly BenchFilm[],
  marks: readonly BenchMark[],
  before: ComparedSet,
  after: ComparedSet,
): ComparedView[] {
  const marked = (film: BenchFilm): number => marks.filter((m) => m.clipId === film.id).length;
  return VIEW_ORDER.flatMap((view): ComparedView[] => {
    const of = ({ deliveries }: ComparedSet): BenchFilm | undefined =>
      clips
        .filter((c) => c.view === view && deliveries.includes(c.deliveryId) && c.frameTimes !== null)
        .sort((a, b) => marked(b) - marked(a))[0];
    const [one, two] = [of(before), of(after)];
    return one && two ? [{ view, before: one, after: two }] : [];
  });
}
