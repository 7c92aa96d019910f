import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { equation, isNumber, name, number, power, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { isEquation } from "../../expression/equations.ts";
import { contains, type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { replacePart, substitute } from "../../expression/substitute.ts";
import { factor } from "../../polynomial/factor-over-rationals.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { constantSign, decide, expand, integerCases, simplify, termsOfOneSign, zeroTest } from "../../truth/index.ts";
import { integerTest } from "../answer.ts";
import { completenessCheck } from "../completeness/completeness.ts";
import { allDifferent } from "../completeness/counting.ts";
import { neverZero } from "../completeness/never-zero.ts";
import { sameZeros } from "../equivalent/equivalence.ts";
import { equalitiesAmong } from "../steps/equalities.ts";
import { possibleValues } from "../steps/split-covers.ts";
import type { ClaimedPoint } from "./claimed.ts";
import { zeroCount } from "./elimination.ts";
import { injectivePart, inPart } from "./injective-parts.ts";
import { withoutLetterFactors } from "./letter-factors.ts";

/** What is left of a system, with the claims that concern it and values of single unknowns that are said to lead nowhere. */
interface Open {
  readonly equations: readonly Expression[];
  readonly unknowns: readonly string[];
  readonly points: readonly ClaimedPoint[];
  readonly dead: readonly ReadonlyMap<string, Expression>[];
  readonly domain: "real" | "complex";
  readonly assumptions: readonly Expression[];
  /** Equations between letters that were met on the way: where they fail there is no solution. */
  readonly granted: readonly Expression[];
  readonly depth: number;
}

type Relation = Expression & { readonly kind: "relation" };

const MOST_DEPTH = 10;

/**
 * Whether every solution of a system is among those claimed: finitely many zeros are counted; else the system is taken apart
 * again by the judge itself. A part such as |x| has each of its values in turn. An unknown that stands linearly is put into the rest, a product makes cases, and an equation in one
 * unknown has only the values claimed for it, each of which is put in.
 */
export function coversSystem(open: Open): boolean {
  const left = open.equations.filter((one) => !isIdentity(one, open));
  if (left.some((one) => isContradiction(one, open))) return true;
  // Without an unknown it says for which letters there are solutions at all.
  const isGranted = (one: Expression): boolean => freeNames(one).size > 0 && !open.unknowns.some((u) => contains(simplify(differenceOf(one)).expression, u));
  const granted = [...open.granted, ...left.filter(isGranted)];
  const equations = left.filter((one) => !isGranted(one));
  if (open.depth > MOST_DEPTH) return false;
  if (equations.length === 0) return open.points.some((point) => open.unknowns.every((u) => point.free.includes(u)) && holdsWhere(point, granted));
  const next: Open = { ...open, equations, granted, depth: open.depth + 1 };
  return (
    bySplitting(next) ??
    bySquares(next) ??
    (counted(next) || byLinear(next) || byCases(next) || bySamePower(next) || bySingle(next) || byOne(next) || byInjective(next))
  );
}

/** Whether what a point asks of the letters is what was granted. */
function holdsWhere({ conditions }: ClaimedPoint, granted: readonly Expression[]): boolean {
  return equalitiesAmong(conditions).every((condition) => granted.some((one) => sameZeros(one, condition)));
}

function differenceOf(e: Expression): Expression {
  const [left = ZERO, right = ZERO] = e.kind === "relation" ? e.operands : [];
  return subtract(left, right);
}

function zeroOf(e: Expression): Relation {
  const made = equation(e, ZERO);
  if (!isEquation(made)) throw new RangeError("an equation is a relation");
  return made;
}

function isIdentity(e: Expression, { assumptions }: Open): boolean {
  const difference = differenceOf(e);
  return freeNames(difference).size === 0 || equal(simplify(difference).expression, ZERO) ? zeroTest(difference, assumptions).kind === "zero" : false;
}

function isContradiction(e: Expression, { assumptions, domain }: Open): boolean {
  const difference = differenceOf(e);
  if (domain === "real" && decide(relation(difference, "!=", ZERO), assumptions) === true) return true;
  return freeNames(difference).size === 0 && zeroTest(difference).kind === "nonzero";
}

/** As many different points as the trace form of the quotient ring counts. */
function counted({ equations, unknowns, points, domain }: Open): boolean {
  if (points.some(({ free, integers }) => free.length + integers.length > 0)) return false;
  const count = zeroCount(equations, unknowns);
  if (!count || points.length !== (domain === "real" ? count.real : count.complex)) return false;
  const isNumber = (e: Expression | undefined): boolean => e !== undefined && freeNames(e).size === 0;
  if (
    !points.every(({ values }) => unknowns.every((u) => isNumber(values.get(u)) && (domain === "complex" || constantSign(values.get(u) ?? ZERO) !== undefined)))
  )
    return false;
  // Different points differ in some generic combination of their coordinates.
  const mixed = points.map(({ values }) => unknowns.reduce<Expression>((total, u, k) => simplifySum(total, values.get(u) ?? ZERO, k), ZERO));
  return allDifferent(mixed);
}

function simplifySum(total: Expression, value: Expression, k: number): Expression {
  return subtract(total, product(number(2 * k * k + 3 * k + 7), value));
}

/** An unknown with a coefficient that is a number: the rest must be covered with it put in. */
function byLinear(open: Open): boolean {
  for (const own of open.equations) {
    for (const unknown of open.unknowns) {
      if (!contains(own, unknown)) continue;
      const coefficients = polynomialCoefficients(differenceOf(own), unknown);
      const [constant = ZERO, slope] = coefficients ?? [];
      if (!slope || coefficients?.length !== 2) continue;
      const holdsUnknown = open.unknowns.some((u) => contains(slope, u));
      const known = [...open.assumptions, ...open.points.flatMap(({ conditions }) => conditions)];
      // Where the coefficient of an unknown vanishes, the rest of the equation is 0: impossible for letters that are not.
      const isFreeOf = !open.unknowns.some((u) => contains(constant, u));
      const isNeverZero = holdsUnknown
        ? open.domain === "real" &&
          (decide(relation(slope, "!=", ZERO), open.assumptions) === true || (isFreeOf && neverZero(constant, known, open.assumptions)))
        : neverZero(slope, known, open.assumptions);
      if (!isNeverZero) continue;
      const value = new Map([[unknown, product(number(-1), constant, power(slope, number(-1)))]]);
      const rest = open.equations.filter((one) => one !== own).map((one) => substitute(one, value));
      const points = open.points.map((point) => atValue(point, unknown, value.get(unknown) ?? ZERO)).filter((point) => solvesAll(point, open));
      if (coversSystem({ ...open, equations: rest, unknowns: open.unknowns.filter((u) => u !== unknown), points })) return true;
    }
  }
  return false;
}

/** The member of a family that has a value for an unknown which is free in it; any other point as it is. */
function atValue(point: ClaimedPoint, unknown: string, value: Expression): ClaimedPoint {
  if (!point.free.includes(unknown)) return point;
  const others = new Map([...point.values].filter(([key]) => key !== unknown));
  const at = new Map([[unknown, substitute(value, others)]]);
  const free = point.free.filter((letter) => letter !== unknown);
  return { ...point, free, values: new Map([...point.values].map(([key, own]) => [key, substitute(own, at)])) };
}

/** Whether a point, or every member of a family, is not seen to miss one of the equations, and a family with free letters is seen to solve them. */
function solvesAll(point: ClaimedPoint, { equations, assumptions }: Open): boolean {
  const known = [...assumptions, ...point.conditions];
  return equations.every((own) => {
    const there = substitute(differenceOf(own), point.values);
    const { kind } = point.integers.length > 0 ? integerTest(there, point.integers, known) : zeroTest(there, known);
    if (kind === "zero" || equalitiesAmong(point.conditions).some((condition) => sameZeros(equation(there, ZERO), condition))) return true;
    return point.free.length === 0 && kind !== "nonzero";
  });
}

/** An absolute value, a largest or a smallest of several: every value it can have must be covered. Undefined where there is none. */
function bySplitting(open: Open): boolean | undefined {
  for (const own of open.equations) {
    const inner = findAll(own, (part) => possibleValues(part) !== undefined && open.unknowns.some((u) => contains(part, u))).at(-1);
    if (!inner || open.domain === "complex") continue;
    return possibleValues(inner)?.every((value) => coversSystem({ ...open, equations: open.equations.map((one) => replacePart(one, inner, value)) }));
  }
  return undefined;
}

/** A sum of terms of one sign that is 0: each of them is. Undefined where there is none. */
function bySquares(open: Open): boolean | undefined {
  for (const own of open.equations) {
    const terms = open.domain === "real" ? termsOfOneSign(differenceOf(own), open.assumptions) : undefined;
    if (!terms?.every((term) => open.unknowns.some((u) => contains(term, u)))) continue;
    return coversSystem({ ...open, equations: [...terms.map((term) => equation(term, ZERO)), ...open.equations.filter((one) => one !== own)] });
  }
  return undefined;
}

/** Unknowns that stand in one injective function each: the function's value is the unknown instead. */
function byInjective(open: Open): boolean {
  const parts = open.unknowns.map((unknown) => injectivePart(open.equations, unknown));
  if (!parts.every((part) => part !== undefined) || parts.every((part) => part.kind === "name")) return false;
  const equations = open.equations.map((one) => parts.reduce((e, part, k) => inPart(e, part, open.unknowns[k] ?? ""), one));
  const points = open.points.map((point) => ({
    ...point,
    values: new Map(open.unknowns.map((unknown, k) => [unknown, substitute(parts[k] ?? ZERO, point.values)])),
  }));
  return coversSystem({ ...open, equations, points, dead: [] });
}

/** A product that is 0: every case must be covered. */
function byCases(open: Open): boolean {
  for (const own of open.equations) {
    const factors = zeroFactors(differenceOf(own), open.unknowns);
    if (!factors) continue;
    const others = open.equations.filter((one) => one !== own);
    return factors.every((part) => {
      const points = open.points.filter(({ values, integers, free }) => {
        const there = substitute(part, values);
        // Some members of the family may lie on this part.
        if (free.some((letter) => contains(there, letter))) return true;
        return (integers.length > 0 ? integerTest(there, integers, open.assumptions) : zeroTest(there)).kind !== "nonzero";
      });
      return coversSystem({ ...open, equations: [equation(part, ZERO), ...others], points });
    });
  }
  return false;
}

function zeroFactors(e: Expression, unknowns: readonly string[]): readonly Expression[] | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    for (const unknown of unknowns) kernels.index(name(unknown));
    const { factors } = factor(normalForm(e, kernels).numerator);
    const parts = factors.map(({ factor: part }) => polynomialExpression(part, kernels)).filter((part) => unknowns.some((u) => contains(part, u)));
    return parts.length > 1 || (factors.some(({ multiplicity }) => multiplicity > 1) && parts.length > 0) ? parts : undefined;
  }, undefined);
}

