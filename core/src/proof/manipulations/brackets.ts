import { factoredForm } from "../../canonical/factored.ts";
import { HALF, negate, number, power, product, splitCoefficient, sum, TWO } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf, findAll, isReciprocal } from "../../expression/expression.ts";
import { replacePart } from "../../expression/substitute.ts";
import { expanded, hasProductsOfSums } from "../../rewrite/forms/expand.ts";
import type { Manipulation, Move } from "../move.ts";

/** Products of sums multiplied out, everywhere at once. */
export const MULTIPLY_OUT: Manipulation = {
  moves: (e) => {
    if (!hasProductsOfSums(e)) return [];
    const after = expanded(e);
    return equal(after, e) ? [] : [{ rule: "multiply out", pieces: [], after, cost: 1 }];
  },
};

/** A sum as a product: common factors, differences of squares and cubes, and what else polynomials have. */
export const FACTOR: Manipulation = {
  moves: (e) =>
    findAll(e, (part) => part.kind === "sum" && !part.terms.some((term) => factorsOf(term).some(isReciprocal))).flatMap((node): readonly Move[] => {
      const factored = factoredForm(node);
      return !factored || equal(factored, node) || !isProduct(factored)
        ? []
        : [{ rule: "factor a sum", pieces: [node, factored], after: replacePart(e, node, factored), cost: 1.1 }];
    }),
};

/** (a + b)(a − b) as a² − b², above or below a line. */
export const CONJUGATE_FACTORS: Manipulation = {
  moves: (e) =>
    findAll(e, (part) => part.kind === "product").flatMap((node) =>
      factorsOf(node).flatMap((first, k): readonly Move[] => {
        const [own, exponent] = baseAndExponent(first);
        const [a, b] = own.kind === "sum" && own.terms.length === 2 ? own.terms : [];
        if (!a || !b) return [];
        const conjugates = [sum(a, negate(b)), sum(negate(a), b)];
        const second = factorsOf(node).find(
          (factor, j) => j > k && exponent === baseAndExponent(factor)[1] && conjugates.some((one) => equal(one, baseAndExponent(factor)[0])),
        );
        if (!second) return [];
        const [other] = baseAndExponent(second);
        const [front, back] = equal(other, sum(a, negate(b))) ? [a, b] : [b, a];
        const difference = sum(power(front, TWO), negate(power(back, TWO)));
        const after = product(power(difference, number(exponent)), ...factorsOf(node).filter((factor) => factor !== first && factor !== second));
        return [{ rule: "multiply these out", pieces: [product(own, other), difference], after: replacePart(e, node, after), cost: 0.7 }];
      }),
    ),
};

/** A base and its whole exponent. */
function baseAndExponent(factor: Expression): readonly [Expression, number] {
  const exponent = factor.kind === "power" ? factor.exponent : undefined;
  const isWhole = exponent?.kind === "number" && exponent.value.den === 1 && typeof exponent.value.num === "number";
  return factor.kind === "power" && isWhole ? [factor.base, Number(exponent.value.num)] : [factor, 1];
}

/** p² − q² as (p + q)(p − q) for even powers p², q² of a sum of two terms. */
export const DIFFERENCE_OF_SQUARES: Manipulation = {
  moves: (e) =>
    findAll(e, (part) => part.kind === "sum" && part.terms.length === 2).flatMap((node): readonly Move[] => {
      const [first, second] = node.kind === "sum" ? node.terms : [];
      if (!first || !second) return [];
      for (const [plus, minus] of [
        [first, negate(second)],
        [second, negate(first)],
      ] as const) {
        const [p, q] = [squareRootOf(plus), squareRootOf(minus)];
        if (!p || !q || p.kind === "number" || q.kind === "number") continue;
        return [{ rule: "difference of squares", pieces: [p, q], after: replacePart(e, node, product(sum(p, q), sum(p, negate(q)))), cost: 0.9 }];
      }
      return [];
    }),
};

/** u^m where the term is u^2m, with whole numbers before it that are squares. */
function squareRootOf(term: Expression): Expression | undefined {
  const { coefficient } = splitCoefficient(term);
  if (coefficient.num <= 0) return undefined;
  const parts = factorsOf(term).map((factor): Expression | undefined => {
    if (factor.kind === "number") {
      const root = power(factor, HALF);
      return root.kind === "number" ? root : undefined;
    }
    const [base, exponent] = baseAndExponent(factor);
    return exponent % 2 === 0 ? power(base, number(exponent / 2)) : undefined;
  });
  return parts.every((part) => part !== undefined) ? product(...parts) : undefined;
}

const isProduct = (e: Expression): boolean => (e.kind === "product" && e.factors.filter((factor) => factor.kind !== "number").length > 1) || e.kind === "power";
