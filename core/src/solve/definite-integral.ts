import { antiderivative } from "../calculus/integral/antiderivative.ts";
import { withoutRootsOfSquares } from "../calculus/integral/root-of-square.ts";
import { type Step, step } from "../derivation/step.ts";
import { approximateValue } from "../expression/ball-value.ts";
import { equation, name, negate, number, ONE, relation, subtract, sum, ZERO } from "../expression/construct.ts";
import { curveDomain } from "../expression/domain.ts";
import { contains, type Expression, ExpressionMap, equal, freeNames } from "../expression/expression.ts";
import { type DefiniteIntegral, definiteIntegral, givenOutside, isDefiniteIntegral } from "../expression/integral.ts";
import { mapChildren, substitute } from "../expression/substitute.ts";
import { present } from "../notation/present.ts";
import type { Syntax } from "../notation/syntax.ts";
import { text } from "../notation/text.ts";
import * as rational from "../number/rational.ts";
import { branchBorders, complexity, constantSign, decide, expandedLogarithm, hasBranches, writtenNear } from "../truth/index.ts";
import { solveEquation } from "./equation.ts";
import { type SolutionSet, Unsolvable } from "./solution.ts";
import { readable } from "./values.ts";

/** The exact value of an integral, the way to it, and what must hold of the letters. */
export interface IntegralValue {
  readonly value: Expression;
  readonly steps: readonly Step[];
  readonly conditions: readonly Expression[];
  /** What was asked, with integrands in the form in which they were integrated, piece by piece, and inner integrals put in. */
  readonly inPieces: Expression;
}

/** Whether the judge confirms a step; an antiderivative that jumps between the bounds gives a wrong difference, and only the judge sees that. */
export type Confirmed = (step: Step, assumptions: readonly Expression[]) => boolean;

/**
 * An expression with its definite integrals replaced by their exact values, as far as antiderivatives are found, inner ones
 * first; undefined where none is found.
 */
export function withIntegralValues(e: Expression, assumptions: readonly Expression[], confirmed: Confirmed): IntegralValue | undefined {
  const steps: Step[] = [];
  const conditions: Expression[] = [];
  const done = new ExpressionMap<IntegralValue>();
  const visit = (part: Expression): Expression => {
    const known = done.get(part);
    if (known) return known.value;
    const inner = mapChildren(part, visit);
    const found = isDefiniteIntegral(inner) ? integralValue(inner, assumptions, confirmed) : undefined;
    if (!found) return inner;
    steps.push(...found.steps);
    for (const condition of found.conditions) if (!conditions.some((other) => equal(other, condition))) conditions.push(condition);
    done.set(part, found);
    return found.value;
  };
  const inPieces = (part: Expression): Expression => done.get(part)?.inPieces ?? mapChildren(part, inPieces);
  const replaced = visit(e);
  if (steps.length === 0) return undefined;
  const value = plainValue(replaced, assumptions);
  if (!isDefiniteIntegral(e)) steps.push(step("put the integrals in", [], { kind: "with integrals", before: e, after: value }));
  return { value, steps, conditions, inPieces: inPieces(e) };
}

/** The value of one integral: in pieces where bars or cases ask for it, each by an antiderivative at its bounds. */
function integralValue(integral: DefiniteIntegral, given: readonly Expression[], confirmed: Confirmed): IntegralValue | undefined {
  const assumptions = givenOutside(given, integral.variable);
  const pieces = piecesOf(integral, assumptions);
  if (!pieces) return undefined;
  const found = pieces.map((piece) => byAntiderivative(piece, assumptions, confirmed));
  if (!found.every((one) => one !== undefined)) return undefined;
  const [only] = pieces;
  const whole = pieces.length === 1 && only !== undefined && equal(only, integral);
  const before = sum(...pieces);
  const value = plainValue(sum(...found.map((one) => one.value)), assumptions);
  const places = pieces.slice(1).map(({ lower, variable }) => equation(name(variable), lower));
  const claim = { kind: "integral in pieces", before: integral, pieces, after: before } as const;
  const apart = places.length > 0 ? step("integral in pieces", [places], claim, { written: inOrder(pieces) }) : step("integrand in one form", [], claim);
  const end = pieces.length > 1 ? [step("put the integrals in", [], { kind: "with integrals", before: integral, after: value })] : [];
  return {
    value,
    steps: [...(whole ? [] : [apart]), ...found.flatMap((one) => one.steps), ...end],
    conditions: found.flatMap((one) => one.conditions),
    inPieces: before,
  };
}

function inOrder(pieces: readonly DefiniteIntegral[]): Syntax {
  return pieces.map((piece): Syntax => present(piece)).reduce((left, right) => ({ kind: "binary", operator: "+", left, right }));
}

/** F(b) − F(a). */
function byAntiderivative(integral: DefiniteIntegral, assumptions: readonly Expression[], confirmed: Confirmed): IntegralValue | undefined {
  const { variable, lower, upper, body } = integral;
  const x = name(variable);
  const found = antiderivative(body, variable, [...assumptions, relation(x, ">=", lower), relation(x, "<=", upper)]);
  if (!found || [lower, upper].some((bound) => hasNoValue(substitute(found.value, new Map([[variable, bound]]))))) return undefined;
  const at = (bound: Expression): Expression => substitute(found.value, new Map([[variable, bound]]));
  const value = plainValue(subtract(at(upper), at(lower)), assumptions);
  const [above, below] = [upper, lower].map((bound) => present(plainValue(at(bound), assumptions)));
  const difference: readonly Syntax[] = above && below ? [{ kind: "binary", operator: "-", left: above, right: below }] : [];
  const operands = [present(integral), ...difference, present(value)];
  const end = step(
    "fundamental theorem",
    [text(found.value), text(lower), text(upper)],
    { kind: "integral", before: integral, antiderivative: found.value, after: value },
    { written: { kind: "relation", comparisons: operands.slice(1).map(() => "="), operands }, conditions: conditionsOf(found.value, variable, assumptions) },
  );
  return confirmed(end, assumptions) ? { value, steps: [...found.steps, end], conditions: end.conditions, inPieces: integral } : undefined;
}

