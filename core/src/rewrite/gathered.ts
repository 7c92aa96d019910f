import { call, divide, number, ONE, power, product, sum } from "../expression/construct.ts";
import { type CallNode, type Expression, equal, freeNames, isReciprocal } from "../expression/expression.ts";

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
  const below = e.factors.filter(isReciprocal).map(({ base }) => base);
  const twins = below.filter((base) => e.factors.some((factor) => !isReciprocal(factor) && equal(asPower(factor).base, base)));
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

/** Powers of one base as one power; with an odd root among them, a power of that root. */
function united(base: Expression, powers: readonly Expression[]): Expression {
  const exponent = sum(...powers.map((factor) => asPower(factor).exponent));
  const root = powers.find(isRootCall);
  if (!root) return power(base, exponent);
  const [degree = number(1)] = root.args;
  return power(call("root", degree, base), product(degree, exponent));
}
