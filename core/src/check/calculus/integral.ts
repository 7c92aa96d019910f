import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { KNOWN_INTEGRALS, statedAt } from "../../calculus/known-integrals.ts";
import type { Claim } from "../../derivation/step.ts";
import { call, divide, name, negate, power, product, relation, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { contains, type Expression, equal, termsOf } from "../../expression/expression.ts";
import { extendedSum, infinityOf } from "../../expression/infinity.ts";
import { type DefiniteIntegral, definiteIntegral, givenOutside, indefiniteIntegral } from "../../expression/integral.ts";
import { mapChildren, substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import * as rational from "../../number/rational.ts";
import * as dense from "../../polynomial/rational-dense.ts";
import { discriminant } from "../../polynomial/univariate/resultant.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { integerPolynomial, namedRoots } from "../../rewrite/roots/named-root.ts";
import { constantSign, decide, equalityTest, type ZeroTest } from "../../truth/index.ts";
import type { StepVerdict } from "../step.ts";
import { continuousBetween, holdsBetween, orderOf, relationsOn, type Stretch, writtenOutBetween } from "./between.ts";
import { judgeLimit } from "./limit.ts";

/** The derivative of what is claimed, by the rules, is the integrand. */
export function judgeAntiderivative(
  { of, variable, after, named }: Claim & { kind: "antiderivative" },
  given: readonly Expression[],
  established: readonly EstablishedIntegral[],
): StepVerdict {
  const assumptions = givenOutside(given, variable);
  if (isEstablished(after, of, variable, established)) return { verdict: "nailed", why: "it differs by a constant from an antiderivative found before" };
  try {
    const meaning = named && new Map([[named.name, named.meaning]]);
    const direct = contains(after, variable) ? differentiate(after, variable) : sum();
    const byName = named && product(substitute(differentiate(after, named.name), meaning ?? new Map()), differentiate(named.meaning, variable));
    const slope = sum(meaning ? substitute(direct, meaning) : direct, ...(byName ? [byName] : []));
    const test = equalityTest(slope, of, [...assumptions, ...realDomain(of), ...realDomain(slope), ...(named?.where ?? [])]);
    return fromTest(test, "differentiated, it gives the integrand again", "its derivative is not the integrand");
  } catch (error) {
    if (error instanceof NotDifferentiable) return { verdict: "loose", why: error.message };
    throw error;
  }
}

function fromTest(test: ZeroTest, same: string, different: string): StepVerdict {
  if (test.kind === "zero") return { verdict: "nailed", why: same };
  return test.kind === "nonzero" ? { verdict: "bent", why: different } : { verdict: "tacked", why: `it agrees to ${test.digits} digits` };
}

/**
 * The fundamental theorem of calculus: F is defined and continuous between the bounds, and there its derivative is defined and is the
 * integrand; then the integral, improper at a bound where F is known by its limit, is the difference of what F tends to at the bounds
 * (T. M. Apostol, Mathematical Analysis, chapters 7 and 10), and it diverges where that is infinite. At single points the rules may give
 * no derivative, as those of a cube root at 0: where F and the integrand are continuous, the theorem holds over them.
 */
export function judgeIntegral(
  { before, antiderivative, ends, after }: Claim & { kind: "integral" },
  given: readonly Expression[],
  established: readonly EstablishedIntegral[],
): StepVerdict {
  const { variable, lower, upper, body } = before;
  const assumptions = givenOutside(given, variable);
  const inside: Stretch = { variable, from: lower, to: upper, closed: false };
  const slope = derivativeOf(antiderivative, variable);
  if (!slope) return { verdict: "loose", why: `${text(antiderivative)} is not differentiated by the rules` };
  const known = [...assumptions, ...relationsOn(inside, assumptions)];
  const written = (e: Expression): Expression => writtenOutBetween(e, inside, assumptions);
  const same = isEstablished(antiderivative, body, variable, established) ? undefined : equalityTest(written(slope), written(body), known);
  if (same && same.kind !== "zero") return fromTest(same, "", "the derivative is not the integrand");
  if (!continuousBetween(antiderivative, inside, assumptions))
    return { verdict: "loose", why: `it was not proven that ${text(antiderivative)} is continuous from ${text(lower)} to ${text(upper)}` };
  const defined = continuousBetween(written(body), inside, assumptions) && continuousBetween(written(slope), inside, assumptions, isRareExcept(variable));
  if (!defined) return { verdict: "loose", why: `it was not proven that the integrand is defined between ${text(lower)} and ${text(upper)}` };
  const reached = ([lower, upper] as const).map((_, k) => judgeEnd(antiderivative, inside, k === 0 ? "from" : "to", ends[k === 0 ? 0 : 1], assumptions));
  const open = reached.find(({ verdict }) => verdict !== "nailed");
  if (open) return open;
  const difference = extendedSum([ends[1], negate(ends[0])]);
  if (!difference) return { verdict: "bent", why: "infinite ends of both signs have no difference" };
  return fromTest(
    equalityTest(written(after), written(difference), assumptions),
    infinityOf(after) === undefined
      ? "the antiderivative is continuous between the bounds, and its derivative is the integrand"
      : "the antiderivative grows beyond all bounds towards an end of the interval",
    "the difference at the bounds is another one",
  );
}

/** Whether an antiderivative has the value that is claimed at one end of a stretch: its own where it is continuous there, else its limit from inside. */
function judgeEnd(f: Expression, stretch: Stretch, end: "from" | "to", claimed: Expression, assumptions: readonly Expression[]): StepVerdict {
  const { variable } = stretch;
  const at = stretch[end];
  const far = infinityOf(at);
  const beside: Stretch = { variable, from: at, to: at, closed: true };
  if (far === undefined && infinityOf(claimed) === undefined && continuousBetween(f, beside, assumptions)) {
    const test = equalityTest(writtenOutBetween(substitute(f, new Map([[variable, at]])), stretch, assumptions), claimed, assumptions);
    if (test.kind === "zero") return fromTest(test, "the antiderivative is continuous at the end", "");
  }
  const order = orderOf(stretch.from, stretch.to, assumptions);
  if (far === undefined && order === undefined) return { verdict: "loose", why: "which bound is the larger one was not decided" };
  const side = (end === "from") === (order === 1) ? "right" : "left";
  return judgeLimit({ kind: "limit", place: { variable, at, whole: false, ...(far === undefined ? { side } : {}) }, before: f, after: claimed }, assumptions);
}

/**
 * Between opposite bounds: where f(−x) = −f(x) and the integral from 0 is finite, the halves cancel; where f(−x) = f(x), they are equal. The half is known from an earlier
 * step, or the integrand is continuous on the closed interval.
 */
export function judgeSymmetric(
  { before, parity, half, after }: Claim & { kind: "symmetric integral" },
  given: readonly Expression[],
  established: readonly EstablishedIntegral[],
): StepVerdict {
  const { variable, lower, upper, body } = before;
  const assumptions = givenOutside(given, variable);
  const opposite = infinityOf(upper) === undefined ? equalityTest(negate(lower), upper, assumptions).kind === "zero" : equal(negate(lower), upper);
  const from0 = equal(half, definiteIntegral(body, variable, ZERO, upper));
  if (!opposite || !from0) return { verdict: "bent", why: "the bounds are not opposite" };
  const mirrored = substitute(body, new Map([[variable, negate(name(variable))]]));
  const test = equalityTest(mirrored, parity === "odd" ? negate(body) : body, [...assumptions, ...realDomain(body)]);
  if (test.kind !== "zero") return fromTest(test, "", `the integrand is not ${parity}`);
  const value = establishedValue(half, established);
  if (parity === "even") {
    if (!value)
      return equal(after, product(TWO, half))
        ? { verdict: "nailed", why: "the integrand has the same values on both sides of 0" }
        : { verdict: "bent", why: "not twice the half" };
    const twice = infinityOf(value) === undefined ? product(TWO, value) : value;
    return fromTest(equalityTest(after, twice, assumptions), "the integrand has the same values on both sides of 0", "this is not twice the half");
  }
  const finite = value
    ? infinityOf(value) === undefined
    : infinityOf(upper) === undefined && continuousBetween(body, { variable, from: lower, to: upper, closed: true }, assumptions);
  if (!finite) return { verdict: "loose", why: "it was not proven that the integral over one half is finite" };
  return equal(after, ZERO) ? { verdict: "nailed", why: "the halves cancel, and each is finite" } : { verdict: "bent", why: "the halves cancel" };
}

/** x ↦ a + b − x maps the interval onto itself, and the integrand is continuous on it: with its mirror image it makes twice the other one. */
export function judgeMirrored({ before, after }: Claim & { kind: "mirrored integral" }, given: readonly Expression[]): StepVerdict {
  const { variable, lower, upper, body } = before;
  const assumptions = givenOutside(given, variable);
  const isSameInterval = after.variable === variable && equal(after.lower, lower) && equal(after.upper, upper);
  if (!isSameInterval || [lower, upper].some((bound) => infinityOf(bound) !== undefined)) return { verdict: "bent", why: "the intervals are not the same" };
  const mirrored = substitute(body, new Map([[variable, subtract(sum(lower, upper), name(variable))]]));
  const test = equalityTest(sum(body, mirrored), product(TWO, after.body), [...assumptions, ...realDomain(body)]);
  if (test.kind !== "zero") return fromTest(test, "", "this is not the mean of the integrand and its mirror image");
  return continuousBetween(body, { variable, from: lower, to: upper, closed: true }, assumptions)
    ? { verdict: "nailed", why: "the interval is mapped onto itself, and the integrand is continuous" }
    : { verdict: "loose", why: "it was not proven that the integrand is continuous" };
}

/** The integrand is the same a period further on, the part is one period long, and so many of them make up the whole; the part has a value by an earlier step. */
export function judgePeriods(
  { before, period, times, part, after }: Claim & { kind: "periodic integral" },
  given: readonly Expression[],
  established: readonly EstablishedIntegral[],
): StepVerdict {
  const { variable, lower, upper, body } = before;
  const assumptions = givenOutside(given, variable);
  const isSame = (a: Expression, b: Expression): boolean => equalityTest(a, b, assumptions).kind === "zero";
  const isWhole = times.kind === "number" && times.value.den === 1 && times.value.num > 0;
  const fits = isSame(subtract(upper, lower), product(times, period)) && isSame(subtract(part.upper, part.lower), period) && equal(part.lower, lower);
  if (!isWhole || !fits || !equal(part.body, body) || part.variable !== variable) return { verdict: "bent", why: "the parts do not make up the whole" };
  const moved = equalityTest(substitute(body, new Map([[variable, sum(name(variable), period)]])), body, assumptions);
  if (moved.kind !== "zero") return fromTest(moved, "", "the integrand does not repeat");
  const value = establishedValue(part, established);
  if (!value || infinityOf(value) !== undefined) return { verdict: "loose", why: "the integral over one period was not found" };
  return fromTest(equalityTest(product(times, value), after, assumptions), "every period has the same integral", "this is not so many times the part");
}

/** x = u + p maps the line onto itself with dx = du: the integrand is the other one there, and p holds neither variable. */
export function judgeShift({ before, by, factor, after }: Claim & { kind: "shifted integral" }, given: readonly Expression[]): StepVerdict {
  const assumptions = givenOutside(givenOutside(given, before.variable), after.variable);
  const isLine = ({ lower, upper }: DefiniteIntegral): boolean => infinityOf(lower) === -1 && infinityOf(upper) === 1;
  if (
    !isLine(before) ||
    !isLine(after) ||
    contains(by, before.variable) ||
    contains(by, after.variable) ||
    contains(factor, after.variable) ||
    contains(before.body, after.variable)
  )
    return { verdict: "bent", why: "this is no shift of the whole line" };
  const there = substitute(before.body, new Map([[before.variable, sum(name(after.variable), by)]]));
  return fromTest(
    equalityTest(there, product(factor, after.body), assumptions),
    "with the variable shifted the integrand is the other one",
    "the integrands differ",
  );
}

/** A sum term by term: each of the integrals has been found, and is finite. */
export function judgeByTerms(
  { before, parts, after }: Claim & { kind: "integral by terms" },
  given: readonly Expression[],
  established: readonly EstablishedIntegral[],
): StepVerdict {
  const { variable, lower, upper, body } = before;
  const assumptions = givenOutside(given, variable);
  const sameRange = parts.every(
    ({ integral, factor }) => integral.variable === variable && equal(integral.lower, lower) && equal(integral.upper, upper) && !contains(factor, variable),
  );
  if (!sameRange) return { verdict: "bent", why: "the terms are not integrated over the same interval" };
  const known = [...assumptions, ...relationsOn({ variable, from: lower, to: upper, closed: false }, assumptions)];
  const whole = equalityTest(sum(...parts.map(({ factor, integral }) => product(factor, integral.body))), body, known);
  if (whole.kind !== "zero") return fromTest(whole, "", "the terms do not make up the integrand");
  const values = parts.flatMap(({ factor, integral }) => {
    const value = establishedValue(integral, established);
    return value && infinityOf(value) === undefined ? [product(factor, value)] : [];
  });
  if (values.length < parts.length) return { verdict: "loose", why: "not every term was found to have a finite integral" };
  return fromTest(
    equalityTest(sum(...values), after, assumptions),
    "the integral of a sum is the sum of the integrals, each of which is finite",
    "the terms have another sum",
  );
}

/** A theorem at these values of its letters: integrand, bounds and value agree with it, and its hypothesis holds. */
export function judgeKnown({ before, theorem, values, after }: Claim & { kind: "known integral" }, given: readonly Expression[]): StepVerdict {
  const assumptions = givenOutside(given, before.variable);
  const stated = KNOWN_INTEGRALS.find(({ title }) => title === theorem);
  if (!stated) return { verdict: "bent", why: "no theorem of this name is known" };
  const own = statedAt(stated, values, before.variable);
  const x = relationsOn({ variable: before.variable, from: before.lower, to: before.upper, closed: false }, assumptions);
  const bounds = equal(own.integral.lower, before.lower) && equal(own.integral.upper, before.upper);
  if (!bounds || equalityTest(own.integral.body, before.body, [...assumptions, ...x]).kind !== "zero")
    return { verdict: "bent", why: "the theorem speaks of another integral" };
  const open = own.hypothesis.find((condition) => decide(condition, assumptions) !== true);
  if (open) return { verdict: "loose", why: `it was not proven that ${text(open)}, which the theorem asks for` };
  const test = equalityTest(own.value, after, assumptions);
  return test.kind === "zero"
    ? { verdict: "nailed", why: "the integrand, the bounds and what is asked of the letters are those of the theorem", theorem: stated.source }
    : fromTest(test, "", "the theorem gives another value");
}

/** Whether a function differs by a constant from an antiderivative that an earlier step has established. */
function isEstablished(f: Expression, of: Expression, variable: string, established: readonly EstablishedIntegral[]): boolean {
  const integral = indefiniteIntegral(of, variable);
  const varying = (e: Expression): readonly Expression[] => termsOf(e).filter((term) => contains(term, variable));
  const known = withEstablished(integral, established);
  return [known, ...established.filter((one) => equal(one.integral, integral)).map((one) => one.value)].some((value) =>
    equal(sum(...varying(value)), sum(...varying(f))),
  );
}

/**
 * Of A/P with P squarefree: the residues at its roots α are c(α) where c P′ − A is a multiple of P; a real root gives c(α) ln|x − α|, a pair u ± v i with c = p ± q i there
 * p ln((x − u)² + v²) − 2 q arctan((x − u)/v) (M. Bronstein, Symbolic Integration I, 2.4 and 2.8).
 */
export function judgeRoots({ of, variable, denominator, residue, after }: Claim & { kind: "sum over the roots" }): StepVerdict {
  const minimal = integerPolynomial(denominator, variable);
  const [p, c, a] = [denominator, residue, product(of, denominator)].map((e) => rationalCoefficients(e, variable));
  if (!minimal || !p || !c || !a || discriminant(minimal) === 0n)
    return { verdict: "loose", why: "this is no quotient of polynomials with numbers as coefficients and simple roots below" };
  const slope = dense.trimmed(p.slice(1).map((one, k) => rational.multiply(one, { num: k + 1, den: 1 })));
  if (dense.divide(dense.subtract(dense.multiply(c, slope), a), p).remainder.length > 0) return { verdict: "bent", why: "these are not the residues" };
  const { real, complex } = namedRoots(minimal, variable);
  const x = name(variable);
  const at = (root: Expression): Expression => substitute(residue, new Map([[variable, root]]));
  const upper = complex.filter((_, k) => k % 2 === 1);
  const terms = [
    ...real.map((root) => product(at(root), call("ln", call("abs", subtract(x, root))))),
    ...upper.flatMap((root) => {
      const [u, v] = [call("Re", root), call("Im", root)];
      const logarithm = call("ln", sum(power(subtract(x, u), TWO), power(v, TWO)));
      return [product(call("Re", at(root)), logarithm), negate(product(TWO, call("Im", at(root)), call("arctan", divide(subtract(x, u), v))))];
    }),
  ];
  return equal(sum(...terms), after)
    ? {
        verdict: "nailed",
        why: "the residues at all roots were found again",
        theorem: "partial fractions over the complex numbers (M. Bronstein, Symbolic Integration I, 2.4)",
      }
    : { verdict: "loose", why: "the sum over the roots is written in another way" };
}

function rationalCoefficients(e: Expression, variable: string): dense.RationalPolynomial | undefined {
  const found = polynomialCoefficients(e, variable)?.map((coefficient) => (coefficient.kind === "number" ? coefficient.value : undefined));
  return found?.every((value) => value !== undefined) ? dense.trimmed(found) : undefined;
}

function derivativeOf(e: Expression, variable: string): Expression | undefined {
  try {
    return differentiate(e, variable);
  } catch (error) {
    if (error instanceof NotDifferentiable) return undefined;
    throw error;
  }
}

/** Whether a condition fails at finitely many values of the variable at most: a polynomial with numbers as coefficients that is not 0. */
function isRareExcept(variable: string): (condition: Expression) => boolean {
  return (condition) => {
    if (condition.kind !== "relation" || condition.comparisons.length !== 1 || condition.comparisons[0] !== "!=") return false;
    const [left = ZERO, right = ZERO] = condition.operands;
    return (
      polynomialCoefficients(subtract(left, right), variable)?.some(
        (coefficient) => constantSign(coefficient) !== undefined && constantSign(coefficient) !== 0,
      ) ?? false
    );
  };
}

/** The pieces follow each other from bound to bound, and on each the integrand has the same values. */
export function judgePieces({ before, pieces, after }: Claim & { kind: "integral in pieces" }, given: readonly Expression[]): StepVerdict {
  const assumptions = givenOutside(given, before.variable);
  const bounds = [before.lower, ...pieces.map(({ upper }) => upper)];
  const chained = pieces.every(({ lower }, k) => equal(lower, bounds[k] ?? before.lower)) && equal(bounds.at(-1) ?? before.lower, before.upper);
  if (!chained || !equal(after, sum(...pieces))) return { verdict: "bent", why: "the pieces do not make up the whole" };
  const undecided = pieces.find((piece) => !sameOn(before, piece, assumptions));
  return undecided
    ? { verdict: "loose", why: `it was not proven that the integrand is ${text(undecided.body)} from ${text(undecided.lower)} to ${text(undecided.upper)}` }
    : { verdict: "nailed", why: "the pieces follow each other, and on each the integrand has the same values" };
}

function sameOn({ body, variable }: DefiniteIntegral, piece: DefiniteIntegral, assumptions: readonly Expression[]): boolean {
  const stretch: Stretch = { variable, from: piece.lower, to: piece.upper, closed: false };
  const known = [...assumptions, ...relationsOn(stretch, assumptions)];
  const own = substitute(piece.body, new Map([[piece.variable, name(variable)]]));
  const there = writtenOutBetween(body, stretch, assumptions);
  if (equalityTest(there, own, known).kind === "zero") return true;
  // Neither is negative, and their squares are equal.
  const [a, b] = [there, own].map((e) => power(e, TWO));
  const positive = [there, own].every((e) => holdsBetween(relation(e, ">=", ZERO), stretch, assumptions));
  return positive && a !== undefined && b !== undefined && equalityTest(a, b, known).kind === "zero";
}

/** An integral whose value an earlier step has established. */
export interface EstablishedIntegral {
  readonly integral: Expression;
  readonly value: Expression;
}

/** The integral that a step establishes, once it is nailed. */
export function establishedBy(claim: Claim): readonly EstablishedIntegral[] {
  switch (claim.kind) {
    case "antiderivative":
      return claim.named ? [] : [{ integral: indefiniteIntegral(claim.of, claim.variable), value: claim.after }];
    case "sum over the roots":
      return [{ integral: indefiniteIntegral(claim.of, claim.variable), value: claim.after }];
    case "integral":
    case "integral in pieces":
    case "symmetric integral":
    case "mirrored integral":
    case "known integral":
    case "integral by terms":
    case "periodic integral":
      return [{ integral: claim.before, value: claim.after }];
    case "shifted integral":
      return [{ integral: claim.before, value: product(claim.factor, claim.after) }];
    default:
      return [];
  }
}

/** The value of an integral by what earlier steps have established, also of its pieces; undefined where they have not. */
function establishedValue(integral: DefiniteIntegral, established: readonly EstablishedIntegral[]): Expression | undefined {
  const value = withEstablished(integral, established);
  return equal(value, integral) ? undefined : value;
}

/** How often an established value is put into another one. */
const DEEPEST = 12;

/** Integrals replaced by the values established for them, until none is left that has one. */
export function withEstablished(e: Expression, established: readonly EstablishedIntegral[], depth = 0): Expression {
  if (depth > DEEPEST) return e;
  const known = established.find(({ integral }) => equal(integral, e));
  if (known) return withEstablished(known.value, established, depth + 1);
  return mapChildren(e, (child) => withEstablished(child, established, depth + 1));
}
