import { bordersIn } from "../../calculus/pieces-where.ts";
import { type Step, step } from "../../derivation/step.ts";
import { divide, name, relation, subtract } from "../../expression/construct.ts";
import { relationsIn } from "../../expression/domain.ts";
import { contains, distinct, type Expression, findAll } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { equalityTest, simplify } from "../../truth/index.ts";
import { limitAt, limitIn } from "../limits/way.ts";

/** What became of the places where a function in cases goes from one case to another. */
export interface Kinks {
  /** The slopes from the left and from the right. */
  readonly steps: readonly Step[];
  /** The places left out, as x ≠ p: there the derivative does not exist, or is not what its cases say. */
  readonly conditions: readonly Expression[];
  /** Whether every place was found. */
  readonly isWhole: boolean;
}

/** Looks at the borders of the cases of a function: its derivative holds there where the difference quotient has that limit from both sides. */
export function kinksOf(f: Expression, variable: string, derivative: Expression, assumptions: readonly Expression[]): Kinks {
  const conditions = findAll(f, ({ kind }) => kind === "cases")
    .flatMap((part) => (part.kind === "cases" ? part.branches.map(({ condition }) => condition) : []))
    .flatMap(relationsIn)
    .filter((condition) => contains(condition, variable));
  const borders = conditions.map((condition) => bordersIn(condition, variable));
  const places = borders.flatMap((own) => own ?? []);
  const different = distinct(places);
  const looked = different.map((place) => atBorder(f, variable, place, derivative, assumptions));
  return {
    steps: looked.flatMap(({ steps }) => steps),
    conditions: looked.flatMap(({ holds }, k) => (holds ? [] : [relation(name(variable), "!=", different[k] ?? name(variable))])),
    isWhole: borders.every((own) => own !== undefined),
  };
}

function atBorder(f: Expression, variable: string, at: Expression, derivative: Expression, assumptions: readonly Expression[]) {
  const put = (e: Expression): Expression => simplify(substitute(e, new Map([[variable, at]]))).expression;
  const quotient = divide(subtract(f, put(f)), subtract(name(variable), at));
  const sides = (["left", "right"] as const).map((side) => {
    const place = { variable, at, side, whole: false };
    const found = limitAt(quotient, { place, assumptions });
    return { place, value: found && limitIn({ e: quotient, place, assumptions, found }) };
  });
  const steps = sides.flatMap(({ place, value }) =>
    value ? [step("slope at a border", [place.side, at], { kind: "limit", place, before: quotient, after: value })] : [],
  );
  const holds = sides.every(({ value }) => value !== undefined && equalityTest(value, put(derivative), assumptions).kind === "zero");
  return { steps, holds };
}
