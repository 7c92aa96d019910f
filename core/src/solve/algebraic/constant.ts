import { boundsWhere } from "../../calculus/pieces-where.ts";
import { NOWHERE } from "../../derivation/nowhere.ts";
import { step } from "../../derivation/step.ts";
import { equation, nameIn, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { equal, freeNames } from "../../expression/expression.ts";
import { asName, say } from "../../notation/inline.ts";
import { text } from "../../notation/text.ts";
import { zeroTest } from "../../truth/index.ts";
import { tidyConditions } from "../sifting/conditions.ts";
import { type Solved, solution, Unsolvable } from "../solution.ts";
import { type PolynomialForm, zeroForm } from "./polynomial-form.ts";

/** The unknown drops out: an identity, a contradiction, or a condition on the other letters. */
export function solveConstant(form: PolynomialForm): Solved | undefined {
  if (form.coefficients.length > 1) return undefined;
  const { task } = form;
  const { unknown, equation: before } = task;
  const rest = form.coefficients[0] ?? ZERO;
  const after = form.coefficients.length === 0 ? equation(ZERO, ZERO) : zeroForm(form);
  const claim = { kind: "equivalent", unknown, before, after } as const;
  const common = { variables: [unknown], domain: task.domain, complete: true, rejected: [], complexSolutions: [] };
  const test = zeroTest(rest);
  const everywhere = (conditions: readonly ReturnType<typeof equation>[]) => [
    solution(unknown, nameIn(before, unknown), { free: [unknown], conditions: [...conditions, ...boundsWhere(realDomain(before), unknown)] }),
  ];
  if (test.kind === "undecided") throw new Unsolvable(`it could not be decided whether ${text(rest)} is 0`);
  if (test.kind === "zero") {
    return {
      steps: [step("identity", [unknown], claim)],
      set: { ...common, solutions: everywhere([]), reason: say`the equation is true for every value of ${asName(unknown)} for which both sides are defined` },
    };
  }
  if (freeNames(rest).size === 0) {
    return {
      steps: [step("contradiction", [unknown], equal(before, after) ? claim : { ...claim, after: NOWHERE })],
      set: { ...common, solutions: [], reason: say`${asName(unknown)} drops out and ${after} is false, whatever ${asName(unknown)} is` },
    };
  }
  return {
    steps: [step("depends on letters", [unknown], claim)],
    set: {
      ...common,
      solutions: everywhere(tidyConditions([after], task.assumptions)),
      reason: say`${asName(unknown)} drops out: if ${after}, every value of ${asName(unknown)} solves the equation; otherwise none does`,
    },
  };
}
