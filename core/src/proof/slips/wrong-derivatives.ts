import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { call, derivative, divide, equation, name, negate, power, product, subtract, sum } from "../../expression/construct.ts";
import { contains, type Expression, factorsOf, isReciprocal, termsOf } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { simplify } from "../../truth/index.ts";
import type { WrongUse } from "./wrong-laws.ts";

/** What those who forget a rule make of a derivative: the product or quotient factor by factor, a chain without its inner derivative. */
export function wrongDerivatives(of: Expression, variable: string): readonly WrongUse[] {
  const terms = termsOf(of);
  try {
    return terms.flatMap((term) => {
      const others = terms.filter((one) => one !== term).map((one) => differentiate(one, variable));
      return FORGOTTEN.flatMap((way) => way(term, variable)).map((wrong) => ({
        claim: equation(derivative(term, variable, 1), simplify(wrong).expression),
        after: sum(wrong, ...others),
      }));
    });
  } catch (error) {
    if (error instanceof NotDifferentiable) return [];
    throw error;
  }
}

type Forgotten = (term: Expression, variable: string) => readonly Expression[];

/** (u v)′ = u′ v′. */
const ofProduct: Forgotten = (term, variable) => {
  const factors = factorsOf(term).filter((factor) => contains(factor, variable));
  const constant = product(...factorsOf(term).filter((factor) => !contains(factor, variable)));
  return factors.length > 1 ? [product(constant, ...factors.map((factor) => differentiate(factor, variable)))] : [];
};

/** (u/v)′ = u′/v′, and the quotient rule with its terms the other way round. */
const ofQuotient: Forgotten = (term, variable) => {
  const below = factorsOf(term)
    .filter(isReciprocal)
    .filter((factor) => contains(factor, variable));
  const v = product(...below.map(({ base, exponent }) => power(base, negate(exponent))));
  const u = product(...factorsOf(term).filter((factor) => !below.some((one) => one === factor)));
  if (below.length === 0) return [];
  const [up, down] = [differentiate(u, variable), differentiate(v, variable)];
  return [divide(up, down), divide(subtract(product(u, down), product(up, v)), product(v, v)), divide(sum(product(up, v), product(u, down)), product(v, v))];
};

/** f(u)′ = f′(u), without u′. */
const ofChain: Forgotten = (term, variable) => {
  const [inner] = term.kind === "call" ? term.args : term.kind === "power" ? [contains(term.base, variable) ? term.base : term.exponent] : [];
  if (!inner || inner.kind === "name" || !contains(inner, variable)) return [];
  const held = "u";
  const outer =
    term.kind === "call" && term.args.length === 1
      ? call(term.name, name(held))
      : term.kind === "power"
        ? inner === term.base
          ? power(name(held), term.exponent)
          : power(term.base, name(held))
        : undefined;
  return outer && !contains(term, held) ? [substitute(differentiate(outer, held), new Map([[held, inner]]))] : [];
};

const FORGOTTEN: readonly Forgotten[] = [ofProduct, ofQuotient, ofChain];
