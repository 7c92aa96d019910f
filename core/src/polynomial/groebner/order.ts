/** A monomial order: positive where a is larger. Exponent lists have the same length. */
export type MonomialOrder = (a: readonly number[], b: readonly number[]) => number;

export const LEXICOGRAPHIC: MonomialOrder = (a, b) => {
  for (let k = 0; k < a.length; k += 1) {
    const order = (a[k] ?? 0) - (b[k] ?? 0);
    if (order !== 0) return order;
  }
  return 0;
};

/** Total degree first, then the smaller power of the last variable in which they differ. */
export const GRADED_REVERSE: MonomialOrder = (a, b) => {
  let total = 0;
  for (let k = 0; k < a.length; k += 1) total += (a[k] ?? 0) - (b[k] ?? 0);
  if (total !== 0) return total;
  for (let k = a.length - 1; k >= 0; k -= 1) {
    const order = (b[k] ?? 0) - (a[k] ?? 0);
    if (order !== 0) return order;
  }
  return 0;
};

/** The first `count` variables are larger than all monomials in the others: eliminates them. */
export function elimination(count: number): MonomialOrder {
  return (a, b) => GRADED_REVERSE(a.slice(0, count), b.slice(0, count)) || GRADED_REVERSE(a.slice(count), b.slice(count));
}
