import { derivative, equation, product, relation, ZERO } from "../expression/construct.ts";
import { isEquation } from "../expression/equations.ts";
import { type Expression, equal } from "../expression/expression.ts";
import { type DefiniteIntegral, indefiniteIntegral } from "../expression/integral.ts";
import type { Syntax } from "../notation/syntax.ts";
import { text } from "../notation/text.ts";
import type { Rational } from "../number/rational.ts";
import { NOWHERE } from "./nowhere.ts";
import type { Pieces, RuleName, Said } from "./rules/catalogue.ts";

/**
 * What a step claims, in a form that the checker can test:
 * - `equivalent`: before and after have the same solutions for the unknown, where the conditions hold; `factor` is what the
 *   difference of the new sides was multiplied by to give that of the old ones, where that is not seen at once;
 * - `implies`: every solution of before solves after, since the same was done to both sides; after may have more;
 * - `named`: before and after say the same when the new name stands for its meaning;
 * - `split`: a part of the equation has one of a few values, so one of the alternatives holds; they may have more solutions;
 * - `pieces`: the line is cut where what stands between bars is 0, and on each interval the equation says what it says without the bars;
 *   the equations of the pieces are the alternatives;
 * - `part of a complex equation`: between the real (imaginary) parts, for a real unknown; every solution of before solves it;
 * - `components`: two systems say the same when the new names stand for the components r cos θ and r sin θ;
 * - `signs of the base`: a power with the unknown in base and exponent, taken apart by the sign of its base; one of the alternatives
 *   holds, and they may have more solutions;
 * - `families`: the same set of numbers, where a letter stands for all integers; only those that satisfy `within`;
 * - `isolated`: after lists all solutions of before that satisfy `within`, shown by bounds on every piece of the line;
 * - `isolated together`: as `isolated`, for several equations and unknowns in a box;
 * - `sum of squares`: a sum of terms of one sign is 0, after says that each of them is;
 * - `combination`: after is a sum of multiples of equations, so that whatever solves them all solves it;
 * - `eliminated`: two systems of polynomial equations with the same common zeros;
 * - `derivative`: after is the derivative of an expression by a variable;
 * - `antiderivative`: the derivative of after is the integrand; where a new name stands for its meaning, by the chain rule;
 * - `sum over the roots`: an antiderivative of a quotient of polynomials, by the residues at all roots of the denominator, a polynomial in them;
 * - `integral`: the definite integral has this value, the difference of what an antiderivative is, or tends to, at its bounds (`ends`, lower one
 *   first); where that is infinite, the integral diverges;
 * - `symmetric integral`: the integrand is odd, so that the integral between opposite bounds is 0, or even, so that it is twice that from 0;
 * - `mirrored integral`: between finite bounds, the integrand after is the mean of that before and of its mirror image about the middle;
 * - `periodic integral`: the integrand repeats with the period, and between the bounds lie whole periods, each with the integral of the part;
 * - `shifted integral`: over the whole line the variable stands for another one plus a number, and a factor without it stands outside;
 * - `known integral`: the integral has the value that a theorem says, with these values for the letters of the theorem;
 * - `integral in pieces`: the integral is the sum of those over the pieces, on each of which the integrand is written more simply;
 * - `integral by terms`: the integrand is a sum of multiples of others over the same interval, whose integrals earlier steps have found, all finite;
 * - `with integrals`: what earlier steps found of integrals, put into before, gives after;
 * - `limit`: before tends to after at the place; ∞ is a constant;
 * - `same limit`: before and after tend to the same, if after has a limit; by the rule of L'Hôpital where the quotient is given;
 * - `other order`: an integral over two variables is the sum of those over parts of the region with the variables in the other order;
 * - `weighted means`: positive terms have an arithmetic mean, with weights of sum 1, that is not less than their geometric mean;
 * - `matrix`: what an operation makes of vectors and matrices, entry by entry;
 * - `rows`: an operation on the rows of a matrix;
 * - `convex`: a function is convex (concave) on the whole space, so that a stationary point is its least (greatest) value;
 * - `without bars`: a condition with bars says the same as others without;
 * - `nature`: the first derivatives are 0 at a place, and it is what is said by those of this order there: `after`, a matrix for several variables;
 * - `value at`: the expression has this value at each of the places;
 * - `equal`: before and after have the same value;
 * - `put in`: replacing the names by the values in `before` gives `after`;
 * - `holds`: the statement is true.
 */
