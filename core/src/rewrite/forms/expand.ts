import { hasAngles, inUnitAngles } from "../../canonical/angles.ts";
import { call, divide, name, negate, number, product, splitCoefficient, subtract, sum } from "../../expression/construct.ts";
import { distinct, type Expression, equal, factorsOf, findAll, isReciprocal, termsOf } from "../../expression/expression.ts";
import { freshName, mapChildren, replacePart, substitute } from "../../expression/substitute.ts";
import { present } from "../../notation/present.ts";
import { partsOfKind, plus, replaceIn, type Syntax, signedTerms } from "../../notation/syntax.ts";
import { text, writtenText } from "../../notation/text.ts";
import { expandedLogarithm, expand as lowestTerms, simplify } from "../../truth/index.ts";
import { sideBySide } from "./side-by-side.ts";
import { withoutOuterSign } from "./signs-out.ts";
import { type Known, type Rewriting, Way } from "./way.ts";

/** What an expansion is limited to. */
export type ExpandOnly = "products" | "powers" | "trig" | "logs";

/** Products of sums beyond this many terms are not shown before like terms are collected. */
const MOST_SHOWN_TERMS = 12;

/** Multiplies out products and powers, takes angles and logarithms apart: all of it, or one of these. */
export function expandWithSteps(e: Expression, known: Known, only?: ExpandOnly): Rewriting {
  const way = new Way(e);
  if (only === undefined || only === "logs") way.to("take logarithms apart", [], withLogarithmsApart(e, known.assumptions));
  if ((only === undefined || only === "trig") && hasAngles(way.current))
    way.to("tangents of sums", [], withoutOuterSign(simplify(withTangentsApart(way.current)).expression));
  if ((only === undefined || only === "trig") && findAll(way.current, isWaveApart).length > 0) way.to("apply addition formulas", [], wavesApart(way.current));
  if (only === "products" || only === "powers") way.to("multiply out", [], multipliedOut(way.current, only));
  if (only === undefined) {
    const start = way.current;
    const raw = rawTerms(start);
    const done = multipliedOut(start);
    if (raw && !equal(start, done)) way.to("multiply every term", [], sum(...raw), { written: writtenSum(raw) });
    const parts = start.kind === "sum" ? start.terms.map((term) => multipliedOut(term)) : [];
    if (shouldShow(start, parts)) {
      way.to("multiply out each product", [], sum(...parts), { written: sideBySide(parts) });
      way.to("collect like terms", [], done);
    }
    way.to(raw ? "collect like terms" : "multiply out", [], done);
  }
  if (only !== undefined && only !== "powers") return way.end();
  const splits = findAll(way.current, (part) => part.kind === "power" && part.exponent.kind === "sum");
  if (splits.length === 0) return way.end();
  const written = withExponentsSplit(present(way.current));
  if (writtenText(written) === text(way.current)) return way.end();
  // Powers of one base are joined by the canonical form: split they can only be written.
  way.to("split exponents", [], way.current, { written });
  return { ...way.end(), written };
}

/** e^(2x + y) as e^(2x) e^y: a power with a sum of several letters' terms in its exponent as a product of powers. */
function withExponentsSplit(written: Syntax): Syntax {
  return replaceIn(written, (part) => {
    if (part.kind !== "power" || part.exponent.kind !== "binary" || partsOfKind(part.exponent, "name").length === 0) return undefined;
    const base = withExponentsSplit(part.base);
    const exponents = signedTerms(part.exponent).map(withExponentsSplit);
    const values = exponents.map((exponent) => numberToPower(base, exponent));
    const powers = exponents.filter((_, k) => !values[k]).map((exponent): Syntax => ({ kind: "power", base, exponent }));
    return [...values.flatMap((value) => value ?? []), ...powers].reduce((left, right) => ({ kind: "times", dot: false, left, right }));
  });
}

/** A sine or cosine of a sum or a multiple, which the addition formulas take apart. */
const isWaveApart = (part: Expression): boolean =>
  part.kind === "call" && part.name !== "tan" && part.args.some((angle) => hasAngles(part) && isSumOrMultiple(angle));

const isSumOrMultiple = (angle: Expression): boolean => angle.kind === "sum" || multipleOf(angle) > 1;

