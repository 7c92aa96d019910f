/** All choices of `size` of the items, each in the order of the items. */
export function* subsets<Item>(items: readonly Item[], size: number, from = 0): Generator<readonly Item[]> {
  if (size === 0) {
    yield [];
    return;
  }
  for (const [at, item] of items.slice(from, items.length - size + 1).entries()) {
    for (const rest of subsets(items, size - 1, from + at + 1)) yield [item, ...rest];
  }
}
