import { hasAngles, inSineAndCosine } from "../../canonical/angles.ts";
import { conjugate } from "../../canonical/conjugate.ts";
import { factoredForm } from "../../canonical/factored.ts";
import { whereRational } from "../../canonical/normal-form.ts";
import type { Pieces, RuleName } from "../../derivation/rules/catalogue.ts";
import { distinct, type Expression, equal, findAll, freeNames, isReciprocal, isRoot } from "../../expression/expression.ts";
import { mapChildren, replacePart } from "../../expression/substitute.ts";
import { complexity, simplify, withDecidedCases, withLeastFactorials, withModuli, withPrincipalValues } from "../../truth/index.ts";
import { asSumOfWaves } from "../harmonics.ts";
import { asQuadraticSurd } from "../roots/denest.ts";
import { byTangents, hyperbolicByExponentials, inOne, withQuotients } from "./angle-forms.ts";
import { combineWithSteps } from "./combine.ts";
import { expanded } from "./expand.ts";
import { withPowersByPrimes } from "./one-base.ts";
import { turnsWorkedOut } from "./parts-of-a-turn.ts";
import { asPartOfTurn, withDoubleTangent, withoutLogarithmPowers, withRootsOfHalfAngles, withTangentOfSum } from "./recognised.ts";
import { joinedLogarithms, joinedRoots, rationalised, rootsOut, withoutInverses, withoutNestedRoots } from "./root-and-log-forms.ts";
import { withoutOuterSign, withSignsOut } from "./signs-out.ts";
import { type Known, type Rewriting, Way } from "./way.ts";
import { withoutTurns } from "./whole-turns.ts";

/** Rules whose wording needs no pieces. */
type PlainRule = { [Name in RuleName]: Pieces<Name> extends readonly [] ? Name : never }[RuleName];

/** One way to a form that may be shorter. */
interface Attempt {
  readonly rule: PlainRule;
  readonly applies: (e: Expression) => boolean;
  readonly form: (e: Expression, known: Known) => Expression | undefined;
}

const always = (): boolean => true;
const holdsLogarithm = (e: Expression): boolean => findAll(e, (part) => part.kind === "call" && (part.name === "ln" || part.name === "log")).length > 0;
const factorialsIn = (e: Expression): readonly Expression[] => findAll(e, (part) => part.kind === "call" && part.name === "factorial");
const isWholeName = (e: Expression): boolean => e.kind === "name" && e.range === "integer";

const ATTEMPTS: readonly Attempt[] = [
  { rule: "simplify values", applies: always, form: (e) => simplify(e).expression },
  { rule: "relations cancel", applies: always, form: withoutInverses },
  { rule: "whole turns", applies: (e) => hasAngles(e) || findAll(e, isWholeName).length > 0, form: withoutTurns },
  { rule: "decided by what is given", applies: always, form: (e, { assumptions }) => withPrincipalValues(withDecidedCases(e, assumptions), assumptions) },
  { rule: "simplify values", applies: always, form: withConjugatesInside },
  { rule: "conjugate product", applies: (e) => findAll(e, (part) => part.kind === "call" && part.name === "conj").length > 0, form: withModuli },
  { rule: "absolute value", applies: always, form: (e, known) => rootsOut(e, known.assumptions) },
  { rule: "multiply out", applies: always, form: expanded },
  { rule: "known factors", applies: (e) => freeNames(e).size > 0, form: factoredForm },
  { rule: "factorials", applies: (e) => factorialsIn(e).length > 1, form: (e) => factoredForm(simplify(withLeastFactorials(e)).expression) },
  { rule: "join logarithms", applies: always, form: joinedLogarithms },
  { rule: "take logarithms apart", applies: holdsLogarithm, form: withoutLogarithmPowers },
  { rule: "a part of a turn", applies: (e) => e.kind === "sum" && freeNames(e).size === 0, form: asPartOfTurn },
  { rule: "double angle of the tangent", applies: hasAngles, form: withDoubleTangent },
  { rule: "tangent of a sum", applies: hasAngles, form: withTangentOfSum },
  { rule: "half-angle formulas", applies: hasAngles, form: withRootsOfHalfAngles },
  { rule: "untangle nested roots", applies: always, form: withoutNestedRoots },
  { rule: "recognise a surd", applies: (e) => freeNames(e).size === 0, form: asQuadraticSurd },
  { rule: "powers of primes", applies: (e) => freeNames(e).size > 0, form: withPowersByPrimes },
  { rule: "root as a power", applies: always, form: joinedRoots },
  { rule: "write by exponentials", applies: hasAngles, form: (e) => simplify(hyperbolicByExponentials(e)).expression },
  { rule: "rationalise the denominator", applies: always, form: rationalised },
  { rule: "Pythagorean identity", applies: hasAngles, form: (e) => inOne(e, "cos") },
  { rule: "Pythagorean identity", applies: hasAngles, form: (e) => inOne(e, "sin") },
  { rule: "products to sums", applies: hasAngles, form: (e, known) => asSumOfWaves(e, known.assumptions) },
  { rule: "divide by the cosine", applies: hasAngles, form: byTangents },
  { rule: "divide by the cosine", applies: hasAngles, form: (e) => withQuotients(simplify(inSineAndCosine(e)).expression) },
];

