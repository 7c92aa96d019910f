import { isPlainlyBounded } from "../../calculus/plain-bounds.ts";
import { type Step, step } from "../../derivation/step.ts";
import { logic, name as nameOf } from "../../expression/construct.ts";
import { isEquation } from "../../expression/equations.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { optimumScene } from "../../graph/solution-scene.ts";
import { text } from "../../notation/text.ts";
import { withoutBars } from "../../rewrite/bars-in-conditions.ts";
import { extremaAsBars } from "../../rewrite/extrema.ts";
import { optimise } from "../../solve/optima/constrained.ts";
import type { OptimumTask, Wanted } from "../../solve/optima/optimum.ts";
import { Unsolvable } from "../../solve/solution.ts";
import { CannotDo, type Outcome } from "../answer.ts";
import { anglesIn } from "../answers/degrees.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { solvedInequality } from "../carrying-out/solved-inequality.ts";
import type { Environment } from "../environment.ts";
import { withUnknownUnit } from "../graphs/axis-units.ts";
import { EVERYWHERE } from "../hand/question.ts";
import type { Instruction } from "../instruction.ts";
import { judgeOptimum } from "../judging/judge-solutions.ts";
import type { Sentence } from "../reading/sentence.ts";
import { answerUnits } from "../units.ts";
import { intervalFacts } from "./given.ts";

const BEGINNINGS: readonly (readonly [readonly string[], Wanted])[] = [
  [["maximise"], "maximum"],
  [["minimise"], "minimum"],
  [["stationary", "points", "of"], "stationary"],
];
const STOPS = ["subject", "over", "in"] as const;

/**
 * `maximise E [subject to Q [and Q …]] [over x, y, …] [in INTERVAL]`, `minimise …`, `stationary points of …`: every point with
 * its nature, those of the whole domain first.
 */
export const OPTIMUM: Instruction = {
  name: "optimum",
  purpose: "Finds the greatest or least value, or all stationary points, under conditions if there are some.",
  forms: [
    "maximise E [subject to Q [and Q …]] [over x, y …] [in INTERVAL]",
    "minimise E [subject to Q [and Q …]] [over x, y …] [in INTERVAL]",
    "stationary points of E [subject to Q [and Q …]] [over x, y …]",
  ],
  examples: [["maximise x (10 - x)"], ["minimise x^2 + y^2 subject to x + y = 4"]],
  follows: ({ drawn, line, value, letters }) => {
    const [first] = drawn?.functions ?? [];
    if (drawn && first) return ["maximise", "minimise"].map((word) => `${word} ${text(first)} over ${drawn.variable} in [${drawn.from}, ${drawn.to}]`);
    return value && letters.length === 1 ? [`stationary points of (${line})`] : [];
  },
  spellings: [
    { typed: "find the? maximum|maxima value? of {E}", means: "maximise {E}" },
    { typed: "find the? minimum|minima value? of {E}", means: "minimise {E}" },
    { typed: "the? maximum|maxima of {E}", means: "maximise {E}" },
    { typed: "the? minimum|minima of {E}", means: "minimise {E}" },
    { typed: "max of {E}", means: "maximise {E}" },
    { typed: "min of {E}", means: "minimise {E}" },
    { typed: "maximize {E}", means: "maximise {E}" },
    { typed: "minimize {E}", means: "minimise {E}" },
    { typed: "find the? stationary|turning|critical points of {E}", means: "stationary points of {E}" },
    { typed: "the? turning|critical points of {E}", means: "stationary points of {E}" },
    { typed: "the stationary points of {E}", means: "stationary points of {E}" },
    { typed: "find the? extrema of {E}", means: "stationary points of {E}" },
    { typed: "extrema of {E}", means: "stationary points of {E}" },
  ],
  begins: (sentence) => BEGINNINGS.some(([words]) => sentence.peekWords(...words)),
  read: (sentence) => {
    const wanted = BEGINNINGS.find(([words]) => sentence.takeWords(...words))?.[1] ?? "stationary";
    const written = sentence.written("what is to be optimised", STOPS);
    const objective = sentence.mean(written);
    let conditions: readonly Expression[] = [];
    const named: string[] = [];
    let interval: ReturnType<Sentence["interval"]> | undefined;
    for (;;) {
      if (conditions.length === 0 && sentence.takeWords("subject", "to")) conditions = readConditions(sentence);
      else if (named.length === 0 && sentence.takeWords("over")) {
        named.push(...sentence.names("a variable"));
      } else if (!interval && sentence.takeWords("in")) interval = sentence.interval();
      else break;
    }
    sentence.expectEnd();
    return {
      instruction: "optimum",
      run: () => carryOut({ objective, measured: sentence.measured(written) }, conditions, named, interval, wanted, sentence),
    };
  },
};

function readConditions(sentence: Sentence): readonly Expression[] {
  const from = sentence.next.span.from;
  const statement = sentence.expression("a condition", ["over", "in"]);
  const items = statement.kind === "logic" && statement.operator === "and" ? statement.items : [statement];
  if (items.some((item) => item.kind !== "relation")) sentence.fail("conditions joined by “and” were expected here", { from, to: sentence.next.span.from });
  return items;
}

