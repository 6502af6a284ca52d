/**
 * The cheapest way through layers of states (Viterbi 1967; Bellman 1957): for each layer the index of the state that is taken. `own` is the cost of a state by itself, `step` that of going to it from
 * one of the layer before. Empty layers are not allowed.
 *
 * @example bestPath([[0, 5], [4, 6]], () => 0, (a, b) => Math.abs(a - b)) // [1, 0]
 */
export function bestPath<S>(
  layers: ReadonlyArray<readonly S[]>,
  own: (state: S, layer: number) => number,
  step: (from: S, to: S, layer: number) => number,
): number[] {
  if (layers.length === 0) return [];
  const cameFrom: number[][] = [];
  let costs = layers[0]!.map((s) => own(s, 0));
  for (let k = 1; k < layers.length; k++) {
    const before = layers[k - 1]!;
    const from: number[] = [];
    const next = layers[k]!.map((state) => {
      let [least, which] = [Number.POSITIVE_INFINITY, 0];
      for (let i = 0; i < before.length; i++) {
        const cost = costs[i]! + step(before[i]!, state, k);
        if (cost < least) [least, which] = [cost, i];
      }
      from.push(which);
      return least + own(state, k);
    });
    cameFrom.push(from);
    costs = next;
  }
  let at = costs.indexOf(Math.min(...costs));
  const path = [at];
  for (let k = cameFrom.length - 1; k >= 0; k--) {
    at = cameFrom[k]![at]!;
    path.push(at);
  }
  return path.reverse();
}
