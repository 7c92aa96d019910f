import { type Expression, freeNames } from "../../expression/expression.ts";
import { present } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import type { Answer, Digits, Outcome } from "../answer.ts";
import { shownValue } from "./expression.ts";
import { familySyntax, quantity } from "./values.ts";
import { decimalBeside } from "./written-decimal.ts";

/** What stands for a line where the author's words refer to it: its value, as the line shows it, or the relation that it states. */
export function quoted({ answer, statement }: Outcome): Syntax | undefined {
  return (answer && valueOfAnswer(answer)) ?? (statement && present(statement));
}

function valueOfAnswer(answer: Answer): Syntax | undefined {
  switch (answer.kind) {
    case "expression": {
      if (answer.written) return answer.written;
      return roundedWhereAsked(shownValue(answer), answer.digits, answer.shownIn?.text ?? answer.units?.value);
    }
    case "solutions": {
      const { set, units, digits } = answer;
      const [only, ...more] = set.solutions;
      const [[unknown, value] = [], ...others] = only ? [...only.values] : [];
      if (!only || more.length > 0 || others.length > 0 || unknown === undefined || !value) return undefined;
      return only.integers.length > 0 ? familySyntax(value, only.integers) : roundedWhereAsked(value, digits, units?.names.get(unknown));
    }
    case "optimum": {
      const [best, ...more] = answer.points.filter(({ global }) => global);
      return best && more.length === 0 ? quantity(best.value, answer.units?.value) : undefined;
    }
    case "no limit":
    case "truth":
    case "table":
    case "figure":
    case "graph":
      return undefined;
  }
}

/** A number to the digits that the line was asked for; else as it is. */
function roundedWhereAsked(value: Expression, digits: Digits | undefined, unit: string | undefined): Syntax {
  const rounded = digits && digits.kind !== "usual" && freeNames(value).size === 0 ? decimalBeside(value, digits, unit) : undefined;
  return rounded ?? quantity(value, unit);
}
