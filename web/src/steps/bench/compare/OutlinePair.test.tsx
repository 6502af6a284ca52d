import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test } from 'vitest';
import { OutlinePair } from './OutlinePair.tsx';

test('the bodies look where the films beside them do', () => {
  // Half a height from the back foot to the landed one.
  const joints = { frontHip: { x: 0.25, y: 0.5 }, frontKnee: { x: 0.4, y: 0.3 }, frontAnkle: { x: 0.5, y: 0 } };
  /** Where the foot that has landed is drawn, from the left to the right side of the drawing. */
  const landed = (towardsTarget: 1 | -1): number => {
    const drawn = renderToStaticMarkup(<OutlinePair before={joints} after={null} wanted={null} towardsTarget={towardsTarget} />);
    const [, left, wide] = /viewBox="(\S+) \S+ (\S+) /.exec(drawn)!.map(Number);
    const [, gone = 0, turned = 1] = (/translate\((\S+) 0\) scale\((\S+) 1\)/.exec(drawn) ?? []).map(Number);
    const foot = Number(/L0\.4 -0\.3L(0\.5) /.exec(drawn)![1]);
    return (gone + turned * foot - left!) / wide!;
  };
  expect(landed(1)).toBeCloseTo(0.553, 3);
  expect(landed(-1)).toBeCloseTo(1 - 0.553, 3);
});
