import { hasAngles, inSineAndCosine } from "../../canonical/angles.ts";
import { conjugate } from "../../canonical/conjugate.ts";
import { factoredForm } from "../../canonical/factored.ts";
import { whereRational } from "../../canonical/normal-form.ts";
import type { Pieces, RuleName } from "../../derivation/rules/catalogue.ts";
import { type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { complexity, simplify, withDecidedCases, withPrincipalValues } from "../../truth/index.ts";
import { asSumOfWaves } from "../harmonics.ts";
import { asQuadraticSurd } from "../roots/denest.ts";
import { byTangents, hyperbolicByExponentials, inOne, withQuotients } from "./angle-forms.ts";
import { expanded } from "./expand.ts";
import { asPartOfTurn, withDoubleTangent, withoutLogarithmPowers } from "./recognised.ts";
import { joinedLogarithms, joinedRoots, rationalised, rootsOut, withoutInverses, withoutNestedRoots } from "./root-and-log-forms.ts";
import { withSignsOut } from "./signs-out.ts";
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
const isWholeName = (e: Expression): boolean => e.kind === "name" && e.range === "integer";

const ATTEMPTS: readonly Attempt[] = [
  { rule: "simplify values", applies: always, form: (e) => simplify(e).expression },
  { rule: "relations cancel", applies: always, form: withoutInverses },
  { rule: "whole turns", applies: (e) => hasAngles(e) || findAll(e, isWholeName).length > 0, form: withoutTurns },
  { rule: "decided by what is given", applies: always, form: (e, { assumptions }) => withPrincipalValues(withDecidedCases(e, assumptions), assumptions) },
  { rule: "simplify values", applies: always, form: withConjugatesInside },
  { rule: "absolute value", applies: always, form: (e, known) => rootsOut(e, known.assumptions) },
  { rule: "multiply out", applies: always, form: expanded },
  { rule: "known factors", applies: (e) => freeNames(e).size > 0, form: factoredForm },
  { rule: "join logarithms", applies: always, form: joinedLogarithms },
  { rule: "take logarithms apart", applies: holdsLogarithm, form: withoutLogarithmPowers },
  { rule: "a part of a turn", applies: (e) => e.kind === "sum" && freeNames(e).size === 0, form: asPartOfTurn },
  { rule: "double angle of the tangent", applies: hasAngles, form: withDoubleTangent },
  { rule: "untangle nested roots", applies: always, form: withoutNestedRoots },
  { rule: "recognise a surd", applies: (e) => freeNames(e).size === 0, form: asQuadraticSurd },
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
 * helps; two in a row are tried where none helps alone. Never longer than the input.
 */
export function simplifyWithSteps(e: Expression, known: Known): Rewriting {
  const way = new Way(e);
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const next = best(way.current, known) ?? bestOfTwo(way.current, known);
    if (!next) break;
    const grown = new Way(way.current);
    for (const { rule, form } of next) grown.to(rule, [], form);
    way.follow(grown.end());
  }
  return way.end();
}

type Move = { readonly rule: PlainRule; readonly form: Expression };

/** The distinct forms that the attempts lead to. */
function formsOf(e: Expression, known: Known): readonly Move[] {
  const found = ATTEMPTS.flatMap(({ rule, applies, form }) => {
    if (!applies(e)) return [];
    return whereRational(() => {
      const found = form(e, known);
      const next = found && withSignsOut(found);
      return next && !equal(next, e) ? [{ rule, form: next }] : [];
    }, []);
  });
  return found.filter((move, k) => found.findIndex((other) => equal(other.form, move.form)) === k);
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
