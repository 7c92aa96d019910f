import type { Block } from "../../document/block.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { large, mathematics, sentenceCase, words } from "../../notation/inline.ts";
import { latexWithParts } from "../../notation/parts.ts";
import { present, presentInOrder } from "../../notation/present.ts";
import { simplify } from "../../truth/index.ts";
import { countOf } from "../../units/unit.ts";
import type { Answer } from "../answer.ts";
import { besides, conditionsAside, quantity } from "./values.ts";

/** The value in the unit that was asked for: so many of it. */
export function shownValue({ value, shownIn }: Answer & { readonly kind: "expression" }): Expression {
  return shownIn ? simplify(countOf(value, shownIn)).expression : value;
}

/** A value with its decimal and what it needs; of a series, what it leaves out. */
export function composeExpression(answer: Answer & { readonly kind: "expression" }): readonly Block[] {
  const { conditions, digits, ordered, remainder, shownIn, units } = answer;
  const value = shownValue(answer);
  const unit = shownIn?.text ?? units?.value;
  // Parts with letters may be chosen on the bench.
  const parts = freeNames(value).size > 0 && value.kind !== "tuple" && !ordered ? latexWithParts(value) : undefined;
  const exact = large(ordered ? presentInOrder(ordered) : quantity(value, unit));
  const shown = parts && exact.kind === "mathematics" ? { ...exact, parts } : exact;
  return [
    { kind: "display", line: [shown, ...besides(value, unit, digits), ...conditionsAside(conditions)] },
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
