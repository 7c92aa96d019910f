import * as field from "./prime-field.ts";

/** Dense polynomials over Z/p: residues by rising powers, the last not 0; [] is 0. */
export type ModularPolynomial = readonly number[];

export const ONE: ModularPolynomial = [1];

function trim(a: number[]): ModularPolynomial {
  while (a.length > 0 && a[a.length - 1] === 0) a.pop();
  return a;
}

export function degree(a: ModularPolynomial): number {
  return a.length - 1;
}

export function fromIntegers(coefficients: readonly bigint[], p: number): ModularPolynomial {
  return trim(coefficients.map((coefficient) => field.residue(coefficient, p)));
}

export function add(a: ModularPolynomial, b: ModularPolynomial, p: number): ModularPolynomial {
  const result: number[] = [];
  for (let k = 0; k < Math.max(a.length, b.length); k += 1) {
    const total = (a[k] ?? 0) + (b[k] ?? 0);
    result.push(total >= p ? total - p : total);
  }
  return trim(result);
}

export function subtract(a: ModularPolynomial, b: ModularPolynomial, p: number): ModularPolynomial {
  const result: number[] = [];
  for (let k = 0; k < Math.max(a.length, b.length); k += 1) {
    const total = (a[k] ?? 0) - (b[k] ?? 0);
    result.push(total < 0 ? total + p : total);
  }
  return trim(result);
}

export function scale(a: ModularPolynomial, factor: number, p: number): ModularPolynomial {
  return trim(a.map((coefficient) => field.multiply(coefficient, factor, p)));
}

export function multiply(a: ModularPolynomial, b: ModularPolynomial, p: number): ModularPolynomial {
  if (a.length === 0 || b.length === 0) return [];
  const result = new Array<number>(a.length + b.length - 1).fill(0);
  for (let i = 0; i < a.length; i += 1) {
    const left = a[i] ?? 0;
    if (left === 0) continue;
    for (let j = 0; j < b.length; j += 1) {
      const total = left * (b[j] ?? 0) + (result[i + j] ?? 0);
      const rest = total - Math.floor(total / p) * p;
      result[i + j] = rest < 0 ? rest + p : rest;
    }
  }
  return trim(result);
}

/** Quotient and remainder by a divisor that is not 0. */
export function divide(a: ModularPolynomial, b: ModularPolynomial, p: number): { quotient: ModularPolynomial; remainder: ModularPolynomial } {
  const rest = [...a];
  const inverse = field.invert(b[b.length - 1] ?? 1, p);
  const quotient = new Array<number>(Math.max(0, a.length - b.length + 1)).fill(0);
  for (let at = a.length - b.length; at >= 0; at -= 1) {
    const factor = field.multiply(rest[at + b.length - 1] ?? 0, inverse, p);
    if (factor === 0) continue;
    quotient[at] = factor;
    const negative = p - factor;
    for (let k = 0; k < b.length; k += 1) {
      const total = negative * (b[k] ?? 0) + (rest[at + k] ?? 0);
      const residue = total - Math.floor(total / p) * p;
      rest[at + k] = residue < 0 ? residue + p : residue;
    }
  }
  return { quotient: trim(quotient), remainder: trim(rest.slice(0, b.length - 1)) };
}

export function remainder(a: ModularPolynomial, b: ModularPolynomial, p: number): ModularPolynomial {
  return a.length < b.length ? a : divide(a, b, p).remainder;
}

export function monic(a: ModularPolynomial, p: number): ModularPolynomial {
  return a.length === 0 ? a : scale(a, field.invert(a[a.length - 1] ?? 1, p), p);
}

/** The monic greatest common divisor, by Euclid's algorithm. */
export function gcd(a: ModularPolynomial, b: ModularPolynomial, p: number): ModularPolynomial {
  let [high, low] = [a, b];
  while (low.length > 0) [high, low] = [low, remainder(high, low, p)];
  return monic(high, p);
}

/** s, t with s a + t b = 1 for coprime a, b; deg s < deg b, deg t < deg a. */
export function bezout(a: ModularPolynomial, b: ModularPolynomial, p: number): { s: ModularPolynomial; t: ModularPolynomial } {
  let [r, next] = [a, b];
  let [s, nextS]: [ModularPolynomial, ModularPolynomial] = [ONE, []];
  let [t, nextT]: [ModularPolynomial, ModularPolynomial] = [[], ONE];
  while (next.length > 0) {
    const { quotient, remainder: rest } = divide(r, next, p);
    [r, next] = [next, rest];
    [s, nextS] = [nextS, subtract(s, multiply(quotient, nextS, p), p)];
    [t, nextT] = [nextT, subtract(t, multiply(quotient, nextT, p), p)];
  }
  const unit = field.invert(r[0] ?? 1, p);
  return { s: scale(s, unit, p), t: scale(t, unit, p) };
}

export function derivative(a: ModularPolynomial, p: number): ModularPolynomial {
  return trim(a.slice(1).map((coefficient, k) => field.multiply(coefficient, (k + 1) % p, p)));
}

export function evaluate(a: ModularPolynomial, x: number, p: number): number {
  let result = 0;
  for (let k = a.length - 1; k >= 0; k -= 1) {
    const total = result * x + (a[k] ?? 0);
    result = total - Math.floor(total / p) * p;
    if (result < 0) result += p;
  }
  return result;
}

/** base^exponent modulo a polynomial. */
export function powerModulo(base: ModularPolynomial, exponent: bigint, modulus: ModularPolynomial, p: number): ModularPolynomial {
  let result: ModularPolynomial = remainder(ONE, modulus, p);
  const reduced = remainder(base, modulus, p);
  for (const bit of exponent.toString(2)) {
    result = remainder(multiply(result, result, p), modulus, p);
    if (bit === "1") result = remainder(multiply(result, reduced, p), modulus, p);
  }
  return result;
}
