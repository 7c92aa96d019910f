import { number, product, relation, subtract, sum, ZERO } from "../expression/construct.ts";
import { contains, type Expression, equal, freeNames } from "../expression/expression.ts";
import { mapChildren, substitute } from "../expression/substitute.ts";
import * as rational from "../number/rational.ts";
import { contradictory, type Inequality } from "../polynomial/fourier-motzkin.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { decide, expand, simplify } from "../truth/index.ts";

/**
 * Whether the points at which some expressions are 0 and others not negative are seen to lie in a bounded set: one of the conditions is a polynomial without mixed terms that
 * grows in every variable, or the linear ones leave no direction in which one could go on for ever (the recession cone: R. T. Rockafellar, Convex Analysis, theorem 8.4).
 */
export function isBoundedSet(
  zeros: readonly Expression[],
  notNegative: readonly Expression[],
  variables: readonly string[],
  assumptions: readonly Expression[],
): boolean {
  if ([...zeros, ...zeros.map(negated), ...notNegative].some((side) => fallsFarOut(side, variables, assumptions))) return true;
  return hasNoDirection(zeros, notNegative, variables);
}

/**
 * Whether an objective goes to +∞ in every direction (−∞ for a greatest value) in which a domain goes on for ever, so that it has a least (greatest) value on every closed set in it.
 * The domain is where `within` are not negative; what bounds one variable alone is looked at.
 */
export function growsEverywhere(
  objective: Expression,
  wanted: "minimum" | "maximum",
  variables: readonly string[],
  assumptions: readonly Expression[],
  within: readonly Expression[] = [],
): boolean {
  const own = objective.kind === "sum" ? objective.terms : [objective];
  const terms = wanted === "minimum" ? own.map(negated) : own;
  // What is not positive only lets it fall faster.
  const leading = terms.filter((term) => !isMinusBars(term, assumptions));
  return [terms, leading].some((list) => fallsFarOut(sum(...list), variables, assumptions, within));
}

/** Minus an absolute value, times something positive. */
function isMinusBars(term: Expression, assumptions: readonly Expression[]): boolean {
  const factors = term.kind === "product" ? term.factors : [term];
  const others = factors.filter((factor) => !(factor.kind === "call" && factor.name === "abs"));
  return others.length < factors.length && decide(relation(product(...others), "<", ZERO), assumptions) === true;
}

const negated = (e: Expression): Expression => expand(product(number(-1), e));

/** A sum of functions of one variable each, polynomials with bars, every one of which goes to −∞ on both sides: then the set where it is not negative is bounded. */
function fallsFarOut(side: Expression, variables: readonly string[], assumptions: readonly Expression[], within: readonly Expression[] = []): boolean {
  const zero = new Map(variables.map((variable) => [variable, ZERO]));
  const rest = substitute(side, zero);
  const parts = variables.map((variable) => simplify(subtract(substitute(side, new Map([...zero].filter(([key]) => key !== variable))), rest)).expression);
  const whole = parts.reduce((total, part) => simplify(subtract(total, part)).expression, simplify(subtract(side, rest)).expression);
  if (!equal(simplify(expand(whole)).expression, ZERO)) return definiteQuadratic(side, variables, assumptions);
  return parts.every((part, k) => {
    const variable = variables[k] ?? "";
    const open = ([1, -1] as const).filter((side) => !within.some((own) => isBoundTowards(own, variable, side, assumptions)));
    return open.every((side) => fallsTowards(part, variable, side, assumptions)) && (open.length === 2 || polynomialCoefficients(part, variable) !== undefined);
  });
}

/** Whether what must not be negative is linear in a variable and bounds it at one end of the line. */
function isBoundTowards(own: Expression, variable: string, side: 1 | -1, assumptions: readonly Expression[]): boolean {
  const [constant, slope, ...more] = polynomialCoefficients(own, variable) ?? [];
  if (!constant || !slope || more.length > 0 || freeNames(constant).size + freeNames(slope).size > 0) return false;
  return decide(relation(slope, side === 1 ? "<" : ">", ZERO), assumptions) === true;
}

