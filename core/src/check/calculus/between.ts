import { coversZeros } from "../../calculus/cover.ts";
import { Analysed } from "../../calculus/zeros.ts";
import { factoredExpression } from "../../canonical/factored.ts";
import { Kernels, normalForm, whereRational } from "../../canonical/normal-form.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { constant, MINUS_ONE, name, negate, number, ONE, power, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { opposite } from "../../expression/equations.ts";
import { type Comparison, contains, type Expression, equal, factorsOf, freeNames } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { freshName, mapChildren, substitute } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { constantSign, decide, simplify } from "../../truth/index.ts";

/** All values of a variable from one bound to another, which may be the larger or the smaller one; with its ends or without. */
export interface Stretch {
  readonly variable: string;
  readonly from: Expression;
  readonly to: Expression;
  readonly closed: boolean;
}

/** The sign that an expression has on the inside of a stretch between numbers, and at its two ends; undefined where that is not proven. */
interface SignsBetween {
  readonly inside: -1 | 1;
  readonly ends: readonly (-1 | 0 | 1 | undefined)[];
}

/** What is known of the variable on a stretch, where the order of its bounds is; an infinite one sets no bound. */
export function relationsOn({ variable, from, to, closed }: Stretch, assumptions: readonly Expression[]): readonly Expression[] {
  const order = orderOf(from, to, assumptions);
  if (order === undefined) return [];
  const [low, high] = order === 1 ? [from, to] : [to, from];
  const x = name(variable);
  return [
    ...(infinityOf(low) === undefined ? [relation(x, closed ? ">=" : ">", low)] : []),
    ...(infinityOf(high) === undefined ? [relation(x, closed ? "<=" : "<", high)] : []),
  ];
}

/** Whether the bounds rise (1) or fall (−1); undefined where they are equal or that is not decided. */
export function orderOf(from: Expression, to: Expression, assumptions: readonly Expression[]): 1 | -1 | undefined {
  const [start, end] = [infinityOf(from), infinityOf(to)];
  if (start !== undefined || end !== undefined) {
    const [a, b] = [start ?? 0, end ?? 0];
    return a === b ? undefined : a < b ? 1 : -1;
  }
  if (decide(relation(from, "<", to), assumptions)) return 1;
  return decide(relation(to, "<", from), assumptions) ? -1 : undefined;
}

/** Whether a relation is proven for every value of the variable on a stretch. */
export function holdsBetween(condition: Expression, stretch: Stretch, assumptions: readonly Expression[]): boolean {
  if (!contains(condition, stretch.variable)) return decide(condition, assumptions) === true;
  // A single place.
  if (stretch.closed && equal(stretch.from, stretch.to) && infinityOf(stretch.from) === undefined)
    return decide(simplify(substitute(condition, new Map([[stretch.variable, stretch.from]]))).expression, assumptions) === true;
  if (decide(condition, [...assumptions, ...relationsOn(stretch, assumptions)]) === true) return true;
  if (condition.kind === "logic") {
    const held = condition.items.map((item) => holdsBetween(item, stretch, assumptions));
    return condition.operator === "and" ? held.every(Boolean) : held.some(Boolean);
  }
  if (condition.kind !== "relation") return false;
  return condition.comparisons.every((comparison, k) =>
    comparedBetween(condition.operands[k] ?? ZERO, comparison, condition.operands[k + 1] ?? ZERO, stretch, assumptions),
  );
}

const HOLDS: Readonly<Record<Comparison, readonly (-1 | 0 | 1)[]>> = {
  "=": [0],
  "!=": [-1, 1],
  "<": [-1],
  "<=": [-1, 0],
  ">": [1],
  ">=": [0, 1],
};

function comparedBetween(left: Expression, comparison: Comparison, right: Expression, stretch: Stretch, assumptions: readonly Expression[]): boolean {
  // |u| > 0 says that u is not 0, which is shown by the sign of u.
  if (comparison === ">" && equal(right, ZERO) && left.kind === "call" && left.name === "abs")
    return comparedBetween(left.args[0] ?? ZERO, "!=", ZERO, stretch, assumptions);
  // A power with a positive exponent is 0 exactly where its base is.
  if (comparison === "!=" && equal(right, ZERO) && left.kind === "power" && left.exponent.kind === "number" && left.exponent.value.num > 0)
    return comparedBetween(left.base, "!=", ZERO, stretch, assumptions);
  const difference = subtract(left, right);
  if (freeNames(difference).size > 1 || [stretch.from, stretch.to].some((bound) => freeNames(bound).size > 0))
    return decidedAlong(difference, comparison, stretch, assumptions);
  const signs = signsBetween(difference, stretch);
  if (!signs || !HOLDS[comparison].includes(signs.inside)) return false;
  return !stretch.closed || signs.ends.every((sign) => sign !== undefined && HOLDS[comparison].includes(sign));
}

