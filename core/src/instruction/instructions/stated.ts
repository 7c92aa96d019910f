import type { Check } from "../../check/verdict.ts";
import { freeNames } from "../../expression/expression.ts";
import { decide } from "../../truth/index.ts";
import { DEFAULT_FIGURES, NO_STEPS, type Outcome } from "../answer.ts";
import type { Instruction } from "../instruction.ts";

/** An equation or expression alone: stated, to be referred to by its number. */
export const STATED: Instruction = {
  name: "stated",
  begins: () => true,
  read: (sentence) => {
    const statement = sentence.expression("an instruction, an equation or an expression");
    sentence.expectEnd();
    const { assumptions } = sentence.environment;
    return {
      instruction: "stated",
      run: (): Outcome => {
        const numeric = freeNames(statement).size === 0 && (statement.kind === "relation" || statement.kind === "logic");
        const holds = numeric ? decide(statement, assumptions) : undefined;
        const check: Check | undefined =
          holds === undefined
            ? undefined
            : { kind: "substitution", outcome: holds ? "nailed" : "bent", detail: holds ? "this is true" : "this is false", lines: [] };
        return {
          ...NO_STEPS,
          answer: { kind: "expression", value: statement, conditions: [], figures: DEFAULT_FIGURES },
          statement,
          checks: check ? [check] : [],
          verdict: check?.outcome,
        };
      },
    };
  },
};
