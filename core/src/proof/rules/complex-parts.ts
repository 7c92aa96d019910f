import { conjugate } from "../../canonical/conjugate.ts";
import { call, divide, E, I, negate, number, power, product, subtract, sum, TWO } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf } from "../../expression/expression.ts";
import { isReal } from "../../expression/realness.ts";
import { simplify } from "../../truth/index.ts";
import { powered, raised, without } from "../functions.ts";
import { type Formulas, type Uses, whole } from "../rule.ts";

/** |z|² = z z̄, Re z = (z + z̄)/2, Im z = (z − z̄)/(2i), and conjugates of sums and products. */
export const COMPLEX_PARTS: Formulas = {
  rule: "parts of a complex number",
  cost: 1,
  uses: (node) => {
    const own = powered(node);
    const z = own?.argument;
    if (!own || !z || isReal(z)) return [];
    if (own.name === "abs" && own.exponent % 2 === 0) {
      const by = product(z, conjugate(z));
      return [{ ...whole("modulus", raised("abs", z, 2), by), node: power(by, number(own.exponent / 2)) }];
    }
    if (node.kind !== "call") return [];
    if (node.name === "abs") return sizes(node, z);
    if (node.name === "Re") return [whole("real part", node, divide(sum(z, conjugate(z)), TWO))];
    if (node.name === "Im") return [whole("imaginary part", node, divide(subtract(z, conjugate(z)), product(TWO, I)))];
    const inside = node.name === "conj" ? conjugate(z) : node;
    return equal(inside, node) ? [] : [whole("conjugate", node, inside)];
  },
};

/** |z w| = |z| |w|, |z^n| = |z|^n and |e^w| = e^(Re w). */
function sizes(node: Expression, z: Expression): Uses {
  if (z.kind === "power" && equal(z.base, E)) {
    const real = simplify(divide(sum(z.exponent, conjugate(z.exponent)), TWO)).expression;
    return [whole("size of an exponential", node, power(E, real))];
  }
  if (z.kind === "power" && z.exponent.kind === "number" && z.exponent.value.den === 1) return [whole("sizes", node, power(call("abs", z.base), z.exponent))];
  return z.kind === "product" ? [whole("sizes", node, product(...z.factors.map((factor) => call("abs", factor))))] : [];
}

/** sin(ix) = i sinh x and cos(ix) = cosh x (Abramowitz and Stegun, 4.5.7–8). */
export const IMAGINARY_ANGLES: Formulas = {
  rule: "parts of a complex number",
  cost: 1,
  uses: (node) => {
    const [u] = node.kind === "call" && (node.name === "sin" || node.name === "cos") ? node.args : [];
    if (node.kind !== "call" || !u || !factorsOf(u).some((factor) => equal(factor, I))) return [];
    const x = product(negate(I), u);
    return [whole("imaginary angle", node, node.name === "sin" ? product(I, call("sinh", x)) : call("cosh", x))];
  },
};

/** z z̄ = |z|², from the product to the modulus. */
export const AS_MODULUS: Formulas = {
  rule: "parts of a complex number",
  cost: 0.9,
  uses: (node) =>
    factorsOf(node).flatMap((z) => {
      const other = isReal(z) ? undefined : factorsOf(node).find((factor) => factor !== z && equal(factor, conjugate(z)));
      if (!other || (z.kind === "call" && z.name === "conj")) return [];
      const by = raised("abs", z, 2);
      return [{ way: "modulus", part: product(z, other), by, node: product(by, ...without(node, z, other)) }];
    }),
};

/** e^(iφ) = cos φ + i sin φ (L. Euler, Introductio in analysin infinitorum, 1748, § 138). */
export const EULER: Formulas = {
  rule: "Euler's formula",
  cost: 1,
  uses: (node) => {
    if (node.kind !== "power" || !equal(node.base, E)) return [];
    const angle = factorsOf(node.exponent).some((factor) => equal(factor, I)) ? product(negate(I), node.exponent) : undefined;
    return angle && isReal(angle) ? [whole("Euler", node, sum(call("cos", angle), product(I, call("sin", angle))))] : [];
  },
};

/** cos φ + i sin φ = e^(iφ), read from right to left. */
export const AS_EULER: Formulas = {
  rule: "Euler's formula",
  cost: 1.2,
  uses: (node) => {
    if (node.kind !== "sum" || node.terms.length !== 2) return [];
    return node.terms.flatMap((term) => {
      const own = powered(term);
      if (own?.name !== "cos" || own.exponent !== 1) return [];
      const by = power(E, product(I, own.argument));
      return equal(node, sum(term, product(I, call("sin", own.argument)))) ? [whole("as exponential", node, by)] : [];
    });
  },
};
