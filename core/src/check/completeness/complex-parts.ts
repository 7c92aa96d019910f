import { partEquations, realAndImaginary } from "../../canonical/real-and-imaginary.ts";
import { I, name, product, subtract, sum } from "../../expression/construct.ts";
import { isEquation, sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, findAll } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { equalityTest } from "../../truth/index.ts";
import type { ClaimedAnswer } from "../answer.ts";
import { systemCount } from "../system/count.ts";

const [X, Y] = ["x_part", "y_part"] as const;

/**
 * For a complex unknown z = x + i y: whether the system that says that the real and the imaginary parts of the sides are equal has no other
 * solutions for x and y than the parts of those claimed.
 */
export function coversByParts({ domain, equation, unknown, solutions, rejected, assumptions }: ClaimedAnswer): boolean {
  const [left, right] = sidesOf(equation);
  if (domain !== "complex" || !left || !right || findAll(equation, (part) => part.kind === "call").length === 0) return false;
  const z = sum(name(X), product(I, name(Y)));
  const parts = partEquations(substitute(subtract(left, right), new Map([[unknown, z]])));
  if (!parts || rejected.length > 0) return false;
  const open = [parts.re, parts.im].flatMap((one) => (isEquation(one) && equalityTest(one.operands[0], one.operands[1]).kind !== "zero" ? [one] : []));
  const unknowns = [X, Y].filter((letter) => open.some((one) => contains(one, letter)));
  const points = solutions.map(({ value, conditions }) => {
    const own = realAndImaginary(value);
    if (!own) return undefined;
    const values = new Map<string, Expression>([
      [X, own.re],
      [Y, own.im],
    ]);
    return renamed({ values: new Map(unknowns.map((letter) => [letter, values.get(letter) ?? name(letter)])), conditions }, values, unknowns);
  });
  if (!points.every((point) => point !== undefined)) return false;
  const claimed = { equations: open, unknowns, solutions: points, apart: [], rejected: [], domain: "real" as const, assumptions, within: [] };
  return systemCount(claimed).outcome === "nailed";
}

interface Point {
  readonly values: ReadonlyMap<string, Expression>;
  readonly conditions: readonly Expression[];
}

/** A part that is a name alone is free, and is then the coordinate itself. */
function renamed({ values, conditions }: Point, parts: ReadonlyMap<string, Expression>, unknowns: readonly string[]) {
  const free = unknowns.filter((letter) => parts.get(letter)?.kind === "name");
  const names = new Map(
    free.flatMap((letter) => {
      const part = parts.get(letter);
      return part?.kind === "name" ? [[part.name, name(letter)] as const] : [];
    }),
  );
  return {
    values: new Map([...values].map(([letter, value]) => [letter, substitute(value, names)])),
    free,
    integers: [],
    conditions: conditions.map((one) => substitute(one, names)),
  };
}
