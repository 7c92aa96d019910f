import { call, divide, number, power, product, sqrt, subtract, sum } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { readable } from "../../rewrite/readable.ts";

/** A point of the plane with exact coordinates. */
export interface Point {
  readonly x: Expression;
  readonly y: Expression;
}

const TWO = number(2);

/** b − a in both coordinates. */
function step(a: Point, b: Point): Point {
  return { x: subtract(b.x, a.x), y: subtract(b.y, a.y) };
}

/** The square of the distance of two points, not simplified. */
export function squaredDistance(a: Point, b: Point): Expression {
  const { x, y } = step(a, b);
  return sum(power(x, TWO), power(y, TWO));
}

/** The distance of two points, in a readable form. */
export function distance(a: Point, b: Point): Expression {
  return readable(sqrt(squaredDistance(a, b)));
}

/** The scalar product of two vectors from one point. */
export function scalarProduct(from: Point, a: Point, b: Point): Expression {
  const [u, v] = [step(from, a), step(from, b)];
  return sum(product(u.x, v.x), product(u.y, v.y));
}

/** The angle at the second of three points, from 0 to π; undefined where an arm has no length. */
export function angle(a: Point, at: Point, b: Point): Expression {
  return readable(call("arccos", divide(scalarProduct(at, a, b), sqrt(product(squaredDistance(at, a), squaredDistance(at, b))))));
}

/** Twice the signed area of a polygon, positive counterclockwise (the shoelace formula of A. Meister, 1769). */
export function doubleArea(corners: readonly Point[]): Expression {
  return sum(
    ...corners.map((corner, k) => {
      const next = corners[(k + 1) % corners.length] ?? corner;
      return subtract(product(corner.x, next.y), product(next.x, corner.y));
    }),
  );
}

/** The area of a polygon without crossings, by its corners in order. */
export function area(corners: readonly Point[]): Expression {
  return readable(divide(call("abs", readable(doubleArea(corners))), TWO));
}

/** The length of the way around a polygon, back to its first corner. */
export function perimeter(corners: readonly Point[]): Expression {
  return readable(sum(...corners.map((corner, k) => distance(corner, corners[(k + 1) % corners.length] ?? corner))));
}

/** What can be measured in a figure, by the name under which expressions use it. */
export const MEASURES: Readonly<Record<string, { readonly least: number; readonly most: number; readonly of: (points: readonly Point[]) => Expression }>> = {
  distance: { least: 2, most: 2, of: ([a = ORIGIN, b = ORIGIN]) => distance(a, b) },
  angle: { least: 3, most: 3, of: ([a = ORIGIN, b = ORIGIN, c = ORIGIN]) => angle(a, b, c) },
  area: { least: 3, most: Number.POSITIVE_INFINITY, of: area },
  perimeter: { least: 2, most: Number.POSITIVE_INFINITY, of: perimeter },
};

const ORIGIN: Point = { x: number(0), y: number(0) };
