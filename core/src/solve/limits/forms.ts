import { leadingTerm } from "../../calculus/limit/leading.ts";
import { isNegative } from "../../canonical/normal-form.ts";
import type { RuleName } from "../../derivation/rules/catalogue.ts";
import { type Step, step } from "../../derivation/step.ts";
import { divide, isNumber, MINUS_ONE, name, negate, number, ONE, power, product, subtract, sum } from "../../expression/construct.ts";
import { children, contains, distinct, type Expression, equal, factorsOf, findAll, isRoot, termsOf } from "../../expression/expression.ts";
import { CIRCULAR_QUOTIENTS } from "../../expression/functions/kinds.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { quotientOf } from "../../expression/quotient.ts";
import { withSineAndCosine } from "../../rewrite/forms/angle-forms.ts";
import { combineWithSteps } from "../../rewrite/forms/combine.ts";
import { factorWithSteps } from "../../rewrite/forms/factor-with-steps.ts";
import { gathered } from "../../rewrite/gathered.ts";
import { complexity, constantSign, equalityTest, expand, simplify } from "../../truth/index.ts";
import { grows, type LimitWay, nearby, type Stage, vanishes } from "./way.ts";

/** One fraction in lowest terms: what vanishes above and below is cancelled. */
export const byCancelling: LimitWay = ({ e, place }) => {
  if (!contains(e, place.variable)) return undefined;
  const { expression, steps } = combineWithSteps(e);
  if (equal(expression, e) || steps.length === 0) return undefined;
  // A numerator that is only written differently brings nothing nearer.
  if (complexity(expression) >= complexity(e) && !steps.some(({ rule }) => COMBINING.has(rule))) return undefined;
  return { steps: withoutDetours(steps).map((one) => ({ ...one, under: place })), next: expression };
};

const COMBINING: ReadonlySet<RuleName> = new Set(["common denominator", "cancel a factor", "divide by a fraction"]);

/** A common denominator is shown with its numerator worked out. */
function withoutDetours(steps: readonly Step[]): readonly Step[] {
  return steps.flatMap((one, k): readonly Step[] => {
    const [before, next] = [steps[k - 1], steps[k + 1]];
    if (one.rule === "work out the numerator" && before?.rule === "common denominator") return [];
    const isSplit = one.rule === "common denominator" && next?.rule === "work out the numerator";
    if (!isSplit || one.claim.kind !== "equal" || next.claim.kind !== "equal") return [one];
    const { written: _asSum, ...rest } = one;
    return [{ ...rest, claim: { ...one.claim, after: next.claim.after } }];
  });
}

/** A sum with tangents, cotangents, secants or cosecants, as a product of what sine and cosine give. */
export const bySinesAndCosines: LimitWay = ({ e, place }) => {
  const { numerator, denominator } = quotientOf(e);
  const holdsQuotients = findAll(numerator, (part) => part.kind === "call" && CIRCULAR_QUOTIENTS.has(part.name) && contains(part, place.variable)).length > 0;
  if (!holdsQuotients || !factorsOf(numerator).some(({ kind }) => kind === "sum")) return undefined;
  const factored = factorWithSteps(withSineAndCosine(numerator).expression, { kind: "rationals" }).expression;
  const next = divide(factored, denominator);
  if (equal(next, e) || factored.kind !== "product") return undefined;
  return { steps: [{ ...step("sines and cosines", [], { kind: "equal", before: e, after: next }), under: place }], next };
};

/** A difference of roots that vanishes, or grows on both sides, times its conjugate. */
export const byConjugate: LimitWay = (stage) => {
  const { numerator, denominator } = quotientOf(stage.e);
  for (const isAbove of [true, false]) {
    const part = isAbove ? numerator : denominator;
    const difference = factorsOf(part).find(isDifferenceOfRoots);
    if (!difference || !(vanishes(difference, stage) || (isAbove && termsOf(difference).every((term) => grows(term, stage))))) continue;
    const [first, second] = termsOf(difference);
    if (!first || !second) continue;
    const conjugate = isNegative(first) ? sum(second, negate(first)) : sum(first, negate(second));
    const rational = simplify(expand(product(difference, conjugate))).expression;
    const others = factorsOf(part).filter((factor) => factor !== difference);
    const [above, below] = isAbove
      ? [product(rational, ...others), product(denominator, conjugate)]
      : [product(numerator, conjugate), product(rational, ...others)];
    const next = gathered(divide(above, below));
    if (equalityTest(next, stage.e, [...stage.assumptions, ...nearby(stage)]).kind !== "zero") continue;
    return {
      steps: [
        {
          ...step("multiply by the conjugate", [conjugate], { kind: "equal", before: stage.e, after: next }, { conditions: nearby(stage) }),
          under: stage.place,
        },
      ],
      next,
    };
  }
  return undefined;
};

function isDifferenceOfRoots(e: Expression): boolean {
  return e.kind === "sum" && e.terms.length === 2 && e.terms.some((term) => findAll(term, isRoot).length > 0);
}

/** A quotient of sums of powers and roots far out: divided by the highest power below, terms but constants vanish. */
export const byHighestPower: LimitWay = (stage) => {
  const { e, place } = stage;
  if (infinityOf(place.at) === undefined) return undefined;
  const { numerator, denominator } = quotientOf(e);
  const x = name(place.variable);
  const degree = contains(denominator, place.variable) ? degreeOf(denominator, stage) : undefined;
  if (degree === undefined || degree.kind !== "number" || degree.value.num <= 0) return undefined;
  const above = degreeOf(numerator, stage);
  if (above?.kind !== "number" || numberGreater(above, degree)) return undefined;
  const highest = power(x, degree);
  const over = (part: Expression): Expression | undefined => {
    const terms = termsOf(part).map((term) => dividedBy(term, degree, x, infinityOf(place.at) === 1));
    return terms.every((term) => term !== undefined) ? sum(...terms) : undefined;
  };
  const [top, bottom] = [over(numerator), over(denominator)];
  if (!top || !bottom) return undefined;
  const next = divide(top, bottom);
  if (equal(next, e)) return undefined;
  const done = { ...step("divide by the highest power", [highest], { kind: "equal", before: e, after: next }, { conditions: nearby(stage) }), under: place };
  return { steps: [done], next };
};

