import { compareSides } from "../../check/compare.ts";
import type { Check } from "../../check/verdict.ts";
import { ballValue } from "../../expression/ball-value.ts";
import { call, name as nameNode, product, subtract, ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import type { GraphItem, View } from "../../graph/items/item.ts";
import { bordersOf } from "../../graph/items/region.ts";
import { plot } from "../../graph/plot.ts";
import type { Curve, Mark, Scene, Window } from "../../graph/scene.ts";
import type { Range } from "../../graph/window.ts";
import { writtenPlain } from "../../notation/plain.ts";
import type { Syntax } from "../../notation/syntax.ts";
import * as real from "../../number/real-ball.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import { equalityTest } from "../../rewrite/zero-test.ts";
import { CannotDo, NO_STEPS } from "../answer.ts";
import type { Environment } from "../environment.ts";
import type { Instruction } from "../instruction.ts";
import { putIn } from "../put-in.ts";
import type { Sentence } from "../sentence.ts";

/** What an item is, before it is known which names have values. */
type Written =
  | { readonly kind: "expression"; readonly label: string; readonly expression: Expression }
  | { readonly kind: "function"; readonly label: string; readonly expression: Expression; readonly left: string }
  | { readonly kind: "equation"; readonly label: string; readonly expression: Expression }
  | { readonly kind: "condition"; readonly label: string; readonly expression: Expression }
  | { readonly kind: "pair"; readonly label: string; readonly expression: Expression; readonly x: Expression; readonly y: Expression };

interface AxisRange {
  readonly name: string;
  readonly from: Expression;
  readonly to: Expression;
}

/**
 * `graph ITEM[, ITEM …] [for x from a to b] [for y from c to d]`: functions, curves given by an equation or by a parameter, parts of
 * the plane and points, with their exact marks.
 */
export const GRAPH: Instruction = {
  name: "graph",
  begins: (sentence) => sentence.peekWords("graph"),
  read: (sentence) => {
    sentence.takeWords("graph");
    const items = sentence.list("something to draw, such as y = x^2", ["for", "where"]).map((written) => readItem(written, sentence));
    const where = sentence.takeWords("where") ? sentence.expression("what bounds the region, such as x^2 + y^2 <= 4", ["for"]) : undefined;
    const ranges: AxisRange[] = [];
    while (sentence.takeWords("for")) {
      const name = sentence.name("the variable");
      sentence.expectWords("from");
      const from = sentence.expression("where the drawing begins", ["to"]);
      sentence.expectWords("to");
      const to = sentence.expression("where the drawing ends", ["for"]);
      ranges.push({ name, from, to });
    }
    sentence.expectEnd();
    const { environment } = sentence;
    return {
      instruction: "graph",
      run: () => {
        const { drawn, view } = laidOut(items, ranges, where, environment);
        const scene = plot(drawn, view);
        const checks = [marksCheck(scene)];
        return {
          ...NO_STEPS,
          answer: { kind: "graph", scene, inWindow: (window) => inWindow(drawn, view, scene, window) },
          checks,
          verdict: checks[0]?.outcome,
        };
      },
    };
  },
};

function readItem(written: Syntax, sentence: Sentence): Written {
  const label = writtenPlain(written);
  const expression = sentence.mean(written);
  if (expression.kind === "tuple") {
    const [x, y, ...more] = expression.items;
    if (!x || !y || more.length > 0) return sentence.fail("a point or a path in the plane has two coordinates", written.span ?? { from: 0, to: 0 });
    return { kind: "pair", label, expression, x, y };
  }
  if (expression.kind === "logic") return { kind: "condition", label, expression };
  if (expression.kind !== "relation") return { kind: "expression", label, expression };
  if (expression.comparisons.some((comparison) => comparison !== "=")) return { kind: "condition", label, expression };
  const [left, right, ...more] = expression.operands;
  if (!left || !right || more.length > 0) return sentence.fail("one “=” was expected in what is drawn, or an inequality", written.span ?? { from: 0, to: 0 });
  const isFunction = left.kind === "name" && !freeNames(right).has(left.name);
  return isFunction ? { kind: "function", label, expression: right, left: left.name } : { kind: "equation", label, expression: subtract(left, right) };
}

/** The items with what is given put in, and the names of the axes and parameters. */
function laidOut(
  items: readonly Written[],
  ranges: readonly AxisRange[],
  where: Expression | undefined,
  environment: Environment,
): { readonly drawn: readonly GraphItem[]; readonly view: View } {
  const asked = new Set(ranges.map((range) => range.name));
  const put = (e: Expression): Expression => putIn(e, environment, asked).expression;
  const filled = items.map(
    (item): Written => (item.kind === "pair" ? { ...item, x: put(item.x), y: put(item.y) } : { ...item, expression: put(item.expression) }),
  );
  const names = (item: Written): readonly string[] => (item.kind === "pair" ? [...freeNames(item.x), ...freeNames(item.y)] : [...freeNames(item.expression)]);
  const isPlanar = (item: Written): boolean => item.kind === "equation" || item.kind === "condition";
  const isPolar = (item: Written): boolean =>
    item.kind === "function" && item.left === "r" && names(item).every((one) => ANGLES.has(one)) && names(item).length > 0;
  const surface = filled.find((item) => item.kind === "function" && item.left === "z" && (where !== undefined || names(item).length > 1 || asked.size > 1));
  if (surface) return surfaceView(filled, surface, ranges, where && put(where), environment);
  if (where) throw new CannotDo("“where” bounds the region of a surface z = …, and there is none here");
  const plain = filled.filter((item) => item.kind === "expression" || (item.kind === "function" && !isPolar(item)));
  const across = new Set(plain.flatMap(names));
  const inPlane = [...new Set(filled.filter(isPlanar).flatMap(names))].sort();
  const variable = [...across].find((one) => asked.has(one)) ?? [...across][0] ?? planeName(inPlane, 0) ?? ranges.find(({ name }) => name === "x")?.name ?? "x";
  const open = [...across].filter((one) => one !== variable);
  if (open.length > 0 && !asked.has(variable))
    throw new CannotDo(`several names are free (${[...across].sort().join(", ")}): give all but one a value with “given” before drawing`);
  if (open.length > 0) throw new CannotDo(`${[...open].sort().join(", ")} has no value: give it one with “given” before drawing`);
  const written = plain.find((item) => item.kind === "function");
  const vertical = inPlane.find((one) => one !== variable) ?? (written?.kind === "function" ? written.left : "y");
  const strangers = inPlane.filter((one) => one !== variable && one !== vertical);
  if (strangers.length > 0) throw new CannotDo(`${strangers.join(", ")} has no value: give it one with “given” before drawing`);
  const path = (item: Written, x: Expression, y: Expression): GraphItem => {
    const [parameter, ...more] = [...new Set([...freeNames(x), ...freeNames(y)])];
    if (parameter === undefined) return { kind: "point", label: item.label, x, y };
    if (more.length > 0) throw new CannotDo(`${more.sort().join(", ")} has no value: give it one with “given” before drawing`);
    const range = ranges.find(({ name }) => name === parameter);
    if (!range) throw new CannotDo(`say where ${parameter} begins and ends, as in “for ${parameter} from 0 to 2pi”`);
    numericRange(range, environment);
    return { kind: "parametric", label: item.label, x, y, parameter, from: put(range.from), to: put(range.to) };
  };
  const drawnItem = (item: Written): GraphItem => {
    const { label, expression } = item;
    switch (item.kind) {
      case "pair":
        return path(item, item.x, item.y);
      case "equation":
        return { kind: "implicit", label, expression };
      case "condition":
        return { kind: "region", label, condition: expression };
      case "expression":
        return { kind: "function", label, expression };
      case "function": {
        if (!isPolar(item)) return { kind: "function", label, expression };
        const angle = nameNode(names(item)[0] ?? "theta");
        return path(item, product(expression, call("cos", angle)), product(expression, call("sin", angle)));
      }
    }
  };
  const [x, y] = [variable, vertical].map((one) => rangeOf(one, ranges, environment));
  return { drawn: filled.map(drawnItem), view: { variable, vertical, x, y } };
}

/** A surface stands alone, over the plane of its two names. */
function surfaceView(
  items: readonly Written[],
  { label, expression }: Written,
  ranges: readonly AxisRange[],
  where: Expression | undefined,
  environment: Environment,
): { readonly drawn: readonly GraphItem[]; readonly view: View } {
  if (items.length > 1) throw new CannotDo("a surface is drawn alone");
  const names = [...new Set([...freeNames(expression), ...(where ? freeNames(where) : []), ...ranges.map((range) => range.name)])].sort();
  const [variable = "x", vertical = variable === "y" ? "x" : "y", ...more] = names;
  if (more.length > 0) throw new CannotDo(`a surface stands over a plane: of ${names.join(", ")} all but two need values`);
  const view = { variable, vertical, x: rangeOf(variable, ranges, environment), y: rangeOf(vertical, ranges, environment) };
  return { drawn: [{ kind: "surface", label, expression, where }], view };
}

/** Angles of polar coordinates, whose distance is r. */
const ANGLES: ReadonlySet<string> = new Set(["theta", "phi"]);

function planeName(names: readonly string[], k: number): string | undefined {
  return names[k] === "y" && names.length === 1 ? "x" : names[k];
}

/** The range that was asked for along an axis. */
function rangeOf(name: string, ranges: readonly AxisRange[], environment: Environment): Range | undefined {
  const range = ranges.find((one) => one.name === name);
  return range && numericRange(range, environment);
}

function numericRange(range: AxisRange, environment: Environment): Range {
  const [from, to] = [range.from, range.to].map((end) => {
    try {
      return real.toNumber(ballValue(putIn(end, environment).expression, 96).re);
    } catch (error) {
      if (error instanceof BallUndefined) throw new CannotDo("the ends of a drawing are numbers");
      throw error;
    }
  });
  if (from === undefined || to === undefined || !(from < to)) throw new CannotDo("a drawing begins at a smaller value than it ends");
  return { from, to };
}

/** Each mark is put back into the curves it lies on. */
function marksCheck(scene: Scene): Check {
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

function inWindow(drawn: readonly GraphItem[], view: View, scene: Scene, { xMin, xMax, yMin, yMax }: Window): Scene {
  return plot(drawn, { ...view, x: { from: xMin, to: xMax }, y: { from: yMin, to: yMax } }, scene.marks);
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
      // A corner lies on two borders: their product with any third is 0 there.
      const borders = bordersOf(curve.expression).map((border) => substitute(border, at));
      const zeros = borders.filter((border) => equalityTest(border, ZERO).kind === "zero");
      return zeros.length > 1 ? [] : borders.map((border) => [border, ZERO]);
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
      return [];
  }
}

function marks(outcome: Check["outcome"], detail: string): Check {
  return { kind: "substitution", outcome, detail, lines: [{ note: detail }] };
}
