import { rootFloor } from "../../number/integer.ts";
import * as modular from "../modular/dense.ts";
import { largePrime, multiply, power, residue } from "../modular/prime-field.ts";
import type { IntegerPolynomial } from "./dense.ts";
import * as dense from "./dense.ts";

/** The resultant modulo p by Euclid's algorithm (Cohen, A Course in Computational Algebraic Number Theory, 3.3.1). */
function resultantModulo(a: modular.ModularPolynomial, b: modular.ModularPolynomial, p: number): number {
  let [f, g] = [a, b];
  let result = 1;
  while (g.length > 1) {
    const rest = modular.remainder(f, g, p);
    const [m, n] = [modular.degree(f), modular.degree(g)];
    if (rest.length === 0) return 0;
    if (m % 2 === 1 && n % 2 === 1) result = (p - result) % p;
    result = multiply(result, power(g[g.length - 1] ?? 1, m - modular.degree(rest), p), p);
    [f, g] = [g, rest];
  }
  return g.length === 0 ? 0 : multiply(result, power(g[0] ?? 0, modular.degree(f), p), p);
}

/**
 * The resultant of two polynomials, by images modulo primes up to Hadamard's bound |res| ≤ ‖f‖^n ‖g‖^m
 * (G. Collins, "The calculation of multivariate polynomial resultants", 1971).
 */
export function resultant(f: IntegerPolynomial, g: IntegerPolynomial): bigint {
  if (f.length === 0 || g.length === 0) return 0n;
  const [m, n] = [dense.degree(f), dense.degree(g)];
  const bound = 2n * (rootFloor(dense.squaredNorm(f), 2) + 1n) ** BigInt(n) * (rootFloor(dense.squaredNorm(g), 2) + 1n) ** BigInt(m) + 1n;
  let value = 0n;
  let modulus = 1n;
  for (let k = 0; modulus < bound; k += 1) {
    const p = largePrime(k);
    if (residue(dense.leading(f), p) === 0 || residue(dense.leading(g), p) === 0) continue;
    const image = resultantModulo(modular.fromIntegers(f, p), modular.fromIntegers(g, p), p);
    const prime = BigInt(p);
    const inverse = BigInt(power(residue(modulus, p), p - 2, p));
    const gap = (((BigInt(image) - value) % prime) + prime) % prime;
    value += modulus * ((gap * inverse) % prime);
    modulus *= prime;
  }
  return 2n * value > modulus ? value - modulus : value;
}

/** The discriminant (−1)^(n(n−1)/2) res(f, f′) / lc(f). */
export function discriminant(f: IntegerPolynomial): bigint {
  const n = dense.degree(f);
  const value = resultant(f, dense.derivative(f)) / dense.leading(f);
  return (n * (n - 1)) % 4 === 2 ? -value : value;
}
