import { tuple } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import type { Outcome } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { type Environment, withoutGivens } from "../environment.ts";
import type { Instruction } from "../instruction.ts";
import { definedOnly } from "../judging/defined-only.ts";
import type { Sentence } from "../reading/sentence.ts";
import { derived, judged, type Round } from "./differentiate.ts";

/** `Jacobian of (E, E, …) by x, y …`: a row of partial derivatives for each component. */
export const JACOBIAN: Instruction = {
  name: "Jacobian",
  purpose: "Gives the matrix of the partial derivatives of a vector, a row for each component.",
  forms: ["Jacobian of (E, E, …) by x, y …"],
  examples: [["Jacobian of (r cos(phi), r sin(phi)) by r, phi"]],
  spellings: [{ typed: "find|calculate the? jacobian of {E}", means: "Jacobian of {E}" }],
  begins: (sentence) => sentence.peekWords("jacobian", "of"),
  read: (sentence) => {
    sentence.takeWords("jacobian", "of");
    const { typed, variables } = readFunction(sentence);
    if (typed.kind !== "tuple") return sentence.fail("a vector was expected here, such as (x^2, x y)", { from: 0, to: sentence.source.length });
    const { items } = typed;
    return { instruction: "Jacobian", run: () => jacobian(items, variables, sentence.environment) };
  },
};

/** `Hessian of E by x, y …`: the second partial derivatives. */
export const HESSIAN: Instruction = {
  name: "Hessian",
  purpose: "Gives the matrix of the second partial derivatives of an expression.",
  forms: ["Hessian of E by x, y …"],
  examples: [["Hessian of x^2 y + y^3 by x, y"]],
  spellings: [{ typed: "find|calculate the? hessian of {E}", means: "Hessian of {E}" }],
  begins: (sentence) => sentence.peekWords("hessian", "of"),
  read: (sentence) => {
    sentence.takeWords("hessian", "of");
    const { typed, variables } = readFunction(sentence);
    if (typed.kind === "tuple") return sentence.fail("an expression with one value was expected here", { from: 0, to: sentence.source.length });
    return { instruction: "Hessian", run: () => hessian(typed, variables, sentence.environment) };
  },
};

function readFunction(sentence: Sentence): { readonly typed: Expression; readonly variables: readonly string[] } {
  const written = sentence.written("an expression", ["by"]);
  const typed = sentence.mean(written);
  if (typed.kind === "relation" || typed.kind === "logic") sentence.fail("an expression was expected here", written.span);
  sentence.expectWords("by");
  const variables = sentence.names("a variable");
  sentence.expectEnd();
  return { typed, variables };
}

function jacobian(items: readonly Expression[], variables: readonly string[], environment: Environment): Outcome {
  const own = putIn(tuple(items), withoutGivens(environment), new Set(variables));
  definedOnly(own.expression);
  const rows = (own.expression.kind === "tuple" ? own.expression.items : []).map((item) =>
    variables.map((variable) => derived(item, variable, environment.assumptions)),
  );
  return judged(asMatrix(rows), own.steps, rows.flat(), environment.assumptions);
}

function hessian(typed: Expression, variables: readonly string[], environment: Environment): Outcome {
  const own = putIn(typed, withoutGivens(environment), new Set(variables));
  definedOnly(own.expression);
  const first = variables.map((variable) => derived(own.expression, variable, environment.assumptions));
  const rows = first.map(({ value }) => variables.map((variable) => derived(value, variable, environment.assumptions)));
  return judged(asMatrix(rows), own.steps, [...first, ...rows.flat()], environment.assumptions);
}

const asMatrix = (rows: readonly (readonly Round[])[]): Expression => tuple(rows.map((row) => tuple(row.map(({ value }) => value))));
