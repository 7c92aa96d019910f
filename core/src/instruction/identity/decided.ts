import { equalByPieces } from "../../check/calculus/constant-pieces.ts";
import { type Comparison, compareSides, DEFAULT_DIGITS } from "../../check/compare.ts";
import type { Step } from "../../derivation/step.ts";
import { relation } from "../../expression/construct.ts";
import { type Expression, findAll } from "../../expression/expression.ts";
import { text } from "../../notation/text.ts";
import { byTheAngle } from "../../proof/by-angle.ts";
import { byCases } from "../../proof/by-cases.ts";
import { byTheDerivative } from "../../proof/by-derivative.ts";
import { byInduction } from "../../proof/induction.ts";
import { proof } from "../../proof/prove.ts";
import { decide, equalityTest, type Point } from "../../truth/index.ts";
import { friendlyPoint } from "./counterexample.ts";
import { meeting } from "./meeting.ts";

/** Two sides, and what is known of their letters. */
export interface Identity {
  readonly left: Expression;
  readonly right: Expression;
  readonly assumptions: readonly Expression[];
}

/**
 * Whether two sides are equal wherever both are defined: how that is proven, or where they differ. Where it is shown for the whole numbers from one
 * on, `counts` says so.
 */
export type Decided =
  | {
      readonly kind: "true";
      readonly method: string;
      readonly steps: readonly Step[];
      readonly exceptions?: readonly Expression[];
      readonly counts?: Expression;
    }
  | { readonly kind: "false"; readonly at: Point }
  | { readonly kind: "open"; readonly compared: Comparison };

/** Where no proof was found the sides are compared at so many points before it is said that they agree. */
const MANY_POINTS = 24;

/** Decides an identity: sums with a symbolic end by induction, others by the zero test, and where that leaves it open by the derivative or at many points. */
export function decided(identity: Identity): Decided {
  const { left, right, assumptions } = identity;
  const found = bySeries(identity);
  if (found) return found;
  const test = equalityTest(left, right, assumptions);
  switch (test.kind) {
    case "zero":
      return { kind: "true", method: test.method, steps: shown(identity, test.method) };
    case "nonzero":
      return { kind: "false", at: friendlyPoint(left, right, assumptions) ?? test.witness };
    case "undecided":
      return byDerivative(identity) ?? atFriendlyPoint(identity) ?? atManyPoints(identity);
  }
}

function bySeries({ left, right, assumptions }: Identity): Decided | undefined {
  const found = byInduction(left, right, assumptions);
  if (!found) return undefined;
  // Before the first number nothing is shown.
  const isCovered = decide(relation(found.letter, ">=", found.from), assumptions) === true;
  const exceptions = isCovered ? [] : [relation(found.letter, "<", found.from)];
  return { kind: "true", method: `by induction on ${text(found.letter)}`, steps: found.steps, exceptions, counts: relation(found.letter, ">=", found.from) };
}

/** The way to what the zero test has decided: a proof of a book, the cases of bars and extrema, the derivative for inverse functions, else the forms that decided it. */
function shown({ left, right, assumptions }: Identity, method: string): readonly Step[] {
  const differentiated = (): readonly Step[] | undefined =>
    [left, right].some(holdsInverse) && equalByPieces(left, right, assumptions) ? byTheDerivative(left, right, assumptions) : undefined;
  return (
    proof(left, right, assumptions) ??
    byTheAngle(left, right, assumptions) ??
    byCases(left, right, assumptions) ??
    differentiated() ??
    meeting(left, right, { assumptions }, method)
  );
}

const holdsInverse = (e: Expression): boolean => findAll(e, (part) => part.kind === "call" && part.name.startsWith("ar") && part.name !== "arg").length > 0;

function byDerivative({ left, right, assumptions }: Identity): Decided | undefined {
  if (!equalByPieces(left, right, assumptions)) return undefined;
  const method = "the difference of the sides has the derivative 0, and is 0 at a place of every piece of its domain";
  return { kind: "true", method, steps: byTheDerivative(left, right, assumptions) ?? [] };
}

function atManyPoints({ left, right, assumptions }: Identity): Decided {
  const compared = compareSides(left, right, assumptions, DEFAULT_DIGITS, MANY_POINTS);
  return compared.kind === "differ" ? { kind: "false", at: compared.point } : { kind: "open", compared };
}

/** Numbers that are easily put in find what no number between can: sums and products that end at a letter. */
function atFriendlyPoint({ left, right, assumptions }: Identity): Decided | undefined {
  const at = friendlyPoint(left, right, assumptions);
  return at && { kind: "false", at };
}