/** Sines and cosines by those of unit angles; tangents stay as they are. */
function wavesApart(e: Expression): Expression {
  const meanings = new Map<string, Expression>();
  let named = e;
  for (const tangent of distinct(findAll(e, (part) => part.kind === "call" && part.name === "tan"))) {
    const letter = freshName("t", [named]);
    meanings.set(letter, tangent);
    named = replacePart(named, tangent, name(letter));
  }
  return substitute(inUnitAngles(named), meanings);
}

/** n for an angle n u with a whole n, else 0. */
function multipleOf(angle: Expression): number {
  const { coefficient } = splitCoefficient(angle);
  return coefficient.den === 1 ? Math.abs(Number(coefficient.num)) : 0;
}

/** The value of a number to a number, 2³ as 8; undefined for any other power, and where it is no shorter. */
function numberToPower(base: Syntax, exponent: Syntax): Syntax | undefined {
  if (exponent.kind === "number" && exponent.text === "1") return base;
  if (base.kind !== "number" || exponent.kind !== "number" || !/^\d$/.test(exponent.text) || !/^\d+$/.test(base.text)) return undefined;
  return { kind: "number", text: String(BigInt(base.text) ** BigInt(exponent.text)) };
}

/** tan(a + b) as (tan a + tan b)/(1 − tan a tan b), and tan 2a in the same way. */
function withTangentsApart(e: Expression): Expression {
  const inner = mapChildren(e, withTangentsApart);
  const [angle] = inner.kind === "call" && inner.name === "tan" ? inner.args : [];
  const [a, b] = angle ? halvesOf(angle).map((part) => withTangentsApart(call("tan", part))) : [];
  return a && b ? divide(sum(a, b), subtract(number(1), product(a, b))) : inner;
}

/** Two angles whose sum an angle is: its first term and the others, or u and (n − 1) u for n u. */
function halvesOf(angle: Expression): readonly Expression[] {
  if (angle.kind === "sum") return [angle.terms[0] ?? angle, sum(...angle.terms.slice(1))];
  const { coefficient, rest } = splitCoefficient(angle);
  const multiple = multipleOf(angle);
  return multiple > 1 && multiple <= MOST_TANGENTS && coefficient.num > 0 ? [rest, product(number(multiple - 1), rest)] : [];
}

const MOST_TANGENTS = 5;

/** ln(a b) as ln a + ln b and ln(a^n) as n ln a, as far as what is known allows it. */
export function withLogarithmsApart(e: Expression, assumptions: readonly Expression[]): Expression {
  const inner = mapChildren(e, (child) => withLogarithmsApart(child, assumptions));
  if (inner.kind !== "call") return inner;
  const [first, second] = inner.args;
  // Where the logarithm is real its argument is positive: so are its factors where all but one are known to be.
  if (inner.name === "ln" && first) return expandedLogarithm(first, assumptions, false);
  if (inner.name !== "log" || !first || !second) return inner;
  const apart = expandedLogarithm(second, assumptions, false);
  return replacedLogarithms(apart, first);
}

/** ln as log_b in what an expansion of ln came to. */
function replacedLogarithms(e: Expression, base: Expression): Expression {
  const [inside] = e.kind === "call" && e.name === "ln" ? e.args : [];
  return inside ? call("log", base, inside) : mapChildren(e, (child) => replacedLogarithms(child, base));
}

/** Several products in a sum, some of which multiply out to sums that will be collected. */
function shouldShow(start: Expression, parts: readonly Expression[]): boolean {
  if (start.kind !== "sum") return false;
  const changed = parts.filter((part, k) => part.kind === "sum" && !equal(part, start.terms[k] ?? part));
  const length = parts.reduce((total, part) => total + (part.kind === "sum" ? part.terms.length : 1), 0);
  return changed.length > 0 && length <= MOST_SHOWN_TERMS;
}

