import { comparisonNote } from "../../check/answer.ts";
import { compareSides, pointText } from "../../check/compare.ts";
import { equivalence } from "../../check/equivalence.ts";
import type { Check, Verdict } from "../../check/verdict.ts";
import { number } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { text } from "../../notation/text.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import { equalityTest } from "../../rewrite/zero-test.ts";
import { solveEquation } from "../../solve/equation.ts";
import { Unsolvable } from "../../solve/solution.ts";
import { CannotDo, NO_STEPS, type Outcome } from "../answer.ts";
import { type Environment, lineStatement } from "../environment.ts";
import type { Instruction } from "../instruction.ts";
import { putIn } from "../put-in.ts";

/** `= E` and `so Q`: the author's own next step, held against the line above. */
export const HAND_LINE: Instruction = {
  name: "hand line",
  begins: (sentence) => sentence.peekWords("so") || (sentence.next.kind === "mark" && sentence.next.text === "="),
  read: (sentence) => {
    const { environment } = sentence;
    if (sentence.takeMark("=")) {
      sentence.pieces.push({ kind: "math", latex: "=" });
      const claimed = sentence.expression("the value");
      const above = valueAbove(environment);
      if (!above) return sentence.fail("there is no value above that this could be equal to", { from: 0, to: 1 });
      return { instruction: "hand line", dependsOn: [above.line], run: () => sameValue(above, claimed, environment) };
    }
    sentence.takeWords("so");
    const from = sentence.next.span.from;
    const claimed = sentence.expression("an equation");
    if (claimed.kind !== "relation" && claimed.kind !== "logic") sentence.fail("an equation was expected after “so”", { from, to: sentence.source.length });
    const above = statementAbove(environment);
    if (!above) return sentence.fail("there is no equation above that this could follow from", { from, to: sentence.source.length });
    return { instruction: "hand line", dependsOn: [above.line], run: () => sameSolutions(above, claimed, environment) };
  },
};

interface Above {
  readonly line: number;
  readonly statement: Expression;
  readonly unknown?: string;
}

function valueAbove(environment: Environment): Above | undefined {
  for (let line = environment.line - 1; line >= 1; line -= 1) {
    const outcome = environment.outcomes.get(line);
    if (outcome?.answer?.kind === "expression") return { line, statement: outcome.answer.value };
    const own = outcome?.statement;
    if (outcome?.answer?.kind === "truth" && own && own.kind !== "relation" && own.kind !== "logic") return { line, statement: own };
  }
  return undefined;
}

function statementAbove(environment: Environment): Above | undefined {
  for (let line = environment.line - 1; line >= 1; line -= 1) {
    const answer = environment.outcomes.get(line)?.answer;
    const statement = lineStatement(environment, line);
    const unknown = answer?.kind === "solutions" ? answer.set.variables[0] : undefined;
    if (answer && (statement?.kind === "relation" || statement?.kind === "logic")) return { line, statement, ...(unknown === undefined ? {} : { unknown }) };
  }
  return undefined;
}

function truth(
  holds: boolean | undefined,
  verdict: Verdict,
  sentence: string,
  statement: Expression,
  checks: readonly Check[],
  counterexample?: ReadonlyMap<string, Expression>,
): Outcome {
  const own: Check = { kind: "steps", outcome: verdict, detail: sentence, lines: [{ note: sentence }] };
  return {
    ...NO_STEPS,
    statement,
    answer: { kind: "truth", holds, sentence, ...(counterexample ? { counterexample } : {}) },
    checks: [own, ...checks],
    verdict,
  };
}

function sameValue(above: Above, claimed: Expression, environment: Environment): Outcome {
  const [before, after] = [above.statement, claimed].map((e) => putIn(e, environment).expression);
  if (!before || !after) throw new CannotDo("there is nothing to compare");
  const test = equalityTest(before, after, environment.assumptions);
  const compared = compareSides(before, after, environment.assumptions);
  const comparison: Check = {
    kind: "comparison",
    outcome: compared.kind === "agree" ? "tacked" : compared.kind === "differ" ? "bent" : "loose",
    detail: comparisonNote(compared),
    lines: [{ left: before, right: after, note: comparisonNote(compared) }],
  };
  switch (test.kind) {
    case "zero":
      return truth(true, "nailed", `equal to line ${above.line}: ${test.method}`, claimed, [comparison]);
    case "nonzero": {
      const where = test.witness.size > 0 ? ` at ${pointText(test.witness)}` : "";
      const values = new Map([...test.witness].map(([key, value]) => [key, number(value)]));
      return truth(false, "bent", `not equal to line ${above.line}${where}: ${comparisonNote(compared)}`, claimed, [comparison], values);
    }
    case "undecided":
      return truth(
        undefined,
        compared.kind === "agree" ? "tacked" : "loose",
        `agrees with line ${above.line} to ${test.digits} digits, without an exact proof`,
        claimed,
        [comparison],
      );
  }
}