const KINDS = { reals: "real numbers", complex: "complex numbers", integers: "integers", rationals: "rational numbers" } as const;

/** What is to be optimised, in numbers and with units as factors. */
interface Objective {
  readonly objective: Expression;
  readonly measured: Expression;
}

function carryOut(
  { objective: typed, measured }: Objective,
  conditions: readonly Expression[],
  named: readonly string[],
  interval: ReturnType<Sentence["interval"]> | undefined,
  wanted: Wanted,
  { environment, inDegrees }: Sentence,
): Outcome {
  const free = [...new Set([typed, ...conditions].flatMap((e) => [...freeNames(putIn(e, environment).expression)]))].sort();
  const open = free.filter((letter) => !environment.quantities.has(letter));
  const variables = named.length > 0 ? named : open.length > 0 ? open : free;
  const [only, ...more] = variables;
  if (only === undefined) throw new CannotDo("there is no variable: the expression is a number");
  if (interval && more.length > 0 && conditions.length === 0) throw new CannotDo("an interval is for one variable: say which with “over”");
  const kind = variables.map((variable) => environment.kinds.get(variable)).find((one) => one !== undefined && one !== "reals");
  if (kind) throw new CannotDo(`an optimum is sought among the real numbers, and it is given that a variable is among the ${KINDS[kind]}`);
  const keep = new Set(variables);
  const before = putIn(typed, environment, keep);
  const relations = conditions.map((one) => putIn(one, environment, keep).expression);
  const bounds = interval ? intervalFacts(nameOf(only), interval).map((fact) => putIn(fact, environment, keep).expression) : [];
  const assumptions = environment.assumptions.map((fact) => putIn(fact, environment, keep).expression);
  const touches = (fact: Expression): boolean => [...freeNames(fact)].some((letter) => keep.has(letter));
  const objective = extremaAsBars(before.expression);
  const byBars = equal(objective, before.expression) ? [] : [step("extrema by bars", [], { kind: "equal", before: before.expression, after: objective })];
  const asked = [...relations.filter((one) => !isEquation(one)), ...bounds, ...assumptions.filter(touches)];
  const ofBars = asked.flatMap((fact): readonly Step[] => {
    const after = withoutBars(fact);
    return after ? [step("bars of a condition", [fact], { kind: "without bars", before: fact, after })] : [];
  });
  const stated = asked.flatMap((fact) => statementsIn(withoutBars(fact) ?? fact));
  const domain = more.length === 0 ? solvedDomain(stated, nameOf(only), environment) : undefined;
  const task: OptimumTask = {
    objective,
    variables,
    constraints: relations.filter(isEquation),
    facts: domain?.facts ?? stated,
    assumptions: assumptions.filter((fact) => !touches(fact)),
    wanted,
  };
  const optimum = optimise(task);
  const steps = [...before.steps, ...byBars, ...ofBars, ...(domain?.steps ?? []), ...optimum.steps];
  const { points, ...judged } = judgeOptimum(task, optimum, steps);
  const { none, open: unproven } = optimum;
  const reason = unproven === undefined ? optimum.reason : `${optimum.reason}; ${unproven}`;
  const angles = inDegrees ? anglesIn([typed, ...conditions], variables) : [];
  const pictured = () => (more.length === 0 ? withUnknownUnit(optimumScene(task.objective, only, points, task.facts), environment) : undefined);
  const units = answerUnits(environment, variables, { value: measured });
  return { answer: { kind: "optimum", wanted, points, ...(none === undefined ? {} : { none }), reason, angles, ...units }, steps, ...judged, pictured };
}

const statementsIn = (statement: Expression): readonly Expression[] =>
  statement.kind === "logic" && statement.operator === "and" ? statement.items : [statement];

/** Conditions on one variable that are no plain bounds, solved as inequalities where one interval is left and the judge confirms it; undefined where that is not so. */
function solvedDomain(
  stated: readonly Expression[],
  variable: Expression,
  environment: Environment,
): { readonly facts: readonly Expression[]; readonly steps: readonly Step[] } | undefined {
  const unknown = variable.kind === "name" ? variable.name : "";
  if (isPlainlyBounded(stated, unknown)) return undefined;
  try {
    const { answer, steps, verdict } = solvedInequality(logic("and", stated), { unknown, facts: [], statements: [], scope: EVERYWHERE }, environment);
    const [only, ...others] = answer?.kind === "solutions" ? answer.set.solutions : [];
    if (verdict !== "nailed" || !only || others.length > 0 || only.integers.length > 0 || !only.free.includes(unknown)) return undefined;
    const facts = only.conditions.flatMap(statementsIn);
    const domain = logic("and", facts);
    return { facts, steps: [...steps, step("domain of the conditions", [domain], { kind: "put in", before: domain, values: new Map(), after: domain })] };
  } catch (error) {
    if (error instanceof Unsolvable || error instanceof CannotDo) return undefined;
    throw error;
  }
}
