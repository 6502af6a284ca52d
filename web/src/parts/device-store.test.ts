import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, test, vi } from 'vitest';
import { shelfOf } from './device-store.ts';

interface Thing {
  readonly id: string;
  readonly says: string;
}
let texts: Record<string, string>;
beforeEach(() => {
  texts = {};
  // Keys of the storage are own properties of it.
  vi.stubGlobal(
    'localStorage',
    Object.assign(Object.create({ getItem: (k: string) => texts[k] ?? null, removeItem: (k: string) => gone(k) }), texts),
  );
});
function gone(key: string): void {
  delete texts[key];
  Reflect.deleteProperty(localStorage, key);
}
function text(key: string, value: string): void {
  texts[key] = value;
  Object.assign(localStorage, { [key]: value });
}
const before = {
  prefix: 'old.',
  read: (value: unknown, rest: string): Thing | null =>
    typeof value === 'object' && value !== null && 'says' in value ? { id: rest, says: String(value.says) } : null,
};

describe('a shelf of the device', () => {
  test('a thing that was laid down is on the disk', async () => {
    const begun = vi.spyOn(IDBDatabase.prototype, 'transaction');
    await shelfOf<Thing>('durable').put({ id: 'a', says: 'a' });
    expect(begun).toHaveBeenLastCalledWith('things', 'readwrite', { durability: 'strict' });
    begun.mockRestore();
  });

  test('gives back what lies on it in the order of the ids, and nothing of another shelf', async () => {
    const [one, two] = [shelfOf<Thing>('one'), shelfOf<Thing>('two')];
    for (const id of ['c', 'a', 'b']) await one.put({ id, says: id });
    await two.put({ id: 'a', says: 'on another' });
    await one.put({ id: 'b', says: 'in its place' });
    await one.remove('c');
    await one.remove('never there');
    expect(await one.all()).toEqual([
      { id: 'a', says: 'a' },
      { id: 'b', says: 'in its place' },
    ]);
    expect(await two.all()).toEqual([{ id: 'a', says: 'on another' }]);
  });

  test('takes over what pages from before have kept as text, once; what cannot be read stays where it is', async () => {
    text('old.x', '{"says":"from before"}');
    text('old.y', '{"says":');
    text('old.z', '"no thing"');
    text('other', '{"says":"not asked for"}');
    const shelf = shelfOf<Thing>('taken over', before);
    expect(await shelf.all()).toEqual([{ id: 'x', says: 'from before' }]);
    expect(Object.keys(texts)).toEqual(['old.y', 'old.z', 'other']);
    expect(await shelf.all()).toEqual([{ id: 'x', says: 'from before' }]);
  });

  test('that the browser does not give says so, and is asked for again the next time', async () => {
    vi.resetModules();
    const { shelfOf: anew } = await import('./device-store.ts');
    const real = indexedDB.open.bind(indexedDB);
    const refused = vi.spyOn(indexedDB, 'open').mockImplementationOnce(() => {
      throw new DOMException('not in this window', 'InvalidStateError');
    });
    await expect(anew<Thing>('refused').put({ id: 'a', says: 'a' })).rejects.toThrow('not in this window');
    refused.mockImplementation(real);
    await anew<Thing>('refused').put({ id: 'a', says: 'a' });
    expect(await anew<Thing>('refused').all()).toHaveLength(1);
  });
});