/** The terms of a single product of sums, each times each, before anything is collected; undefined where that is not worth showing. */
function rawTerms(e: Expression): readonly Expression[] | undefined {
  const factors = factorsOf(e).flatMap(repeated);
  const sums = factors.filter((factor) => factor.kind === "sum");
  if (sums.length !== 2 || factors.some((factor) => factor.kind === "power" && factor.exponent.kind === "number" && factor.exponent.value.num < 0))
    return undefined;
  const others = factors.filter((factor) => factor.kind !== "sum");
  const lists = sums.map((factor) => (factor.kind === "sum" ? inWrittenOrder(factor) : [factor]));
  const [first = [], second = []] = lists;
  if (first.length * second.length > MOST_SHOWN_TERMS) return undefined;
  return first.flatMap((left) => second.map((right) => product(...others, left, right)));
}

/** The terms of a sum as they are printed. */
function inWrittenOrder(e: Expression & { kind: "sum" }): readonly Expression[] {
  const order: Expression[] = [];
  const visit = (syntax: Syntax): void => {
    if (syntax.kind === "binary" && (syntax.operator === "+" || syntax.operator === "-")) {
      visit(syntax.left);
      visit(syntax.right);
    } else order.push(...e.terms.filter((term) => [term, negate(term)].some((candidate) => JSON.stringify(present(candidate)) === JSON.stringify(syntax))));
  };
  visit(present(e));
  return order.length === e.terms.length ? order : e.terms;
}

/** A square of a sum as the product it is. */
function repeated(factor: Expression): readonly Expression[] {
  const square =
    factor.kind === "power" &&
    factor.base.kind === "sum" &&
    factor.exponent.kind === "number" &&
    factor.exponent.value.num === 2 &&
    factor.exponent.value.den === 1;
  return square ? [factor.base, factor.base] : [factor];
}

function writtenSum(terms: readonly Expression[]): Syntax {
  const [first, ...rest] = terms.map(present);
  if (!first) return present(number(0));
  return rest.reduce(plus, first);
}

const isPowerOfSum = (factor: Expression): boolean =>
  factor.kind === "power" &&
  factor.base.kind === "sum" &&
  factor.exponent.kind === "number" &&
  factor.exponent.value.den === 1 &&
  factor.exponent.value.num > 1;

/** Numerators multiplied out term by term; denominators stay, each term over them in lowest terms. */
function multipliedOut(e: Expression, only?: "products" | "powers"): Expression {
  const inner = mapChildren(e, (child) => multipliedOut(child, only));
  if (inner.kind !== "product" && !isPowerOfSum(inner)) return inner.kind === "sum" ? sum(...inner.terms) : inner;
  const factors = factorsOf(inner);
  const below = factors.filter(isReciprocal);
  const above = factors.filter((factor) => !isReciprocal(factor));
  const open = above.filter((factor) => only === undefined || (only === "powers" ? isPowerOfSum(factor) : !isPowerOfSum(factor)));
  const kept = above.filter((factor) => !open.includes(factor));
  const numerator = only === "powers" ? product(...open.map(lowestTerms)) : lowestTerms(product(...open));
  if (only === "powers") return product(...kept, numerator, ...below);
  // Over a sum the fraction stays one; over a monomial each term is divided.
  if (below.some((factor) => factor.kind === "power" && factor.base.kind === "sum")) return product(...kept, numerator, ...below);
  const own = factorsOf(numerator).filter(isReciprocal);
  if (own.length > 0 && own.every(({ base }) => base.kind !== "sum")) {
    const terms = termsOf(product(...factorsOf(numerator).filter((factor) => !isReciprocal(factor))));
    return sum(...terms.map((term) => simplify(product(...kept, term, ...own, ...below)).expression));
  }
  const terms = termsOf(numerator);
  return sum(...terms.map((term) => (below.length > 0 ? simplify(product(...kept, term, ...below)).expression : product(...kept, term))));
}

/** The whole expression multiplied out, for use inside other rewrites. */
export function expanded(e: Expression): Expression {
  return multipliedOut(e);
}

/** Whether a power of a sum is left, which is so only where it would be too long. */
export function hasPowersOfSums(e: Expression): boolean {
  return findAll(e, isPowerOfSum).length > 0;
}

/** Whether there is anything to multiply out. */
export function hasProductsOfSums(e: Expression): boolean {
  return findAll(e, (part) => isPowerOfSum(part) || (part.kind === "product" && part.factors.some((factor) => factor.kind === "sum"))).length > 0;
}
