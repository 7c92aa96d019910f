import { call, divide, name, negate, number, power, product, subtract, sum } from "../../expression/construct.ts";
import { contains, distinct, type Expression, equal, findAll } from "../../expression/expression.ts";
import { mapChildren, substitute } from "../../expression/substitute.ts";
import * as integer from "../../number/integer.ts";
import * as rational from "../../number/rational.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { simplify } from "../../truth/index.ts";
import { differentiate } from "../derivative.ts";
import { type InLetter, integrateInLetter, newLetter } from "./new-letter.ts";
import { powerOf } from "./powers.ts";
import { integralStep, type Rule, type Search } from "./rule.ts";

const LARGEST_DEGREE = 12;

/** A root as a base and an exponent: √(x + 1), x^(2/3) for x ≥ 0, or the real root of odd degree. */
interface Radical {
  readonly part: Expression;
  readonly base: Expression;
  readonly exponent: rational.Rational;
}

function radicalOf(part: Expression): Radical | undefined {
  if (part.kind === "call" && part.name === "root") {
    const [degree, base] = part.args;
    return degree?.kind === "number" && base ? { part, base, exponent: rational.invert(degree.value) } : undefined;
  }
  const own = powerOf(part);
  return own && own.exponent.den !== 1 ? { part, ...own } : undefined;
}

/** Roots beside rational functions of x: with u for a root from which x can be had again, everything becomes rational in u. */
export const ROOT_SUBSTITUTION: Rule = (f, search) => {
  const { variable } = search;
  const radicals = findAll(f, (part) => contains(part, variable) && radicalOf(part) !== undefined).flatMap((part) => radicalOf(part) ?? []);
  const bases = distinct(radicals.map(({ base }) => base));
  for (const base of bases) {
    const own = radicals.filter((one) => equal(one.base, base));
    const degree = Number(own.reduce<integer.Integer>((n, { exponent }) => integer.lcm(n, exponent.den), 1));
    const found = degree > LARGEST_DEGREE ? undefined : byRoot(f, base, degree, search);
    if (found) return found;
  }
  return undefined;
};

function byRoot(f: Expression, base: Expression, degree: number, search: Search): ReturnType<Rule> {
  const { variable } = search;
  const letter = newLetter(f);
  const u = name(letter);
  const parts: Replaced[] = [];
  const x = inverted(base, power(u, number(degree)), variable, parts);
  if (!x) return undefined;
  const replaced = (e: Expression): Expression => {
    const known = parts.find(({ part }) => equal(part, e));
    if (known) return known.by;
    const radical = radicalOf(e);
    if (radical && equal(radical.base, base)) return power(u, number(rational.multiply(radical.exponent, { num: degree, den: 1 })));
    const inner = radical && parts.find(({ part }) => equal(part, radical.base));
    if (inner && radical) return power(inner.by, number(radical.exponent));
    return mapChildren(e, replaced);
  };
  const slope = simplify(differentiate(x, letter)).expression;
  const integrand = simplify(product(substitute(replaced(f), new Map([[variable, x]])), slope)).expression;
  if (contains(integrand, variable) || findAll(integrand, (part) => contains(part, letter) && radicalOf(part) !== undefined).length > 0) return undefined;
  const odd = degree % 2 === 1 && findAll(f, (part) => part.kind === "call" && part.name === "root").length > 0;
  const meaning = odd ? call("root", number(degree), base) : power(base, divide(number(1), number(degree)));
  const begin: InLetter["begin"] = (after, named) => integralStep("integrate by a root", [letter, meaning, x, slope, variable], f, variable, after, named);
  return integrateInLetter(f, { letter, meaning, integrand, begin }, search);
}

/** A part of the integrand and what it is in the new letter. */
interface Replaced {
  readonly part: Expression;
  readonly by: Expression;
}

/** x from an equation e = value, where e is linear, a quotient of linear ones, or a root of such in steps; the parts on the way are kept. */
function inverted(e: Expression, value: Expression, variable: string, parts: Replaced[]): Expression | undefined {
  if (e.kind === "name" && e.name === variable) return value;
  if (e.kind !== "sum" && e.kind !== "product") parts.push({ part: e, by: value });
  const linear = polynomialCoefficients(e, variable);
  if (linear?.length === 2 && linear[0] && linear[1]) return divide(subtract(value, linear[0]), linear[1]);
  const mobius = quotientOfLinear(e, variable);
  if (mobius) {
    const [[b, a], [d, c]] = mobius;
    return divide(subtract(product(d, value), b), subtract(a, product(c, value)));
  }
  const radical = radicalOf(e);
  if (radical) return inverted(radical.base, power(value, number(rational.invert(radical.exponent))), variable, parts);
  if (e.kind === "sum" || e.kind === "product") {
    const list = e.kind === "sum" ? e.terms : e.factors;
    const [open, ...more] = list.filter((part) => contains(part, variable));
    if (!open || more.length > 0) return undefined;
    const fixed = list.filter((part) => !contains(part, variable));
    return inverted(open, e.kind === "sum" ? sum(value, negate(sum(...fixed))) : divide(value, product(...fixed)), variable, parts);
  }
  return undefined;
}

type Linear = readonly [Expression, Expression];

/** (a x + b)/(c x + d) as its coefficients, constant first. */
function quotientOfLinear(e: Expression, variable: string): readonly [Linear, Linear] | undefined {
  if (e.kind !== "product") return undefined;
  const below = e.factors.filter((factor) => factor.kind === "power" && factor.exponent.kind === "number" && factor.exponent.value.num < 0);
  const [only, ...more] = below;
  const bottom = only && powerOf(only);
  if (!only || !bottom || more.length > 0 || !rational.equal(bottom.exponent, rational.MINUS_ONE)) return undefined;
  const coefficients = [product(...e.factors.filter((factor) => factor !== only)), bottom.base].map((part) => polynomialCoefficients(part, variable));
  const [above, under] = coefficients;
  if (!above || !under || above.length > 2 || under.length !== 2) return undefined;
  const zero = number(0);
  return [
    [above[0] ?? zero, above[1] ?? zero],
    [under[0] ?? zero, under[1] ?? zero],
  ];
}