export type Claim =
  | { readonly kind: "equivalent"; readonly unknown: string; readonly before: Expression; readonly after: Expression; readonly factor?: Expression }
  | { readonly kind: "implies"; readonly unknown: string; readonly before: Expression; readonly after: Expression; readonly done: Done }
  | { readonly kind: "named"; readonly name: string; readonly meaning: Expression; readonly before: Expression; readonly after: Expression }
  | { readonly kind: "split"; readonly unknown: string; readonly part: Expression; readonly before: Expression; readonly after: Expression }
  | {
      readonly kind: "pieces";
      readonly unknown: string;
      readonly before: Expression;
      readonly after: Expression;
      readonly pieces: readonly Piece[];
    }
  | {
      readonly kind: "part of a complex equation";
      readonly unknown: string;
      readonly before: Expression;
      readonly after: Expression;
      readonly part: "real" | "imaginary";
    }
  | {
      readonly kind: "components";
      readonly radius: string;
      readonly angle: string;
      readonly along: string;
      readonly across: string;
      readonly before: Expression;
      readonly after: Expression;
    }
  | { readonly kind: "signs of the base"; readonly unknown: string; readonly before: Expression; readonly after: Expression }
  | {
      readonly kind: "families";
      readonly unknown: string;
      readonly letter: string;
      readonly before: Expression;
      readonly after: Expression;
      readonly within: readonly Expression[];
    }
  | { readonly kind: "isolated"; readonly unknown: string; readonly before: Expression; readonly after: Expression; readonly within: readonly Expression[] }
  | {
      readonly kind: "isolated together";
      readonly unknowns: readonly string[];
      readonly before: Expression;
      readonly after: Expression;
      readonly within: readonly Expression[];
    }
  | { readonly kind: "combination"; readonly of: readonly Expression[]; readonly factors: readonly Expression[]; readonly after: Expression }
  | { readonly kind: "sum of squares"; readonly before: Expression; readonly after: Expression }
  | { readonly kind: "eliminated"; readonly unknowns: readonly string[]; readonly before: Expression; readonly after: Expression }
  | { readonly kind: "derivative"; readonly of: Expression; readonly variable: string; readonly after: Expression }
  | {
      readonly kind: "antiderivative";
      readonly of: Expression;
      readonly variable: string;
      readonly after: Expression;
      /** A new name and its meaning; where the meaning is such only for some values, those. */
      readonly named?: { readonly name: string; readonly meaning: Expression; readonly where?: readonly Expression[] };
    }
  | {
      readonly kind: "sum over the roots";
      readonly of: Expression;
      readonly variable: string;
      readonly denominator: Expression;
      readonly residue: Expression;
      readonly after: Expression;
    }
  | {
      readonly kind: "integral";
      readonly before: DefiniteIntegral;
      readonly antiderivative: Expression;
      readonly ends: readonly [Expression, Expression];
      readonly after: Expression;
    }
  | {
      readonly kind: "symmetric integral";
      readonly before: DefiniteIntegral;
      readonly parity: "odd" | "even";
      readonly half: DefiniteIntegral;
      readonly after: Expression;
    }
  | { readonly kind: "mirrored integral"; readonly before: DefiniteIntegral; readonly after: DefiniteIntegral }
  | {
      readonly kind: "known integral";
      readonly before: DefiniteIntegral;
      readonly theorem: string;
      readonly values: ReadonlyMap<string, Expression>;
      readonly after: Expression;
    }
  | {
      readonly kind: "periodic integral";
      readonly before: DefiniteIntegral;
      readonly period: Expression;
      readonly times: Expression;
      readonly part: DefiniteIntegral;
      readonly after: Expression;
    }
  | {
      readonly kind: "shifted integral";
      readonly before: DefiniteIntegral;
      readonly by: Expression;
      readonly factor: Expression;
      readonly after: DefiniteIntegral;
    }
  | { readonly kind: "integral in pieces"; readonly before: DefiniteIntegral; readonly pieces: readonly DefiniteIntegral[]; readonly after: Expression }
  | {
      readonly kind: "integral by terms";
      readonly before: DefiniteIntegral;
      readonly parts: readonly { readonly factor: Expression; readonly integral: DefiniteIntegral }[];
      readonly after: Expression;
    }
  | { readonly kind: "with integrals"; readonly before: Expression; readonly after: Expression }
  | { readonly kind: "limit"; readonly place: LimitPlace; readonly before: Expression; readonly after: Expression }
  | {
      readonly kind: "same limit";
      readonly place: LimitPlace;
      readonly before: Expression;
      readonly after: Expression;
      readonly quotient?: { readonly numerator: Expression; readonly denominator: Expression };
    }
  /** What is left of a function without the terms of its series vanishes against `scale`. */
  | { readonly kind: "series"; readonly place: LimitPlace; readonly of: Expression; readonly after: Expression; readonly scale: Expression }
  | {
      readonly kind: "other order";
      readonly inner: BoundsOf;
      readonly outer: BoundsOf;
      readonly parts: readonly { readonly inner: BoundsOf; readonly outer: BoundsOf }[];
      readonly before: Expression;
      readonly after: Expression;
    }
  | { readonly kind: "convex"; readonly of: Expression; readonly variables: readonly string[]; readonly sense: "convex" | "concave" }
  | {
      readonly kind: "weighted means";
      readonly terms: readonly Expression[];
      readonly weights: readonly Rational[];
      readonly before: Expression;
      readonly after: Expression;
    }
  | { readonly kind: "matrix"; readonly operation: MatrixOperation; readonly operands: readonly Expression[]; readonly after: Expression }
  | { readonly kind: "rows"; readonly before: Expression; readonly operation: RowOperation; readonly after: Expression }
  | { readonly kind: "without bars"; readonly before: Expression; readonly after: Expression }
  | {
      readonly kind: "nature";
      readonly of: Expression;
      readonly variables: readonly string[];
      readonly at: ReadonlyMap<string, Expression>;
      readonly nature: "maximum" | "minimum" | "saddle" | "inflection" | "undecided";
      readonly order: number;
      readonly after: Expression;
      /** The condition on letters under which the point is that. */
      readonly under?: Expression;
    }
  | { readonly kind: "value at"; readonly of: Expression; readonly places: readonly ReadonlyMap<string, Expression>[]; readonly after: Expression }
  | { readonly kind: "equal"; readonly before: Expression; readonly after: Expression }
  | { readonly kind: "put in"; readonly before: Expression; readonly values: ReadonlyMap<string, Expression>; readonly after: Expression }
  | { readonly kind: "holds"; readonly statement: Expression };