/** The sign of an expression in the variable alone between two numbers: continuous, no zero inside, proven piece by piece, and one value. */
function signsBetween(e: Expression, { variable, from, to }: Stretch): SignsBetween | undefined {
  if (!continuousBetween(e, { variable, from, to, closed: false }, [])) return undefined;
  const order = orderOf(from, to, []);
  if (order === undefined) return undefined;
  const [low, high] = order > 0 ? [from, to] : [to, from];
  const ends = [low, high].map((end) => (infinityOf(end) === undefined ? constantSign(substitute(e, new Map([[variable, end]]))) : undefined));
  const zeros = [low, high].filter((_, k) => ends[k] === 0);
  if (!coversZeros(new Analysed(e, variable), zeros, relationsOn({ variable, from: low, to: high, closed: true }, []))) return undefined;
  const middle = numberBetween(low, high);
  const inside = middle && constantSign(substitute(e, new Map([[variable, number(middle)]])));
  return inside ? { inside, ends } : undefined;
}

/** A rational number well inside an interval between real constants. */
function numberBetween(low: Expression, high: Expression): rational.Rational | undefined {
  const [start, end] = [infinityOf(low), infinityOf(high)];
  const [a, b] = [start === undefined ? approximateValue(low) : undefined, end === undefined ? approximateValue(high) : undefined];
  if ((a === undefined && start === undefined) || (b === undefined && end === undefined)) return undefined;
  const middle = rational.fromNumber(a === undefined ? (b === undefined ? 0 : b - 1) : b === undefined ? a + 1 : a + (b - a) / 2);
  const above = start !== undefined || constantSign(subtract(number(middle), low)) === 1;
  const below = end !== undefined || constantSign(subtract(high, number(middle))) === 1;
  return above && below ? middle : undefined;
}

/** With letters: x runs from bound to bound as `alongOf` says, and the signs of the factors decide, those in t alone proven between numbers. */
function decidedAlong(e: Expression, comparison: Comparison, { variable, from, to, closed }: Stretch, assumptions: readonly Expression[]): boolean {
  const letter = freshName("t", [e, from, to, ...assumptions]);
  const { x, unit } = alongOf(letter, { variable, from, to, closed });
  const known = [...assumptions, ...relationsOn(unit, [])];
  const along = substitute(e, new Map([[variable, x]]));
  return [along, factoredForm(along)].some((form) => {
    const own = factorsOf(form).flatMap((factor) => [...signFact(factor, unit), ...signByEnds(factor, unit, known)]);
    return decide(relation(form, comparison, ZERO), [...known, ...own]) === true;
  });
}

/** The variable by a letter t that runs between numbers: x = from + (to − from) t, or x = a ± t where one bound is infinite. */
function alongOf(letter: string, { from, to, closed }: Stretch): { readonly x: Expression; readonly unit: Stretch } {
  const t = name(letter);
  const [start, end] = [infinityOf(from), infinityOf(to)];
  if (start !== undefined && end !== undefined) return { x: t, unit: { variable: letter, from, to, closed } };
  const far = start ?? end;
  if (far === undefined) return { x: sum(from, product(subtract(to, from), t)), unit: { variable: letter, from: ZERO, to: ONE, closed } };
  const base = start === undefined ? from : to;
  return { x: far === 1 ? sum(base, t) : subtract(base, t), unit: { variable: letter, from: ZERO, to: constant("infinity"), closed } };
}

/** What is proven of the sign of a factor in the variable alone, as a relation. */
function signFact(factor: Expression, unit: Stretch): readonly Expression[] {
  const base = factor.kind === "power" ? factor.base : factor;
  if (freeNames(base).size !== 1 || !contains(base, unit.variable) || base.kind === "name") return [];
  const signs = signsBetween(base, unit);
  if (!signs || (unit.closed && signs.ends.includes(undefined))) return [];
  const reached = unit.closed && signs.ends.includes(0);
  if (unit.closed && signs.ends.includes(signs.inside === 1 ? -1 : 1)) return [];
  return [relation(base, signs.inside === 1 ? (reached ? ">=" : ">") : reached ? "<=" : "<", ZERO)];
}

