import { expect, test } from 'vitest';
import { checkpointOfCode, faultCode, isCheckpointId, isFaultCode } from './codes.ts';

test('codes of checkpoints and faults are built and read in one place', () => {
  expect(faultCode('F2', 'gives-way')).toBe('F2.gives-way');
  expect([checkpointOfCode('F2.gives-way'), checkpointOfCode('X1')]).toEqual(['F2', 'X1']);
  expect([isCheckpointId('K12'), isCheckpointId('f2'), isCheckpointId('F2.x'), isCheckpointId('')]).toEqual([
    true,
    false,
    false,
    false,
  ]);
  expect([isFaultCode('F2.gives-way'), isFaultCode('F2'), isFaultCode('F2.'), isFaultCode('F2.a.b')]).toEqual([
    true,
    false,
    false,
    false,
  ]);
  for (const wrong of ['', 'f2', 'F2.', 'F2.a.b', '.a']) expect(() => checkpointOfCode(wrong), wrong).toThrow(RangeError);
  expect(() => faultCode('F2', 'Gives Way')).toThrow(RangeError);
});
