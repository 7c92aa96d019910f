import { ballValue } from "../../expression/ball-value.ts";
import { divide, MINUS_ONE, name, negate, number, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { contains, type Expression, findAll } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import * as complex from "../../number/complex-ball.ts";
import * as rational from "../../number/rational.ts";
import * as real from "../../number/real-ball.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import { decide, environmentAt, equalityTest, samplePoints } from "../../truth/index.ts";
import { type Arithmetic, type Expansion, expanded, NotExpanded } from "../expansion/expansion.ts";
import { GROWING, toPower, UNIT } from "../expansion/monomial.ts";
import { readNear } from "../expansion/near.ts";
import type { StepVerdict } from "../step.ts";
import type { Check, Verdict } from "../verdict.ts";

/** How many signs are told apart for one derivative. */
const MOST_SPLITS = 5;

/**
 * Whether the coefficient of h in f(x + h) is `value`, by the expansion of f part by part; where it hangs on the sign of a part, for both of its signs.
 * @throws NotExpanded where the expansion is not followed.
 */
function isSlope(f: Expression, variable: string, value: Expression, known: readonly Expression[], splits = MOST_SPLITS): boolean | undefined {
  try {
    const test = equalityTest(slopeByExpansion(f, variable, known), value, known);
    return test.kind === "undecided" ? undefined : test.kind === "zero";
  } catch (error) {
    if (!(error instanceof NotExpanded) || !error.about || splits === 0 || contains(error.about, DISTANCE)) throw error;
    const { about } = error;
    const signs = ([">", "<"] as const).map((comparison) => relation(about, comparison, ZERO)).filter((fact) => decide(fact, known) !== false);
    const outcomes = signs.map((fact) => isSlope(f, variable, value, [...known, fact], splits - 1));
    if (outcomes.includes(false)) return false;
    // Where neither sign is possible nothing was looked at.
    return outcomes.length === 0 || outcomes.includes(undefined) ? undefined : true;
  }
}

function slopeByExpansion(f: Expression, variable: string, known: readonly Expression[]): Expression {
  const place = { variable: DISTANCE, at: ZERO, whole: false };
  const e = substitute(f, new Map([[variable, sum(name(variable), name(DISTANCE))]]));
  const linearTerm = ({ terms, rest }: Expansion, calculus: Arithmetic): Expression | undefined => {
    // The first term is the function itself, which is continuous wherever it is expanded.
    const linear = terms.find(({ monomial }) => calculus.compare(monomial, UNIT) !== 0);
    const order = calculus.compare(linear?.monomial ?? rest ?? FIRST_ORDER, FIRST_ORDER);
    if (order > 0) throw new NotExpanded("the function does not change like its distance");
    if (linear && order === 0) return linear.coefficient;
    return !rest || calculus.compare(rest, FIRST_ORDER) < 0 ? ZERO : undefined;
  };
  return readNear({ e, place, side: 1, assumptions: known }, linearTerm, SIZES);
}

/** How many terms are followed: the function and its slope, more where they cancel. */
const SIZES = [2, 4] as const;

/** The name of h. */
const DISTANCE = "\u0001h";
const FIRST_ORDER = toPower(GROWING, MINUS_ONE);

/** Inside of the domain, where a derivative is taken. */
function strictly(condition: Expression): Expression {
  const [left = ZERO, right = ZERO] = condition.kind === "relation" ? condition.operands : [];
  return condition.kind === "relation" && condition.comparisons[0] === ">=" ? relation(left, ">", right) : condition;
}

/** Whether `value` is the slope of f inside its domain, by expansion; undefined where that is not decided. */
function slopeHolds(f: Expression, variable: string, value: Expression, assumptions: readonly Expression[]): boolean | undefined {
  return expanded(() => isSlope(f, variable, value, insideOf(f, assumptions)));
}

const insideOf = (f: Expression, assumptions: readonly Expression[]): readonly Expression[] => [...assumptions, ...curveDomain(f).map(strictly)];

const TAYLOR = "expanded again, it is the coefficient of h in the function at a distance h";
const NOT_TAYLOR = "expanded again, the coefficient of h in the function at a distance h is another one";

/**
 * Whether a derivative is the coefficient of h in f(x + h) (Taylor's theorem to the first order), for which no rule of differentiation for sums, products or
 * compositions is used; where f is not expanded, its difference quotient at numbers.
 */
export function quotientChecks(f: Expression, variable: string, value: Expression, assumptions: readonly Expression[]): readonly Check[] {
  const holds = slopeHolds(f, variable, value, assumptions);
  if (holds !== undefined) return [said("substitution", holds ? "nailed" : "bent", holds ? TAYLOR : NOT_TAYLOR)];
  const agrees = byNumbers(f, variable, value, insideOf(f, assumptions));
  return [
    said("substitution", "loose", "the function at a distance h was not expanded"),
    said("comparison", agrees ? "tacked" : "loose", `at numbers the difference quotient over a tiny distance ${agrees ? "agrees" : "was not found to agree"}`),
  ];
}

/** As `quotientChecks`, for the derivative on the way of a step. */
export function judgeDerivative(f: Expression, variable: string, value: Expression, assumptions: readonly Expression[]): StepVerdict {
  const holds = slopeHolds(f, variable, value, assumptions);
  if (holds !== undefined)
    return holds ? { verdict: "nailed", why: TAYLOR, theorem: "B. Taylor's theorem to the first order" } : { verdict: "bent", why: NOT_TAYLOR };
  return byNumbers(f, variable, value, insideOf(f, assumptions))
    ? { verdict: "tacked", why: "at numbers the difference quotient over a tiny distance agrees" }
    : { verdict: "loose", why: "the function at a distance h was not expanded" };
}

const said = (kind: Check["kind"], outcome: Verdict, detail: string): Check => ({ kind, outcome, detail, lines: [{ note: detail }] });

/** A distance of 2^−60 makes an error of about 2^−120 in a central difference quotient; integrals are not worked out as finely. */
const FINE = { distance: 60, precision: 512, agreed: 90 } as const;
const COARSE = { distance: 16, precision: 128, agreed: 24 } as const;
const POINTS = 3;

function byNumbers(f: Expression, variable: string, value: Expression, known: readonly Expression[]): boolean {
  const at = (step: Expression): Expression => substitute(f, new Map([[variable, sum(name(variable), step)]]));
  const { distance, precision, agreed } = findAll(f, ({ kind }) => kind === "iterated").length > 0 ? COARSE : FINE;
  const h = number(rational.rational(1n, 2n ** BigInt(distance)));
  const quotient = divide(subtract(at(h), at(negate(h))), sum(h, h));
  const errors = samplePoints([f, value], known, POINTS).flatMap((point) => {
    try {
      const environment = environmentAt(point, precision);
      const [own, other] = [quotient, value].map((e) => ballValue(e, precision, environment));
      if (!own || !other) return [];
      const difference = complex.subtract(own, other, precision);
      return [Math.max(real.magnitudeBits(difference.re), real.magnitudeBits(difference.im)) - Math.max(0, real.magnitudeBits(other.re))];
    } catch (error) {
      if (error instanceof BallUndefined) return [];
      throw error;
    }
  });
  return errors.length > 0 && errors.every((bits) => bits < -agreed);
}
