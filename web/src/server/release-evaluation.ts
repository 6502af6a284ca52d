import { createHash } from 'node:crypto';
import { rename, writeFile } from 'node:fs/promises';
import { and, eq, isNull } from 'drizzle-orm';
import { v7 } from 'uuid';
import { findEvaluation, resolveSheet, type StaffId, type EvaluationId } from '@stride-chalk/core';
import { benchSet } from './bench.ts';
import { camperById, type Camper } from './campers.ts';
import { campById } from './camps.ts';
import { framePicture } from './frame-picture.ts';
import { requireConsent } from './consents.ts';
import { db } from './db/connect.ts';
import { evaluations } from './db/schema.ts';
import { picturePath } from './media.ts';
import { Refusal } from './refusal.ts';

import { evaluationById, evaluationInput, type EvaluationRow } from './evaluations.ts';
import { differencesAbout } from './differences.ts';
import { agreedOf } from './used-scores.ts';
import { handOutFrame } from './hand-out-frame.ts';

/** Releases under way: the same one asked for at once is made once. */
const releasing = new Map<string, Promise<EvaluationRow>>();

/** Releases a draft: keeps its pictures under their SHA-256 and everything the page shows; it never changes again. */
export function releaseEvaluation(id: EvaluationId, staffId: StaffId): Promise<EvaluationRow> {
  const under = releasing.get(id);
  if (under) return under;
  const made = release(id, staffId).finally(() => releasing.delete(id));
  releasing.set(id, made);
  return made;
}

async function release(id: EvaluationId, staffId: StaffId): Promise<EvaluationRow> {
  const row = await evaluationById(id);
  if (row.releasedAt) return row;
  const { camper } = await camperById(row.camperId);
  requireConsent(camper, 'handOut');
  await requireScored(camper);
  await requireSettled(camper, row);
  const frame = await handOutFrame(row);
  const pictures: Record<string, string> = {};
  const freezes = await Promise.all(
    frame.freezes.map(async (freeze, i) => {
      if (!freeze) return null;
      const picture = await framePicture(freeze.clipId, freeze.frame);
      const sha256 = createHash('sha256').update(picture).digest('hex');
      // Two of them may show one frame: each writes under a name of its own.
      const partial = `${picturePath(sha256)}.${v7()}.partial`;
      await writeFile(partial, picture, { mode: 0o600 });
      await rename(partial, picturePath(sha256));
      pictures[String(i)] = sha256;
      return { ...freeze, picture: sha256 };
    }),
  );
  await db()
    .update(evaluations)
    .set({ snapshot: { ...frame, freezes }, pictures, releasedAt: new Date(), releasedBy: staffId })
    .where(and(eq(evaluations.id, id), isNull(evaluations.releasedAt)));
  return evaluationById(id);
}

/** The least share of the checkpoints of a filmed delivery that has to be scored, or said to be not visible, before anything is handed out. */
const LEAST_SCORED = 0.5;

/** Refuses a release while a filmed delivery is hardly scored: what nobody has looked at is no "nothing has to change". */
async function requireScored(camper: Camper): Promise<void> {
  const camp = await campById(camper.campId);
  const set = await benchSet(camper.id);
  const filmed = new Set(set.clips.map((c) => c.deliveryId));
  const lacking = set.deliveries.flatMap((d) => {
    const asked = resolveSheet(camp.sheet, camper.ageGroup, d.kind, camp.schools).filter((c) => c.scored);
    const scored = new Set(set.scores.filter((s) => s.deliveryId === d.id).map((s) => s.checkpoint));
    const done = asked.filter((c) => scored.has(c.id)).length;
    const counts = filmed.has(d.id) || scored.size > 0;
    return counts && done < LEAST_SCORED * asked.length ? [`delivery ${d.number}: ${done} of ${asked.length}`] : [];
  });
  if (lacking.length > 0)
    throw new Refusal(
      'hardly-scored',
      `Not released: too little is scored (${lacking.join('; ')}). Score at least half of each delivery; what does not show is “not visible”.`,
    );
}

/**
 * Refuses a release while its focus hangs on a difference that nobody has settled, and one that was drafted before the last difference was: it would hand out
 * levels that hold no longer.
 */
async function requireSettled(camper: Camper, row: EvaluationRow): Promise<void> {
  const camp = await campById(camper.campId);
  const name = (id: string): string => camp.sheet.checkpoints.find((c) => c.id === id)?.name ?? id;
  const list = (ids: readonly string[]): string => [...new Set(ids)].map((id) => `${id} ${name(id)}`).join(', ');
  const inFocus = row.document.said.focus.map((f) => f.checkpoint);
  const open = (await differencesAbout(camp, camper.id, row.enteredBy)).filter(
    (d) => d.settled === null && (d.hangs || (d.waits && inFocus.includes(d.checkpoint))),
  );
  if (open.length > 0)
    throw new Refusal(
      'unsettled',
      `Not released: two coaches differ, and the focus hangs on it (${list(open.map((d) => d.checkpoint))}). Settle it under “Where coaches differ” first.`,
      409,
    );
  const { facts } = row.document;
  if (!facts) return;
  const agreed = await agreedOf(camper.id);
  const now = findEvaluation(await evaluationInput(camp, camper, await benchSet(camper.id), row.enteredBy));
  const changed = [...agreed.keys()]
    .map((unit) => unit.split(' ')[1]!)
    .filter((id) => {
      const [then, is] = [facts, now].map((f) => {
        const habit = f.habits.find((h) => h.checkpoint === id);
        return JSON.stringify([habit?.levels, habit && [...habit.habits, ...habit.oneOffs].map((x) => `${x.code} ${x.seen}`)]);
      });
      return then !== is;
    });
  if (changed.length > 0)
    throw new Refusal(
      'agreed-since',
      `Not released: a level was agreed on since this was drafted (${list(changed)}). Draft it anew; what you wrote is kept as a former draft.`,
      409,
    );
}
