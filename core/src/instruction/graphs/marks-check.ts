import { compareSides } from "../../check/compare.ts";
import type { Check } from "../../check/verdict.ts";
import { ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { bendsOf, bordersOf } from "../../graph/items/region.ts";
import type { Curve, Mark, Scene } from "../../graph/scene.ts";
import { equalityTest } from "../../truth/index.ts";

/** Each mark is put back into the curves it lies on. */
export function marksCheck(...scenes: readonly Scene[]): Check {
  const checks = scenes.map(sceneCheck);
  const outcomes = checks.map(({ outcome }) => outcome);
  const worst = (["bent", "tacked"] as const).find((verdict) => outcomes.includes(verdict)) ?? "nailed";
  return checks.find(({ outcome }) => outcome === worst) ?? marks("nailed", "there is no point to put back");
}

function sceneCheck(scene: Scene): Check {
  let tacked = false;
  const points = scene.marks.filter((mark) => mark.x && mark.y && mark.kind !== "hole");
  for (const mark of points) {
    for (const index of mark.curves) {
      const curve = scene.curves[index];
      if (!curve) continue;
      for (const [value, wanted] of claimsOf(mark, curve, scene)) {
        const test = equalityTest(value, wanted);
        if (test.kind === "zero") continue;
        const compared = compareSides(value, wanted);
        if (test.kind === "nonzero" || compared.kind === "differ") return marks("bent", `the ${mark.kind} is not on ${curve.label}`);
        tacked = true;
      }
    }
  }
  const [count, others] = [points.length, scene.marks.length - points.length];
  const rest =
    others === 0
      ? ""
      : `; ${others === 1 ? "an asymptote or hole is no point of its curve and was" : `${others} asymptotes or holes are no points of their curves and were`} not put back`;
  return marks(
    tacked ? "tacked" : "nailed",
    count === 0 ? `there is no point to put back${rest}` : `each of the ${count} points was put back into its curve${rest}`,
  );
}

/** What must be equal for a mark to lie on a curve. */
function claimsOf({ x = ZERO, y = ZERO, parameter }: Mark, curve: Curve, scene: Scene): readonly (readonly [Expression, Expression])[] {
  const at = new Map([
    [scene.variable, x],
    [scene.vertical ?? "", y],
  ]);
  switch (curve.kind) {
    case "function":
      return [[substitute(curve.expression, at), y]];
    case "implicit":
      return [[substitute(curve.expression, at), ZERO]];
    case "region": {
      // A corner lies on two borders, or on one where it bends.
      const isZero = (e: Expression): boolean => equalityTest(substitute(e, at), ZERO).kind === "zero";
      const borders = bordersOf(curve.expression);
      const meeting = borders.filter(isZero);
      const axes = { variable: scene.variable, vertical: scene.vertical };
      const isCorner = meeting.length > 1 || meeting.some((border) => bendsOf(border, axes).some(isZero));
      return isCorner ? [] : borders.map((border) => [substitute(border, at), ZERO]);
    }
    case "parametric": {
      const [letter] = freeNames(curve.expression);
      const [first = ZERO, second = ZERO] = curve.expression.kind === "tuple" ? curve.expression.items : [];
      const there = new Map([[letter ?? "", parameter ?? ZERO]]);
      return [
        [substitute(first, there), x],
        [substitute(second, there), y],
      ];
    }
    case "point":
    case "surface":
    case "field":
    case "data":
      return [];
  }
}

function marks(outcome: Check["outcome"], detail: string): Check {
  return { kind: "substitution", outcome, detail, lines: [{ note: detail }] };
}
