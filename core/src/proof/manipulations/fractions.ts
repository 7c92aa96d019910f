import { factoredForm } from "../../canonical/factored.ts";
import { number, ONE, power, product, sum } from "../../expression/construct.ts";
import { type Expression, ExpressionMap, equal, factorsOf, findAll, isReciprocal } from "../../expression/expression.ts";
import { replacePart } from "../../expression/substitute.ts";
import { expanded } from "../../rewrite/forms/expand.ts";
import { complexity } from "../../truth/index.ts";
import { inverse } from "../functions.ts";
import type { Manipulation, Move } from "../move.ts";
import { differenceOfSquares, PYTHAGOREAN } from "../rules/pythagorean.ts";
import { tidied } from "../tidy.ts";

/** A sum of fractions over the denominator that they have in common, numerators as they come. */
export const COMMON_DENOMINATOR: Manipulation = {
  moves: (e) =>
    sumsIn(e).flatMap((node): readonly Move[] => {
      const below = denominatorOf(node.terms);
      if (below.length === 0) return [];
      const common = product(...below.map(({ base, exponent }) => power(base, number(exponent))));
      const numerators = node.terms.map((term) => tidied(product(term, common)));
      if (numerators.some((numerator) => factorsOf(numerator).some(isReciprocal))) return [];
      const after = product(sum(...numerators), inverse(common));
      return [{ rule: "common denominator", pieces: [common], after: replacePart(e, node, after), cost: 1 }];
    }),
};

const sumsIn = (e: Expression): readonly (Expression & { readonly kind: "sum" })[] =>
  findAll(e, (part) => part.kind === "sum").filter((part) => part.kind === "sum");

/** What the terms are divided by, each to the highest power that occurs. */
function denominatorOf(terms: readonly Expression[]): readonly { readonly base: Expression; readonly exponent: number }[] {
  const powers = new ExpressionMap<number>();
  for (const factor of terms.flatMap(factorsOf).filter(isReciprocal)) {
    const { num, den } = factor.exponent.value;
    if (den === 1 && typeof num === "number") powers.set(factor.base, Math.max(powers.get(factor.base) ?? 0, -num));
  }
  return [...powers.entries()].map(([base, exponent]) => ({ base, exponent }));
}

/** (a + b)/c as a/c + b/c. */
export const SPLIT_FRACTION: Manipulation = {
  moves: (e) =>
    findAll(e, (part) => part.kind === "product" && part.factors.some(isReciprocal)).flatMap((node): readonly Move[] => {
      const [numerator, ...more] = factorsOf(node).filter((factor) => factor.kind === "sum");
      if (numerator?.kind !== "sum" || more.length > 0) return [];
      const rest = factorsOf(node).filter((factor) => factor !== numerator);
      const apart = sum(...numerator.terms.map((term) => tidied(product(term, ...rest))));
      // Multiplied out everywhere it may come to the same: this says better what was done.
      return [{ rule: "split the fraction", pieces: [], after: replacePart(e, node, apart), cost: 0.95 }];
    }),
};

/** Numerator and denominator factored as polynomials in what they are made of, and what they share cancelled. */
export const CANCEL: Manipulation = {
  moves: (e) =>
    findAll(
      e,
      (part) => part.kind === "product" && part.factors.some(isReciprocal) && part.factors.some((factor) => factorsOf(baseOf(factor)).some(isSum)),
    ).flatMap((node): readonly Move[] => {
      const reduced = factoredForm(node);
      if (!reduced || equal(reduced, node) || complexity(reduced) >= complexity(node)) return [];
      return [{ rule: "factor and cancel", pieces: [], after: replacePart(e, node, reduced), cost: 0.9 }];
    }),
};

const baseOf = (factor: Expression): Expression => (factor.kind === "power" ? factor.base : factor);
const isSum = (e: Expression): boolean => e.kind === "sum";

/** A fraction with a ± b above or below, extended by a ∓ b where a² − b² is simpler; of three terms any two may be taken together. */
export const CONJUGATE: Manipulation = {
  moves: (e) =>
    findAll(e, (part) => factorsOf(part).some(isReciprocal)).flatMap((node) =>
      factorsOf(node).flatMap((factor): readonly Move[] => {
        const base = baseOf(factor);
        const exponent = factor.kind === "power" ? factor.exponent : ONE;
        const isOnce = exponent.kind === "number" && exponent.value.den === 1 && (exponent.value.num === 1 || exponent.value.num === -1);
        if (base.kind !== "sum" || base.terms.length > 3 || !isOnce) return [];
        // Of two terms the last that is no number has its sign changed.
        const last = base.terms.findLast((term) => term.kind !== "number") ?? base.terms.at(-1);
        return base.terms.flatMap((term): readonly Move[] => {
          if (base.terms.length === 2 && term !== last) return [];
          const others = base.terms.filter((one) => one !== term);
          const square = squaresApart(sum(...others), term);
          if (!square) return [];
          const conjugate = sum(...others, product(number(-1), term));
          const rest = factorsOf(node).filter((one) => one !== factor);
          const after = tidied(product(power(square, exponent), power(power(conjugate, number(-1)), exponent), ...rest));
          return [{ rule: "extend by the conjugate", pieces: [conjugate], after: replacePart(e, node, after), cost: 1.3 }];
        });
      }),
    ),
};

/** a² − b², where that is simpler than a + b: by the Pythagorean identity, since a root goes, or since squares cancel. */
function squaresApart(a: Expression, b: Expression): Expression | undefined {
  const difference = sum(expanded(power(a, number(2))), product(number(-1), power(b, number(2))));
  if (a.kind !== "sum") return differenceOfSquares(a, b) || isSquareRoot(a) || isSquareRoot(b) ? difference : undefined;
  const [use] = PYTHAGOREAN.uses(difference, { angles: [], assumptions: [] }).filter(({ way }) => way === "join");
  return use && use.node.kind !== "sum" ? use.node : undefined;
}

const isSquareRoot = (e: Expression): boolean =>
  factorsOf(e).some(
    (factor) => factor.kind === "power" && factor.exponent.kind === "number" && factor.exponent.value.num === 1 && factor.exponent.value.den === 2,
  );
