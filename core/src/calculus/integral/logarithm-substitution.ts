import { call, divide, E, name, power, product } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll } from "../../expression/expression.ts";
import { mapChildren, substitute } from "../../expression/substitute.ts";
import { simplify } from "../../truth/index.ts";
import { type InLetter, integrateInLetter, newLetter } from "./new-letter.ts";
import { integralStep, type Rule } from "./rule.ts";

/** A function of ln x beside powers of x: with u = ln x, x is e^u. */
export const LOGARITHM_SUBSTITUTION: Rule = (f, search) => {
  const { variable } = search;
  const x = name(variable);
  const logarithm = call("ln", x);
  if (findAll(f, (part) => equal(part, logarithm)).length === 0) return undefined;
  const letter = newLetter(f);
  const u = name(letter);
  const growth = power(E, u);
  const inLetter = (e: Expression): Expression => (equal(e, logarithm) ? u : mapChildren(e, inLetter));
  const integrand = simplify(substitute(product(inLetter(f), x), new Map([[variable, growth]]))).expression;
  if (contains(integrand, variable)) return undefined;
  const back = (found: Expression): Expression => simplify(withGrowth(found, letter, x)).expression;
  const begin: InLetter["begin"] = (after, named) => integralStep("integrate by the logarithm", [letter, x, growth], f, variable, after, named);
  return integrateInLetter(f, { letter, meaning: logarithm, integrand, back, begin }, search);
};

/** e^(k u) as x^k. */
function withGrowth(e: Expression, letter: string, x: Expression): Expression {
  if (e.kind === "power" && e.base.kind === "constant" && e.base.name === "e" && contains(e.exponent, letter)) {
    const times = simplify(divide(e.exponent, name(letter))).expression;
    if (!contains(times, letter)) return power(x, times);
  }
  return mapChildren(e, (child) => withGrowth(child, letter, x));
}