/** Two equations a uⁿ + c = 0 and b uⁿ + d = 0 with the same n: then b c = a d as well, where u is gone. */
function bySamePower(open: Open): boolean {
  return open.unknowns.some((unknown) => {
    const pure = open.equations.flatMap((own) => {
      const coefficients = contains(own, unknown) ? polynomialCoefficients(differenceOf(own), unknown) : undefined;
      const [constant = ZERO, ...more] = coefficients ?? [];
      const isPure = more.length > 1 && more.slice(0, -1).every((one) => isNumber(one, 0));
      return isPure ? [{ own, constant, leading: more.at(-1) ?? ZERO, degree: more.length }] : [];
    });
    // One of the two says no more than the other with what follows, if its leading coefficient is a number.
    const first = pure.find(({ leading }) => leading.kind === "number");
    const second = pure.find((one) => one !== first && one.degree === first?.degree);
    if (!first || !second) return false;
    const left = equation(expand(subtract(product(second.leading, first.constant), product(first.leading, second.constant))), ZERO);
    if (isIdentity(left, open)) return false;
    return coversSystem({ ...open, equations: [left, ...open.equations.filter((one) => one !== second.own)] });
  });
}

/** An equation in one unknown: the values claimed, and those said to lead nowhere, are all its solutions; each is put in. */
function bySingle(open: Open): boolean {
  for (const own of open.equations) {
    const [unknown, ...more] = open.unknowns.filter((u) => contains(own, u));
    if (unknown === undefined || more.length > 0 || own.kind !== "relation") continue;
    const claimed = valuesFor(unknown, open);
    const plain = withoutLetterFactors(differenceOf(own), [unknown], open.assumptions);
    const answer = {
      domain: open.domain,
      equation: plain ? zeroOf(plain) : own,
      unknown,
      solutions: claimed.map(({ value, conditions, integers }) => ({ value, multiplicity: 1, conditions, everywhere: false, integers })),
      apart: [],
      rejected: [],
      assumptions: open.assumptions,
      facts: [],
    };
    if (completenessCheck(answer).outcome !== "nailed" && !withMultiplicity(answer)) continue;
    const others = open.equations.filter((one) => one !== own);
    return claimed.every(({ value, integers }) => {
      const restAt = restsAt(others, unknown, value, integers);
      const same = (other: Expression | undefined): boolean => other !== undefined && (equal(other, value) || zeroTest(subtract(other, value)).kind === "zero");
      return restAt.every((equations) =>
        coversSystem({
          ...open,
          equations,
          unknowns: open.unknowns.filter((u) => u !== unknown),
          // What an integer stands for is settled with the first value that holds it.
          points: open.points
            .map((point) => atValue(point, unknown, value))
            .filter((point) => same(point.values.get(unknown)) && solvesAll(point, open))
            .map((point) => ({ ...point, integers: point.integers.filter((letter) => !contains(value, letter)) })),
          dead: open.dead.filter((values) => !values.has(unknown) || same(values.get(unknown))),
        }),
      );
    });
  }
  return false;
}

