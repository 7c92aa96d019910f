import { bitLength, commonDivisor, magnitude } from "../../number/integer.ts";

/** Dense polynomials over Z: coefficients by rising powers, the last not 0; [] is 0. */
export type IntegerPolynomial = readonly bigint[];

export const ZERO: IntegerPolynomial = [];
export const ONE: IntegerPolynomial = [1n];
export const X: IntegerPolynomial = [0n, 1n];

export function trimmed(coefficients: readonly bigint[]): IntegerPolynomial {
  let length = coefficients.length;
  while (length > 0 && coefficients[length - 1] === 0n) length -= 1;
  return length === coefficients.length ? coefficients : coefficients.slice(0, length);
}

/** The degree; −1 for 0. */
export function degree(a: IntegerPolynomial): number {
  return a.length - 1;
}

export function leading(a: IntegerPolynomial): bigint {
  return a[a.length - 1] ?? 0n;
}

export function equal(a: IntegerPolynomial, b: IntegerPolynomial): boolean {
  return a.length === b.length && a.every((coefficient, k) => coefficient === b[k]);
}

export function add(a: IntegerPolynomial, b: IntegerPolynomial): IntegerPolynomial {
  return trimmed(Array.from({ length: Math.max(a.length, b.length) }, (_, k) => (a[k] ?? 0n) + (b[k] ?? 0n)));
}

export function subtract(a: IntegerPolynomial, b: IntegerPolynomial): IntegerPolynomial {
  return trimmed(Array.from({ length: Math.max(a.length, b.length) }, (_, k) => (a[k] ?? 0n) - (b[k] ?? 0n)));
}

export function scale(a: IntegerPolynomial, factor: bigint): IntegerPolynomial {
  return factor === 0n ? ZERO : a.map((coefficient) => coefficient * factor);
}

export function negate(a: IntegerPolynomial): IntegerPolynomial {
  return scale(a, -1n);
}

/** Below this length of the shorter factor, products are formed term by term. */
const KRONECKER_LENGTH = 12;

/**
 * The product; for long factors by Kronecker substitution, one product of large integers (J. von zur Gathen, J. Gerhard,
 * Modern Computer Algebra, 8.4).
 */
export function multiply(a: IntegerPolynomial, b: IntegerPolynomial): IntegerPolynomial {
  if (a.length === 0 || b.length === 0) return ZERO;
  if (Math.min(a.length, b.length) < KRONECKER_LENGTH) return termByTerm(a, b);
  const bits = maxBits(a) + maxBits(b) + bitLength(BigInt(Math.min(a.length, b.length))) + 2;
  const digits = Math.ceil(bits / 4);
  return unpack(pack(a, digits) * pack(b, digits), digits, a.length + b.length - 1);
}

function termByTerm(a: IntegerPolynomial, b: IntegerPolynomial): IntegerPolynomial {
  const result = new Array<bigint>(a.length + b.length - 1).fill(0n);
  a.forEach((left, i) => {
    if (left === 0n) return;
    b.forEach((right, j) => {
      result[i + j] = (result[i + j] ?? 0n) + left * right;
    });
  });
  return result;
}

/** Number of binary digits of the largest coefficient. */
export function maxBits(a: IntegerPolynomial): number {
  let largest = 0n;
  for (const coefficient of a) {
    const size = magnitude(coefficient);
    if (size > largest) largest = size;
  }
  return bitLength(largest);
}

/** The value at 16^digits, for coefficients of either sign. */
function pack(a: IntegerPolynomial, digits: number): bigint {
  let positive = "";
  let negative = "";
  for (let k = a.length - 1; k >= 0; k -= 1) {
    const coefficient = a[k] ?? 0n;
    const text = magnitude(coefficient).toString(16).padStart(digits, "0");
    const nothing = "0".repeat(digits);
    positive += coefficient > 0n ? text : nothing;
    negative += coefficient < 0n ? text : nothing;
  }
  return BigInt(`0x${positive}`) - BigInt(`0x${negative}`);
}

function unpack(value: bigint, digits: number, length: number): IntegerPolynomial {
  const flipped = value < 0n;
  const text = magnitude(value)
    .toString(16)
    .padStart(digits * length, "0");
  const base = 1n << BigInt(4 * digits);
  const half = base >> 1n;
  const result: bigint[] = [];
  let carry = 0n;
  for (let k = 0; k < length; k += 1) {
    const end = text.length - k * digits;
    let coefficient = BigInt(`0x${text.slice(Math.max(0, end - digits), end)}`) + carry;
    carry = coefficient >= half ? 1n : 0n;
    if (carry === 1n) coefficient -= base;
    result.push(flipped ? -coefficient : coefficient);
  }
  return trimmed(result);
}

export function power(a: IntegerPolynomial, exponent: number): IntegerPolynomial {
  let result = ONE;
  let square = a;
  for (let rest = exponent; rest > 0; rest = Math.floor(rest / 2)) {
    if (rest % 2 === 1) result = multiply(result, square);
    if (rest > 1) square = multiply(square, square);
  }
  return result;
}

/** a / b where the quotient has whole coefficients and nothing remains, else undefined. b is not 0. */
export function divideExact(a: IntegerPolynomial, b: IntegerPolynomial): IntegerPolynomial | undefined {
  if (a.length === 0) return ZERO;
  if (a.length < b.length) return undefined;
  const rest = [...a];
  const lead = leading(b);
  const quotient = new Array<bigint>(a.length - b.length + 1).fill(0n);
  for (let at = a.length - b.length; at >= 0; at -= 1) {
    const top = rest[at + b.length - 1] ?? 0n;
    if (top === 0n) continue;
    const factor = top / lead;
    if (factor * lead !== top) return undefined;
    quotient[at] = factor;
    for (let k = 0; k < b.length; k += 1) rest[at + k] = (rest[at + k] ?? 0n) - factor * (b[k] ?? 0n);
  }
  return rest.slice(0, b.length - 1).every((coefficient) => coefficient === 0n) ? quotient : undefined;
}

/** The positive greatest common divisor of the coefficients; 0 for 0. */
export function content(a: IntegerPolynomial): bigint {
  let common = 0n;
  for (const coefficient of a) {
    common = commonDivisor(common, coefficient);
    if (common === 1n) break;
  }
  return common;
}

/** a divided by its content, with positive leading coefficient. */
export function primitivePart(a: IntegerPolynomial): IntegerPolynomial {
  const common = leading(a) < 0n ? -content(a) : content(a);
  return common === 1n || common === 0n ? a : a.map((coefficient) => coefficient / common);
}

export function derivative(a: IntegerPolynomial): IntegerPolynomial {
  return a.slice(1).map((coefficient, k) => coefficient * BigInt(k + 1));
}

export function evaluate(a: IntegerPolynomial, x: bigint): bigint {
  let result = 0n;
  for (let k = a.length - 1; k >= 0; k -= 1) result = result * x + (a[k] ?? 0n);
  return result;
}

/** a(b(x)) by Horner's scheme. */
export function compose(a: IntegerPolynomial, b: IntegerPolynomial): IntegerPolynomial {
  let result = ZERO;
  for (let k = a.length - 1; k >= 0; k -= 1) result = add(multiply(result, b), trimmed([a[k] ?? 0n]));
  return result;
}

/** The square of the Euclidean norm of the coefficients. */
export function squaredNorm(a: IntegerPolynomial): bigint {
  return a.reduce((total, coefficient) => total + coefficient * coefficient, 0n);
}