/** Whether a polynomial with bars around some of its parts goes to −∞ at one end of the line, where each of those parts keeps its sign. */
function fallsTowards(part: Expression, variable: string, side: 1 | -1, assumptions: readonly Expression[]): boolean {
  const leading = leadingTowards(withoutBars(part, variable, side, assumptions), variable, side);
  return leading !== undefined && decide(relation(leading, "<", ZERO), assumptions) === true;
}

/** Bars far out: what stands inside, or its opposite. */
function withoutBars(e: Expression, variable: string, side: 1 | -1, assumptions: readonly Expression[]): Expression {
  const plain = mapChildren(e, (child) => withoutBars(child, variable, side, assumptions));
  const inside = plain.kind === "call" && plain.name === "abs" ? plain.args[0] : undefined;
  const leading = inside && leadingTowards(inside, variable, side);
  if (!inside || !leading) return plain;
  if (decide(relation(leading, ">", ZERO), assumptions) === true) return inside;
  return decide(relation(leading, "<", ZERO), assumptions) === true ? product(number(-1), inside) : plain;
}

/** The leading coefficient with the sign that the leading power has at one end of the line; undefined for what does not change there, or is no polynomial. */
function leadingTowards(e: Expression, variable: string, side: 1 | -1): Expression | undefined {
  const coefficients = polynomialCoefficients(e, variable);
  const degree = (coefficients?.length ?? 1) - 1;
  const leading = coefficients?.[degree];
  return leading === undefined || degree === 0 ? undefined : product(number(side ** degree), leading);
}

/** A quadratic whose second-degree part is negative definite, by its leading minors. */
function definiteQuadratic(side: Expression, variables: readonly string[], assumptions: readonly Expression[]): boolean {
  const second = variables.map((a) => variables.map((b) => secondCoefficient(side, a, b)));
  if (!second.every((row) => row.every((entry) => entry !== undefined && variables.every((variable) => !contains(entry, variable))))) return false;
  let rows = second.map((row) => row.map((entry) => negated(entry ?? ZERO)));
  while (rows.length > 0) {
    const [first = [], ...rest] = rows;
    const [pivot = ZERO, ...others] = first;
    if (decide(relation(simplify(pivot).expression, ">", ZERO), assumptions) !== true) return false;
    rows = rest.map((row) => others.map((entry, k) => simplify(subtract(product(pivot, row[k + 1] ?? ZERO), product(row[0] ?? ZERO, entry))).expression));
  }
  return true;
}

/** The coefficient of a b, twice that of a²: the second difference of a polynomial of degree 2. */
function secondCoefficient(side: Expression, a: string, b: string): Expression | undefined {
  const inA = polynomialCoefficients(side, a);
  if (!inA || inA.length > 3) return undefined;
  if (a === b) return product(number(2), inA[2] ?? ZERO);
  const inB = polynomialCoefficients(inA[1] ?? ZERO, b);
  return inB && inB.length <= 2 ? (inB[1] ?? ZERO) : undefined;
}

/** No direction d ≠ 0 in which the linear conditions hold for ever: each d_k = ±1 contradicts A d ≥ 0. */
function hasNoDirection(zeros: readonly Expression[], notNegative: readonly Expression[], variables: readonly string[]): boolean {
  const base = [...zeros.flatMap((side) => [side, negated(side)]), ...notNegative].flatMap((side): readonly Inequality[] => {
    const coefficients = linearPart(side, variables);
    return coefficients ? [{ coefficients, constant: rational.ZERO, strict: false }] : [];
  });
  return variables.every((variable) =>
    [rational.ONE, rational.MINUS_ONE].every((sign) =>
      contradictory([...base, { coefficients: new Map([[variable, sign]]), constant: rational.MINUS_ONE, strict: false }]),
    ),
  );
}

/** The slopes of a linear side with numbers as coefficients, those that are not 0. */
function linearPart(side: Expression, variables: readonly string[]): ReadonlyMap<string, rational.Rational> | undefined {
  const slopes = new Map<string, rational.Rational>();
  for (const variable of variables) {
    const coefficients = polynomialCoefficients(side, variable);
    const slope = coefficients?.[1] ?? ZERO;
    if (!coefficients || coefficients.length > 2 || slope.kind !== "number") return undefined;
    if (slope.value.num !== 0) slopes.set(variable, slope.value);
  }
  return slopes;
}
