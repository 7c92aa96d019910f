import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { divide, equation, negate, number, power, product, subtract, ZERO } from "../../expression/construct.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import { readable } from "../../rewrite/readable.ts";
import { type Solution, Unsolvable } from "../../solve/solution.ts";
import { solveSystem } from "../../solve/systems/system.ts";
import { constantSign, simplify } from "../../truth/index.ts";
import { position } from "../marks/point-mark.ts";
import { rootsOf } from "../marks/zeros.ts";
import type { Curve, Mark, Position, Window } from "../scene.ts";
import { implicitAsymptotes } from "./implicit-asymptotes.ts";
import { implicitPieces } from "./implicit-trace.ts";
import type { View } from "./item.ts";

interface Implicit {
  readonly label: string;
  readonly expression: Expression;
}

/** Isolated points by the names of the axes: they stay while the window moves. */
const isolatedOf = new WeakMap<Expression, Readonly<Record<string, readonly Position[]>>>();

/** The curve f(x, y) = 0, with its isolated points. */
export function implicitCurve({ label, expression }: Implicit, { variable, vertical }: View, window: Window): Curve {
  const pieces = implicitPieces(expression, [variable, vertical], window);
  const known = isolatedOf.get(expression);
  const dots = known?.[`${variable} ${vertical}`] ?? isolatedPoints(expression, variable, vertical);
  isolatedOf.set(expression, { ...known, [`${variable} ${vertical}`]: dots });
  return { kind: "implicit", label, expression, pieces, ...(dots.length > 0 ? { dots } : {}) };
}

/** Half the width of what is looked at to find where a curve runs. */
const LOOKED_AT = 10;

/** Points that show how far the curve reaches; where it leaves what is looked at, those within reach. */
export function implicitExtent({ expression }: Implicit, { variable, vertical }: View, reach: number): readonly Position[] {
  const half = Math.max(LOOKED_AT, reach * 1.2);
  const points = implicitPieces(expression, [variable, vertical], { xMin: -half, xMax: half, yMin: -half, yMax: half }).flat();
  const distance = ([x, y]: Position): number => Math.max(Math.abs(x), Math.abs(y));
  return points.some((point) => distance(point) > 0.99 * half) ? points.filter((point) => distance(point) <= reach) : points;
}

/** Where the curve meets the axes, its highest and lowest points, and the lines that it approaches. */
export function implicitMarks({ expression }: Implicit, { variable, vertical }: View, index: number): readonly Mark[] {
  const on = (kind: Mark["kind"], x: Expression, y: Expression): readonly Mark[] => {
    const at = position(x, y);
    return at ? [{ kind, x, y, at, curves: [index] }] : [];
  };
  const along = (fixed: string): Expression => substitute(expression, new Map([[fixed, ZERO]]));
  return [
    ...rootsOf(along(vertical), ZERO, variable, undefined).flatMap((x) => on("zero", x, ZERO)),
    ...rootsOf(along(variable), ZERO, vertical, undefined).flatMap((y) => on("intercept", ZERO, y)),
    ...extremePoints(expression, variable, vertical).flatMap(({ kind, x, y }) => on(kind, x, y)),
    ...implicitAsymptotes(expression, variable, vertical, index),
  ];
}

/** The points that solve two equations in the plane, of families those next to 0. */
export function commonPoints(f: Expression, g: Expression, variable: string, vertical: string): readonly { readonly x: Expression; readonly y: Expression }[] {
  // The same curve twice has no points in common that could be listed.
  if (equal(f, g)) return [];
  try {
    const equations = [equation(f, ZERO), equation(g, ZERO)].flatMap((one) => (one.kind === "relation" ? [one] : []));
    const unknowns = [variable, vertical];
    const solved = solveSystem({ equations, unknowns, domain: "real", assumptions: [], brief: true });
    return (solved?.set.solutions ?? []).flatMap(members).map((values) => ({ x: values.get(variable) ?? ZERO, y: values.get(vertical) ?? ZERO }));
  } catch (error) {
    if (error instanceof Unsolvable || error instanceof BudgetExhausted) return [];
    throw error;
  }
}

const MOST_LETTERS = 2;

function members({ values, free, integers }: Solution): readonly ReadonlyMap<string, Expression>[] {
  if (free.length > 0 || integers.length > MOST_LETTERS) return [];
  return integers.reduce<readonly ReadonlyMap<string, Expression>[]>(
    (found, letter) =>
      found.flatMap((own) =>
        [-1, 0, 1].map((n) => new Map([...own].map(([key, value]) => [key, readable(substitute(value, new Map([[letter, number(n)]])))]))),
      ),
    [values],
  );
}

interface ExtremePoint {
  readonly kind: "maximum" | "minimum";
  readonly x: Expression;
  readonly y: Expression;
}

/** f = 0 and ∂f/∂x = 0 with ∂f/∂y ≠ 0: there y″ = −f_xx/f_y decides. */
function extremePoints(f: Expression, variable: string, vertical: string): readonly ExtremePoint[] {
  try {
    const across = simplify(differentiate(f, variable)).expression;
    const bend = simplify(negate(divide(differentiate(across, variable), differentiate(f, vertical)))).expression;
    return commonPoints(f, across, variable, vertical).flatMap(({ x, y }): readonly ExtremePoint[] => {
      const sign = signAt(bend, variable, vertical, x, y);
      return sign === -1 ? [{ kind: "maximum", x, y }] : sign === 1 ? [{ kind: "minimum", x, y }] : [];
    });
  } catch (error) {
    if (error instanceof NotDifferentiable) return [];
    throw error;
  }
}

function signAt(e: Expression, variable: string, vertical: string, x: Expression, y: Expression): -1 | 0 | 1 | undefined {
  return constantSign(
    substitute(
      e,
      new Map([
        [variable, x],
        [vertical, y],
      ]),
    ),
  );
}

/** Points at which f and both its slopes are 0 and around which f keeps its sign. */
function isolatedPoints(f: Expression, variable: string, vertical: string): readonly Position[] {
  try {
    const [across, up] = [variable, vertical].map((letter) => simplify(differentiate(f, letter)).expression);
    if (!across || !up) return [];
    const second = (slope: Expression, letter: string): Expression => differentiate(slope, letter);
    return commonPoints(across, up, variable, vertical).flatMap(({ x, y }) => {
      const at = (e: Expression): -1 | 0 | 1 | undefined => signAt(e, variable, vertical, x, y);
      if (at(f) !== 0) return [];
      const determinant = simplify(
        // f_xx f_yy − f_xy²
        subtract(product(second(across, variable), second(up, vertical)), power(second(across, vertical), number(2))),
      ).expression;
      const place = at(determinant) === 1 ? position(x, y) : undefined;
      return place ? [place] : [];
    });
  } catch (error) {
    if (error instanceof NotDifferentiable) return [];
    throw error;
  }
}
