import { compareSides } from "../../check/compare.ts";
import type { Check } from "../../check/verdict.ts";
import { call, divide, number, PI, power, product, sqrt, subtract, sum } from "../../expression/construct.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import type { Part } from "../../graph/figure/figure.ts";
import { angle, area, distance, doubleArea, type Point, perimeter, scalarProduct, squaredDistance } from "../../graph/figure/measures.ts";
import { rootsOut } from "../../rewrite/forms/root-and-log-forms.ts";
import { complexity, decide, equalityTest, simplify } from "../../truth/index.ts";
import type { PointNames } from "./points.ts";

/** Something measured in a figure: as it is used in lines, its exact value with free names, and the value in the state shown. */
export interface Measured {
  readonly part: Part;
  /** In the notation, such as distance(A, B). */
  readonly use: string;
  readonly words: string;
  readonly value: Expression;
  readonly shown: Expression;
  /** Two sides that are equal if the value in the state shown is right. */
  readonly claim: readonly [Expression, Expression];
}

/** Lengths of segments, sizes of angles, areas and perimeters of polygons, circumferences and areas of circles. */
export function measuresOf(
  parts: readonly Part[],
  points: PointNames,
  places: ReadonlyMap<string, Point>,
  assumptions: readonly Expression[],
): readonly Measured[] {
  const found = parts.flatMap((part) => partMeasures(part, points, places)).map((one) => ({ ...one, value: shortened(one.value, assumptions) }));
  return found.filter((one, k) => found.findIndex((other) => other.use === one.use && other.part.kind === one.part.kind) === k);
}

/** Roots taken out, and what is common cancelled, as far as what is given of the names allows. */
function shortened(e: Expression, assumptions: readonly Expression[]): Expression {
  const plain = rootsOut(e, assumptions);
  const { expression, conditions } = simplify(plain);
  const forms = conditions.every((condition) => decide(condition, assumptions) === true) ? [e, plain, expression] : [e, plain];
  return forms.reduce((best, next) => (complexity(next) < complexity(best) ? next : best));
}

function partMeasures(part: Part, points: PointNames, places: ReadonlyMap<string, Point>): readonly Measured[] {
  const named = (names: readonly string[], all: PointNames): readonly Point[] => names.flatMap((key) => all.get(key) ?? []);
  const measured = (
    names: readonly string[],
    word: string,
    words: string,
    of: (own: readonly Point[]) => Expression,
    claim: (own: readonly Point[], shown: Expression) => readonly [Expression, Expression],
  ): readonly Measured[] => {
    const [own, shownAt] = [named(names, points), named(names, places)];
    if (own.length < names.length || shownAt.length < names.length) return [];
    const shown = of(shownAt);
    return [{ part, use: `${word}(${names.join(", ")})`, words, value: of(own), shown, claim: claim(shownAt, shown) }];
  };
  switch (part.kind) {
    case "segment":
    case "length":
      return measured(
        part.ends,
        "distance",
        `the distance ${part.ends.join("")}`,
        ([a, b]) => (a && b ? distance(a, b) : ZERO),
        ([a, b], shown) => [power(shown, number(2)), a && b ? squaredDistance(a, b) : ZERO],
      );
    case "angle": {
      const names = [part.arms[0], part.corner, part.arms[1]];
      const [a, at, b] = named(names, places);
      if (!a || !at || !b || [a, b].some((arm) => equal(simplify(squaredDistance(at, arm)).expression, ZERO))) return [];
      return measured(
        names,
        "angle",
        `the angle ${names.join("")}`,
        ([from, corner, to]) => (from && corner && to ? angle(from, corner, to) : ZERO),
        (_, shown) => [product(call("cos", shown), sqrt(product(squaredDistance(at, a), squaredDistance(at, b)))), scalarProduct(at, a, b)],
      );
    }
    case "polygon":
      return [
        ...measured(part.corners, "area", `the area of ${part.corners.join("")}`, area, (own, shown) => [
          power(product(number(2), shown), number(2)),
          power(doubleArea(fromFirst(own)), number(2)),
        ]),
        ...measured(part.corners, "perimeter", `the perimeter of ${part.corners.join("")}`, perimeter, (own, shown) => [shown, sum(...sides(own))]),
      ];
    case "point":
    case "line":
    case "circle":
    case "force":
    case "label":
      return [];
  }
}

const ZERO = number(0);

/** The same polygon moved so that its first corner is the origin. */
function fromFirst(corners: readonly Point[]): readonly Point[] {
  const [first] = corners;
  return first ? corners.map(({ x, y }) => ({ x: subtract(x, first.x), y: subtract(y, first.y) })) : corners;
}

function sides(corners: readonly Point[]): readonly Expression[] {
  return corners.map((corner, k) => sqrt(squaredDistance(corner, corners[(k + 1) % corners.length] ?? corner)));
}

/** Each measure in the state shown is held against the coordinates in another way: squares, scalar products, a moved polygon. */
export function measuresCheck(measures: readonly Measured[], places: ReadonlyMap<string, Point>): Check {
  let tacked = false;
  for (const { words, claim } of measures) {
    const [left, right] = claim;
    if (freeNames(left).size + freeNames(right).size > 0) continue;
    const test = equalityTest(left, right);
    if (test.kind === "zero") continue;
    if (test.kind === "nonzero" || compareSides(left, right).kind === "differ") return check("bent", `${words} does not fit the coordinates`);
    tacked = true;
  }
  const count = measures.length === 1 ? "one measure was" : `${measures.length} measures were`;
  return check(tacked ? "tacked" : "nailed", measures.length === 0 ? `${places.size} points were placed` : `${count} held against the coordinates`);
}

function check(outcome: Check["outcome"], detail: string): Check {
  return { kind: "substitution", outcome, detail, lines: [{ note: detail }] };
}

/** An angle in degrees. */
export function inDegrees(e: Expression): Expression {
  return simplify(divide(product(number(180), e), PI)).expression;
}
