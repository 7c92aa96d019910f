import { type Step, step } from "../../derivation/step.ts";
import { equation, logic, name } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { writtenText } from "../../notation/text.ts";
import { decide } from "../../truth/index.ts";
import { withValuesWritten } from "../sifting/filled-in.ts";
import type { Solution } from "../solution.ts";

/** More solutions, and longer lines, are put back in the evidence alone. */
const MOST_SOLUTIONS = 4;
const LONGEST = 90;

/** Each solution put into the equations before the reader's eyes, where it is made of numbers that are short. */
export function checkedPairs(equations: readonly Expression[], solutions: readonly Solution[]): readonly Step[] {
  if (solutions.length > MOST_SOLUTIONS || solutions.some(({ values }) => [...values.values()].some((value) => freeNames(value).size > 0))) return [];
  const steps = solutions.map(({ values }) => checked(equations, values));
  return steps.every((one) => one !== undefined) ? steps : [];
}

function checked(equations: readonly Expression[], values: ReadonlyMap<string, Expression>): Step | undefined {
  const statement = logic(
    "and",
    equations.map((one) => substitute(one, values)),
  );
  const items = equations.map((one) => withValuesWritten(one, values));
  const [only] = items;
  const shown: Syntax = only && items.length === 1 ? only : { kind: "logic", operator: "and", items };
  if (writtenText(shown).length > LONGEST || decide(statement, []) !== true || statement.kind !== "logic") return undefined;
  const said = [...values].map(([unknown, value]) => equation(name(unknown), value));
  return step("check a solution", [said], { kind: "holds", statement }, { written: shown });
}
