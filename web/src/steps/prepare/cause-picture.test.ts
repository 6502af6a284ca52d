import { describe, expect, test } from 'vitest';
import { checkpointOfCode, defaultSheet } from '@stride-chalk/core';
import { causePicture } from './cause-picture.ts';

describe('the picture of causes', () => {
  const shape = causePicture(defaultSheet);
  const at = (id: string) => shape.nodes.find((n) => n.id === id)!;

  test('every checkpoint that causes or follows is on it once, every arrow of the sheet in one of its arrows', () => {
    const named = new Set(defaultSheet.causes.flatMap((c) => [checkpointOfCode(c.cause), checkpointOfCode(c.effect)]));
    expect(new Set(shape.nodes.map((n) => n.id))).toEqual(named);
    expect(shape.nodes).toHaveLength(named.size);
    expect(shape.arrows.flatMap((a) => a.says.split('\n'))).toHaveLength(defaultSheet.causes.length);
    expect(shape.arrows.find((a) => a.from === 'C1' && a.to === 'E1')!.says).toMatch(/toes-open.*\n.*toes-closed/);
  });

  test('columns go along the delivery, and no two boxes lie on each other', () => {
    expect(at('A1').x).toBeLessThan(at('B3').x);
    expect(at('B3').x).toBeLessThan(at('G2').x);
    expect(at('A1').x).toBe(at('A2').x);
    expect(new Set(shape.nodes.map((n) => `${n.x} ${n.y}`)).size).toBe(shape.nodes.length);
    for (const n of shape.nodes) {
      expect(n.x).toBeGreaterThan(0);
      expect(n.x).toBeLessThan(shape.width);
      expect(n.y).toBeLessThan(shape.height);
    }
  });

  test('two arrows of a box do not begin at one place', () => {
    const from = shape.arrows.filter((a) => a.from === 'B3').map((a) => a.d.split('C')[0]);
    expect(from.length).toBeGreaterThan(3);
    expect(new Set(from).size).toBe(from.length);
  });
});
