import { compareSides } from "../../check/compare.ts";
import type { Check } from "../../check/verdict.ts";
import { ballValue } from "../../expression/ball-value.ts";
import { divide, isNumber, name, number, product, subtract, sum } from "../../expression/construct.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { spaced, words } from "../../notation/inline.ts";
import { text } from "../../notation/text.ts";
import * as rational from "../../number/rational.ts";
import * as real from "../../number/real-ball.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import { equalityTest, simplify } from "../../truth/index.ts";
import { CannotDo, NO_STEPS } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { PLACE } from "../completion/form.ts";
import type { Instruction } from "../instruction.ts";
import { withoutIntegrals } from "../integrals/values.ts";
import type { Sentence } from "../reading/sentence.ts";

const MOST_ROWS = 1000;

/** `tabulate E[, E …] for x from a to b by h` · `tabulate E for x in 0, 1, 6`. */
export const TABULATE: Instruction = {
  name: "tabulate",
  purpose: "Lists values of expressions.",
  forms: ["tabulate E[, E …] for x from a to b by h", "tabulate E for x in 0, 1, 6"],
  examples: [["tabulate x^2, x^3 for x from 0 to 3 by 1"]],
  follows: ({ line, value, letters: [letter, ...others] }) =>
    value && letter !== undefined && others.length === 0 ? [`tabulate (${line}) for ${letter} from ${PLACE} to ${PLACE} by ${PLACE}`] : [],
  spellings: [
    { typed: "tabulate {E} for {x} = {L}", means: "tabulate {E} for {x} in {L}" },
    { typed: "make? a? table of {E}", means: "tabulate {E}" },
  ],
  begins: (sentence) => sentence.peekWords("tabulate"),
  read: (sentence) => {
    sentence.takeWords("tabulate");
    const columns = sentence.list("an expression", ["for"]).map((written) => sentence.mean(written));
    sentence.expectWords("for");
    const variable = sentence.name("the variable");
    const at = sentence.takeWords("in") ? listed(sentence) : stepped(sentence);
    sentence.expectEnd();
    const { environment } = sentence;
    return {
      instruction: "tabulate",
      says: spaced([words("Values of"), ...sentence.pieces.slice(1)]),
      run: () => {
        const filled = columns.map((column) => withoutIntegrals(putIn(column, environment, new Set([variable])).expression, environment));
        for (const column of filled) {
          const open = [...freeNames(column)].filter((letter) => letter !== variable);
          if (open.length > 0) throw new CannotDo(`${open.join(", ")} has no value: give it one with “given”`);
        }
        const points = at().map((point) => putIn(point, environment).expression);
        const raw = points.map((point) => filled.map((column) => substitute(column, new Map([[variable, point]]))));
        const rows = raw.map((row, k) => [points[k], ...row.map(valueOrNothing)]);
        return { ...NO_STEPS, answer: { kind: "table", columns: [name(variable), ...columns], rows }, ...judged(raw, rows) };
      },
    };
  },
};

function listed(sentence: Sentence): () => readonly Expression[] {
  const values = sentence.list("a value").map((written) => sentence.mean(written));
  return () => values;
}

function stepped(sentence: Sentence): () => readonly Expression[] {
  sentence.expectWords("from");
  const from = sentence.expression("the first value", ["to"]);
  sentence.expectWords("to");
  const to = sentence.expression("the last value", ["by"]);
  sentence.expectWords("by");
  const by = sentence.expression("the step");
  return () => {
    if (isNumber(by, 0)) throw new CannotDo("the step of a table is not 0");
    const count = simplify(divide(subtract(to, from), by)).expression;
    const rows = count.kind === "number" ? Number(rational.floor(count.value)) : Math.floor(approximate(count) + 1e-9);
    if (!(rows >= 0)) throw new CannotDo(`steps of ${text(by)} never lead from ${text(from)} to ${text(to)}`);
    if (rows > MOST_ROWS) throw new CannotDo(`a table of more than ${MOST_ROWS} rows is too long`);
    return Array.from({ length: rows + 1 }, (_, k) => simplify(sum(from, product(number(k), by))).expression);
  };
}

function approximate(e: Expression): number {
  if (freeNames(e).size > 0) throw new CannotDo(`${text(e)} is not a number, so the rows cannot be counted`);
  return real.toNumber(ballValue(e, 96).re);
}

/** The exact value of a cell, or nothing where the expression is not defined there. */
function valueOrNothing(e: Expression): Expression | undefined {
  try {
    ballValue(e, 64);
    return simplify(e).expression;
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}

/** Every cell is compared with what was put in, by balls. */
function judged(
  raw: readonly (readonly Expression[])[],
  rows: readonly (readonly (Expression | undefined)[])[],
): { checks: readonly Check[]; verdict: Check["outcome"] } {
  let cells = 0;
  for (const [k, row] of raw.entries()) {
    for (const [j, entry] of row.entries()) {
      const value = rows[k]?.[j + 1];
      if (!value) continue;
      cells += 1;
      const exact = equal(entry, value);
      const compared = exact ? undefined : compareSides(entry, value);
      if (compared?.kind === "differ") return outcome("bent", `row ${k + 1}: ${compared.left} against ${compared.right}`);
      if (compared?.kind === "unknown") return outcome("loose", `row ${k + 1}: ${compared.why}`);
    }
  }
  const inexact = raw.some((row, k) =>
    row.some((entry, j) => rows[k]?.[j + 1] && !equal(entry, rows[k]?.[j + 1] ?? entry) && equalityTest(entry, rows[k]?.[j + 1] ?? entry).kind !== "zero"),
  );
  return outcome(inexact ? "tacked" : "nailed", `each of the ${cells} values was put in and compared with the exact value shown`);
}

function outcome(verdict: Check["outcome"], detail: string): { checks: readonly Check[]; verdict: Check["outcome"] } {
  return { checks: [{ kind: "substitution", outcome: verdict, detail, lines: [{ note: detail }] }], verdict };
}
