import { divide, equation, name, number, product, subtract, sum, ZERO } from "../../expression/construct.ts";
import { distinct, type Expression } from "../../expression/expression.ts";
import { fromNumber } from "../../number/rational.ts";
import type { Mark } from "../scene.ts";
import { isZeroFarOut, limitFarOut, type Side } from "./limit-at.ts";
import { type Drawn, pointMark, position } from "./point-mark.ts";

/** The lines that a function comes close to far out, by its limits there; within a range only level ones, where the curve is already near to them. */
export function farAsymptotes(drawn: Drawn, index: number): readonly Mark[] {
  const { expression, variable, vertical, range } = drawn;
  const lines = ([1, -1] as const).flatMap((side) => {
    const line = lineOn(side, expression, variable);
    const isFree = !range || !Number.isFinite(side === 1 ? range.to : range.from);
    return line && (isFree || isNear(line, side, drawn)) ? [line] : [];
  });
  const different = distinct(lines);
  return different.flatMap((line): readonly Mark[] => {
    const at = position(ZERO, line);
    if (at) return [{ kind: "asymptote", y: line, at, curves: [index] }];
    return [{ kind: "asymptote", line: equation(name(vertical), line), at: [0, 0], curves: [index] }];
  });
}

/** The line m x + b with m the limit of f/x and b that of f − m x; none where the function runs along it. */
function lineOn(side: Side, expression: Expression, variable: string): Expression | undefined {
  const x = name(variable);
  const level = limitFarOut(expression, variable, side);
  const slope = level?.kind === "infinite" ? limitFarOut(divide(expression, x), variable, side) : undefined;
  if (level?.kind !== "finite" && slope?.kind !== "finite") return undefined;
  const rise = slope?.kind === "finite" ? product(slope.value, x) : ZERO;
  const offset = slope ? limitFarOut(subtract(expression, rise), variable, side) : level;
  if (offset?.kind !== "finite") return undefined;
  const line = sum(rise, offset.value);
  return isZeroFarOut(subtract(expression, line), variable, side) ? undefined : line;
}

const PLACES = 16;
const NEAR = 1 / 4;

/** Whether the curve is much nearer to a level at the end of its range than elsewhere in it. */
function isNear(level: Expression, side: Side, { expression, variable, range }: Drawn): boolean {
  if (!range || !Number.isFinite(range.from) || !Number.isFinite(range.to)) return false;
  const gapAt = (x: number): number | undefined => {
    const [mark] = pointMark("endpoint", number(fromNumber(x)), subtract(expression, level), variable, []);
    return mark && Math.abs(mark.at[1]);
  };
  const places = Array.from({ length: PLACES + 1 }, (_, k) => range.from + ((range.to - range.from) * (k + 1 / 3)) / (PLACES + 1));
  const gaps = places.flatMap((x) => gapAt(x) ?? []);
  const atEnd = gapAt(side === 1 ? range.to : range.from);
  return atEnd !== undefined && atEnd <= NEAR * Math.max(...gaps);
}