/** The other equations with a value put in; for the members of a family the even and the odd ones apart, without their whole periods. */
function restsAt(others: readonly Expression[], unknown: string, value: Expression, integers: readonly string[]): readonly (readonly Expression[])[] {
  const [letter] = integers;
  const put = (own: Expression): readonly Expression[] => others.map((one) => substitute(one, new Map([[unknown, own]])));
  if (letter === undefined) return [put(value)];
  return [0, 1].map((odd) => {
    const member = expand(substitute(value, new Map([[letter, sum(product(number(2), name(letter, "integer")), number(odd))]])));
    return put(member).map((one) => (one.kind === "relation" ? equation(...withoutPeriods(one, letter)) : one));
  });
}

function withoutPeriods({ operands }: Expression & { kind: "relation" }, letter: string): [Expression, Expression] {
  const [left = ZERO, right = ZERO] = operands.map((side) => {
    const cases = contains(side, letter) ? integerCases(side, letter) : undefined;
    return cases?.length === 1 ? (cases[0] ?? side) : side;
  });
  return [left, right];
}

/** A quadratic whose one claimed value counts twice. */
function withMultiplicity(answer: Parameters<typeof completenessCheck>[0]): boolean {
  const [only, ...more] = answer.solutions;
  return only !== undefined && more.length === 0 && completenessCheck({ ...answer, solutions: [{ ...only, multiplicity: 2 }] }).outcome === "nailed";
}

