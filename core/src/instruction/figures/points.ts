import type { Expression } from "../../expression/expression.ts";
import type { Point } from "../../graph/figure/measures.ts";
import type { Environment } from "../environment.ts";

/** Points by their names. */
export type PointNames = ReadonlyMap<string, Point>;

/** The pairs of coordinates that were declared or given before. */
export function pointsIn({ definitions, givens }: Environment): PointNames {
  return new Map(
    [...definitions, ...givens].flatMap(([name, value]) => {
      const point = pointOf(value, new Map());
      return point ? [[name, point] as const] : [];
    }),
  );
}

/** The point that an expression names or writes as a pair. */
export function pointOf(e: Expression, known: PointNames): Point | undefined {
  if (e.kind === "name") return known.get(e.name);
  const [x, y, ...more] = e.kind === "tuple" ? e.items : [];
  return x && y && more.length === 0 ? { x, y } : undefined;
}