/** The most readable form of a value: without bars whose sign is known, and with logarithms taken apart where that is shorter. */
function plainValue(e: Expression, assumptions: readonly Expression[]): Expression {
  const apart = (part: Expression): Expression => {
    const inner = mapChildren(part, apart);
    return inner.kind === "call" && inner.name === "ln" ? expandedLogarithm(inner.args[0] ?? ONE, assumptions, true) : inner;
  };
  const plain = withoutBars(e, assumptions);
  const forms = [readable(plain), readable(apart(plain))];
  return forms.reduce((best, next) => (complexity(next) < complexity(best) ? next : best));
}

function hasNoValue(e: Expression): boolean {
  return freeNames(e).size === 0 && approximateValue(e) === undefined;
}

/** What an antiderivative asks of the letters besides the variable, such as a divisor that is not 0. */
function conditionsOf(e: Expression, variable: string, assumptions: readonly Expression[]): readonly Expression[] {
  return curveDomain(e).filter((condition) => !contains(condition, variable) && decide(condition, assumptions) !== true);
}

/** The integral cut where something in bars, or a condition of cases, changes; undefined where these places are not all known. */
function piecesOf(integral: DefiniteIntegral, assumptions: readonly Expression[]): readonly DefiniteIntegral[] | undefined {
  const { variable, lower, upper } = integral;
  const body = withoutRootsOfSquares(integral.body, variable, assumptions);
  if (!hasBranches(body, variable)) return [definiteIntegral(body, variable, lower, upper)];
  const order = constantSign(subtract(upper, lower));
  if (order === undefined || order === 0 || freeNames(body).size > 1) return inOneForm(definiteIntegral(body, variable, lower, upper), assumptions);
  const [low, high] = order > 0 ? [lower, upper] : [upper, lower];
  const places: { readonly value: Expression; readonly at: number }[] = [];
  for (const border of branchBorders(body, variable)) {
    const zeros = zerosBetween(border, variable, low, high);
    if (!zeros) return undefined;
    for (const value of zeros) {
      const at = approximateValue(value);
      if (at !== undefined && !places.some((known) => constantSign(subtract(known.value, value)) === 0)) places.push({ value, at });
    }
  }
  const inside = places.filter(({ value }) => constantSign(subtract(value, low)) === 1 && constantSign(subtract(high, value)) === 1);
  const cuts = [low, ...inside.sort((a, b) => a.at - b.at).map(({ value }) => value), high];
  const bounds = order > 0 ? cuts : [...cuts].reverse();
  const pieces = bounds.slice(1).flatMap((to, k) => {
    const from = bounds[k];
    return from ? [definiteIntegral(writtenNear(body, variable, between(from, to)), variable, from, to)] : [];
  });
  return pieces.some((piece) => hasBranches(piece.body, variable)) ? undefined : pieces;
}

/** Bars left out where what is known decides the sign inside them. */
function withoutBars(e: Expression, known: readonly Expression[]): Expression {
  const inner = mapChildren(e, (child) => withoutBars(child, known));
  if (inner.kind !== "call" || inner.name !== "abs") return inner;
  const [inside = ZERO] = inner.args;
  if (decide(relation(inside, ">=", ZERO), known)) return inside;
  return decide(relation(inside, "<=", ZERO), known) ? negate(inside) : inner;
}

/** Without a cut, where what is known of the letters decides the sign of all that is in bars. */
function inOneForm(integral: DefiniteIntegral, assumptions: readonly Expression[]): readonly DefiniteIntegral[] | undefined {
  const { variable, lower, upper, body } = integral;
  const x = name(variable);
  const known = [...assumptions, relation(x, ">", lower), relation(x, "<", upper)];
  const written = withoutBars(body, known);
  return hasBranches(written, variable) ? undefined : [definiteIntegral(written, variable, lower, upper)];
}

/** All zeros of an expression between two numbers; undefined where they are not all found. */
function zerosBetween(border: Expression, variable: string, low: Expression, high: Expression): readonly Expression[] | undefined {
  const x = name(variable);
  const within = [relation(x, ">=", low), relation(x, "<=", high)];
  try {
    const zero = relation(border, "=", ZERO);
    if (zero.kind !== "relation" || !contains(border, variable)) return [];
    const { set } = solveEquation({ equation: zero, unknown: variable, domain: "real", assumptions: within });
    return set.complete ? plainValues(set, variable) : undefined;
  } catch (error) {
    if (error instanceof Unsolvable) return undefined;
    throw error;
  }
}

function plainValues({ solutions }: SolutionSet, variable: string): readonly Expression[] | undefined {
  const values = solutions.flatMap(({ values, free, integers }) => (free.length + integers.length === 0 ? [values.get(variable) ?? ZERO] : []));
  return values.length === solutions.length ? values : undefined;
}

function between(from: Expression, to: Expression): Expression {
  return number(rational.fromNumber(((approximateValue(from) ?? 0) + (approximateValue(to) ?? 0)) / 2));
}
