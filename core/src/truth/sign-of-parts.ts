import { polynomialFactors } from "../canonical/factored.ts";
import { call, isNumber, MINUS_ONE, negate, number, ONE, power, product, relation, subtract, sum, TWO, ZERO } from "../expression/construct.ts";
import { type Comparison, contains, type Expression, equal, factorsOf, findAll, freeNames, isEvenPower, termsOf } from "../expression/expression.ts";
import { isReal, type RealExpression } from "../expression/realness.ts";
import { mapChildren } from "../expression/substitute.ts";
import { byArgument } from "./increasing.ts";
import { expand } from "./simplify.ts";
import { isSquareOfRoots } from "./untangle.ts";

/** How the caller decides the sign of a part. */
export type Decide = (condition: Expression, assumptions: readonly Expression[]) => boolean | undefined;

/** A way to decide a comparison of an expression with 0 by comparisons of simpler ones; undefined where it does not apply. */
type Way = (e: RealExpression, comparison: Comparison, assumptions: readonly Expression[], decide: Decide) => boolean | undefined;

const POSITIVE: readonly Comparison[] = [">", ">=", "!="];
const NEGATIVE: readonly Comparison[] = ["<", "<=", "!="];

/** u − v for u, v ≥ 0, one of them with a root: it has the sign of u² − v². */
const byConjugate: Way = (e, comparison, assumptions, decide) => {
  const [first, second, ...more] = e.kind === "sum" ? e.terms : [];
  if (!first || !second || more.length > 0 || findAll(sum(first, second), isSquareRoot).length === 0) return undefined;
  const isUp = (e: Expression): boolean => decide(relation(e, ">=", ZERO), assumptions) === true;
  const [u, v] = isUp(first) ? [first, second] : [second, first];
  const opposite = negate(v);
  if (!isUp(u) || !isUp(opposite)) return undefined;
  return decide(relation(expand(subtract(power(u, TWO), power(opposite, TWO))), comparison, ZERO), assumptions);
};

/** √b + a has the sign of √b where b > a²: the root is larger than |a|. */
const byRoot: Way = (e, comparison, assumptions, decide) => {
  if (e.kind !== "sum" || comparison === "=" || e.terms.length > MOST_BESIDE_ROOT) return undefined;
  for (const root of e.terms) {
    const sides = ([">=", "<="] as const).filter((side) => findAll(root, isSquareRoot).length > 0 && decide(relation(root, side, ZERO), assumptions) === true);
    const [side, ...both] = sides;
    if (side === undefined || both.length > 0) continue;
    const rest = sum(...e.terms.filter((term) => term !== root));
    const squares = expand(subtract(power(root, TWO), power(rest, TWO)));
    const [signs, opposite] = side === ">=" ? [POSITIVE, NEGATIVE] : [NEGATIVE, POSITIVE];
    const margin = comparison.endsWith("=") && comparison !== "!=" ? ">=" : ">";
    if (rootsIn(squares) >= rootsIn(e) || decide(relation(squares, margin, ZERO), assumptions) !== true) continue;
    if (signs.includes(comparison)) return true;
    if (opposite.includes(comparison) && decide(relation(squares, ">", ZERO), assumptions) === true) return false;
  }
  return undefined;
};

const MOST_BESIDE_ROOT = 3;

function rootsIn(e: Expression): number {
  return findAll(e, isSquareRoot).length;
}

function isSquareRoot(e: Expression): boolean {
  return e.kind === "power" && e.exponent.kind === "number" && e.exponent.value.den === 2;
}

