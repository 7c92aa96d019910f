import { isSameRegion } from "../../check/inequality/same-region.ts";
import { stepsCheck } from "../../check/step.ts";
import { type Check, verdictOf, weakest } from "../../check/verdict.ts";
import { type BoundsOf, type Step, step } from "../../derivation/step.ts";
import { ONE, sum } from "../../expression/construct.ts";
import { distinct, type Expression } from "../../expression/expression.ts";
import { definiteIntegral } from "../../expression/integral.ts";
import { regionScene } from "../../graph/integral-scene.ts";
import { present } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { inOtherOrder, type Part } from "../../solve/integrals/other-order.ts";
import { CannotDo, DEFAULT_DIGITS, type Outcome } from "../answer.ts";
import type { Environment } from "../environment.ts";
import { definite } from "./definite.ts";

/** `… in the other order`: the bounds of the region with the variables exchanged, and the integral with them. */
export function inTheOtherOrder(e: Expression, before: readonly Step[], ranges: readonly BoundsOf[], environment: Environment): Outcome {
  const [inner, outer, ...more] = ranges;
  if (!inner || !outer || more.length > 0) throw new CannotDo("the other order is for an integral over two variables");
  const parts = inOtherOrder(inner, outer);
  if (!parts || parts.length === 0) throw new CannotDo("the bounds were not solved for the other variable, so the other order was not found");
  const nested = (body: Expression, part: Part): Expression => nestedOver(body, part.inner, part.outer);
  const asked = nestedOver(e, inner, outer);
  const after = sum(...parts.map((part) => nested(e, part)));
  const written: Syntax = parts.map((part): Syntax => present(nested(e, part))).reduce((left, right) => ({ kind: "binary", operator: "+", left, right }));
  const exchanged = step("other order", [], { kind: "other order", inner, outer, parts, before: asked, after }, { written });
  const found = parts.map((part) => definite(e, [], [part.inner, part.outer], environment));
  const values = found.map(({ answer }) => {
    if (answer?.kind !== "expression") throw new CannotDo("a part of the region has no integral in the other order");
    return answer;
  });
  const total = sum(...values.map(({ value }) => value));
  const end = parts.length > 1 ? [step("put the integrals in", [], { kind: "equal", before: total, after: total })] : [];
  const area = regionCheck(inner, outer, parts, environment);
  const inside = found.flatMap((one) => one.steps);
  const { verdicts } = stepsCheck([...before, ...end], environment.assumptions);
  const stepsOf: Check = {
    kind: "steps",
    outcome: weakest([area.outcome, ...found.flatMap(({ checks }) => checks.filter(({ kind }) => kind === "steps").map(({ outcome }) => outcome))]),
    detail: area.detail,
    lines: area.lines,
  };
  const checks = [stepsOf, ...found.flatMap((one) => one.checks.filter(({ kind }) => kind !== "steps"))];
  return {
    answer: { kind: "expression", value: total, conditions: distinct(values.flatMap(({ conditions }) => conditions)), digits: DEFAULT_DIGITS },
    steps: [...before, exchanged, ...inside, ...end],
    stepVerdicts: [
      ...verdicts.slice(0, before.length),
      { verdict: area.outcome, why: area.detail },
      ...found.flatMap((one) => one.stepVerdicts),
      ...verdicts.slice(before.length),
    ],
    checks,
    verdict: verdictOf(checks),
    pictured: () => regionScene(parts[0]?.inner ?? inner, parts[0]?.outer ?? outer),
  };
}

function nestedOver(body: Expression, inner: BoundsOf, outer: BoundsOf): Expression {
  return definiteIntegral(definiteIntegral(body, inner.variable, inner.lower, inner.upper), outer.variable, outer.lower, outer.upper);
}

/** The region is the same: every part lies in it, and the areas agree. */
function regionCheck(inner: BoundsOf, outer: BoundsOf, parts: readonly Part[], environment: Environment): Check {
  const areaOf = (own: BoundsOf, other: BoundsOf): Expression | undefined => {
    const { answer, verdict } = definite(ONE, [], [own, other], environment);
    return answer?.kind === "expression" && verdict === "nailed" ? answer.value : undefined;
  };
  const whole = areaOf(inner, outer);
  const ofParts = parts.map((part) => areaOf(part.inner, part.outer));
  const isKnown = whole !== undefined && ofParts.every((area) => area !== undefined);
  const isSame = isKnown && isSameRegion(inner, outer, parts, { whole, ofParts });
  const detail = isSame
    ? "every part lies in the region, they do not overlap, and their areas add up to its area"
    : "it was not proven that the bounds in the other order describe the same region";
  return { kind: "steps", outcome: isSame ? "nailed" : "loose", detail, lines: [{ note: detail }] };
}
