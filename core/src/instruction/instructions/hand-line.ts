import { comparisonNote } from "../../check/answer.ts";
import { compareSides, pointText } from "../../check/compare.ts";
import { equivalence } from "../../check/equivalence.ts";
import { sameFamilies } from "../../check/families.ts";
import { judgeStep } from "../../check/step.ts";
import type { Check, Verdict } from "../../check/verdict.ts";
import { step } from "../../derivation/step.ts";
import { divide, number, power, ZERO } from "../../expression/construct.ts";
import { type Expression, findAll, freeNames, isReciprocal } from "../../expression/expression.ts";
import { alternatives, sideDifference } from "../../expression/statement.ts";
import { substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import { hasAngles, inUnitAngles } from "../../rewrite/angles.ts";
import { simplify } from "../../rewrite/simplify.ts";
import { equalityTest, zeroTest } from "../../rewrite/zero-test.ts";
import { solveEquation } from "../../solve/equation.ts";
import { Unsolvable } from "../../solve/solution.ts";
import { CannotDo, NO_STEPS, type Outcome } from "../answer.ts";
import { judgeSolutions } from "../claims.ts";
import { definedOnly } from "../defined-only.ts";
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
  for (const e of [before, after]) definedOnly(e);
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
      return truth(false, "bent", `not equal to line ${above.line}${where}: ${comparisonNote(compared)}`, claimed, [comparison], test.witness);
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
  for (const e of [before, after]) definedOnly(e);
  const { assumptions } = environment;
  const [was, is] = [solutionsOf(before, unknown, assumptions), solutionsOf(after, unknown, assumptions)];
  const plain = was?.letter === undefined && is?.letter === undefined;
  const lost = was && is ? (plain ? without(was.values, is.values) : failing(was, after, unknown)) : [];
  const extra = was && is ? (plain ? without(is.values, was.values) : failing(is, before, unknown)) : [];
  if (lost.length > 0 || extra.length > 0) {
    const said = (values: readonly Expression[]): string => values.map((value) => `${unknown} = ${text(value)}`).join(" and ");
    const parts = [
      ...(lost.length > 0
        ? [
            `${said(lost)} ${lost.length === 1 ? "solves" : "solve"} line ${above.line} but not this: ${lost.length === 1 ? "a solution is" : "solutions are"} lost${whyLost(before, after, unknown, lost)}`,
          ]
        : []),
      ...(extra.length > 0 ? [`${said(extra)} ${extra.length === 1 ? "solves" : "solve"} this but not line ${above.line}${whyExtra(before, after)}`] : []),
    ];
    const [example] = [...lost, ...extra];
    return truth(false, "bent", parts.join("; "), claimed, [], example && new Map([[unknown, example]]));
  }
  const { verdict } = judgeStep(step("simplify values", [], { kind: "equivalent", unknown, before, after }), assumptions);
  const sets = was && is ? equalSets(was, is, unknown) : undefined;
  if (verdict === "nailed" || (sets === true && was?.proven && is?.proven))
    return truth(true, "nailed", `the same solutions as line ${above.line}`, claimed, []);
  if (sets === true) return truth(true, "tacked", `the same real solutions as line ${above.line}, as far as they were found`, claimed, []);
  const same = equivalence(before, after, unknown, assumptions);
  switch (same.kind) {
    case "same":
      return truth(true, "tacked", `the same zeros as line ${above.line}; where the sides are defined was not compared`, claimed, []);
    case "same where":
      return truth(undefined, "loose", `the same solutions as line ${above.line} only where ${same.conditions.map(text).join(" and ")}`, claimed, []);
    case "different":
      return truth(false, "bent", `the solutions are not those of line ${above.line}`, claimed, []);
    case "unknown":
      return truth(undefined, "loose", `it was not decided whether this has the same solutions as line ${above.line}`, claimed, []);
  }
}

/** Whether both lists are the same numbers, families among them. */
function equalSets(a: Found, b: Found, unknown: string): boolean | undefined {
  const letter = a.letter ?? b.letter;
  const list = ({ values }: Found): Expression => alternatives(unknown, values);
  if (letter !== undefined) return sameFamilies({ before: list(a), after: list(b), unknown, letter, within: [] }) ? true : undefined;
  const within = (some: readonly Expression[], others: readonly Expression[]): boolean =>
    some.every((value) => others.some((other) => equalityTest(value, other).kind === "zero"));
  return within(a.values, b.values) && within(b.values, a.values) ? true : undefined;
}

