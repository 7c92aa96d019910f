declare const performance: { now(): number };

const ROUNDS = 7;
const SHORTEST_ROUND = 20;
/** Work that takes longer than this is measured once. */
const LONG = 1500;

/** Work is repeated for so many milliseconds before it is measured, so that the engine has compiled it. */
const WARM_UP = 400;

/** Median seconds of one call after warming up, repeated until a round takes long enough to be measured. */
export function secondsOf(work: () => void): number {
  const begin = performance.now();
  while (performance.now() - begin < WARM_UP) work();
  let times = 1;
  for (;;) {
    const start = performance.now();
    for (let k = 0; k < times; k += 1) work();
    const spent = performance.now() - start;
    if (spent > LONG) return spent / times / 1000;
    if (spent > SHORTEST_ROUND) break;
    times *= 2;
  }
  const rounds = Array.from({ length: ROUNDS }, () => {
    const start = performance.now();
    for (let k = 0; k < times; k += 1) work();
    return (performance.now() - start) / times / 1000;
  }).sort((a, b) => a - b);
  return rounds[ROUNDS >> 1] ?? 0;
}

/** One comparison: work against a reference that does the least anyone could do for the same result. */
export interface Entry {
  readonly name: string;
  readonly work: () => unknown;
  readonly reference: () => unknown;
  readonly against: string;
}

/** Work that depends on a size; seconds ~ size^exponent is fitted by least squares in logarithms. */
export interface Growth {
  readonly name: string;
  readonly sizes: readonly number[];
  readonly work: (size: number) => () => unknown;
}

export function fittedExponent(sizes: readonly number[], seconds: readonly number[]): number {
  const [xs, ys] = [sizes.map(Math.log), seconds.map(Math.log)];
  const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
  const [x, y] = [mean(xs), mean(ys)];
  const top = xs.reduce((total, value, k) => total + (value - x) * ((ys[k] ?? 0) - y), 0);
  return top / xs.reduce((total, value) => total + (value - x) ** 2, 0);
}
