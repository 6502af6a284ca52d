import {
  figureChalk,
  FIGURES,
  pointAt,
  pointsOfFilm,
  usualBodyCentre,
  VIEW_IDS,
  type BenchSet,
  type EventId,
  type FocusItem,
  type FreezeFrame,
  type HandOutFrame,
  type Sheet,
  type ViewId,
} from '@stride-chalk/core';
import { benchSet } from './bench.ts';
import { camperById } from './campers.ts';
import { deliveriesOf } from './deliveries.ts';
import { listStaff } from './staff.ts';

import type { EvaluationRow } from './evaluations.ts';

/** What the page shows: for a released evaluation what was kept, for a draft as things stand. */
export async function handOutFrame(row: EvaluationRow): Promise<HandOutFrame> {
  if (row.snapshot) return row.snapshot;
  const { camp, camper } = await camperById(row.camperId);
  const set = await benchSet(row.camperId);
  // Named are those whose levels were used; a document from before that was kept names whoever has scored.
  const kept = row.document.facts?.coaches ?? [];
  const coachIds = new Set<string>(kept.length > 0 ? kept : set.scores.map((s) => s.coachId));
  const [first] = await deliveriesOf(row.camperId);
  return {
    camper: {
      bib: camper.bib,
      name: camper.name,
      age: camper.age,
      hand: camper.hand,
      heightCentimetres: camper.heightCentimetres,
    },
    camp: { name: camp.name, place: camp.place, units: camp.units, timeZone: camp.timeZone },
    sheet: { name: camp.sheet.name, version: camp.sheet.version },
    coaches: (await listStaff(camp.id, 'all')).filter((s) => coachIds.has(s.id)).map((s) => s.name),
    thrownOn: first?.thrownOn ?? null,
    freezes: row.document.said.focus.map((f) => freezeFrame(set, f, camp.sheet)),
  };
}

/** The views of a focus, the best first: those of its figure, else those from which the sheet judges its checkpoint, then the others. */
function viewsOf({ checkpoint, freeze }: FocusItem, sheet: Sheet): readonly ViewId[] {
  const own = freeze.figure ? FIGURES[freeze.figure].views : (sheet.checkpoints.find((c) => c.id === checkpoint)?.views ?? []);
  return [...own, ...VIEW_IDS.filter((v) => !own.includes(v))];
}

function freezeFrame(set: BenchSet, focus: FocusItem, sheet: Sheet): FreezeFrame | null {
  const views = viewsOf(focus, sheet);
  const films = set.clips
    .filter((c) => c.frameTimes !== null)
    .sort(
      (a, b) =>
        Number(b.deliveryId === focus.freeze.delivery) - Number(a.deliveryId === focus.freeze.delivery) ||
        views.indexOf(a.view) - views.indexOf(b.view),
    );
  for (const clip of films) {
    const mark = set.marks.find((m) => m.clipId === clip.id && m.event === focus.freeze.event);
    if (!mark) continue;
    const points = Object.fromEntries(
      pointsOfFilm(clip, set.clips, set.points).map((p) => [pointAt(p.event, p.point), { x: p.x, y: p.y }]),
    );
    const line = focus.freeze.figure ? figureChalk(focus.freeze.figure, points) : [];
    return {
      clipId: clip.id,
      frame: mark.frame,
      width: clip.width,
      height: clip.height,
      line,
      strokes: set.strokes.filter((x) => x.clipId === clip.id && x.frame === mark.frame),
      centre: usualBodyCentre(focus.freeze.event as EventId, clip),
      picture: null,
    };
  }
  return null;
}
