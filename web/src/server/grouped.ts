/** Rows by one of their ids, in the order in which they came (Node 20 has no `Map.groupBy` yet). */
export function grouped<T, Of extends string>(rows: readonly T[], idOf: (row: T) => Of): ReadonlyMap<Of, readonly T[]> {
  const by = new Map<Of, T[]>();
  for (const row of rows) {
    const list = by.get(idOf(row));
    if (list) list.push(row);
    else by.set(idOf(row), [row]);
  }
  return by;
}
