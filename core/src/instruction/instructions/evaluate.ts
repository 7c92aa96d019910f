import { type Step, step } from "../../derivation/step.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import { denest } from "../../rewrite/denest.ts";
import { expand, simplify } from "../../rewrite/simplify.ts";
import { divisionByZero, writeOut } from "../../rewrite/write-out.ts";
import { CannotDo, DEFAULT_FIGURES } from "../answer.ts";
import type { Instruction } from "../instruction.ts";
import { valueOutcome } from "../judged-value.ts";
import { putIn, saidValues } from "../put-in.ts";
import { readValues } from "../values-read.ts";

const MOST_FIGURES = 1000;

/** `evaluate E [with x = …] [to N figures]`: the exact value, then the decimal. */
export const EVALUATE: Instruction = {
  name: "evaluate",
  begins: (sentence) => sentence.peekWords("evaluate"),
  read: (sentence) => {
    sentence.takeWords("evaluate");
    const from = sentence.next.span.from;
    const start = sentence.expression("an expression", ["with", "to"]);
    if (start.kind === "relation" || start.kind === "logic")
      sentence.fail("an expression was expected here, not a relation", { from, to: sentence.next.span.from });
    const values = sentence.takeWords("with") ? readValues(sentence, ["to"]) : new Map<string, Expression>();
    const figures = sentence.takeWords("to") ? readFigures(sentence) : DEFAULT_FIGURES;
    sentence.expectEnd();
    const { environment } = sentence;
    return {
      instruction: "evaluate",
      run: () => {
        const own = putIn(start, environment, new Set(values.keys()));
        const steps: Step[] = [...own.steps];
        let current = own.expression;
        const put = new Map([...values].map(([key, value]) => [key, putIn(value, environment).expression]));
        const filled = substitute(current, put);
        if (!equal(filled, current)) {
          steps.push(step("put in values", [saidValues(put)], { kind: "put in", before: current, values: put, after: filled }));
          current = filled;
        }
        const undefinedPart = divisionByZero(current);
        if (undefinedPart) throw new CannotDo(`this is not defined: ${text(undefinedPart)} divides by 0`);
        const { expression: value, conditions } = shortest(writeOut(current));
        if (!equal(value, current) || steps.length === 0) steps.push(step("evaluate", [], { kind: "equal", before: current, after: value }, { conditions }));
        return valueOutcome(current, value, steps, conditions, environment.assumptions, figures);
      },
    };
  },
};

function shortest(e: Expression): ReturnType<typeof simplify> {
  const plain = simplify(e);
  const other = simplify(denest(expand(plain.expression)));
  return text(other.expression).length < text(plain.expression).length ? { expression: other.expression, conditions: plain.conditions } : plain;
}

function readFigures(sentence: Parameters<Instruction["read"]>[0]): number {
  const token = sentence.next;
  const count = token.kind === "number" ? Number(token.text) : Number.NaN;
  if (!Number.isInteger(count) || count < 1 || count > MOST_FIGURES)
    return sentence.fail(`a whole number of figures from 1 to ${MOST_FIGURES} was expected here`);
  sentence.expression("a number of figures", ["figures", "figure"]);
  if (!sentence.takeWords("figures") && !sentence.takeWords("figure")) sentence.fail("“figures” was expected here");
  return count;
}