/** Members of families that certainly do not solve a statement. */
function failing({ values, letter }: Found, statement: Expression, unknown: string): readonly Expression[] {
  const members = values.flatMap((value) =>
    letter !== undefined && freeNames(value).has(letter)
      ? [0, 1, 2].map((n) => simplify(substitute(value, new Map([[letter, number(n)]]))).expression)
      : [value],
  );
  const alternatives = statement.kind === "logic" && statement.operator === "or" ? statement.items : [statement];
  const fails = (value: Expression): boolean =>
    alternatives.every((one) => {
      const difference = differenceOf(one);
      return difference !== undefined && zeroTest(substitute(difference, new Map([[unknown, value]]))).kind === "nonzero";
    });
  return members.filter(fails).slice(0, 2);
}

/** What was divided by, where it is 0 at a lost solution. */
function whyLost(before: Expression, after: Expression, unknown: string, lost: readonly Expression[]): string {
  const [p, q] = [before, after].map(differenceOf);
  if (!p || !q) return "";
  const ratio = simplify(divide(writtenApart(p), writtenApart(q))).expression;
  if (findAll(ratio, (part) => isReciprocal(part) && freeNames(part).has(unknown)).length > 0) return "";
  const vanishes = lost.every((value) => equalityTest(substitute(ratio, new Map([[unknown, value]])), ZERO).kind === "zero");
  return vanishes && freeNames(ratio).has(unknown) ? `, since it was divided by ${text(ratio)}, which can be 0` : "";
}

/** Multiple angles written out, so that common factors show. */
function writtenApart(e: Expression): Expression {
  return hasAngles(e) ? inUnitAngles(e) : e;
}

/** Squaring both sides, where that is what was done. */
function whyExtra(before: Expression, after: Expression): string {
  if (before.kind !== "relation" || after.kind !== "relation") return "";
  const squared = before.operands.every((side, k) => equalityTest(power(side, number(2)), after.operands[k] ?? ZERO).kind === "zero");
  return squared ? ": both sides were squared, which can add solutions" : "";
}

function differenceOf(e: Expression): Expression | undefined {
  return e.kind === "relation" && e.comparisons[0] === "=" ? sideDifference(e) : undefined;
}

function unknownOf(before: Expression, after: Expression, environment: Environment): string {
  const names = new Set([before, after].flatMap((e) => [...freeNames(putIn(e, environment).expression)]));
  const open = [...names].filter((name) => !environment.quantities.has(name));
  const [only] = open.length > 0 ? open : [...names];
  if (only === undefined || open.length > 1) throw new CannotDo("several names are free: it is not clear which is the unknown; start from a “solve” line");
  return only;
}

/** All real solutions of a statement, whether the judge confirms that they are all, and the letter of families. */
interface Found {
  readonly values: readonly Expression[];
  readonly proven: boolean;
  readonly letter: string | undefined;
}

/** The real solutions of an equation or of alternatives, or undefined where they are not all found or conditions remain. */
function solutionsOf(statement: Expression, unknown: string, assumptions: readonly Expression[]): Found | undefined {
  const alternatives = statement.kind === "logic" && statement.operator === "or" ? statement.items : [statement];
  const values: Expression[] = [];
  let proven = true;
  let letter: string | undefined;
  const facts = assumptions.filter((fact) => freeNames(fact).has(unknown));
  const known = assumptions.filter((fact) => !facts.includes(fact));
  for (const alternative of alternatives) {
    if (alternative.kind !== "relation" || alternative.comparisons[0] !== "=" || alternative.comparisons.length !== 1) return undefined;
    try {
      const { set, steps } = solveEquation({ equation: alternative, unknown, domain: "real", assumptions });
      if (!set.complete || set.solutions.some((solution) => solution.free.length > 0)) return undefined;
      values.push(...set.solutions.flatMap((solution) => [...solution.values.values()]));
      letter ??= set.solutions.flatMap(({ integers }) => integers)[0];
      proven = proven && judgeSolutions(alternative, set, steps, known, facts).verdict === "nailed";
    } catch (error) {
      if (error instanceof Unsolvable || error instanceof BudgetExhausted) return undefined;
      throw error;
    }
  }
  return { values, proven, letter };
}

/** The values of the first list that certainly differ from all of the second. */
function without(values: readonly Expression[], others: readonly Expression[]): readonly Expression[] {
  return values.filter((value) => others.every((other) => equalityTest(value, other).kind === "nonzero"));
}