/** conj conj z as z, and |conj z| as |z|. */
function withConjugatesInside(e: Expression): Expression {
  const inner = mapChildren(e, withConjugatesInside);
  const [u] = inner.kind === "call" ? inner.args : [];
  if (inner.kind !== "call" || !u) return inner;
  if (inner.name === "conj") return conjugate(u);
  return inner.name === "abs" && u.kind === "call" && u.name === "conj" ? mapChildren(inner, conjugate) : inner;
}

const MOST_ROUNDS = 6;

/**
 * The shortest form that the other rewrites lead to, by `complexity`: each is tried, the best is taken, and so on while that
 * helps; two in a row are tried where none helps alone. Longer than the input only where a fraction is reduced to lowest terms.
 */
export function simplifyWithSteps(e: Expression, known: Known): Rewriting {
  const turns = turnsWorkedOut(e);
  if (turns) return turns;
  const way = new Way(e);
  const reduced = inLowestTerms(e);
  if (reduced) way.follow(reduced);
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const next = best(way.current, known) ?? bestOfTwo(way.current, known);
    if (!next) break;
    const grown = new Way(way.current);
    for (const { rule, form } of next) grown.to(rule, [], form);
    way.follow(grown.end());
  }
  return way.end();
}

/** A fraction whose common factors are cancelled, even where that makes it a little longer. */
function inLowestTerms(e: Expression): Rewriting | undefined {
  if (e.kind !== "product" || !e.factors.some((factor) => isReciprocal(factor) && factor.base.kind === "sum")) return undefined;
  const combined = combineWithSteps(e);
  const isReduced = combined.steps.some(({ rule }) => rule === "cancel a factor");
  return isReduced && complexity(combined.expression) <= complexity(e) + LONGER_IN_LOWEST_TERMS ? combined : undefined;
}

const LONGER_IN_LOWEST_TERMS = 8;

type Move = { readonly rule: PlainRule; readonly form: Expression };

/** The distinct forms that the attempts lead to. */
function formsOf(e: Expression, known: Known): readonly Move[] {
  const found = ATTEMPTS.flatMap(({ rule, applies, form }) => {
    if (!applies(e)) return [];
    return whereRational(() => {
      const found = form(e, known);
      const next = found && withoutOuterSign(withSignsOut(found));
      return next && !equal(next, e) ? [{ rule, form: next }] : [];
    }, []);
  });
  const all = [...found, ...insideMoves(e, known)];
  return all.filter((move, k) => all.findIndex((other) => equal(other.form, move.form)) === k);
}

/** What stands in a function or below a root by itself as short as it can be: √(1 − sin² x) as √(cos² x). */
function insideMoves(e: Expression, known: Known): readonly Move[] {
  const arguments_ = findAll(e, (part) => part !== e && freeNames(part).size > 0 && part.kind !== "name" && isArgumentIn(e, part));
  return distinct(arguments_).flatMap((argument) => {
    const [first] = best(argument, known) ?? [];
    return first ? [{ rule: first.rule, form: replacePart(e, argument, first.form) }] : [];
  });
}

/** Whether a part stands as the argument of a function, or below a root, somewhere in an expression. */
function isArgumentIn(e: Expression, part: Expression): boolean {
  const holds = (outer: Expression): boolean =>
    outer.kind === "call" ? outer.args.includes(part) : isRoot(outer) && outer.kind === "power" && outer.base === part;
  return findAll(e, holds).length > 0;
}

function best(e: Expression, known: Known): readonly Move[] | undefined {
  const forms = formsOf(e, known).filter(({ form }) => complexity(form) < complexity(e));
  const [first] = forms;
  return first && [forms.reduce((a, b) => (complexity(b.form) < complexity(a.form) ? b : a), first)];
}

function bestOfTwo(e: Expression, known: Known): readonly Move[] | undefined {
  let found: readonly Move[] | undefined;
  let least = complexity(e);
  for (const first of formsOf(e, known)) {
    const [second] = best(first.form, known) ?? [];
    if (!second || complexity(second.form) >= least) continue;
    least = complexity(second.form);
    found = [first, second];
  }
  return found;
}
