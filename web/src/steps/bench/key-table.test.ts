import { describe, expect, test } from 'vitest';
import { LAYERS, nextLayer, TRANSITIONS, type LayerEvent } from './bench-layer.ts';
import { commandFor, contextOf, KEY_CONTEXTS, KEY_TABLE, keyName, keysOf } from './key-table.ts';

describe('the keys of the bench', () => {
  test('no key means two things in one context', () => {
    for (const context of KEY_CONTEXTS) {
      const keys = KEY_TABLE.filter((r) => r.in.includes(context)).map((r) => r.key);
      expect(new Set(keys).size, `${context}: ${keys.filter((k, i) => keys.indexOf(k) !== i).join(', ')}`).toBe(keys.length);
    }
  });

  test('a letter that chooses or moves means the same in every task', () => {
    const tasks = ['keyFrames', 'levels', 'across', 'figures'] as const;
    for (const letter of 'abcdefghijklmnopqrstuvwxyz') {
      const said = new Set(tasks.flatMap((t) => JSON.stringify(commandFor(t, { key: letter, shiftKey: false })) ?? []));
      said.delete('null');
      expect(said.size, letter).toBeLessThanOrEqual(1);
    }
  });

  test('letters that film cutting made its own are not used', () => {
    for (const r of KEY_TABLE) expect(['j', 'k', 'l', 'i', 'o', 'shift+j', 'shift+k', 'shift+l']).not.toContain(r.key);
  });

  test('while a fault is asked, a digit, a task and a bib search are nothing: the level that was given stays', () => {
    for (const key of ['0', '1', '2', '3', '4', 'n', 's', 't', 'x', 'w', 'v', 'm', 'r', 'PageDown', 'ArrowUp'])
      expect(commandFor('fault', { key, shiftKey: false }), key).toBeNull();
    expect(commandFor('fault', { key: 'b', shiftKey: false })).toEqual({ do: 'fault', index: 1, more: false });
    expect(commandFor('levels', { key: 'b', shiftKey: false })).toEqual({ do: 'findBib' });
  });

  test('Caps Lock does no harm, and Shift is what is held', () => {
    expect(keyName({ key: 'D', shiftKey: false })).toBe('d');
    expect(keyName({ key: 'd', shiftKey: true })).toBe('shift+d');
    expect(keyName({ key: 'D', shiftKey: true })).toBe('shift+d');
    expect(keyName({ key: '?', shiftKey: true })).toBe('?');
    expect(keyName({ key: 'Enter', shiftKey: true })).toBe('shift+Enter');
    expect(commandFor('levels', { key: 'N', shiftKey: false })).toEqual({ do: 'send', action: { type: 'level', level: 'NV' } });
  });

  test('Enter while levels are given takes what is offered, else goes on to what is not scored yet', () => {
    expect(commandFor('levels', { key: 'Enter', shiftKey: false })).toEqual({
      do: 'send',
      action: { type: 'accept' },
    });
  });

  test('a digit that is no level says so, and enters nothing', () => {
    expect(commandFor('levels', { key: '4', shiftKey: false })).toMatchObject({
      action: { type: 'say', words: expect.stringMatching(/^4 is no level/) as string },
    });
    expect(commandFor('keyFrames', { key: '1', shiftKey: false })).toBeNull();
  });

  test('the list of keys names every key of a context once', () => {
    for (const context of KEY_CONTEXTS.filter((c) => !['note', 'frame'].includes(c))) {
      const caps = keysOf(context).map((k) => k.cap);
      expect(new Set(caps).size, context).toBe(caps.length);
      expect(caps.length).toBeGreaterThan(0);
    }
  });
});

describe('the layers of the bench', () => {
  const EVENTS: readonly LayerEvent[] = ['askFault', 'askNote', 'askFrame', 'showKeys', 'takePoints', 'done', 'leave'];

  test('only one lies over the work: a second is not opened while one is open', () => {
    for (const layer of LAYERS.filter((l) => l !== 'work'))
      for (const event of EVENTS.filter((e) => !['done', 'leave'].includes(e))) expect(nextLayer(layer, event)).toBe(layer);
  });

  test('every layer is opened by one event, and closed by being done or left', () => {
    for (const layer of LAYERS.filter((l) => l !== 'work' && l !== 'words')) {
      expect(Object.values(TRANSITIONS.work).filter((to) => to === layer)).toHaveLength(1);
      expect([nextLayer(layer, 'done'), nextLayer(layer, 'leave')]).toEqual(['work', 'work']);
    }
    // The words of a label lie over the chalk.
    expect([nextLayer('work', 'askWords'), nextLayer('chalk', 'askWords')]).toEqual(['work', 'words']);
    expect([nextLayer('words', 'done'), nextLayer('words', 'leave')]).toEqual(['chalk', 'work']);
    expect(nextLayer('work', 'done')).toBe('work');
  });

  test('the context of the keys is the task, or what lies over it', () => {
    expect(contextOf('work', 'figures')).toBe('figures');
    expect(contextOf('fault', 'levels')).toBe('fault');
  });
});