/** An interval of the line, from left to right, and an equation that says on it what another says. */
export interface Piece {
  readonly when: Expression;
  readonly equation: Expression;
}

/** A variable of integration with its bounds. */
export interface BoundsOf {
  readonly variable: string;
  readonly lower: Expression;
  readonly upper: Expression;
}

/** What is calculated with vectors and matrices. */
export type MatrixOperation = "sum" | "difference" | "product" | "quotient" | "power" | "det" | "inverse" | "transpose" | "abs" | "dot" | "cross";

/** What is done to the rows of a matrix: two change places, one is multiplied, or multiples of one are added to others. */
export type RowOperation =
  | { readonly kind: "swap"; readonly rows: readonly [number, number] }
  | { readonly kind: "scale"; readonly row: number; readonly by: Expression }
  | { readonly kind: "add"; readonly row: number; readonly to: readonly { readonly row: number; readonly factor: Expression }[] };

/** Where a limit is taken: the variable and the place it goes to, from both sides where none is said; whole for sequences. */
export interface LimitPlace {
  readonly variable: string;
  readonly at: Expression;
  readonly side?: "left" | "right";
  readonly whole: boolean;
}

/** What was done to both sides: raised to a power, a function applied, made the exponent of a positive number, or multiplied by a factor. */
export type Done =
  | { readonly kind: "power"; readonly exponent: Expression }
  | { readonly kind: "function"; readonly name: string }
  | { readonly kind: "base"; readonly base: Expression }
  | { readonly kind: "times"; readonly factor: Expression };

