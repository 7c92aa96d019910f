/** All choices of `size` of the items, each in the order of the items. */
export function* subsets(items: readonly number[], size: number, from = 0): Generator<readonly number[]> {
  if (size === 0) {
    yield [];
    return;
  }
  for (let k = from; k <= items.length - size; k += 1) {
    const item = items[k] ?? 0;
    for (const rest of subsets(items, size - 1, k + 1)) yield [item, ...rest];
  }
}
