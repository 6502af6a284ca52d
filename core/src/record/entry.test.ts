import { expect, test } from 'vitest';
import { entrySchema, entryTarget } from './entry.ts';
import type { StaffId } from './ids.ts';

const deliveryId = '019c8f6e-0000-7000-8000-000000000001';

test('two scores of the same checkpoint replace each other, those of two coaches do not', () => {
  const score = entrySchema.parse({ kind: 'score', deliveryId, checkpoint: 'E2', level: '1', faults: ['E2.late'], note: null });
  const gone = entrySchema.parse({ kind: 'unscore', deliveryId, checkpoint: 'E2' });
  expect(entryTarget(score, 'coach-1' as StaffId)).toBe(entryTarget(gone, 'coach-1' as StaffId));
  expect(entryTarget(score, 'coach-1' as StaffId)).not.toBe(entryTarget(score, 'coach-2' as StaffId));
});

test.each([
  { kind: 'score', deliveryId, checkpoint: 'E2', level: '4', faults: [], note: null },
  { kind: 'score', deliveryId, checkpoint: 'z 9', level: '1', faults: [], note: null },
  { kind: 'mark', clipId: deliveryId, event: 'somewhere', frame: 1, frameTo: null },
  { kind: 'mark', clipId: deliveryId, event: 'set', frame: -1, frameTo: null },
  { kind: 'point', clipId: deliveryId, event: 'set', point: 'thirdKnee', x: 1, y: 1, pointSd: 1 },
])('%o is not an entry', (entry) => {
  expect(entrySchema.safeParse(entry).success).toBe(false);
});
