import { describe, expect, test } from 'vitest';
import { middleJoint } from '../motion/two-bone.ts';
import { legAnglesOf, legVectors } from '../motion/leg-angles.ts';
import { groundHeight } from '../motion/mound.ts';
import { randomSource } from '../random.ts';
import { add, length, sub, unit, vec } from '../vector.ts';
import { pinholeCamera } from './pinhole.ts';

describe('pinhole camera', () => {
  const camera = pinholeCamera({ eye: vec(0, 1, 10), target: vec(0, 1, 0), focal: 1000, width: 960, height: 540 });

  test('what it looks at is in the middle', () => {
    expect(camera.project(vec(0, 1, 0))).toEqual({ x: 480, y: 270, depth: 10 });
  });

  // Similar triangles: an offset of 1 m at 10 m with a focal length of 1000 px is 100 px (common fact of geometry).
  test('an offset is focal length times offset over depth; up is up, the right-hand side is right', () => {
    expect(camera.project(vec(1, 1, 0)).x).toBeCloseTo(580, 9);
    expect(camera.project(vec(0, 2, 0)).y).toBeCloseTo(170, 9);
    expect(camera.project(vec(1, 1, 5)).x).toBeCloseTo(680, 9);
  });

  test('the axes are at right angles and of length one, however it is turned', () => {
    const { right, up, forward } = pinholeCamera({
      eye: vec(3, 2, 5),
      target: vec(0, 0.4, -1),
      focal: 800,
      width: 10,
      height: 10,
    });
    for (const axis of [right, up, forward]) expect(length(axis)).toBeCloseTo(1, 12);
    expect(right.x * up.x + right.y * up.y + right.z * up.z).toBeCloseTo(0, 12);
    expect(right.y).toBeCloseTo(0, 12);
  });
});

describe('limbs', () => {
  test('the middle joint keeps both bones and bends towards the pole', () => {
    const [root, tip] = [vec(0, 0, 0), vec(0.5, 0.2, 0.1)];
    const knee = middleJoint(root, tip, 0.4, 0.35, vec(0, 0, 1));
    expect(length(sub(knee, root))).toBeCloseTo(0.4, 9);
    expect(length(sub(tip, knee))).toBeCloseTo(0.35, 9);
    expect(knee.z).toBeGreaterThan(0.05);
  });

  test('a right-angled triangle 3-4-5: the joint lies where the school book puts it', () => {
    const joint = middleJoint(vec(0, 0, 0), vec(5, 0, 0), 3, 4, vec(0, 1, 0));
    expect(joint.x).toBeCloseTo(9 / 5, 9);
    expect(joint.y).toBeCloseTo(12 / 5, 9);
  });

  test('leg angles and joints are each other’s inverse', () => {
    const angles = { shankTilt: 12, shankOut: -3, bend: 44, thighOut: 6 };
    const { shank, thigh } = legVectors(angles, 1.7);
    const ankle = vec(0.3, 0.07, -0.1);
    const knee = add(ankle, shank);
    const back = legAnglesOf(ankle, knee, add(knee, thigh));
    for (const key of Object.keys(angles) as Array<keyof typeof angles>) expect(back[key]).toBeCloseTo(angles[key], 9);
  });

  test('a zero vector has no direction', () => {
    expect(() => unit(vec(0, 0, 0))).toThrow('no direction');
  });

  test('the mound is level at the rubber and falls towards the plate', () => {
    expect(groundHeight(0)).toBeCloseTo(0, 12);
    expect(groundHeight(1.25)).toBeCloseTo(-0.03, 9);
    expect(groundHeight(20)).toBe(groundHeight(3.2));
  });
});

describe('random source', () => {
  test('a seed gives the same numbers again, another seed others', () => {
    const draw = (seed: number): number[] => {
      const source = randomSource(seed);
      return Array.from({ length: 5 }, () => source.uniform());
    };
    expect(draw(7)).toEqual(draw(7));
    expect(draw(7)).not.toEqual(draw(8));
  });

  test('normal draws have mean 0 and standard deviation 1, within what 20,000 draws allow', () => {
    const source = randomSource(5);
    const draws = Array.from({ length: 20_000 }, () => source.normal());
    const mean = draws.reduce((a, b) => a + b, 0) / draws.length;
    const sd = Math.sqrt(draws.reduce((a, b) => a + (b - mean) ** 2, 0) / draws.length);
    // Three standard errors: 3 / sqrt(20000) and 3 / sqrt(40000).
    expect(Math.abs(mean)).toBeLessThan(0.0213);
    expect(Math.abs(sd - 1)).toBeLessThan(0.015);
  });
});
