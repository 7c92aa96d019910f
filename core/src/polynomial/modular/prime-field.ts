/**
 * Arithmetic modulo a prime p < 2^26, so that a product of two residues is an exact double. Residues are 0 … p − 1.
 */

/** The largest residues still have exact products. */
export const LARGEST_PRIME = 2 ** 26;

export function multiply(a: number, b: number, p: number): number {
  const product = a * b;
  const rest = product - Math.floor(product / p) * p;
  return rest < 0 ? rest + p : rest;
}

export function power(a: number, exponent: number, p: number): number {
  let result = 1;
  let square = a;
  for (let rest = exponent; rest > 0; rest = Math.floor(rest / 2)) {
    if (rest % 2 === 1) result = multiply(result, square, p);
    square = multiply(square, square, p);
  }
  return result;
}

/** The inverse of a residue that is not 0, by the extended Euclidean algorithm. */
export function invert(a: number, p: number): number {
  let [r, next] = [p, a];
  let [t, nextT] = [0, 1];
  while (next !== 0) {
    const quotient = Math.floor(r / next);
    [r, next] = [next, r - quotient * next];
    [t, nextT] = [nextT, t - quotient * nextT];
  }
  return t < 0 ? t + p : t;
}

export function residue(value: bigint, p: number): number {
  const rest = Number(value % BigInt(p));
  return rest < 0 ? rest + p : rest;
}

function isPrime(n: number): boolean {
  if (n < 2 || (n % 2 === 0 && n !== 2)) return false;
  for (let d = 3; d * d <= n; d += 2) if (n % d === 0) return false;
  return true;
}

const found: number[] = [];

/** The primes below 2^26 by falling size: the k-th one. */
export function largePrime(k: number): number {
  let candidate = (found.at(-1) ?? LARGEST_PRIME) - 1;
  while (found.length <= k) {
    if (isPrime(candidate)) found.push(candidate);
    candidate -= 1;
  }
  return found[k] ?? 3;
}

/** The primes from `from` upwards. */
export function* primesFrom(from: number): Generator<number> {
  for (let candidate = from; candidate < LARGEST_PRIME; candidate += 1) if (isPrime(candidate)) yield candidate;
}