/** a p + a q + r as a (p + q) + r: a letter of known sign is taken out of the terms that hold it. */
const byGrouping: Way = (e, comparison, assumptions, decide) => {
  const terms = e.kind === "sum" ? e.terms : [];
  const letters = terms.flatMap(factorsOf).filter((factor) => freeNames(factor).size > 0);
  for (const [k, letter] of letters.entries()) {
    if (letters.findIndex((other) => equal(other, letter)) < k) continue;
    const own = terms.filter((term) => factorsOf(term).some((factor) => equal(factor, letter)));
    if (own.length < 2) continue;
    const without = own.map((term) => {
      const factors = factorsOf(term);
      const at = factors.findIndex((factor) => equal(factor, letter));
      return product(...factors.filter((_, j) => j !== at));
    });
    const taken = product(letter, sum(...without));
    if (own.length === terms.length) return decide(relation(taken, comparison, ZERO), assumptions);
    const parts = [taken, sum(...terms.filter((term) => !own.includes(term)))];
    if (POSITIVE.includes(comparison) && allHave(parts, ">", ">=", assumptions, decide, comparison === ">=")) return true;
    if (NEGATIVE.includes(comparison) && allHave(parts, "<", "<=", assumptions, decide, comparison === "<=")) return true;
  }
  return undefined;
};

/** All parts have a sign or are 0, at least one of them not, unless 0 will do. */
function allHave(
  parts: readonly Expression[],
  strict: Comparison,
  weak: Comparison,
  assumptions: readonly Expression[],
  decide: Decide,
  mayVanish: boolean,
): boolean {
  if (!parts.every((part) => decide(relation(part, weak, ZERO), assumptions) === true)) return false;
  return mayVanish || parts.some((part) => decide(relation(part, strict, ZERO), assumptions) === true);
}

/** A root is positive where its radicand is, and a power is 0 only where its base is; an even one is never negative. */
const byBase: Way = (e, comparison, assumptions, decide) => {
  if (e.kind !== "power" || e.exponent.kind !== "number") return undefined;
  if (e.exponent.value.den !== 1 && comparison !== "=") return decide(relation(e.base, comparison === "!=" ? ">" : comparison, ZERO), assumptions);
  return comparison === "!=" || (comparison === ">" && isEvenPower(e)) ? decide(relation(e.base, "!=", ZERO), assumptions) : undefined;
};

/** Terms of one sign, at least one of which is not 0. */
const byTerms: Way = (e, comparison, assumptions, decide) => {
  if (e.kind !== "sum") return undefined;
  if (POSITIVE.includes(comparison) && allHave(e.terms, ">", ">=", assumptions, decide, comparison === ">=")) return true;
  return NEGATIVE.includes(comparison) && allHave(e.terms, "<", "<=", assumptions, decide, comparison === "<=") ? true : undefined;
};

/** A product has the product of its factors' signs. */
const byFactors: Way = (e, comparison, assumptions, decide) => {
  if (e.kind !== "product") return undefined;
  const is = (factor: Expression, other: Comparison): boolean => decide(relation(factor, other, ZERO), assumptions) === true;
  if (comparison === "!=" && e.factors.every((factor) => is(factor, "!="))) return true;
  let sign = 1;
  let mayVanish = false;
  for (const factor of e.factors) {
    if (is(factor, ">")) continue;
    if (is(factor, "<")) sign = -sign;
    else if (is(factor, ">=") || is(factor, "<=")) {
      mayVanish = true;
      if (is(factor, "<=")) sign = -sign;
    } else return undefined;
  }
  const holds = TRUE_FOR[comparison];
  const signs = mayVanish ? [sign, 0] : [sign];
  if (signs.every((own) => holds.includes(own))) return true;
  return signs.some((own) => holds.includes(own)) ? undefined : false;
};

const TRUE_FOR: Readonly<Record<Comparison, readonly number[]>> = { ">": [1], ">=": [0, 1], "<": [-1], "<=": [-1, 0], "=": [0], "!=": [-1, 1] };

/** A monotone function of what is compared with a number. */
const byMonotone: Way = (e, comparison, assumptions, decide) => {
  const found = byArgument(e, comparison);
  return typeof found === "object" ? decide(found, assumptions) : found;
};

