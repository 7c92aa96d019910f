import { equal } from "../../expression/expression.ts";
import { extremaAsBars } from "../../rewrite/extrema.ts";
import type { Mark } from "../scene.ts";
import { farAsymptotes } from "./asymptotes.ts";
import { gaps } from "./gaps.ts";
import { jumps } from "./jumps.ts";
import type { Drawn } from "./point-mark.ts";
import { extrema, inflections } from "./turning-points.ts";
import { intercept, intersections, rangeOfRepeated, zeros } from "./zeros.ts";

/** What is looked for on every function, in the order in which it is listed. */
const FAMILIES: readonly ((drawn: Drawn, index: number) => readonly Mark[])[] = [zeros, extrema, intercept, inflections, gaps, jumps];

/** The marks of functions of one variable with exact coordinates, as far as the solver finds them. */
export function marksOf(functions: readonly Drawn[], indices: readonly number[]): readonly Mark[] {
  const marks: Mark[] = [];
  const add = (mark: Mark): void => {
    const isSame = (a: Mark["x"], b: Mark["x"]): boolean => (a && b ? equal(a, b) : a === b);
    const at = marks.findIndex((other) => other.kind === mark.kind && isSame(other.x, mark.x) && isSame(other.y, mark.y) && isSame(other.line, mark.line));
    const twin = marks[at];
    if (!twin) marks.push(mark);
    else marks[at] = { ...twin, curves: [...new Set([...twin.curves, ...mark.curves])] };
  };
  const plain = functions.map((f) => ({ ...f, expression: extremaAsBars(f.expression) }));
  const shown = plain.map((f) => ({ ...f, range: rangeOfRepeated(f) }));
  shown.forEach((f, k) => {
    const index = indices[k] ?? k;
    for (const family of FAMILIES) for (const mark of family(f, index)) add(mark);
    const asked = plain[k];
    if (asked) for (const mark of farAsymptotes(asked, index)) add(mark);
    shown.slice(0, k).forEach((g, j) => {
      for (const mark of intersections(g, indices[j] ?? j, f, index)) add(mark);
    });
  });
  return marks;
}
