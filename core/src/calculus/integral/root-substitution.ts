import { divide, name, number, power, product, subtract } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll, isRoot } from "../../expression/expression.ts";
import { mapChildren, substitute } from "../../expression/substitute.ts";
import * as integer from "../../number/integer.ts";
import { simplify } from "../../truth/index.ts";
import { differentiate } from "../derivative.ts";
import { linearIn } from "./linear.ts";
import { type InLetter, integrateInLetter, newLetter } from "./new-letter.ts";
import { integralStep, type Rule } from "./rule.ts";

const LARGEST_DEGREE = 6;

/** A root of a x + b beside rational functions of x: with u for the root, x = (u^n − b)/a makes everything rational. */
export const ROOT_SUBSTITUTION: Rule = (f, search) => {
  const { variable } = search;
  const roots = findAll(f, (part) => isRoot(part) && contains(part.base, variable));
  const [first] = roots;
  if (first?.kind !== "power") return undefined;
  const { base } = first;
  const inner = linearIn(base, variable);
  if (!inner || !roots.every((root) => root.kind === "power" && equal(root.base, base))) return undefined;
  const degree = Number(
    roots.reduce<integer.Integer>((n, root) => (root.kind === "power" && root.exponent.kind === "number" ? integer.lcm(n, root.exponent.value.den) : n), 1),
  );
  if (degree > LARGEST_DEGREE) return undefined;
  const letter = newLetter(f);
  const u = name(letter);
  const x = divide(subtract(power(u, number(degree)), inner.constant), inner.slope);
  const withRoot = (e: Expression): Expression =>
    e.kind === "power" && equal(e.base, base) ? power(u, product(number(degree), e.exponent)) : mapChildren(e, withRoot);
  const integrand = simplify(product(substitute(withRoot(f), new Map([[variable, x]])), differentiate(x, letter))).expression;
  const meaning = power(base, divide(number(1), number(degree)));
  const begin: InLetter["begin"] = (after, named) =>
    integralStep("integrate by a root", [letter, meaning, x, differentiate(x, letter), variable], f, variable, after, named);
  return integrateInLetter(f, { letter, meaning, integrand, begin }, search);
};