function sameSolutions(above: Above, claimed: Expression, environment: Environment): Outcome {
  const unknown = above.unknown ?? unknownOf(above.statement, claimed, environment);
  const except = new Set([unknown]);
  const [before, after] = [above.statement, claimed].map((e) => putIn(e, environment, except).expression);
  if (!before || !after) throw new CannotDo("there is nothing to compare");
  const { assumptions } = environment;
  const [was, is] = [solutionsOf(before, unknown, assumptions), solutionsOf(after, unknown, assumptions)];
  const lost = was && is ? without(was, is) : [];
  const extra = was && is ? without(is, was) : [];
  if (lost.length > 0 || extra.length > 0) {
    const said = (values: readonly Expression[]): string => values.map((value) => `${unknown} = ${text(value)}`).join(" and ");
    const parts = [
      ...(lost.length > 0
        ? [
            `${said(lost)} ${lost.length === 1 ? "solves" : "solve"} line ${above.line} but not this: ${lost.length === 1 ? "a solution is" : "solutions are"} lost`,
          ]
        : []),
      ...(extra.length > 0 ? [`${said(extra)} ${extra.length === 1 ? "solves" : "solve"} this but not line ${above.line}`] : []),
    ];
    const [example] = [...lost, ...extra];
    return truth(false, "bent", parts.join("; "), claimed, [], example && new Map([[unknown, example]]));
  }
  const same = equivalence(before, after, unknown, assumptions);
  switch (same.kind) {
    case "same":
      // The sets above were compared as well where both could be solved, which settles where the sides are defined.
      return was && is
        ? truth(true, "nailed", `the same solutions as line ${above.line}`, claimed, [])
        : truth(true, "tacked", `the same zeros as line ${above.line}; where the sides are defined was not compared`, claimed, []);
    case "same where":
      return truth(undefined, "loose", `the same solutions as line ${above.line} only where ${same.conditions.map(text).join(" and ")}`, claimed, []);
    case "different":
      // Over the complex numbers they differ, but no real solution tells them apart.
      return was && is
        ? truth(true, "tacked", `the same real solutions as line ${above.line}, though not over the complex numbers`, claimed, [])
        : truth(false, "bent", `the solutions are not those of line ${above.line}`, claimed, []);
    case "unknown":
      return truth(undefined, "loose", same.why, claimed, []);
  }
}

function unknownOf(before: Expression, after: Expression, environment: Environment): string {
  const names = new Set([before, after].flatMap((e) => [...freeNames(putIn(e, environment).expression)]));
  const open = [...names].filter((name) => !environment.quantities.has(name));
  const [only] = open.length > 0 ? open : [...names];
  if (only === undefined || open.length > 1) throw new CannotDo("several names are free: it is not clear which is the unknown; start from a “solve” line");
  return only;
}

/** The real solutions of an equation or of alternatives, or undefined where the solver has no method or conditions remain. */
function solutionsOf(statement: Expression, unknown: string, assumptions: readonly Expression[]): readonly Expression[] | undefined {
  const alternatives = statement.kind === "logic" && statement.operator === "or" ? statement.items : [statement];
  const values: Expression[] = [];
  for (const alternative of alternatives) {
    if (alternative.kind !== "relation" || alternative.comparisons[0] !== "=" || alternative.comparisons.length !== 1) return undefined;
    try {
      const { set } = solveEquation({ equation: alternative, unknown, domain: "real", assumptions });
      if (set.solutions.some((solution) => solution.free.length > 0)) return undefined;
      values.push(...set.solutions.flatMap((solution) => [...solution.values.values()]));
    } catch (error) {
      if (error instanceof Unsolvable || error instanceof BudgetExhausted) return undefined;
      throw error;
    }
  }
  return values;
}

/** The values of the first list that certainly differ from all of the second. */
function without(values: readonly Expression[], others: readonly Expression[]): readonly Expression[] {
  return values.filter((value) => others.every((other) => equalityTest(value, other).kind === "nonzero"));
}
