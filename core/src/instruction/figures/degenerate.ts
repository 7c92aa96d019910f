import type { Expression } from "../../expression/expression.ts";
import type { Part } from "../../graph/figure/figure.ts";
import { doubleArea, type Point, squaredDistance } from "../../graph/figure/measures.ts";
import { constantSign, zeroTest } from "../../truth/index.ts";

const isZero = (e: Expression): boolean => zeroTest(e).kind === "zero";

/** What is not as its name says: points that coincide, polygons on a line or with sides that cross. */
export function degenerations(parts: readonly Part[], places: ReadonlyMap<string, Point>): readonly string[] {
  const notes = [...coincidences(places), ...parts.flatMap((part) => (part.kind === "polygon" ? ofPolygon(part.corners, places) : []))];
  return [...new Set(notes)];
}

function coincidences(places: ReadonlyMap<string, Point>): readonly string[] {
  const all = [...places];
  return all.flatMap(([one, a], k) => all.slice(k + 1).flatMap(([other, b]) => (isZero(squaredDistance(a, b)) ? [`${one} and ${other} coincide`] : [])));
}

function ofPolygon(names: readonly string[], places: ReadonlyMap<string, Point>): readonly string[] {
  const corners = names.flatMap((name) => places.get(name) ?? []);
  const shown = names.join("");
  const [a, b] = corners;
  if (corners.every((corner) => a && b && isZero(doubleArea([a, b, corner])))) return [`the corners of ${shown} lie on one line`];
  const crossing = corners.some((_, k) => corners.some((__, j) => j > k + 1 && !(k === 0 && j === corners.length - 1) && cross(corners, k, j)));
  return crossing ? [`sides of ${shown} cross each other`] : [];
}

/** Whether side k and side j of a polygon cross inside both: each has its ends on different sides of the other. */
function cross(corners: readonly Point[], k: number, j: number): boolean {
  const end = (index: number): Point | undefined => corners[index % corners.length];
  const [a, b, c, d] = [end(k), end(k + 1), end(j), end(j + 1)];
  if (!a || !b || !c || !d) return false;
  const side = (p: Point, q: Point, r: Point): number => constantSign(doubleArea([p, q, r])) ?? 0;
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}