/** One step of a derivation: the rule, its words, and what it claims. */
export interface Step {
  readonly rule: RuleName;
  /** What the wording of the rule names; `words.ts` puts it in. */
  readonly pieces: readonly Said[];
  /** The limit that is taken of what stands on the paper. */
  readonly under?: LimitPlace;
  /** The side of an identity that is worked on. */
  readonly side?: "Left side" | "Right side";
  readonly claim: Claim;
  /** The cases within which it is taken, outer ones first: what is taken to hold. */
  readonly cases?: readonly Expression[];
  /** How the result is written where that differs from its canonical form; it must mean the same. */
  readonly written?: Syntax;
  /** The name of the value that it comes to, where that has one of its own: f″(0)/2!. */
  readonly named?: Syntax;
  /** What must not fail for the step to be right: a divisor is not 0, a radicand not negative. */
  readonly conditions: readonly Expression[];
}

export interface StepOptions {
  readonly written?: Syntax;
  readonly conditions?: readonly Expression[];
}

/** A step with the wording of its rule. */
export function step<Name extends RuleName>(rule: Name, pieces: Pieces<Name>, claim: Claim, options: StepOptions = {}): Step {
  return {
    rule,
    pieces,
    claim,
    conditions: options.conditions ?? [],
    ...(options.written ? { written: options.written } : {}),
  };
}

/** Steps that work on one side of an identity say which it is. */
export const onSide = (side: NonNullable<Step["side"]>, steps: readonly Step[]): readonly Step[] => steps.map((one) => ({ ...one, side }));

/** Steps that are taken where one of several alternatives holds. */
export const inCase = (alternative: Expression, steps: readonly Step[]): readonly Step[] =>
  steps.map((one) => ({ ...one, cases: [alternative, ...(one.cases ?? [])] }));

/** What stands on the paper after the step. */
export function resultOf(claim: Claim): Expression {
  if (claim.kind === "derivative")
    return text(claim.of).length > LONGEST_OPERAND ? claim.after : equation(derivative(claim.of, claim.variable, 1), claim.after);
  if (claim.kind === "antiderivative" || claim.kind === "sum over the roots") return equation(indefiniteIntegral(claim.of, claim.variable), claim.after);
  if (
    claim.kind === "integral" ||
    claim.kind === "symmetric integral" ||
    claim.kind === "mirrored integral" ||
    claim.kind === "known integral" ||
    claim.kind === "integral by terms" ||
    claim.kind === "periodic integral"
  )
    return equation(claim.before, claim.after);
  if (claim.kind === "shifted integral") return equation(claim.before, product(claim.factor, claim.after));
  if (claim.kind === "convex") return claim.of;
  if (claim.kind === "nature" && claim.variables.length === 1) return relation(claim.after, COMPARISONS[claim.nature], ZERO);
  if (claim.kind === "equivalent" && equal(claim.after, NOWHERE) && isEquation(claim.before)) {
    const [left, right] = claim.before.operands;
    return relation(left, "!=", right);
  }
  return claim.kind === "holds" ? claim.statement : claim.after;
}

/** What is longer than this is not written once more beside its derivative. */
const LONGEST_OPERAND = 40;

/** How the derivative that decides compares with 0. */
const COMPARISONS = { minimum: ">", maximum: "<", inflection: "!=", saddle: "!=", undecided: "=" } as const;
