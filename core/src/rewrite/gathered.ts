import { call, divide, number, ONE, power, product, sum } from "../expression/construct.ts";
import { type CallNode, type Expression, equal, factorsOf, freeNames } from "../expression/expression.ts";
import { simplify } from "../truth/index.ts";

/** A factor as a base with its exponent: u² is u to the 2, a^n is a to the n, an odd root of u is u to the 1/n. */
function asPower(factor: Expression): { readonly base: Expression; readonly exponent: Expression } {
  if (factor.kind === "power" && freeNames(factor.base).size > 0) return factor;
  if (isRootCall(factor) && factor.args[0] && factor.args[1]) return { base: factor.args[1], exponent: divide(ONE, factor.args[0]) };
  return { base: factor, exponent: ONE };
}

const isRootCall = (e: Expression): e is CallNode => e.kind === "call" && e.name === "root";

/**
 * A product in which what stands above and below the line stands there once: √a/a as 1/√a, a^n/a as a^(n − 1). What was below the line is not 0, and an odd
 * root stays an odd root, so the value is the same wherever the product has one.
 */
export function gathered(e: Expression): Expression {
  if (e.kind !== "product") return e;
  const below = e.factors.flatMap((factor) => (isBelow(factor) ? [asPower(factor).base] : []));
  const twins = below.filter((base) => e.factors.some((factor) => !isBelow(factor) && equal(asPower(factor).base, base)));
  const others = e.factors.filter((factor) => !twins.some((base) => equal(asPower(factor).base, base)));
  return product(
    ...others,
    ...twins.map((base) =>
      united(
        base,
        e.factors.filter((factor) => equal(asPower(factor).base, base)),
      ),
    ),
  );
}

/** Whether a factor is a power with a negative exponent of what is no constant. */
function isBelow(factor: Expression): boolean {
  return factor.kind === "power" && factor.exponent.kind === "number" && factor.exponent.value.num < 0 && freeNames(factor.base).size > 0;
}

/** Powers of one base as one power; with an odd root among them, a power of that root. */
function united(base: Expression, powers: readonly Expression[]): Expression {
  const exponent = sum(...powers.map((factor) => asPower(factor).exponent));
  const root = powers.find(isRootCall);
  if (!root) return power(base, exponent);
  const [degree = number(1)] = root.args;
  return power(call("root", degree, base), product(degree, exponent));
}

/** Sums in a product with the powers of sums taken out that all their terms share: (x² + 1)⁴ (10x² − (x² + 1)). */
export function withCommonSums(e: Expression): Expression {
  return product(...factorsOf(e).map((factor) => (factor.kind === "sum" ? commonOut(factor) : factor)));
}

function commonOut(e: Expression & { readonly kind: "sum" }): Expression {
  const wholePowers = (term: Expression): readonly { readonly base: Expression; readonly exponent: number }[] =>
    factorsOf(term).flatMap((factor) => {
      const { base, exponent } = factor.kind === "power" ? factor : { base: factor, exponent: ONE };
      return base.kind === "sum" && exponent.kind === "number" && exponent.value.den === 1 && exponent.value.num > 0
        ? [{ base, exponent: Number(exponent.value.num) }]
        : [];
    });
  const [first = [], ...others] = e.terms.map(wholePowers);
  const shared = first.flatMap(({ base, exponent }) => {
    const least = Math.min(exponent, ...others.map((own) => own.find((one) => equal(one.base, base))?.exponent ?? 0));
    return least > 0 ? [power(base, number(least))] : [];
  });
  if (shared.length === 0) return e;
  const common = product(...shared);
  return product(common, simplify(sum(...e.terms.map((term) => gathered(divide(term, common))))).expression);
}
