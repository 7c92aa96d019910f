import type { ModularPolynomial } from "./dense.ts";
import * as dense from "./dense.ts";

/**
 * The monic irreducible factors of a monic squarefree polynomial over Z/p, p odd: distinct-degree factorisation, then
 * equal-degree splitting (D. Cantor, H. Zassenhaus, "A new algorithm for factoring polynomials over finite fields", 1981).
 * The chance in it comes from a fixed sequence, so the result depends on the input alone.
 */
export function factorModulo(f: ModularPolynomial, p: number): readonly ModularPolynomial[] {
  const random = residues(p);
  return distinctDegrees(f, p).flatMap(({ product, degree }) => equalDegree(product, degree, p, random));
}

/** The products of all irreducible factors of one degree. */
export function distinctDegrees(f: ModularPolynomial, p: number): readonly { product: ModularPolynomial; degree: number }[] {
  const found: { product: ModularPolynomial; degree: number }[] = [];
  const x: ModularPolynomial = [0, 1];
  let rest = f;
  let power = dense.remainder(x, rest, p);
  for (let degree = 1; 2 * degree <= dense.degree(rest); degree += 1) {
    power = dense.powerModulo(power, BigInt(p), rest, p);
    const product = dense.gcd(rest, dense.subtract(power, x, p), p);
    if (dense.degree(product) === 0) continue;
    found.push({ product, degree });
    rest = dense.divide(rest, product, p).quotient;
    power = dense.remainder(power, rest, p);
  }
  if (dense.degree(rest) > 0) found.push({ product: rest, degree: dense.degree(rest) });
  return found;
}

function equalDegree(f: ModularPolynomial, degree: number, p: number, random: () => number): readonly ModularPolynomial[] {
  if (dense.degree(f) === degree) return [f];
  const exponent = (BigInt(p) ** BigInt(degree) - 1n) / 2n;
  for (;;) {
    const candidate = Array.from({ length: dense.degree(f) - 1 }, random).concat(1);
    const raised = dense.powerModulo(candidate, exponent, f, p);
    const half = dense.gcd(f, dense.subtract(raised, dense.ONE, p), p);
    if (dense.degree(half) <= 0 || dense.degree(half) === dense.degree(f)) continue;
    const other = dense.divide(f, half, p).quotient;
    return [...equalDegree(half, degree, p, random), ...equalDegree(other, degree, p, random)];
  }
}

/** A linear congruential sequence of residues (D. Knuth, The Art of Computer Programming, vol. 2, 3.2.1). */
function residues(p: number): () => number {
  let state = 12345;
  return () => {
    state = (Math.imul(state, 1103515245) + 12345) >>> 0;
    return (state >>> 4) % p;
  };
}
