import { isNumber, negate, number, power, product, splitCoefficient, sum } from "../expression/construct.ts";
import { type Expression, equal, factorsOf } from "../expression/expression.ts";
import { mapChildren } from "../expression/substitute.ts";
import * as rational from "../number/rational.ts";

/** What anyone does without saying so: equal factors above and below cancel, numbers go into sums, 1/(1/u) is u, and (√u)² too; −1/(u − v) is 1/(v − u). */
export function tidied(e: Expression): Expression {
  const inner = mapChildren(e, tidied);
  switch (inner.kind) {
    case "product":
      return cancelled(inner.factors);
    case "sum": {
      const opened = inner.terms.filter((term) => !isNothing(term)).map(distributed);
      return opened.length === inner.terms.length && opened.every((term, k) => term === inner.terms[k]) ? inner : tidied(sum(...opened));
    }
    case "power":
      return undone(inner);
    default:
      return inner;
  }
}

/** 0 times something that need not be defined. */
const isNothing = (term: Expression): boolean => term.kind === "product" && term.factors.some((factor) => isNumber(factor, 0));

/** A number times a sum, as a sum. */
function distributed(term: Expression): Expression {
  const [scale, of, more] = factorsOf(term);
  return scale?.kind === "number" && of?.kind === "sum" && !more ? sum(...of.terms.map((one) => product(scale, one))) : term;
}

function undone(e: Expression & { kind: "power" }): Expression {
  const { base, exponent } = e;
  if (base.kind !== "power" || base.exponent.kind !== "number" || exponent.kind !== "number") return e;
  const [inside, outside] = [base.exponent.value, exponent.value];
  const isBelow = inside.num < 0 && outside.num < 0 && outside.den === 1;
  const undoesRoot = inside.num === 1 && outside.den === 1 && rational.isInteger(rational.multiply(inside, outside));
  return isBelow || undoesRoot ? power(base.base, number(rational.multiply(base.exponent.value, exponent.value))) : e;
}

/** u^m u^−n as one power of u, for whole m and n. */
function cancelled(factors: readonly Expression[]): Expression {
  const powers: { readonly base: Expression; exponent: rational.Rational }[] = [];
  const others: Expression[] = [];
  for (const factor of factors) {
    const [base, exponent] = factor.kind === "power" && factor.exponent.kind === "number" ? [factor.base, factor.exponent.value] : [factor, rational.ONE];
    if (exponent.den !== 1 || base.kind === "number") {
      others.push(factor);
      continue;
    }
    const known = powers.find((one) => equal(one.base, base));
    if (known) known.exponent = rational.add(known.exponent, exponent);
    else powers.push({ base, exponent });
  }
  if (powers.length + others.length === factors.length) return withoutMinus(factors);
  return withoutMinus(
    factorsOf(product(...others, ...powers.filter(({ exponent }) => exponent.num !== 0).map(({ base, exponent }) => power(base, number(exponent))))),
  );
}

/** A minus goes into a difference below the line, or above it where there is none below. */
function withoutMinus(factors: readonly Expression[]): Expression {
  const { coefficient } = splitCoefficient(product(...factors));
  const isDifference = (factor: Expression): boolean => {
    const base = isOddPower(factor) ? factor.base : factor;
    return base.kind === "sum" && base.terms.length === 2 && base.terms.filter((term) => splitCoefficient(term).coefficient.num < 0).length === 1;
  };
  const turned = coefficient.num < 0 ? (factors.find((factor) => isOddPower(factor) && isDifference(factor)) ?? factors.find(isDifference)) : undefined;
  if (!turned) return product(...factors);
  const by = isOddPower(turned) ? power(opposite(turned.base), turned.exponent) : opposite(turned);
  return product(number(-1), ...factors.map((factor) => (factor === turned ? by : factor)));
}

const opposite = (e: Expression): Expression => (e.kind === "sum" ? sum(...e.terms.map(negate)) : negate(e));

const isOddPower = (e: Expression): e is Expression & { readonly kind: "power" } =>
  e.kind === "power" && e.exponent.kind === "number" && e.exponent.value.den === 1 && e.exponent.value.num === -1;

/** A form that is the same for all ways of writing the same sums with other signs and numbers in front. */
export function keyed(e: Expression): Expression {
  const inner = mapChildren(e, keyed);
  if (inner.kind === "power" || inner.kind === "product") return withContentsOut(inner);
  return inner.kind === "sum" ? sum(...inner.terms.map(distributed)) : inner;
}

function withContentsOut(e: Expression): Expression {
  let scale = rational.ONE;
  const factors = factorsOf(e).map((factor) => {
    const [base, exponent] = factor.kind === "power" && factor.exponent.kind === "number" ? [factor.base, factor.exponent.value] : [factor, rational.ONE];
    if (base.kind !== "sum" || exponent.den !== 1 || typeof exponent.num !== "number" || Math.abs(exponent.num) > LARGEST_EXPONENT) return factor;
    const [first] = base.terms;
    const content = first ? splitCoefficient(first).coefficient : rational.ONE;
    if (content.num === 0) return factor;
    for (let k = 0; k < Math.abs(exponent.num); k += 1) scale = exponent.num > 0 ? rational.multiply(scale, content) : rational.divide(scale, content);
    return power(sum(...base.terms.map((term) => product(number(rational.invert(content)), term))), number(exponent));
  });
  const result = product(number(scale), ...factors);
  return distributed(result);
}

const LARGEST_EXPONENT = 8;

/** Whether two expressions are the same but for the way in which signs and numbers are written. */
export const areSame = (a: Expression, b: Expression): boolean => equal(a, b) || equal(keyed(a), keyed(b));