function numberGreater(a: Expression, b: Expression): boolean {
  return constantSign(subtract(a, b)) === 1;
}

/** The power of the variable that a sum of powers and roots grows like; undefined where it is no such sum. */
function degreeOf(e: Expression, { place }: Stage): Expression | undefined {
  const isAlgebraic = (part: Expression): boolean =>
    !contains(part, place.variable) ||
    part.kind === "name" ||
    (part.kind !== "call" && part.kind !== "cases" && !(part.kind === "power" && contains(part.exponent, place.variable)) && children(part).every(isAlgebraic));
  const leading = isAlgebraic(e) ? leadingTerm(e, place, []) : undefined;
  if (!leading) return undefined;
  const own = factorsOf(leading).find((factor) => contains(factor, place.variable));
  if (!own) return number(0);
  if (own.kind === "name") return number(1);
  return own.kind === "power" && own.base.kind === "name" ? own.exponent : undefined;
}

/** A term over a power of the variable; a root of a polynomial takes the power in. */
function dividedBy(term: Expression, degree: Expression, x: Expression, isPositive: boolean): Expression | undefined {
  const roots = factorsOf(term).filter(
    (factor) => factor.kind === "power" && factor.exponent.kind === "number" && factor.exponent.value.den !== 1 && factor.base.kind === "sum",
  );
  const [root] = roots;
  if (!root) return simplify(divide(term, power(x, degree))).expression;
  if (root.kind !== "power" || root.exponent.kind !== "number" || roots.length > 1) return undefined;
  const inside = product(degree, power(root.exponent, MINUS_ONE));
  const isOdd = degree.kind === "number" && Number(degree.value.num) % 2 === 1;
  // Below 0 an odd power is the negative of its size, and only an even power goes into the root.
  if (!isPositive && !(inside.kind === "number" && inside.value.den === 1 && Number(inside.value.num) % 2 === 0)) return undefined;
  const base = sum(...termsOf(root.base).map((one) => simplify(divide(one, power(x, inside))).expression));
  const sign = !isPositive && isOdd ? MINUS_ONE : ONE;
  return product(sign, ...factorsOf(term).filter((factor) => factor !== root), power(base, root.exponent));
}

/** What behaves like its argument near 0, and 1 − cos u like u²/2: the quotient tends to 1. */
const EQUIVALENTS: Readonly<Record<string, (u: Expression) => Expression>> = {
  sin: (u) => u,
  tan: (u) => u,
  arcsin: (u) => u,
  arctan: (u) => u,
  sinh: (u) => u,
  tanh: (u) => u,
  arsinh: (u) => u,
  artanh: (u) => u,
};

/** The factors of a product that have a standard limit are replaced by what they behave like. */
export const byStandardLimits: LimitWay = (stage) => {
  const { e, place } = stage;
  const used: Expression[] = [];
  const replaced = (factor: Expression): Expression => {
    if (factor.kind === "power" && factor.exponent.kind === "number") return power(replaced(factor.base), factor.exponent);
    const like = contains(factor, place.variable) ? equivalentOf(factor, stage) : undefined;
    if (!like) return factor;
    used.push(divide(factor, like));
    return like;
  };
  const factors = e.kind === "product" ? e.factors : [e];
  const next = simplify(product(...factors.map(replaced))).expression;
  if (used.length === 0 || equal(next, e)) return undefined;
  const different = distinct(used);
  return {
    steps: [
      {
        ...step("standard limits", [different, different.length === 1 ? "tends" : "tend"], { kind: "same limit", place, before: e, after: next }),
        under: place,
      },
    ],
    next,
  };
};

/** sin u and its kin for a u that vanishes; 1 − cos u, e^u − 1, ln(1 + u). */
function equivalentOf(factor: Expression, stage: Stage): Expression | undefined {
  if (factor.kind === "call") {
    const [u = number(0)] = factor.args;
    const like = EQUIVALENTS[factor.name];
    if (like && vanishes(u, stage)) return like(u);
    if (factor.name === "ln") {
      const rest = simplify(sum(u, number(-1))).expression;
      return contains(rest, stage.place.variable) && vanishes(rest, stage) ? rest : undefined;
    }
    return undefined;
  }
  if (factor.kind !== "sum" || factor.terms.length !== 2 || !vanishes(factor, stage)) return undefined;
  const [constant, other] = factor.terms.some((term) => isNumber(term, 1))
    ? [1, factor.terms.find((term) => !isNumber(term, 1))]
    : [-1, factor.terms.find((term) => !isNumber(term, -1))];
  if (!other || !factor.terms.some((term) => isNumber(term, constant))) return undefined;
  const inner = constant === 1 ? negate(other) : other;
  const sign = constant === 1 ? -1 : 1;
  if (inner.kind === "call" && inner.name === "cos") return product(number({ num: -sign, den: 2 }), power(inner.args[0] ?? number(0), number(2)));
  if (inner.kind === "power" && inner.base.kind === "constant" && inner.base.name === "e") return product(number(sign), inner.exponent);
  return undefined;
}
