import { fileURLToPath } from 'node:url';
import { beforeAll, describe, expect, test } from 'vitest';
import { findKeyFrames } from '@stride-chalk/core';
import { DEMO_CLIPS } from '@stride-chalk/demo';
import { figuresOf } from './figure-table.ts';
import { statedErrors } from './joint-table.ts';
import { lookAt, type ClipResult } from './look-at.ts';

/** Eight of the demo camp's films, decoded: both hands, from the side and from the front. The long study is a command. */
const NAMES = [
  ...['4-1', '9-1', '19-1', '27-1', '44-2'].map((clip) => `${clip}-open-side.mp4`),
  ...['4-1', '19-1', '27-1'].map((clip) => `${clip}-front.mp4`),
];
const SIDE = NAMES.filter((n) => n.includes('open'));
const results = new Map<string, ClipResult>();
beforeAll(async () => {
  for (const name of NAMES) {
    const clip = DEMO_CLIPS.find((c) => c.fileName === name)!;
    const path = fileURLToPath(new URL(`../../../demo/clips/${name}`, import.meta.url));
    results.set(name, await lookAt({ id: name, order: clip.order }, path));
  }
}, 1_800_000);

const quantile = (values: readonly number[], p: number): number =>
  [...values].sort((a, b) => a - b)[Math.floor(p * values.length)]!;

describe('joints and key frames found in films of the demo camp', () => {
  test('joints at the true key frames, in per cent of body height', () => {
    const side = SIDE.flatMap((n) => results.get(n)!.joints!);
    const far = side.map((j) => 100 * Math.hypot(j.dx, j.dy));
    // The points that the model finds are 1.3 % off on median, the centres of joints 1.0.
    expect(quantile(far, 0.5)).toBeLessThan(1.2);
    expect(quantile(far, 0.9)).toBeLessThan(3.5);
    const front = NAMES.filter((n) => n.includes('front'))
      .flatMap((n) => results.get(n)!.joints!)
      .map((j) => 100 * Math.hypot(j.dx, j.dy));
    expect(quantile(front, 0.5)).toBeLessThan(1.5);
    expect(quantile(front, 0.9)).toBeLessThan(4);
    // Of 128 knees a pair may be taken for each other where it crosses.
    const joints = [...results.values()].flatMap((r) => r.joints!);
    expect(joints.filter((j) => j.swapped).length / joints.length).toBeLessThan(0.02);
  });
  test('the error that is stated of a joint holds, from the side and from the front', () => {
    for (const view of ['open', 'front']) {
      const joints = NAMES.filter((n) => n.includes(view)).flatMap((n) => statedErrors(results.get(n)!));
      const held = joints.filter((j) => j.held).length / joints.length;
      expect(held, view).toBeGreaterThan(0.9);
    }
  });
  // Asked for: knees within 5 degrees, shins 2.5, trunk 3, leg spread 6, stride 4 % and head drop 1.5 % of height (root mean square); of single films twice as much.
  test.each(['right', 'found'] as const)(
    'figures from found joints, key frames %s: near the body, and the stated error holds',
    (keyFrames) => {
      const all = NAMES.map((name) => {
        const clip = DEMO_CLIPS.find((c) => c.fileName === name)!;
        return figuresOf({ id: name, order: clip.order }, results.get(name)!, keyFrames);
      });
      const most = {
        frontKneeContact: 10,
        frontShinContact: 5,
        trunkContact: 6,
        legSpread: 12,
        stride: 0.08,
        headDrop: 0.03,
      } as const;
      for (const [figure, off] of Object.entries(most)) {
        const read = all.flatMap((f) => f.get(figure as keyof typeof most) ?? []);
        expect(read, figure).toHaveLength(SIDE.length);
        for (const r of read) expect(Math.abs(r.off), figure).toBeLessThan(off);
      }
      const held = all.flatMap((f) => [...f.values()].map((r) => r.held));
      expect(held.length).toBeGreaterThan(150);
      expect(held.filter(Boolean).length / held.length).toBeGreaterThan(0.9);
    },
  );
  // Asked for: 75 to 90 % of each within two frames of 120 a second; here one of five may lie further off.
  test.each(['set', 'liftTop', 'handsApart', 'driveStart', 'contact', 'layback', 'release', 'finish'] as const)(
    '%s from the side lies within two frames',
    (event) => {
      const off = SIDE.map((name) => {
        const { evidence, true: frames } = results.get(name)!;
        return Math.abs(findKeyFrames(evidence!)[event]!.frame - frames[event]!);
      });
      expect(off.filter((o) => o <= 2).length, String(off)).toBeGreaterThanOrEqual(4);
      expect(Math.max(...off)).toBeLessThan(4.5);
    },
  );
});