/** A + B√r that is the square of √p ± √q is not negative. */
const byUntangling: Way = (e, comparison, assumptions) => {
  if ((comparison !== ">=" && comparison !== "<") || findAll(e, isSquareRoot).length === 0) return undefined;
  return isSquareOfRoots(e, assumptions) ? comparison === ">=" : undefined;
};

/** A polynomial in several names as the product of its factors: b² + 2ab + a² is a square. */
const byFactoring: Way = (e, comparison, assumptions, decide) => {
  if (e.kind !== "sum" || freeNames(e).size < 2 || e.terms.length > MOST_TERMS) return undefined;
  const parts = polynomialFactors(e);
  const several = parts !== undefined && parts.factors.reduce((count, { exponent }) => count + Math.abs(exponent), 0) > 1;
  if (!several) return undefined;
  const factored = product(number(parts.content), ...parts.factors.map(({ base, exponent }) => power(base, number(exponent))));
  return factored.kind === "sum" ? undefined : decide(relation(factored, comparison, ZERO), assumptions);
};

const MOST_TERMS = 8;

/** p + q w lies between its values for the least and the greatest w: −1 and 1 for a sine or cosine, 0 and 1 for its square. */
const byWave: Way = (e, comparison, assumptions, decide) => {
  if (e.kind !== "sum" || comparison === "=") return undefined;
  const wanted = comparison === "!=" ? ([">", "<"] as const) : [comparison];
  const waves = e.terms.flatMap(factorsOf).flatMap((factor) => (isWave(factor) ? [factor] : isWaveSquare(factor) ? [factor.base] : []));
  return waves.some((wave) => {
    const square = power(wave, TWO);
    const inSquares = expand(withoutPartner(e, wave));
    const ends = endsBetween(e, wave, [MINUS_ONE, ONE]) ?? endsBetween(inSquares, square, [ZERO, ONE]);
    return ends !== undefined && wanted.some((sign) => ends.every((end) => decide(relation(end, sign, ZERO), assumptions) === true));
  })
    ? true
    : undefined;
};

/** A sum of parts that are not negative, a multiple of sin u and one of cos u among them: these are never 0 together. */
const bySineAndCosine: Way = (e, comparison, assumptions, decide) => {
  if (e.kind !== "sum" || (comparison !== ">" && comparison !== ">=" && comparison !== "!=")) return undefined;
  const holds = (part: Expression, sign: Comparison): boolean => decide(relation(part, sign, ZERO), assumptions) === true;
  const multiples = (name: "sin" | "cos"): readonly Expression[] =>
    e.terms.flatMap((term) => {
      const factors = factorsOf(term);
      const wave = factors.find((factor) => factor.kind === "call" && factor.name === name);
      const isPositive = wave && holds(product(...factors.filter((factor) => factor !== wave)), ">");
      return wave?.kind === "call" && isPositive ? wave.args : [];
    });
  const [sines, cosines] = [multiples("sin"), multiples("cos")];
  if (!sines.some((angle) => cosines.some((other) => equal(angle, other)))) return undefined;
  return e.terms.every((term) => holds(term, ">=")) ? true : undefined;
};

/** The values of a sum at two values of a part in which it is of first degree; undefined where it is not. */
function endsBetween(e: Expression, part: Expression, values: readonly Expression[]): readonly Expression[] | undefined {
  const holds = (one: Expression): boolean => findAll(one, (inner) => equal(inner, part) || (part.kind === "power" && equal(inner, part.base))).length > 0;
  const terms = termsOf(e);
  const own = terms.filter(holds);
  const factors = own.map((term) => product(...factorsOf(term).filter((factor) => !equal(factor, part))));
  if (own.length === 0 || factors.some(holds)) return undefined;
  const rest = sum(...terms.filter((term) => !own.includes(term)));
  return values.map((value) => expand(sum(rest, product(value, sum(...factors)))));
}

