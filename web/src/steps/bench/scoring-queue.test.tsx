import { expect, test } from 'vitest';
import { queueInWords } from './ScoringQueue.tsx';
import type { QueueItem } from './types.ts';

const item = (bib: number, kind: QueueItem['kind'], state: QueueItem['state'] = 'open'): QueueItem => ({
  ...{ bib, kind, state, levels: { done: 0, of: 20 } },
});

test('what is to do is counted with what of it is second; what is done is not, what waits for its film is', () => {
  expect(queueInWords([item(1, 'first'), item(2, 'second'), item(3, 'first', 'done'), item(4, 'second', 'waits')])).toBe(
    '3 to do, 2 of them second',
  );
  expect(queueInWords([item(1, 'first', 'begun'), item(2, 'second', 'done')])).toBe('1 to do');
  expect(queueInWords([item(1, 'second', 'done')])).toBe('all scored');
});
