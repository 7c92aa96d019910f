import { commonDivisor } from "../../number/integer.ts";
import * as residues from "../../number/residue.ts";
import * as modular from "../modular/dense.ts";
import { largePrime, residue } from "../modular/prime-field.ts";
import type { IntegerPolynomial } from "./dense.ts";
import * as dense from "./dense.ts";

/** The coefficients modulo a growing product of primes, joined by the Chinese remainder theorem, balanced around 0. */
interface Image {
  readonly modulus: bigint;
  readonly coefficients: readonly bigint[];
}

function joined(image: Image | undefined, next: readonly number[], p: number): { image: Image; changed: boolean } {
  const prime = BigInt(p);
  if (!image) {
    return { image: { modulus: prime, coefficients: next.map((c) => residues.balanced(BigInt(c), prime)) }, changed: true };
  }
  const inverse = residues.inverse(image.modulus, prime);
  const modulus = image.modulus * prime;
  let changed = false;
  const coefficients = image.coefficients.map((known, k) => {
    const gap = (((BigInt(next[k] ?? 0) - known) % prime) + prime) % prime;
    if (gap === 0n) return known;
    changed = true;
    return residues.balanced(known + image.modulus * ((gap * inverse) % prime), modulus);
  });
  return { image: { modulus, coefficients }, changed };
}

/**
 * The primitive greatest common divisor with positive leading coefficient, times the gcd of the contents: images modulo
 * primes, joined until trial division confirms (G. Collins 1967, W. Brown 1971; Geddes, Czapor, Labahn, 7.4).
 */
export function gcd(a: IntegerPolynomial, b: IntegerPolynomial): IntegerPolynomial {
  if (a.length === 0) return dense.leading(b) < 0n ? dense.negate(b) : b;
  if (b.length === 0) return gcd(b, a);
  const common = commonDivisor(dense.content(a), dense.content(b));
  const [f, g] = [dense.primitivePart(a), dense.primitivePart(b)];
  return dense.scale(primitiveGcd(f, g), common);
}

function primitiveGcd(f: IntegerPolynomial, g: IntegerPolynomial): IntegerPolynomial {
  if (f.length === 1 || g.length === 1) return dense.ONE;
  const lead = commonDivisor(dense.leading(f), dense.leading(g));
  let image: Image | undefined;
  for (let k = 0; ; k += 1) {
    const p = largePrime(k);
    const scale = residue(lead, p);
    if (residue(dense.leading(f), p) === 0 || residue(dense.leading(g), p) === 0) continue;
    const found = modular.gcd(modular.fromIntegers(f, p), modular.fromIntegers(g, p), p);
    if (found.length === 1) return dense.ONE;
    // A prime for which the degree is too high is unlucky; one with a lower degree makes all before it so.
    if (image && found.length > image.coefficients.length) continue;
    if (image && found.length < image.coefficients.length) image = undefined;
    const next = joined(image, modular.scale(found, scale, p), p);
    image = next.image;
    if (next.changed) continue;
    const candidate = dense.primitivePart(image.coefficients);
    if (dense.divideExact(f, candidate) && dense.divideExact(g, candidate)) return candidate;
  }
}

/** A factor with the number of times it occurs. */
export interface Multiple<T> {
  readonly factor: T;
  readonly multiplicity: number;
}

/** Squarefree factorisation of a primitive polynomial of positive degree: coprime squarefree factors (D. Yun 1976). */
export function squarefreeFactors(f: IntegerPolynomial): readonly Multiple<IntegerPolynomial>[] {
  const found: Multiple<IntegerPolynomial>[] = [];
  const slope = dense.derivative(f);
  const common = gcd(f, slope);
  let base = quotient(f, common);
  let rest = dense.subtract(quotient(slope, common), dense.derivative(base));
  for (let multiplicity = 1; base.length > 1; multiplicity += 1) {
    const factor = gcd(base, rest);
    if (factor.length > 1) found.push({ factor, multiplicity });
    base = quotient(base, factor);
    rest = dense.subtract(quotient(rest, factor), dense.derivative(base));
  }
  return found;
}

/** f without repeated factors. */
export function squarefreePart(f: IntegerPolynomial): IntegerPolynomial {
  const primitive = dense.primitivePart(f);
  return quotient(primitive, gcd(primitive, dense.derivative(primitive)));
}

function quotient(a: IntegerPolynomial, b: IntegerPolynomial): IntegerPolynomial {
  const exact = dense.divideExact(a, b);
  if (!exact) throw new RangeError("a common divisor does not divide");
  return exact;
}
