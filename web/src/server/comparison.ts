import {
  dayInWords,
  whatChanged,
  type BenchFilm,
  type BenchMark,
  type BenchPoint,
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
import { deliveriesOf } from './deliveries.ts';
import { figuresOfDelivery } from './figures.ts';
import { Refusal } from './refusal.ts';

/** What can be put beside something else: one delivery, or all of a day. */
interface ComparedSet {
  /** As it stands in the address: the number of a delivery, or a day. */
  readonly key: string;
  readonly label: string;
  readonly deliveries: readonly DeliveryId[];
}

/** The film of one view before and after. */
interface ComparedView {
  readonly view: ViewId;
  readonly before: BenchFilm;
  readonly after: BenchFilm;
}

export interface Comparison {
  readonly choices: readonly ComparedSet[];
  readonly before: ComparedSet;
  readonly after: ComparedSet;
  readonly views: readonly ComparedView[];
  /** Of the films in `views`. */
  readonly marks: readonly BenchMark[];
  readonly points: readonly BenchPoint[];
  readonly changes: readonly FigureChange[];
}

/**
 * Two of a camper's deliveries, or days of them, side by side: their films by view, and what changed in every figure that is measured in both. The days
 * are left to themselves: a first and a last day where there are two, else the first and the last delivery.
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
  const [rows, set] = await Promise.all([deliveriesOf(camper.id), benchSet(camper.id)]);
  const filmed = rows.filter((d) => set.clips.some((c) => c.deliveryId === d.id));
  if (filmed.length < 2) return null;
  const days = [...new Set(filmed.map((d) => d.thrownOn))].sort();
  const on = (day: string): string => dayInWords(day, camp, 'dated');
  const idsOn = (day: string): DeliveryId[] => filmed.filter((d) => d.thrownOn === day).map((d) => d.id);
  const choices: ComparedSet[] = [
    ...(days.length < 2
      ? []
      : days.map((day) => ({
          ...{ key: day, deliveries: idsOn(day) },
          label: `${on(day)}: ${idsOn(day).length === 1 ? 'one delivery' : `all ${idsOn(day).length} deliveries`}`,
        }))),
    ...filmed.map((d) => ({ key: String(d.number), label: `Delivery ${d.number}, ${on(d.thrownOn)}`, deliveries: [d.id] })),
  ];
  const chosen = (key: string | undefined, usual: ComparedSet): ComparedSet => {
    if (key === undefined) return usual;
    const found = choices.find((c) => c.key === key);
    if (!found) throw new Refusal('no-such-delivery', `Bib ${camper.bib} has no filmed delivery or day “${key}”.`, 404);
    return found;
  };
  const single = choices.filter((c) => !days.includes(c.key));
  const before = chosen(asked.before, choices[0]!);
  const after = chosen(asked.after, days.length < 2 ? single.at(-1)! : choices[days.length - 1]!);
  const measured = new Map<DeliveryId, MeasuredFigures>(filmed.map((d) => [d.id, figuresOfDelivery(set, d.id).measured]));
  const of = ({ deliveries }: Pick<ComparedSet, 'deliveries'>): MeasuredFigures[] => deliveries.map((id) => measured.get(id)!);
  const views = viewsOf(set.clips, set.marks, before, after);
  const shown = new Set(views.flatMap((v) => [v.before.id, v.after.id]));
  return {
    ...{ choices, before, after, views },
    marks: set.marks.filter((m) => shown.has(m.clipId)),
    points: set.points.filter((p) => shown.has(p.clipId)),
    changes: whatChanged(
      of(before),
      of(after),
      days.map((day) => of({ deliveries: idsOn(day) })),
    ),
  };
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
