import type { Block } from "../../document/block.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { choosable, type Line, large, mathematics, sentenceCase, words } from "../../notation/inline.ts";
import { writtenPlain } from "../../notation/plain.ts";
import { present } from "../../notation/present.ts";
import { partsOfKind } from "../../notation/syntax.ts";
import { text, writtenText } from "../../notation/text.ts";
import { simplify } from "../../truth/index.ts";
import { countOf } from "../../units/unit.ts";
import type { Answer } from "../answer.ts";
import { DEGREE } from "./degrees.ts";
import { conditionsAside, valueAndBeside } from "./values.ts";

/** The value in the unit that was asked for: so many of it. */
export function shownValue({ value, shownIn }: Answer & { readonly kind: "expression" }): Expression {
  return shownIn ? simplify(countOf(value, shownIn)).expression : value;
}

/** The value as it is shown, with its decimal and what it needs. */
export function valueLine(answer: Answer & { readonly kind: "expression" }): Line {
  const { conditions, digits, written, shownIn, units } = answer;
  const value = shownValue(answer);
  const unit = shownIn?.text ?? units?.value;
  const own = valueAndBeside(value, unit, digits);
  // An angle is only so many degrees by its decimal, unless they are a rational number: arctan(7/24) ≈ 16.3°.
  const exact = large(written ?? (shownIn?.text === DEGREE.text && value.kind !== "number" ? present(answer.value) : own.exact));
  const mayRewrite = freeNames(value).size > 0 && value.kind !== "tuple" && !written;
  return [mayRewrite ? choosable(exact) : exact, ...own.beside, ...conditionsAside(conditions)];
}

/** The longest left side that is written before a value. */
const LONGEST_LEFT = 24;

/** What the value is one of, with its sign, where that is short and says more than the value. */
function askedSide({ asked, value }: Answer & { readonly kind: "expression" }): Line {
  const isWorthIt = asked && writtenPlain(asked).length <= LONGEST_LEFT && writtenText(asked) !== text(value) && partsOfKind(asked, "name").length > 0;
  return isWorthIt ? [large(asked), words(" = ")] : [];
}

/** A value; of a series, what it leaves out. */
export function composeExpression(answer: Answer & { readonly kind: "expression" }): readonly Block[] {
  const { remainder } = answer;
  return [
    { kind: "display", line: [...askedSide(answer), ...valueLine(answer)] },
    ...(remainder
      ? [{ kind: "paragraph", role: "remark", line: [words("What is left out is of the order of "), mathematics(present(remainder)), words(".")] } as const]
      : []),
  ];
}

/** That there is no limit, and why. */
export function composeNoLimit({ why, conditions }: Answer & { readonly kind: "no limit" }): readonly Block[] {
  return [
    { kind: "display", line: [words("does not exist"), ...conditionsAside(conditions)] },
    { kind: "paragraph", role: "remark", line: [words(`${sentenceCase(why)}.`)] },
  ];
}
