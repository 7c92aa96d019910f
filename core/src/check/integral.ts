import { differentiate, NotDifferentiable } from "../calculus/derivative.ts";
import type { Claim } from "../derivation/step.ts";
import { name, power, product, relation, subtract, sum, TWO, ZERO } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { contains, type Expression, equal } from "../expression/expression.ts";
import { type DefiniteIntegral, givenOutside } from "../expression/integral.ts";
import { mapChildren, substitute } from "../expression/substitute.ts";
import { text } from "../notation/text.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { constantSign, equalityTest, type ZeroTest } from "../truth/index.ts";
import { continuousBetween, holdsBetween, relationsOn, type Stretch, writtenOutBetween } from "./between.ts";
import type { StepVerdict } from "./step.ts";

/** The derivative of what is claimed, by the rules, is the integrand. */
export function judgeAntiderivative({ of, variable, after, named }: Claim & { kind: "antiderivative" }, given: readonly Expression[]): StepVerdict {
  const assumptions = givenOutside(given, variable);
  try {
    const meaning = named && new Map([[named.name, named.meaning]]);
    const direct = contains(after, variable) ? differentiate(after, variable) : sum();
    const byName = named && product(substitute(differentiate(after, named.name), meaning ?? new Map()), differentiate(named.meaning, variable));
    const slope = sum(meaning ? substitute(direct, meaning) : direct, ...(byName ? [byName] : []));
    const test = equalityTest(slope, of, [...assumptions, ...realDomain(of), ...realDomain(slope)]);
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
 * The fundamental theorem of calculus: F is defined and continuous from bound to bound, and between them its derivative is
 * defined and is the integrand; then the integral, improper at a bound where the integrand has no value there, is F(b) − F(a)
 * (T. M. Apostol, Mathematical Analysis, chapter 7). At single points the rules may give no derivative, as those of a cube root at
 * 0: where F and the integrand are continuous, the theorem holds over them.
 */
export function judgeIntegral({ before, antiderivative, after }: Claim & { kind: "integral" }, given: readonly Expression[]): StepVerdict {
  const { variable, lower, upper, body } = before;
  const assumptions = givenOutside(given, variable);
  const inside: Stretch = { variable, from: lower, to: upper, closed: false };
  const slope = derivativeOf(antiderivative, variable);
  if (!slope) return { verdict: "loose", why: `${text(antiderivative)} is not differentiated by the rules` };
  const known = [...assumptions, ...relationsOn(inside, assumptions)];
  const written = (e: Expression): Expression => writtenOutBetween(e, inside, assumptions);
  const same = equalityTest(written(slope), written(body), known);
  if (same.kind !== "zero") return fromTest(same, "", "the derivative is not the integrand");
  if (!continuousBetween(antiderivative, { ...inside, closed: true }, assumptions))
    return { verdict: "loose", why: `it was not proven that ${text(antiderivative)} is continuous from ${text(lower)} to ${text(upper)}` };
  const defined = continuousBetween(written(body), inside, assumptions) && continuousBetween(written(slope), inside, assumptions, isRareExcept(variable));
  if (!defined) return { verdict: "loose", why: `it was not proven that the integrand is defined between ${text(lower)} and ${text(upper)}` };
  const at = (bound: Expression): Expression => substitute(antiderivative, new Map([[variable, bound]]));
  const value = equalityTest(written(after), written(subtract(at(upper), at(lower))), assumptions);
  return fromTest(
    value,
    "the antiderivative is continuous between the bounds, and its derivative is the integrand",
    "the difference at the bounds is another one",
  );
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
  return claim.kind === "integral" || claim.kind === "integral in pieces" ? [{ integral: claim.before, value: claim.after }] : [];
}

/** Integrals replaced by the values established for them, until none is left that has one. */
export function withEstablished(e: Expression, established: readonly EstablishedIntegral[]): Expression {
  const known = established.find(({ integral }) => equal(integral, e));
  if (known) return withEstablished(known.value, established);
  const inner = mapChildren(e, (child) => withEstablished(child, established));
  return equal(inner, e) ? e : withEstablished(inner, established);
}
