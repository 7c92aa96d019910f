import type { Check } from "../../check/verdict.ts";
import { freeNames } from "../../expression/expression.ts";
import { atFullSize, choosable, spaced } from "../../notation/inline.ts";
import { decide } from "../../truth/index.ts";
import { DEFAULT_DIGITS, NO_STEPS, type Outcome } from "../answer.ts";
import type { Instruction } from "../instruction.ts";
import { answerUnits } from "../units.ts";

/** An equation or expression alone: stated, to be referred to by its number. */
export const STATED: Instruction = {
  name: "stated",
  purpose: "An equation or expression alone, to be referred to by its number.",
  forms: ["Q", "E"],
  examples: [["F = m a", "solve (1) for a"]],
  begins: () => true,
  read: (sentence) => {
    const written = sentence.written("an instruction, an equation or an expression");
    const statement = sentence.mean(written);
    sentence.expectEnd();
    const { environment } = sentence;
    const isRelation = statement.kind === "relation" || statement.kind === "logic";
    const isMeasured = !isRelation || environment.units.size > 0;
    const measured = isMeasured ? sentence.measured(written) : statement;
    const units = isRelation
      ? answerUnits(environment, [...freeNames(statement)], { statements: [measured] })
      : answerUnits(environment, [], { value: measured });
    return {
      instruction: "stated",
      says: spaced(sentence.pieces.map(atFullSize).map((piece) => (statement.kind === "logic" ? piece : choosable(piece)))),
      run: (): Outcome => {
        const numeric = freeNames(statement).size === 0 && isRelation;
        const holds = numeric ? decide(statement, environment.assumptions) : undefined;
        const check: Check | undefined =
          holds === undefined
            ? undefined
            : { kind: "substitution", outcome: holds ? "nailed" : "bent", detail: holds ? "this is true" : "this is false", lines: [] };
        return {
          ...NO_STEPS,
          answer: { kind: "expression", value: statement, conditions: [], digits: DEFAULT_DIGITS, ...units },
          statement,
          ...(isMeasured ? { measured } : {}),
          checks: check ? [check] : [],
          verdict: check?.outcome,
        };
      },
    };
  },
};
