import { relationsOn } from "../../check/calculus/between.ts";
import { notElementary } from "../../check/elementary/elementary.ts";
import { holdsOver } from "../../check/inequality/same-region.ts";
import { stepsCheck } from "../../check/step.ts";
import { type Check, verdictOf } from "../../check/verdict.ts";
import type { BoundsOf, Step } from "../../derivation/step.ts";
import { relation } from "../../expression/construct.ts";
import { contains, distinct, type Expression } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { type DefiniteIntegral, definiteIntegral, givenOutside } from "../../expression/integral.ts";
import { areaScene, regionScene } from "../../graph/integral-scene.ts";
import type { Scene } from "../../graph/scene.ts";
import { plain } from "../../notation/plain.ts";
import { integralValue } from "../../solve/integrals/value.ts";
import { DEFAULT_DIGITS, type Outcome } from "../answer.ts";
import type { Environment } from "../environment.ts";
import { answerUnits } from "../units.ts";
import { withoutValue } from "./no-value.ts";
import { type Compared, quadratureCheck } from "./quadrature.ts";
import { confirmedByJudge } from "./values.ts";

/** What is known while an iterated integral is found: of the letters, and of every variable of integration by its bounds, the outermost first. */
export function knownAlong(ranges: readonly BoundsOf[], { assumptions }: Environment): readonly Expression[] {
  let known = ranges.reduce<readonly Expression[]>((facts, { variable }) => givenOutside(facts, variable), assumptions);
  for (const { variable, lower, upper } of [...ranges].reverse())
    known = [...known, ...relationsOn({ variable, from: lower, to: upper, closed: false }, known)];
  return known;
}

/** From bound to bound, inner integral first: each is a line of its own, compared by itself. */
export function definite(e: Expression, before: readonly Step[], ranges: readonly BoundsOf[], environment: Environment): Outcome {
  const along = knownAlong(ranges, environment);
  const steps: Step[] = [...before];
  const conditions: Expression[] = [];
  const stages: Compared[] = [];
  let [current, asked] = [e, e];
  for (const [k, { variable, lower, upper }] of ranges.entries()) {
    // An outer variable is a letter here, of which its bounds are known; what is known of the own one says nothing outside.
    const inner = new Set(ranges.slice(0, k + 1).map((range) => range.variable));
    const known = [...along, ...conditions].filter((fact) => ![...inner].some((letter) => contains(fact, letter)));
    asked = definiteIntegral(asked, variable, lower, upper);
    const integral = definiteIntegral(current, variable, lower, upper);
    const found = integralValue(integral, known, confirmedByJudge);
    const isOpen = found?.conditions.some((condition) => ranges.some((range) => contains(condition, range.variable)));
    if (!found || isOpen) {
      const whole = ranges.slice(k + 1).reduce<Expression>((body, range) => definiteIntegral(body, range.variable, range.lower, range.upper), asked);
      return standing(whole, integral, steps, conditions, [...along, ...conditions], ranges.length === 2);
    }
    if (found.kind !== "value") return withoutValue(found, steps, along);
    steps.push(...found.steps);
    conditions.push(...found.conditions);
    if (infinityOf(found.value) === undefined) stages.push({ integral, value: found.value, known: [...known, ...found.conditions], inPieces: found.inPieces });
    current = found.value;
    if (infinityOf(current) !== undefined) break;
  }
  const { check, verdicts } = stepsCheck(steps, [...along, ...conditions]);
  const hasNumber = infinityOf(current) === undefined;
  const checks = [check, ...(hasNumber ? [quadratureCheck(stages)] : [])];
  const notes = backwards(ranges, along);
  return {
    answer: {
      kind: "expression",
      value: current,
      conditions: distinct(conditions),
      digits: DEFAULT_DIGITS,
      ...(hasNumber ? answerUnits(environment, [], { value: asked }) : {}),
    },
    steps,
    stepVerdicts: verdicts,
    checks,
    verdict: verdictOf(checks),
    pictured: () => pictured(e, ranges),
    ...(notes.length > 0 ? { notes } : {}),
  };
}

/** The bounds of an inner integral must not change places while the outer variable runs, or the region is not what they seem to say. */
function backwards(ranges: readonly BoundsOf[], known: readonly Expression[]): readonly string[] {
  return ranges.flatMap(({ variable, lower, upper }, k) => {
    const outer = ranges.slice(k + 1).filter((range) => contains(lower, range.variable) || contains(upper, range.variable));
    if (outer.length === 0 || infinityOf(lower) !== undefined || infinityOf(upper) !== undefined) return [];
    const isOrdered = holdsOver(relation(lower, "<=", upper), ranges.slice(k + 1), known);
    return isOrdered
      ? []
      : [
          `it is not proven that ${plain(lower)} ≤ ${plain(upper)} all the way: where the bounds of ${variable} run backwards, the part counts with the other sign`,
        ];
  });
}

function pictured(e: Expression, ranges: readonly BoundsOf[]): Scene | undefined {
  const [inner, outer, ...more] = ranges;
  if (!inner || more.length > 0) return undefined;
  return outer ? regionScene(inner, outer) : areaScene(e, inner);
}

/** No exact value was found: the integral stays, with its decimal where quadrature proves one. */
function standing(
  asked: Expression,
  integral: DefiniteIntegral,
  steps: readonly Step[],
  conditions: readonly Expression[],
  known: readonly Expression[],
  mayExchange: boolean,
): Outcome {
  const { verdicts } = stepsCheck(steps, known);
  const comparison = quadratureCheck([{ integral: asked, value: asked, known }]);
  const found =
    comparison.outcome === "tacked"
      ? "its value is known by the decimal, with proven error bounds"
      : "no number was found for it either: perhaps it does not exist";
  const proof = notElementary(integral.body, integral.variable);
  const none = proof
    ? `no elementary antiderivative of ${plain(integral.body)} exists (${proof.theorem})`
    : `no antiderivative of ${plain(integral.body)} was found that leads from ${plain(integral.lower)} to ${plain(integral.upper)}`;
  const detail = `${none}, so the integral stays as it is; ${found}`;
  const checks: readonly Check[] = [{ kind: "steps", outcome: "loose", detail, lines: [{ note: detail }] }, comparison];
  return {
    answer: { kind: "expression", value: asked, conditions: distinct(conditions), digits: DEFAULT_DIGITS },
    steps,
    stepVerdicts: verdicts,
    checks,
    verdict: verdictOf(checks),
    ...(mayExchange ? { notes: ["it may be found with “in the other order” at the end of the sentence"] } : {}),
  };
}
