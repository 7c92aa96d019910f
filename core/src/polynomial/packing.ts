/** Exponent vectors as single numbers, in mixed radix with variable 0 the most significant: the order of the numbers is the lexicographic order. */
export interface Packing {
  /** Number of distinct keys: the product of the radices. */
  readonly size: number;
  readonly key: (exponents: readonly number[]) => number;
  readonly exponents: (key: number) => readonly number[];
}

/** A packing for exponents up to the given degrees, or undefined where the keys would not be exact doubles. */
export function packing(degrees: readonly number[]): Packing | undefined {
  const weights = new Array<number>(degrees.length).fill(1);
  let size = 1;
  for (let k = degrees.length - 1; k >= 0; k -= 1) {
    weights[k] = size;
    size *= (degrees[k] ?? 0) + 1;
  }
  if (size > Number.MAX_SAFE_INTEGER) return undefined;
  return {
    size,
    key: (exponents) => {
      let key = 0;
      for (let k = 0; k < exponents.length; k += 1) key += (exponents[k] ?? 0) * (weights[k] ?? 1);
      return key;
    },
    exponents: (key) => {
      const result: number[] = [];
      let rest = key;
      for (let k = 0; rest > 0; k += 1) {
        const weight = weights[k] ?? 1;
        const exponent = Math.floor(rest / weight);
        result.push(exponent);
        rest -= exponent * weight;
      }
      return result;
    },
  };
}
