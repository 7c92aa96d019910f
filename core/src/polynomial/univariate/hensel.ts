import { inverse } from "../../number/residue.ts";
import type { ModularPolynomial } from "../modular/dense.ts";
import * as modular from "../modular/dense.ts";
import type { IntegerPolynomial } from "./dense.ts";
import * as dense from "./dense.ts";

/** Polynomials modulo p^k with coefficients 0 … p^k − 1. */
function reduced(a: IntegerPolynomial, modulus: bigint): IntegerPolynomial {
  return dense.trimmed(
    a.map((coefficient) => {
      const rest = coefficient % modulus;
      return rest < 0n ? rest + modulus : rest;
    }),
  );
}

/** Quotient and remainder by a monic divisor, modulo m. */
function divideMonic(a: IntegerPolynomial, b: IntegerPolynomial, m: bigint): { quotient: IntegerPolynomial; remainder: IntegerPolynomial } {
  const rest = [...a];
  const quotient = new Array<bigint>(Math.max(0, a.length - b.length + 1)).fill(0n);
  for (let at = a.length - b.length; at >= 0; at -= 1) {
    const factor = (rest[at + b.length - 1] ?? 0n) % m;
    if (factor === 0n) continue;
    quotient[at] = factor;
    for (let k = 0; k < b.length; k += 1) rest[at + k] = (rest[at + k] ?? 0n) - factor * (b[k] ?? 0n);
  }
  return { quotient: reduced(quotient, m), remainder: reduced(rest.slice(0, Math.max(0, b.length - 1)), m) };
}

/** A binary tree over the factors, with the Bézout cofactors of its two halves. */
type Tree =
  | { readonly kind: "leaf"; readonly factor: IntegerPolynomial }
  | {
      readonly kind: "node";
      readonly product: IntegerPolynomial;
      readonly left: Tree;
      readonly right: Tree;
      readonly s: IntegerPolynomial;
      readonly t: IntegerPolynomial;
    };

const integers = (a: ModularPolynomial): IntegerPolynomial => a.map(BigInt);

function treeOf(factors: readonly ModularPolynomial[], p: number): { tree: Tree; product: ModularPolynomial } {
  const [only] = factors;
  if (only && factors.length === 1) return { tree: { kind: "leaf", factor: integers(only) }, product: only };
  const half = factors.length >> 1;
  const [left, right] = [treeOf(factors.slice(0, half), p), treeOf(factors.slice(half), p)];
  const { s, t } = modular.bezout(left.product, right.product, p);
  const product = modular.multiply(left.product, right.product, p);
  return { tree: { kind: "node", product: integers(product), left: left.tree, right: right.tree, s: integers(s), t: integers(t) }, product };
}

function productOf(tree: Tree): IntegerPolynomial {
  return tree.kind === "leaf" ? tree.factor : tree.product;
}

/** One quadratic step: from a factorisation of f modulo √m to one modulo m. */
function lift(tree: Tree, f: IntegerPolynomial, m: bigint): Tree {
  if (tree.kind === "leaf") return { kind: "leaf", factor: f };
  const [g, h] = [productOf(tree.left), productOf(tree.right)];
  const { s, t } = tree;
  const times = (a: IntegerPolynomial, b: IntegerPolynomial) => reduced(dense.multiply(a, b), m);
  const error = reduced(dense.subtract(f, dense.multiply(g, h)), m);
  const first = divideMonic(times(s, error), h, m);
  const newG = reduced(dense.add(g, dense.add(dense.multiply(t, error), dense.multiply(first.quotient, g))), m);
  const newH = reduced(dense.add(h, first.remainder), m);
  const gap = reduced(dense.subtract(dense.add(dense.multiply(s, newG), dense.multiply(t, newH)), dense.ONE), m);
  const second = divideMonic(times(s, gap), newH, m);
  const newS = reduced(dense.subtract(s, second.remainder), m);
  const newT = reduced(dense.subtract(t, dense.add(dense.multiply(t, gap), dense.multiply(second.quotient, newG))), m);
  return { kind: "node", product: f, left: lift(tree.left, newG, m), right: lift(tree.right, newH, m), s: newS, t: newT };
}

function leaves(tree: Tree): readonly IntegerPolynomial[] {
  return tree.kind === "leaf" ? [tree.factor] : [...leaves(tree.left), ...leaves(tree.right)];
}

/**
 * Lifts the monic factors of f / lc f modulo p to monic factors modulo p^(2^j) ≥ `bound`, by quadratic Hensel lifting along
 * a factor tree (von zur Gathen and Gerhard, Modern Computer Algebra, algorithms 15.10 and 15.17).
 */
export function liftFactors(
  f: IntegerPolynomial,
  factors: readonly ModularPolynomial[],
  p: number,
  bound: bigint,
): { modulus: bigint; factors: readonly IntegerPolynomial[] } {
  let { tree } = treeOf(factors, p);
  let modulus = BigInt(p);
  while (modulus < bound) {
    modulus *= modulus;
    const monic = reduced(dense.scale(f, inverse(dense.leading(f), modulus)), modulus);
    tree = lift(tree, monic, modulus);
  }
  return { modulus, factors: leaves(tree) };
}
