import { differentiate } from "../../calculus/derivative.ts";
import { stepsCheck } from "../../check/step.ts";
import { type Check, verdictOf } from "../../check/verdict.ts";
import { step } from "../../derivation/step.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { equation, name, product, subtract, sum, tuple } from "../../expression/construct.ts";
import { sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import { readable } from "../../rewrite/readable.ts";
import { equalityTest, expand, simplify } from "../../truth/index.ts";
import { CannotDo, DEFAULT_DIGITS, type Outcome } from "../answer.ts";
import { putIn, saidValues } from "../carrying-out/put-in.ts";
import type { Environment } from "../environment.ts";
import type { Instruction } from "../instruction.ts";

/** `tangent to E at x = a`: the line through the point of the curve with its slope there, as y = m x + b. */
export const TANGENT: Instruction = {
  name: "tangent",
  purpose: "Gives the tangent line of a curve at a place.",
  forms: ["tangent to E at x = a"],
  examples: [["tangent to x^2 at x = 3"]],
  begins: (sentence) => sentence.peekWords("tangent", "to"),
  read: (sentence) => {
    sentence.takeWords("tangent", "to");
    const curve = sentence.expression("an expression, such as x^2", ["at"]);
    sentence.expectWords("at");
    const from = sentence.next.span.from;
    const place = sentence.expression("the place, such as x = 1");
    const [unknown, value] = sidesOf(place);
    sentence.expectEnd();
    if (unknown?.kind !== "name" || !value || contains(value, unknown.name))
      return sentence.fail("the place was expected here, such as x = 1", { from, to: sentence.source.length });
    const { environment } = sentence;
    return { instruction: "tangent", run: () => tangent(curve, unknown.name, value, environment) };
  },
};

function tangent(curve: Expression, variable: string, at: Expression, environment: Environment): Outcome {
  const own = putIn(curve, environment, new Set([variable]));
  const f = own.expression.kind === "relation" ? (own.expression.operands[1] ?? own.expression) : own.expression;
  const place = putIn(at, environment).expression;
  if (freeNames(f).has("y")) throw new CannotDo("the tangent is written y = m x + b, so y cannot stand in the curve");
  const values = new Map([[variable, place]]);
  const slope = simplify(differentiate(f, variable)).expression;
  const undefinedThere = [f, slope].some(
    (e) => freeNames(e).size === 1 && approximateValue(substitute(e, values)) === undefined && freeNames(place).size === 0,
  );
  if (undefinedThere) throw new CannotDo(`the curve has no tangent at ${text(equation(name(variable), place))}: it has no value or no slope there`);
  const [height, steepness] = [readable(substitute(f, values)), readable(substitute(slope, values))];
  const through = sum(height, product(steepness, subtract(name(variable), place)));
  const line = simplify(expand(through)).expression;
  const steps = [
    ...own.steps,
    step("the slope is the derivative", [], { kind: "derivative", of: f, variable, after: slope }),
    step("put in values", [saidValues(values)], { kind: "equal", before: substitute(slope, values), after: steepness }),
    step("line through a point", [tuple([place, height])], { kind: "equal", before: through, after: line }),
  ];
  const { check, verdicts } = stepsCheck(steps, environment.assumptions);
  const checks = [check, touches(f, line, variable, values)];
  return {
    answer: { kind: "expression", value: equation(name("y"), line), conditions: [], digits: DEFAULT_DIGITS },
    statement: equation(name("y"), line),
    steps,
    stepVerdicts: verdicts,
    checks,
    verdict: verdictOf(checks),
  };
}

/** The line and the curve have the same height and the same slope at the place. */
function touches(f: Expression, line: Expression, variable: string, values: ReadonlyMap<string, Expression>): Check {
  const pairs = [
    [f, line],
    [differentiate(f, variable), differentiate(line, variable)],
  ] as const;
  const tests = pairs.map(([a, b]) => equalityTest(substitute(a, values), substitute(b, values)).kind);
  const outcome = tests.includes("nonzero") ? "bent" : tests.every((kind) => kind === "zero") ? "nailed" : "tacked";
  const detail = outcome === "bent" ? "curve and line do not touch there" : "curve and line have the same height and slope there";
  return { kind: "substitution", outcome, detail, lines: [{ note: detail }] };
}