/** What is proven of the sign of a factor of first degree in the variable, with letters: between its values at the ends it takes no others. */
function signByEnds(factor: Expression, { variable, from, to, closed }: Stretch, known: readonly Expression[]): readonly Expression[] {
  const base = factor.kind === "power" ? factor.base : factor;
  const ends = [from, to];
  if (freeNames(base).size < 2 || ends.some((end) => infinityOf(end) !== undefined) || polynomialCoefficients(base, variable)?.length !== 2) return [];
  const values = ends.map((end) => simplify(substitute(base, new Map([[variable, end]]))).expression);
  const all = (comparison: Comparison): boolean => values.every((value) => decide(relation(value, comparison, ZERO), known) === true);
  const some = (comparison: Comparison): boolean => values.some((value) => decide(relation(value, comparison, ZERO), known) === true);
  for (const [strict, weak] of [
    [">", ">="],
    ["<", "<="],
  ] as const) {
    if (all(strict) || (!closed && all(weak) && some(strict))) return [relation(base, strict, ZERO)];
    if (all(weak)) return [relation(base, weak, ZERO)];
  }
  return [];
}

function factoredForm(e: Expression): Expression {
  return whereRational(() => {
    const kernels = new Kernels();
    const { numerator, denominator } = normalForm(e, kernels);
    return product(factoredExpression(numerator, kernels), power(factoredExpression(denominator, kernels), number(-1)));
  }, e);
}

/** The expression with bars, signs and cases written out as they are on the inside of a stretch, where that is proven. */
export function writtenOutBetween(e: Expression, stretch: Stretch, assumptions: readonly Expression[]): Expression {
  const open: Stretch = { ...stretch, closed: false };
  const inner = mapChildren(e, (child) => writtenOutBetween(child, stretch, assumptions));
  const holds = (left: Expression, comparison: Comparison, right: Expression): boolean => holdsBetween(relation(left, comparison, right), open, assumptions);
  if (inner.kind === "call") {
    const [inside = ZERO] = inner.args;
    switch (inner.name) {
      case "abs":
        return holds(inside, ">=", ZERO) ? inside : holds(inside, "<=", ZERO) ? negate(inside) : inner;
      case "sgn":
        return holds(inside, ">", ZERO) ? ONE : holds(inside, "<", ZERO) ? MINUS_ONE : inner;
      case "max":
      case "min":
        return inner.args.find((one) => inner.args.every((other) => other === one || holds(one, inner.name === "max" ? ">=" : "<=", other))) ?? inner;
      case "floor":
      case "ceil": {
        const middle = freeNames(inside).size === 1 ? numberBetween(stretch.from, stretch.to) : undefined;
        const near = middle && approximateValue(substitute(inside, new Map([[stretch.variable, number(middle)]])));
        if (near === undefined) return inner;
        const floor = number(Math.floor(near));
        const next = sum(floor, ONE);
        if (inner.name === "floor") return holds(inside, ">=", floor) && holds(inside, "<", next) ? floor : inner;
        return holds(inside, ">", floor) && holds(inside, "<=", next) ? next : inner;
      }
      default:
        return inner;
    }
  }
  if (inner.kind !== "cases") return inner;
  for (const { value, condition } of inner.branches) {
    if (holdsBetween(condition, open, assumptions)) return value;
    if (!holdsBetween(opposite(condition), open, assumptions)) return inner;
  }
  return inner.otherwise ?? inner;
}

/** The functions that are continuous wherever they have a real value. */
const CONTINUOUS: ReadonlySet<string> = new Set(
  "abs sin cos tan cot sec csc sinh cosh tanh coth sech csch arcsin arccos arctan arccot arcsec arccsc arsinh arcosh artanh ln log root sqrt".split(" "),
);

/** Whether an expression is proven to be defined and continuous on a stretch, but where a condition fails that may do so. */
export function continuousBetween(
  e: Expression,
  stretch: Stretch,
  assumptions: readonly Expression[],
  mayFail: (condition: Expression) => boolean = () => false,
): boolean {
  const conditions = curveDomain(e).filter((condition) => !mayFail(condition));
  return isComposedOfContinuous(e, stretch.variable) && conditions.every((condition) => holdsBetween(condition, stretch, assumptions));
}

function isComposedOfContinuous(e: Expression, variable: string): boolean {
  if (!contains(e, variable)) return true;
  switch (e.kind) {
    case "name":
      return true;
    case "sum":
      return e.terms.every((part) => isComposedOfContinuous(part, variable));
    case "product":
      return e.factors.every((part) => isComposedOfContinuous(part, variable));
    case "power":
      return isComposedOfContinuous(e.base, variable) && isComposedOfContinuous(e.exponent, variable);
    case "call":
      return CONTINUOUS.has(e.name) && e.args.every((part) => isComposedOfContinuous(part, variable));
    default:
      return false;
  }
}
