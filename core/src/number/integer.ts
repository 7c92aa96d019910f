/**
 * Integers of any size with a fast path: a value is held as a `number` whenever it is a safe integer and as a `bigint`
 * otherwise, so equal integers always have the same representation.
 */
export type Integer = number | bigint;

const SAFE = BigInt(Number.MAX_SAFE_INTEGER);

/** The normal form of a bigint: a number when it is safe. */
export function fromBigInt(value: bigint): Integer {
  return value <= SAFE && value >= -SAFE ? Number(value) : value;
}

export function toBigInt(value: Integer): bigint {
  return typeof value === "bigint" ? value : BigInt(value);
}

export function add(a: Integer, b: Integer): Integer {
  if (typeof a === "number" && typeof b === "number") {
    const sum = a + b;
    if (Number.isSafeInteger(sum)) return sum;
  }
  return fromBigInt(BigInt(a) + BigInt(b));
}

export function subtract(a: Integer, b: Integer): Integer {
  return add(a, negate(b));
}

export function multiply(a: Integer, b: Integer): Integer {
  if (typeof a === "number" && typeof b === "number") {
    const product = a * b;
    if (Number.isSafeInteger(product)) return product === 0 ? 0 : product;
  }
  return fromBigInt(BigInt(a) * BigInt(b));
}

export function negate(a: Integer): Integer {
  return a === 0 ? 0 : -a;
}

export function abs(a: Integer): Integer {
  return a < 0 ? -a : a;
}

/** |a| where only long integers occur. */
export function magnitude(a: bigint): bigint {
  return a < 0n ? -a : a;
}

/** Greatest common divisor where only long integers occur, never negative. Euclid's algorithm. */
export function commonDivisor(a: bigint, b: bigint): bigint {
  let [x, y] = [magnitude(a), magnitude(b)];
  while (y !== 0n) [x, y] = [y, x % y];
  return x;
}

export function sign(a: Integer): -1 | 0 | 1 {
  return a > 0 ? 1 : a < 0 ? -1 : 0;
}

export function compare(a: Integer, b: Integer): -1 | 0 | 1 {
  return a < b ? -1 : a > b ? 1 : 0;
}

/** Quotient truncated towards zero; throws RangeError when b is 0. */
export function quotient(a: Integer, b: Integer): Integer {
  if (b === 0) throw new RangeError("division by zero");
  if (typeof a === "number" && typeof b === "number") return Math.trunc(a / b) + 0;
  return fromBigInt(BigInt(a) / BigInt(b));
}

/** Remainder of the truncated quotient; it has the sign of a. */
export function remainder(a: Integer, b: Integer): Integer {
  if (b === 0) throw new RangeError("division by zero");
  if (typeof a === "number" && typeof b === "number") return (a % b) + 0;
  return fromBigInt(BigInt(a) % BigInt(b));
}

/** Greatest common divisor, never negative; gcd(0, 0) = 0. Euclid's algorithm. */
export function gcd(a: Integer, b: Integer): Integer {
  let x = abs(a);
  let y = abs(b);
  while (y !== 0) {
    if (typeof x === "number" && typeof y === "number") {
      while (y !== 0) [x, y] = [y, (x as number) % (y as number)];
      return x;
    }
    [x, y] = [y, remainder(x, y)];
  }
  return x;
}

export function lcm(a: Integer, b: Integer): Integer {
  return a === 0 || b === 0 ? 0 : abs(multiply(quotient(a, gcd(a, b)), b));
}

/** a to a non-negative machine power. */
export function power(a: Integer, exponent: number): Integer {
  const small = typeof a === "number" ? a ** exponent : Number.NaN;
  return Number.isSafeInteger(small) ? small : fromBigInt(toBigInt(a) ** BigInt(exponent));
}

const float = new Float64Array(1);
const words = new Uint32Array(float.buffer);

/** Number of binary digits of |a|; 0 for 0. */
export function bitLength(a: bigint): number {
  const size = magnitude(a);
  if (size === 0n) return 0;
  const rounded = Number(size);
  if (rounded === Number.POSITIVE_INFINITY) {
    const hex = size.toString(16);
    return (hex.length - 1) * 4 + (32 - Math.clz32(Number.parseInt(hex.charAt(0), 16)));
  }
  float[0] = rounded;
  const exponent = ((words[1] ?? 0) >>> 20) - 1023;
  // Rounding to a double may have carried into the next power of two.
  return exponent > 52 && size >> BigInt(exponent) === 0n ? exponent : exponent + 1;
}

/** Floor of the n-th root of a ≥ 0, by Newton's iteration from above (Cohen, A Course in Computational Algebraic Number Theory, 1.7.1). */
export function rootFloor(a: bigint, n: number): bigint {
  if (a < 2n) return a;
  const degree = BigInt(n);
  let guess = 1n << BigInt(Math.ceil(bitLength(a) / n));
  for (;;) {
    const next = ((degree - 1n) * guess + a / guess ** (degree - 1n)) / degree;
    if (next >= guess) return guess;
    guess = next;
  }
}

/** The exact n-th root of a when a is a perfect n-th power (a ≥ 0), else undefined. */
export function exactRoot(a: Integer, n: number): Integer | undefined {
  if (a < 0) return undefined;
  if (typeof a === "number") {
    const guess = Math.round(a ** (1 / n));
    return power(guess, n) === a ? guess : undefined;
  }
  const root = rootFloor(toBigInt(a), n);
  return root ** BigInt(n) === toBigInt(a) ? fromBigInt(root) : undefined;
}

const TRIAL_LIMIT = 20_000;

/** A whole number > 1 as powers of primes below a fixed limit and one unfactored rest, by trial division. */
export function primePowers(value: Integer): readonly { prime: Integer; count: number }[] {
  const found: { prime: Integer; count: number }[] = [];
  let rest = value;
  for (let prime = 2; prime < TRIAL_LIMIT && compare(multiply(prime, prime), rest) <= 0; prime += prime === 2 ? 1 : 2) {
    let count = 0;
    while (remainder(rest, prime) === 0) {
      rest = quotient(rest, prime);
      count += 1;
    }
    if (count > 0) found.push({ prime, count });
  }
  return rest === 1 ? found : [...found, { prime: rest, count: 1 }];
}

/**
 * Writes a ≥ 1 as `outside`^n · `inside`. `inside` is n-th-power-free as far as the primes below the trial limit and single
 * large prime powers go; the equation a = outside^n · inside holds always.
 */
export function extractPower(a: Integer, n: number): { outside: Integer; inside: Integer } {
  if (a === 1) return { outside: 1, inside: 1 };
  let outside: Integer = 1;
  let inside: Integer = 1;
  for (const { prime, count } of primePowers(a)) {
    // The rest that trial division leaves may itself be a perfect power.
    const root = count === 1 && prime > TRIAL_LIMIT ? exactRoot(prime, n) : undefined;
    outside = multiply(outside, root ?? power(prime, Math.floor(count / n)));
    if (root === undefined) inside = multiply(inside, power(prime, count % n));
  }
  return { outside, inside };
}
