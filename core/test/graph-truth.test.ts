import { describe, expect, test } from "vitest";
import { compile } from "../src/expression/double-value.ts";
import { compileInterval, NoIntervals } from "../src/expression/interval-value.ts";
import { plot } from "../src/graph/plot.ts";
import type { Position } from "../src/graph/scene.ts";
import { interval } from "../src/number/interval.ts";
import { read } from "./read.ts";

const WIDTH = 560;
const HEIGHT = 340;

/** Functions that are hard to draw: poles, jumps, spikes, ends of domains, fast waves, each with the range it is drawn on. */
const NASTY: readonly (readonly [string, number, number])[] = [
  ...["tan(x)", "cot(x)", "sec(x)", "csc(x)", "tan(3x)", "1/tan(x)", "tan(x)^2", "sin(x)/cos(x)", "1/(1 - 2 sin(x))", "tan(x) + x"].map(
    (f) => [f, -7, 7] as const,
  ),
  ...["1/x", "1/x^2", "1/(x - 1)", "1/(x^2 - 1)", "x/(x^2 - 4)", "(x^2 - 1)/(x - 1)", "1/(x^2 + 0.01)", "x^3/(x^2 - 2)", "1/(x^3 - x)", "(x + 2)/(x - 3)"].map(
    (f) => [f, -5, 5] as const,
  ),
  ...[
    "sqrt(x)",
    "sqrt(1 - x^2)",
    "sqrt(x^2 - 1)",
    "sqrt(x^3 - x)",
    "x sqrt(4 - x)",
    "1/sqrt(x)",
    "sqrt(sin(x))",
    "sqrt(x) - sqrt(3 - x)",
    "sqrt(|x|)",
    "x^(3/2)",
  ].map((f) => [f, -4, 5] as const),
  ...["ln(x)", "ln(|x|)", "ln(x^2 - 1)", "x ln(x)", "1/ln(x)", "ln(x)/x", "lg(x + 2)", "ln(sin(x))", "ln(1 - x^2)", "ln(ln(x))"].map(
    (f) => [f, -3, 6] as const,
  ),
  ...["|x|", "|x^2 - 1|", "|sin(x)|", "|x - 2| - |x + 1|", "floor(x)", "x - floor(x)", "ceil(x/2)", "sgn(x)", "x sgn(x - 1)", "floor(x^2)"].map(
    (f) => [f, -3.3, 3.7] as const,
  ),
  ...["sin(1/x)", "x sin(1/x)", "cos(1/x^2)", "sin(x^2)", "sin(20x)", "sin(30x) + x", "sin(x) sin(15x)", "cos(e^x)", "sin(10/x)", "arctan(1/x)"].map(
    (f) => [f, 0.05, 4] as const,
  ),
  ...["x^x", "x^(1/x)", "(1 + 1/x)^x", "e^(1/x)", "e^(-1/x^2)", "2^(-x)", "x e^(-x)", "1/(1 + e^(1/x))", "x^0.1", "x^(-0.5)"].map((f) => [f, 0.02, 5] as const),
  ...["e^(-100 x^2)", "1/(1 + 400 (x - 1)^2)", "e^(-(x - 2)^2/0.005)", "tanh(30x)", "arctan(50x)", "1/(1 + e^(-40x))", "x + e^(-200 (x + 1)^2)"].map(
    (f) => [f, -3, 3] as const,
  ),
  ...["cbrt(x)", "cbrt(x^2 - 1)", "arcsin(x)", "arccos(x/2)", "arcsin(sin(x))", "arccos(cos(x))", "artanh(x)", "arcosh(x)", "coth(x)", "csch(x)"].map(
    (f) => [f, -4, 4] as const,
  ),
  ["e^(-1000000 (x - 0.1234)^2)", -3, 3],
  ["x/2 + 1/(1 + 10^8 (x - 1.2345)^2)", -3, 3],
  ["x^2 - 3 e^(-10^5 (x + 0.777)^2)", -3, 3],
  ["1/(x - 300)", 290, 310],
  ["1/(x - 1000)^2", 990, 1010],
  ["(x - 50)^2/(x - 50)", 40, 60],
  ["cases(x^2 if x < 1, 4 - x otherwise)", -2, 4],
  ["cases(1/x if x < 0, sqrt(x) otherwise)", -3, 3],
  ["max(x, 1/x)", -3, 3],
  ["min(x^2, 2 - x)", -3, 3],
  ["x^40", -1.2, 1.2],
  ["(x^2 - 4)/(x - 2)", -1, 4],
  ["sin(x)/x", -12, 12],
  ["(1 - cos(x))/x^2", -8, 8],
  ["10^-8 x^3", -3, 3],
  ["10^6 sin(x)", -4, 4],
];

function distanceToSegment([x, y]: Position, [ax, ay]: Position, [bx, by]: Position): number {
  const [dx, dy] = [bx - ax, by - ay];
  const share = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(x - ax - share * dx, y - ay - share * dy);
}

describe("what is drawn is true", () => {
  test.each(NASTY)("%s from %f to %f: no point of the curve is further than a pixel from a value, and no branch is missing", (source, from, to) => {
    const expression = read(source);
    const { window, curves } = plot([{ kind: "function", label: source, expression }], { variable: "x", vertical: "y", x: { from, to } }, []);
    const f = compile(expression, ["x"]);
    const [perX, perY] = [WIDTH / (window.xMax - window.xMin), HEIGHT / (window.yMax - window.yMin)];
    const toPixels = ([x, y]: Position): Position => [(x - window.xMin) * perX, (window.yMax - y) * perY];
    const pieces = (curves[0]?.pieces ?? []).map((piece) => piece.map(toPixels));
    expect(pieces.length).toBeGreaterThan(0);
    try {
      const values = compileInterval(expression, "x");
      for (const piece of curves[0]?.pieces ?? []) {
        piece.slice(1).forEach((end, k) => {
          const start = piece[k] ?? end;
          // A line across a pole would run from one edge to the other in a step.
          expect(Math.abs(end[1] - start[1]) * perY, `${source} jumps near ${start[0]}`).toBeLessThan(HEIGHT * 0.9);
          for (const share of [0.25, 0.5, 0.75]) {
            const [x, y] = [start[0] + share * (end[0] - start[0]), start[1] + share * (end[1] - start[1])];
            const near = values(interval(x - 1 / perX, x + 1 / perX));
            const off = near ? Math.max(0, (near.low - y) * perY, (y - near.high) * perY) : Number.POSITIVE_INFINITY;
            expect(off, `${source} is drawn at (${x}, ${y})`).toBeLessThanOrEqual(1);
          }
        });
      }
    } catch (error) {
      if (!(error instanceof NoIntervals)) throw error;
    }
    for (let k = 0; k <= 700; k += 1) {
      const x = from + ((to - from) * (k + 0.37 * Math.sin(k))) / 700;
      const y = f(x);
      if (!(x > from && x < to && y > window.yMin && y < window.yMax)) continue;
      const point = toPixels([x, y]);
      const distance = Math.min(...pieces.map((piece) => Math.min(...piece.slice(1).map((end, n) => distanceToSegment(point, piece[n] ?? end, end)))));
      expect(distance, `${source} is not drawn near (${x}, ${y})`).toBeLessThanOrEqual(1.5);
    }
  });
});
