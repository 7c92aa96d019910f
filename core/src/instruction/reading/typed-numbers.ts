import { divide, number, ONE, PI } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import type { Token } from "../../notation/tokens.ts";
import { unitRuns } from "../../notation/unit-tokens.ts";
import { readUnit } from "../../units/read.ts";

/** A decimal number as its author typed it, and what it is a multiple of: 1, a degree, or a unit in coherent units. */
export interface TypedNumber {
  readonly literal: string;
  readonly unit: Expression;
}

const DEGREE = divide(PI, number(180));

/** The decimal numbers of a line as they were typed, each alone and with what stands behind it. */
export function typedNumbers(tokens: readonly Token[]): readonly TypedNumber[] {
  const runs = unitRuns(tokens, () => false, true);
  return tokens.flatMap((token, at): readonly TypedNumber[] => {
    if (token.kind !== "number" || !/[.e]/.test(token.text)) return [];
    const after = tokens[at + 1];
    const isDegrees = (after?.kind === "mark" && after.text === "°") || (after?.kind === "word" && after.text === "deg");
    const unit = runs.find(({ from }) => from === at + 1)?.unit ?? (after?.kind === "unit" ? after : undefined);
    const factor = unit && readUnit(unit.text)?.factor;
    return [
      { literal: token.text, unit: ONE },
      ...(isDegrees ? [{ literal: token.text, unit: DEGREE }] : []),
      ...(factor ? [{ literal: token.text, unit: factor }] : []),
    ];
  });
}
