import { EVENT_IDS, type EventId } from '../keyframes/events.ts';
import { checkpointOfCode, isFaultCode } from './codes.ts';
import type { Sheet } from './shape.ts';

type Named = Pick<Sheet, 'checkpoints' | 'causes'>;
type Cause = Sheet['causes'][number];

/** The faults that a name of the graph stands for: itself, or each fault of a checkpoint. */
const faultsNamed = (sheet: Pick<Sheet, 'checkpoints'>, name: string): string[] =>
  isFaultCode(name) ? [name] : (sheet.checkpoints.find((c) => c.id === name)?.faults.map((f) => f.code) ?? []);

/**
 * A way round in the graph of causes, from a fault back to itself; null when there is none. The checkpoint in an arrow stands for each of its faults.
 *
 * @example circleIn(defaultSheet) // null
 */
export function circleIn(sheet: Named): string[] | null {
  const next = new Map<string, Set<string>>();
  for (const { cause, effect } of sheet.causes)
    for (const from of faultsNamed(sheet, cause))
      next.set(from, new Set([...(next.get(from) ?? []), ...faultsNamed(sheet, effect)]));
  const done = new Set<string>();
  const way: string[] = [];
  const visit = (code: string): string[] | null => {
    if (way.includes(code)) return [...way.slice(way.indexOf(code)), code];
    if (done.has(code)) return null;
    way.push(code);
    for (const to of next.get(code) ?? []) {
      const found = visit(to);
      if (found) return found;
    }
    way.pop();
    done.add(code);
    return null;
  };
  for (const code of next.keys()) {
    const found = visit(code);
    if (found) return found;
  }
  return null;
}

/** When a checkpoint is judged, as places in the order of the key frames: from, to. */
function timeOf(sheet: Named, name: string): readonly [number, number] {
  const checkpoint = sheet.checkpoints.find((c) => c.id === checkpointOfCode(name))!;
  const [from, to] = checkpoint.span ?? [checkpoint.event, checkpoint.event];
  return [EVENT_IDS.indexOf(from as EventId), EVENT_IDS.indexOf(to as EventId)];
}

/**
 * True when a cause begins only after its effect has ended: something that the graph has to say so.
 *
 * @example runsBackwards(defaultSheet, { cause: 'G4.tilts', effect: 'A1', why: '' }) // true
 */
export const runsBackwards = (sheet: Named, { cause, effect }: Pick<Cause, 'cause' | 'effect'>): boolean =>
  timeOf(sheet, cause)[0] > timeOf(sheet, effect)[1];