function valuesFor(unknown: string, { points, dead }: Open): readonly { value: Expression; conditions: readonly Expression[]; integers: readonly string[] }[] {
  const all = [
    ...points.flatMap(({ values, conditions, integers, free }) =>
      values.has(unknown) && !free.includes(unknown)
        ? [{ value: values.get(unknown) ?? ZERO, conditions, integers: integers.filter((letter) => contains(values.get(unknown) ?? ZERO, letter)) }]
        : [],
    ),
    ...dead.flatMap((values) => (values.has(unknown) ? [{ value: values.get(unknown) ?? ZERO, conditions: [], integers: [] }] : [])),
  ];
  return all.filter(
    ({ value }, k) =>
      all.findIndex(
        (other) =>
          equal(other.value, value) || (freeNames(value).size + freeNames(other.value).size === 0 && zeroTest(subtract(other.value, value)).kind === "zero"),
      ) === k,
  );
}

/** One equation left for several unknowns: solved for one of them, with the others free. */
function byOne(open: Open): boolean {
  const [own, ...more] = open.equations;
  if (!own || more.length > 0 || own.kind !== "relation") return false;
  return open.unknowns.some((unknown) => {
    const others = open.unknowns.filter((u) => u !== unknown);
    const points = open.points.filter(({ free }) => others.every((u) => free.includes(u)));
    if (!contains(own, unknown) || points.length === 0) return false;
    const solutions = points.map(({ values, conditions, integers }) => ({
      value: values.get(unknown) ?? ZERO,
      multiplicity: 1,
      conditions,
      everywhere: false,
      integers,
    }));
    const answer = { domain: open.domain, equation: own, unknown, solutions, apart: [], rejected: [], assumptions: open.assumptions, facts: [] };
    return completenessCheck(answer).outcome === "nailed";
  });
}
