import { withPositiveLead } from "../../../canonical/factored.ts";
import { Kernels, normalForm, polynomialExpression, whereRational } from "../../../canonical/normal-form.ts";
import type { Step } from "../../../derivation/step.ts";
import { inCase, step } from "../../../derivation/step.ts";
import { divide, equation, logic, name, number, ONE, power, product, relation, subtract, ZERO } from "../../../expression/construct.ts";
import { sideDifference } from "../../../expression/equations.ts";
import { contains, distinct as different, type Expression, equal, factorsOf, freeNames, isReciprocal, termsOf } from "../../../expression/expression.ts";
import * as rational from "../../../number/rational.ts";
import { factor } from "../../../polynomial/factor-over-rationals.ts";
import { readable } from "../../../rewrite/readable.ts";
import { decide, expand, zeroTest } from "../../../truth/index.ts";
import { nonZero } from "../../sifting/conditions.ts";
import { distinct } from "../distinct.ts";
import { type Branches, type Onward, type Relation, type State, unknownsIn } from "./state.ts";

/** An equation that is written as a product = 0: one case for each factor. */
export function byWrittenFactors(state: State, onward: Onward): Branches | undefined {
  return inCases(state, onward, (own) => {
    const split = writtenFactors(own, state);
    return split && split.factors.length > 1 ? split : undefined;
  });
}

/** An equation that is written as a product = 0 of letters and one factor with unknowns: what is left without the letters. */
export function byDividing(state: State, onward: Onward): Branches | undefined {
  return inCases(state, onward, (own) => {
    const split = writtenFactors(own, state);
    return split?.factors.length === 1 && split.letters.length > 0 ? split : undefined;
  });
}

/** An equation all of whose terms have an unknown in common: it is 0, or what is left without it. */
export function byCommonUnknown(state: State, onward: Onward): Branches | undefined {
  return inCases(state, onward, (own) => {
    const split = unknownsIn(own, state).some((unknown) => isInAllTerms(own, unknown)) ? zeroFactors(own, state) : undefined;
    return split?.factors.some(({ kind }) => kind === "name") ? split : undefined;
  });
}

function isInAllTerms(own: Relation, unknown: string): boolean {
  return termsOf(sideDifference(own)).every((term) =>
    factorsOf(term).some((factor) => contains(factor, unknown) && (factor.kind === "name" || factor.kind === "power")),
  );
}

/** An equation whose difference of the sides is a product once it is factored: one case for each factor. */
export function byFactors(state: State, onward: Onward): Branches | undefined {
  return inCases(state, onward, zeroFactors);
}

function inCases(state: State, onward: Onward, splitOf: (own: Relation, state: State) => ZeroProduct | undefined): Branches | undefined {
  for (const own of state.equations) {
    const split = splitOf(own, state);
    if (!split || (split.factors.length < 2 && split.letters.length === 0)) continue;
    const [unknown = ""] = unknownsIn(own, state);
    const parts = split.factors.map((one) => equation(one, ZERO));
    const needed = split.letters.flatMap((letter) => nonZero(letter, state.assumptions));
    const [left = ZERO, right = ZERO] = own.operands;
    const shown = equation(split.whole, ZERO);
    const steps: Step[] = [];
    const { below } = split;
    if (!equal(shown, own) && zeroTest(subtract(product(below, subtract(left, right)), split.whole)).kind !== "zero") continue;
    const claim = { kind: "equivalent", unknown, before: own, after: shown } as const;
    if (!equal(below, ONE)) steps.push(step("multiply both sides", [below], { ...claim, factor: divide(ONE, below) }));
    else if (!equal(shown, own)) steps.push(step("factor", [], claim));
    const after = { kind: "equivalent", unknown, before: shown, after: logic("or", parts) } as const;
    const single = split.factors.length === 1 ? divisor(split) : undefined;
    steps.push(single ? step("divide both sides", [single], after, { conditions: needed }) : step("factor an equation", [], after, { conditions: needed }));
    const rest = state.equations.filter((one) => one !== own);
    const found = parts.map((part) => onward({ ...state, equations: [part as Relation, ...rest], conditions: [...state.conditions, ...needed] }));
    if (!found.every((one) => one !== undefined)) return undefined;
    return {
      solutions: distinct(found.flatMap(({ solutions }) => solutions)),
      rejected: found.flatMap(({ rejected }) => rejected),
      steps: [...steps, ...found.flatMap((one, k) => (parts.length > 1 ? inCase(parts[k] ?? own, one.steps) : one.steps))],
      complete: found.every(({ complete }) => complete),
    };
  }
  return undefined;
}

/** What stands beside the one factor that holds unknowns. */
function divisor({ whole, factors: [only = ONE] }: ZeroProduct): Expression {
  return readable(divide(whole, only));
}

/** A product that is 0: the factors with unknowns, those of letters alone, and the whole, which is the difference of the sides times a denominator. */
interface ZeroProduct {
  readonly factors: readonly Expression[];
  readonly letters: readonly Expression[];
  readonly whole: Expression;
  readonly below: Expression;
}

/** The different factors of a side where 0 stands on the other, as far as they hold unknowns. */
function writtenFactors(own: Relation, state: State): ZeroProduct | undefined {
  const [left = ZERO, right = ZERO] = own.operands;
  if (left.kind !== "product" || !equal(right, ZERO) || left.factors.some(isReciprocal)) return undefined;
  const bases = left.factors.map((factor) => (factor.kind === "power" && factor.exponent.kind === "number" ? factor.base : factor));
  const open = bases.filter((base) => unknownsIn(base, state).length > 0);
  const letters = bases.filter((base) => !open.includes(base) && freeNames(base).size > 0);
  return { factors: different(open), letters, whole: left, below: ONE };
}

/**
 * The different factors of the difference of both sides, and their product with powers and content, which is that difference times a denominator that is nowhere 0, such as an
 * exponential.
 */
function zeroFactors(own: Relation, state: State): ZeroProduct | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    for (const unknown of state.unknowns) kernels.index(name(unknown));
    const [left = ZERO, right = ZERO] = own.operands;
    const { numerator, denominator } = normalForm(subtract(left, right), kernels);
    const divisor = polynomialExpression(denominator, kernels);
    const isPlain = unknownsIn(divisor, state).length === 0;
    if (!isPlain && decide(relation(divisor, "!=", ZERO), state.assumptions) !== true) return undefined;
    const below = freeNames(divisor).size === 0 ? ONE : divisor;
    const { factors, content } = factor(numerator);
    const parts = factors.map(({ factor: part, multiplicity }) => ({ part: withPositiveLead(polynomialExpression(part, kernels)), multiplicity }));
    const open = parts.filter(({ part }) => unknownsIn(part, state).length > 0);
    const [first, ...others] = open;
    if (!first) return undefined;
    const letters = parts.filter((one) => !open.includes(one)).map(({ part, multiplicity }) => power(part, number(multiplicity)));
    const powers = open.map(({ part, multiplicity }) => power(part, number(multiplicity)));
    const plain = product(...letters, ...powers);
    const isSame = zeroTest(subtract(polynomialExpression(numerator, kernels), product(number(content), plain))).kind === "zero";
    const scale = number(isSame ? content : rational.negate(content));
    const unlike = open.map(({ part }) => part);
    if (letters.length > 0 || first.multiplicity > 1) return { factors: unlike, letters, whole: product(scale, plain), below };
    // The content is kept with the first factor, so that the product is the difference itself.
    const scaled = expand(product(scale, first.part));
    return { factors: [scaled, ...others.map(({ part }) => part)], letters, whole: product(scaled, ...powers.slice(1)), below };
  }, undefined);
}