/** The square of the sine in the place of that of the cosine, or the other way. */
function withoutPartner(e: Expression, wave: Expression): Expression {
  if (wave.kind !== "call") return e;
  const partner = power(call(wave.name === "sin" ? "cos" : "sin", ...wave.args), TWO);
  const inner = equal(e, partner) ? subtract(ONE, power(wave, TWO)) : e;
  return inner === e ? mapChildren(e, (child) => withoutPartner(child, wave)) : inner;
}

function isWaveSquare(e: Expression): e is Expression & { readonly kind: "power" } {
  return e.kind === "power" && isNumber(e.exponent, 2) && isWave(e.base);
}

function isWave(e: Expression): boolean {
  return e.kind === "call" && (e.name === "sin" || e.name === "cos") && e.args.every(isReal);
}

/** a x² + b x + c with 4 a c > b² is never 0 and has the sign of a (with ≥, or the sign of a or 0). */
const byDiscriminant: Way = (e, comparison, assumptions, decide) => {
  if (e.kind !== "sum" || comparison === "=" || e.terms.length > MOST_TERMS) return undefined;
  const letters = [
    ...new Set(e.terms.flatMap(factorsOf).flatMap((factor) => (factor.kind === "power" && factor.base.kind === "name" ? [factor.base.name] : []))),
  ];
  for (const letter of letters) {
    const [constant, linear, square] = quadraticIn(e, letter) ?? [];
    // Without a mixed term the terms themselves say it.
    if (!constant || !linear || !square || isNumber(linear, 0)) continue;
    const margin = expand(subtract(product(number(4), square, constant), power(linear, TWO)));
    const isApart = decide(relation(margin, ">", ZERO), assumptions) === true;
    // Where the discriminant may be 0, so may the sum.
    if (!isApart && (comparison === "!=" || comparison.length === 1 || decide(relation(margin, ">=", ZERO), assumptions) !== true)) continue;
    const signs =
      decide(relation(square, ">", ZERO), assumptions) === true ? POSITIVE : decide(relation(square, "<", ZERO), assumptions) === true ? NEGATIVE : [];
    if (signs.includes(comparison)) return true;
    if (isApart && signs.length > 0) return false;
  }
  return undefined;
};

/** The coefficients of 1, x and x² of a sum that is of second degree in a name; undefined where it is not. */
function quadraticIn(e: Expression, letter: string): readonly [Expression, Expression, Expression] | undefined {
  const degrees = termsOf(e).map((term) => {
    const own = factorsOf(term).filter((factor) => contains(factor, letter));
    const [only = ONE, ...more] = own;
    const rest = product(...factorsOf(term).filter((factor) => !own.includes(factor)));
    if (more.length > 0) return undefined;
    if (only.kind === "name") return { degree: 1, rest };
    const isSquare = only.kind === "power" && only.base.kind === "name" && isNumber(only.exponent, 2);
    return own.length === 0 ? { degree: 0, rest } : isSquare ? { degree: 2, rest } : undefined;
  });
  if (!degrees.every((one) => one !== undefined)) return undefined;
  const of = (degree: number): Expression => sum(...degrees.flatMap((one) => (one.degree === degree ? [one.rest] : [])));
  return [of(0), of(1), of(2)];
}

const WAYS: readonly Way[] = [
  byMonotone,
  byFactors,
  byBase,
  byTerms,
  byConjugate,
  byRoot,
  byUntangling,
  bySineAndCosine,
  byWave,
  byGrouping,
  byFactoring,
  byDiscriminant,
];

/** Whether a comparison with 0 holds, by the first way that decides it from the signs of parts. */
export function decideByParts(e: RealExpression, comparison: Comparison, assumptions: readonly Expression[], decide: Decide): boolean | undefined {
  for (const way of WAYS) {
    const truth = way(e, comparison, assumptions, decide);
    if (truth !== undefined) return truth;
  }
  return undefined;
}
