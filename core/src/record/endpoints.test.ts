import { describe, expect, test } from 'vitest';
import { ENDPOINTS, readAnswer, type Endpoint } from './endpoints.ts';

describe('the list of endpoints', () => {
  const all = Object.entries(ENDPOINTS as Readonly<Record<string, Endpoint>>);
  test('each has a method and a path under /api, says what it does, and takes one kind of body at most', () => {
    for (const [name, { does, body, form, bytes }] of all) {
      expect(name).toMatch(/^(GET|POST|PUT|PATCH|DELETE) \/api\/[\w./[\]-]+$/);
      expect(does, name).toMatch(/^[A-Z].{8,}\.$/);
      expect([body, form, bytes].filter((b) => b !== undefined).length, name).toBeLessThanOrEqual(1);
      if (name.startsWith('GET')) expect([body, form, bytes], name).toEqual([undefined, undefined, undefined]);
    }
    expect(all.length).toBeGreaterThan(50);
  });

  test('where nothing is answered the status says so', () => {
    for (const [name, { status, answers }] of all)
      if (status === 204 || status === 303) expect(answers, name).toBeNull();
      // The protocol of films that come in parts answers in its headers.
      else if (status !== 202 && name !== 'POST /api/uploads') expect(answers, name).not.toBeNull();
  });

  test('an answer is read by its schema, and one that is not as promised is refused', () => {
    const id = '019c8f6e-0000-7000-8000-000000000001';
    expect(readAnswer('POST /api/staff', { id, link: 'http://x/join/1', more: 1 })).toEqual({ id, link: 'http://x/join/1' });
    expect(() => readAnswer('POST /api/staff', { id })).toThrow(/link/);
  });
});
