/** Rows by one of their ids, in the order in which they came (Node 20 has no `Map.groupBy` yet). */
export function grouped<T>(rows: readonly T[], idOf: (row: T) => string): ReadonlyMap<string, readonly T[]> {
  const by = new Map<string, T[]>();
  for (const row of rows) {
    const list = by.get(idOf(row));
    if (list) list.push(row);
    else by.set(idOf(row), [row]);
  }
  return by;
}
