import { describe, expect, test } from "vitest";
import { drawPgf } from "../src/graph/pgf.ts";
import { drawSvg } from "../src/graph/svg.ts";
import type { AnswerReport } from "../src/instruction/line-report.ts";
import { linePlain } from "../src/notation/line-plain.ts";
import { answered, blockOf } from "./oracle.ts";

type Graph = AnswerReport & { readonly kind: "graph" };
type Real = (x: number) => number;

const { abs, atan, cbrt, cos, cosh, exp, log, PI, sin, sinh, sqrt, tan, tanh } = Math;

/**
 * Functions as a graph line has them and as they are written here, with the interval that is scanned. The scan is plain double arithmetic
 * and knows nothing of the marks: it looks for changes of sign of the function and its first two differences.
 */
const PLAIN: readonly (readonly [string, readonly Real[], number, number])[] = [
  ["x^3 - 3x + 1", [(x) => x ** 3 - 3 * x + 1], -10, 10],
  ["x^4 - 5x^2 + 4", [(x) => x ** 4 - 5 * x * x + 4], -10, 10],
  ["(x - 1)^2 (x + 2)", [(x) => (x - 1) ** 2 * (x + 2)], -10, 10],
  ["x^5 - 5x^3 + 4x", [(x) => x ** 5 - 5 * x ** 3 + 4 * x], -10, 10],
  ["(x^2 - 4)/(x^2 + 1)", [(x) => (x * x - 4) / (x * x + 1)], -50, 50],
  ["(x^2 + x - 2)/(x - 3)", [(x) => (x * x + x - 2) / (x - 3)], -40, 40],
  ["x/(x^2 - x - 6)", [(x) => x / (x * x - x - 6)], -40, 40],
  ["(2x^2 - 8)/(x^2 - 1)", [(x) => (2 * x * x - 8) / (x * x - 1)], -40, 40],
  ["x^2 e^(-x)", [(x) => x * x * exp(-x)], -10, 30],
  ["x e^(-x^2/2)", [(x) => x * exp((-x * x) / 2)], -20, 20],
  ["e^(-x/2) sin(3x) for x from 0 to 6", [(x) => exp(-x / 2) * sin(3 * x)], 0, 6],
  ["3 e^(-t/4) cos(2t) for t from 0 to 8", [(x) => 3 * exp(-x / 4) * cos(2 * x)], 0, 8],
  ["sin(x) + cos(2x) for x from 0 to 2pi", [(x) => sin(x) + cos(2 * x)], 0, 2 * PI],
  ["x - 2 sin(x) for x from -8 to 8", [(x) => x - 2 * sin(x)], -8, 8],
  ["x cos(x) for x from -7 to 7", [(x) => x * cos(x)], -7, 7],
  ["tan(x) - 2x for x from -4 to 4", [(x) => tan(x) - 2 * x], -4, 4],
  ["ln(x)/x", [(x) => log(x) / x], 1e-6, 60],
  ["(ln x)^2", [(x) => log(x) ** 2], 1e-6, 60],
  ["x sqrt(4 - x^2)", [(x) => x * sqrt(4 - x * x)], -2, 2],
  ["cbrt(x^2 - 1)", [(x) => cbrt(x * x - 1)], -30, 30],
  ["|x^2 - 2x - 3|", [(x) => abs(x * x - 2 * x - 3)], -30, 30],
  ["x/(1 + |x|)", [(x) => x / (1 + abs(x))], -30, 30],
  ["arctan(x) - x/2", [(x) => atan(x) - x / 2], -30, 30],
  ["10/(1 + 4 e^(-x/2))", [(x) => 10 / (1 + 4 * exp(-x / 2))], -30, 30],
  ["cosh(x) - 2", [(x) => cosh(x) - 2], -8, 8],
  ["sinh(x) - 3x", [(x) => sinh(x) - 3 * x], -8, 8],
  ["tanh(x)", [(x) => tanh(x)], -8, 8],
  ["max(sin x, 0) for x from 0 to 2pi", [(x) => Math.max(sin(x), 0)], 0, 2 * PI],
  ["x |x|", [(x) => x * abs(x)], -9, 9],
  ["4 (1/t^12 - 1/t^6) for t from 0.8 to 3", [(x) => 4 * (x ** -12 - x ** -6)], 0.8, 3],
  ["3/r^2 - 2/r", [(x) => 3 / x ** 2 - 2 / x], -60, 60],
  ["x^3/(e^x - 1)", [(x) => x ** 3 / (exp(x) - 1)], -20, 30],
  ["x^3 - x, x^2 - 1", [(x) => x ** 3 - x, (x) => x * x - 1], -30, 30],
  ["e^x, 3x + 1", [(x) => exp(x), (x) => 3 * x + 1], -8, 8],
  ["sin x, cos x for x from -pi to 2pi", [sin, cos], -PI, 2 * PI],
  ["2^x, x^2", [(x) => 2 ** x, (x) => x * x], -8, 8],
  ["sqrt(9 - x^2), x", [(x) => sqrt(9 - x * x), (x) => x], -3, 3],
];

const LOOKS = 16_001;

/** Where a function changes its sign between neighbouring looks, poles and jumps apart. */
function changes(f: Real, low: number, high: number): readonly number[] {
  const found: number[] = [];
  let [before, last] = [low, f(low)];
  for (let k = 1; k <= LOOKS; k += 1) {
    const x = low + ((high - low) * (k + 0.31 * sin(k))) / LOOKS;
    const value = f(x);
    if (last * value < 0) {
      let [a, b] = [before, x];
      for (let round = 0; round < 60; round += 1) {
        const middle = (a + b) / 2;
        if (f(middle) * f(a) <= 0) b = middle;
        else a = middle;
      }
      if (abs(f(b)) + abs(f(a)) < 0.5 * (abs(last) + abs(value)) + 1e-12) found.push(b);
    }
    [before, last] = [x, value];
  }
  return found;
}

function graphOf(line: string): Graph {
  const report = answered(`graph ${line}`);
  if (report.answer?.kind !== "graph") throw new Error(report.error?.message ?? "no graph");
  return report.answer;
}

describe("marks", () => {
  test.each(PLAIN)("of %s are those that a scan in doubles finds", (line, functions, low, high) => {
    const { marks } = graphOf(line);
    const placesOf = (index: number, ...kinds: readonly string[]): readonly number[] =>
      marks.filter(({ kind, curves, x }) => kinds.includes(kind) && curves.includes(index) && x).map(({ x }) => Number(x?.re));
    functions.forEach((f, index) => {
      const steps = { slope: 1e-4, bend: 1e-3 };
      const slope: Real = (x) => f(x + steps.slope) - f(x - steps.slope);
      const bend: Real = (x) => f(x + steps.bend) - 2 * f(x) + f(x - steps.bend);
      const isSmooth = (x: number): boolean => abs(f(x - 1e-6) - f(x + 1e-6)) < 1e-2 * (1 + abs(f(x))) && abs(f(x)) < 1e4;
      const isCorner = (x: number): boolean => abs(slope(x - 0.02) - slope(x + 0.02)) > 2 * steps.slope * 0.5;
      const lost = (expected: readonly number[], found: readonly number[], slack: number): readonly number[] =>
        expected.filter((x) => isSmooth(x) && !found.some((place) => abs(place - x) < slack * (1 + abs(x))));
      const removable = (x: number): boolean => !Number.isFinite(f(0)) && abs(x) < 1e-3;
      expect(lost(changes(f, low, high), placesOf(index, "zero"), 1e-3), "zeros").toEqual([]);
      const turns = changes(slope, low + steps.slope, high - steps.slope).filter((x) => !removable(x));
      expect(lost(turns, placesOf(index, "maximum", "minimum"), 5e-3), "extrema").toEqual([]);
      const bends = changes(bend, low + 0.01, high - 0.01).filter((x) => !isCorner(x) && abs(bend(x - 0.01)) + abs(bend(x + 0.01)) > 1e-11);
      expect(lost(bends, placesOf(index, "inflection"), 2e-2), "inflections").toEqual([]);
      // What is marked is there.
      for (const x of placesOf(index, "zero")) expect(abs(f(x)), `zero ${x}`).toBeLessThan(1e-6);
      for (const [kind, sign] of [["maximum", 1] as const, ["minimum", -1] as const]) {
        for (const x of placesOf(index, kind)) {
          if (x < low + 0.01 || x > high - 0.01) continue;
          expect(sign * (f(x) - Math.max(sign * f(x - 1e-3), sign * f(x + 1e-3)) * sign), `${kind} ${x}`).toBeGreaterThanOrEqual(-1e-9);
        }
      }
    });
    const [f, g] = functions;
    if (f && g) {
      const places = marks.filter(({ kind }) => kind === "intersection").map(({ x }) => Number(x?.re));
      const missing = changes((x) => f(x) - g(x), low, high).filter((x) => !places.some((place) => abs(place - x) < 1e-3 * (1 + abs(x))));
      expect(missing, "intersections").toEqual([]);
    }
  });

  test.each<[string, readonly string[]]>([
    ["x^2 - y^2 = 1", ["y = x", "y = -x"]],
    ["x^2/9 - y^2/4 = 1", ["y = 2x/3", "y = -2x/3"]],
    ["x y = 4", ["x = 0", "y = 0"]],
    ["(x - 1)(y + 2) = 3", ["x = 1", "y = -2"]],
    ["x^3 + y^3 = 3 x y", ["y = -x - 1"]],
    ["y^2 (x - 1) = x^2", ["x = 1"]],
    ["x^2 y^2 = x^2 - 1", ["y = 1", "y = -1"]],
    ["(y - x)^2 (y + x) = x + 1", ["y = x + sqrt(2)/2", "y = x - sqrt(2)/2", "y = -x"]],
    ["(x^2 + 4) y = 8", ["y = 0"]],
    ["y^2 = 4 x", []],
    ["x y = 0", []],
    // Of functions, by their limits far out.
    ["y = 1/(x - 2) + 1 for x from -4 to 8", ["x = 2", "y = 1"]],
    ["y = arctan(x) for x from 0 to 6", ["y = pi/2"]],
    ["y = e^(-x) + 2 for x from 0 to 5", ["y = 2"]],
    ["y = x^2/4 for x from 0 to 5", []],
    ["y = x e^(1/x)", ["x = 0", "y = x + 1"]],
    ["y = (1 + 1/x)^x", ["x = -1", "y = e"]],
    ["y = tanh(x) + x", ["y = x + 1", "y = x - 1"]],
    ["y = sqrt(x^2 + 2x)", ["y = x + 1", "y = -x - 1"]],
    ["y = sin(x)/x", ["y = 0"]],
    ["y = x + sin(x)", []],
    ["x^2 + y^2 = 4", []],
  ])("of the curve %s has the asymptotes %j", (line, expected) => {
    const found = graphOf(line).marks.filter(({ kind }) => kind === "asymptote");
    expect(found.map(({ text, x, y }) => text ?? (x ? `x = ${x.text}` : `y = ${y?.text}`))).toEqual(expected);
  });

  test.each<[string, readonly string[], readonly string[]]>([
    ["x = 2", ["implicit"], ["zero 2, 0"]],
    ["y = x^2, x = 2", ["function", "implicit"], ["zero 0, 0", "minimum 0, 0", "intercept 0, 0", "zero 2, 0", "intersection 2, 4"]],
    ["y = x, x = y^2", ["function", "implicit"], ["zero 0, 0", "intercept 0, 0", "intersection 0, 0", "intersection 1, 1"]],
    ["t = 3, y = t^2", ["implicit", "function"], ["zero 0, 0", "minimum 0, 0", "intercept 0, 0", "zero 3, 0", "intersection 3, 9"]],
  ])("of %s, across the axis, are %j %j", (line, kinds, expected) => {
    const { curves, marks } = graphOf(line);
    expect(curves.map(({ kind }) => kind)).toEqual(kinds);
    const shown = [...new Set(marks.map(({ kind, x, y }) => `${kind} ${x?.text}, ${y?.text}`))];
    expect([...shown].sort()).toEqual([...expected].sort());
  });

  test.each<[string, readonly string[]]>([
    ["x - floor(x) for x from 0 to 2", ["0", "1", "2"]],
    ["floor(x) for x from -2 to 2", []],
    ["floor(x^2) - 2 for x from 0 to 1.6", []],
    ["2x - floor(x) - 1 for x from -2 to 2", ["1", "1/2"]],
    ["floor(x) - x/2 for x from -3 to 3", ["0"]],
  ])("of %s, with steps, are zero at %j", (line, expected) => {
    const zeros = graphOf(line).marks.filter(({ kind }) => kind === "zero");
    expect(zeros.map(({ x }) => x?.text).sort()).toEqual(expected);
  });

  test.each<[string, readonly string[]]>([
    ["y = x^2 - 2 in [0, infinity)", ["zero sqrt(2)", "minimum 0", "intercept 0", "endpoint 0"]],
    ["e^x in [0, infinity)", ["intercept 0", "endpoint 0"]],
    ["e^(-x) in [0, infinity)", ["intercept 0", "asymptote", "endpoint 0"]],
    ["y = x + 1/x in (0, infinity)", ["minimum 1", "asymptote 0", "asymptote"]],
  ])("of %s end where it ends", (line, expected) => {
    expect(graphOf(line).marks.map(({ kind, x }) => (x ? `${kind} ${x.text}` : kind))).toEqual(expected);
  });
});

describe("holes", () => {
  test.each<[string, readonly string[]]>([
    ["1/x - 1/(e^x - 1) for x from -2 to 2", ["1/2"]],
    ["sin(sin(x))/x for x from -1 to 1", ["1"]],
    ["x sin(x)/(1 - cos(x)) for x from -2 to 2", ["2"]],
    ["arctan(1/(x - 1)) for x from 0 to 2", ["-pi/2", "pi/2"]],
    ["tanh(1/x) for x from -3 to 3", ["-1", "1"]],
    ["1/ln(x) for x from 0 to 0.5", ["0"]],
  ])("of %s are at the height %j", (line, expected) => {
    const holes = graphOf(line).marks.filter(({ kind }) => kind === "hole");
    expect(holes.map(({ y }) => y?.text)).toEqual(expected);
  });
});

describe("the givens of a graph", () => {
  test.each<[readonly string[], string, string, readonly [number, number] | undefined]>([
    [["given v = 12 m/s", "given g = 9.8 m/s^2", "given t in [0, 3] s", "graph h = v t - g t^2/2"], "t in s", "h in m", [0, 3]],
    [["given v = 12 m/s", "given t [s]", "graph y = v t"], "t in s", "y in m", undefined],
    [["given k = 2 kN/m", "given x in [-5, 5] cm", "graph k x"], "x in cm", "y in N", [-0.05, 0.05]],
    [["given k = 2 kN/m", "given x [m]", 'graph k x with axis x "stretch in m"'], "stretch in m", "y in N", undefined],
    [["given v = 12 m/s", "graph y = v t"], "t", "y", undefined],
    [["given h_0 = 3 m", "given v = 2 m/s", "given t [s]", "graph h_0 + v t, 2"], "t in s", "y in m", undefined],
    [["graph y = x^2"], "x", "y", undefined],
    // Numbers with units of their own: a product of names does not tell what it is measured in.
    [["given t [s]", "graph x = 3 [m/s] t"], "t in s", "x in m", undefined],
    [["given t [s]", "let x(t) = 3 [m/s] t", "graph y = x(t)"], "t in s", "y in m", undefined],
    [["given t [s]", "let v = 3 [m/s]", "graph y = v t"], "t in s", "y in m", undefined],
  ])("%j name its axes %s and %s", (lines, xLabel, yLabel, window) => {
    const { picture } = blockOf(answered(...lines), "graph");
    expect([picture.xLabel, picture.yLabel]).toEqual([xLabel, yLabel]);
    if (window) expect([picture.window.xMin, picture.window.xMax]).toEqual(window);
  });

  test("number an axis in the unit of its quantity, and its marks too", () => {
    const report = answered("given T = 12.4 h", "given t in [0, 24.8] h", "graph h = 3 + 2 cos(2pi t/T)");
    const tide = report.answer;
    if (tide?.kind !== "graph") throw new Error("no graph");
    const { picture } = blockOf(report, "graph");
    const svg = drawSvg(picture);
    const numbers = [...svg.matchAll(/text-anchor="middle"[^>]*>([^<]*)</g)].map(([, label]) => label);
    expect(numbers).toEqual(Array.from({ length: 12 }, (_, k) => String(2 * k + 2)));
    expect(picture.marks.filter(({ kind }) => kind === "minimum").map(({ label }) => label)).toEqual(["(6.2, 1)", "(18.6, 1)"]);
    expect(picture.description).toContain("for t from 0 to 24.8");
    expect(picture.description).toContain("falls from t = 0 to 6.2");
    // The marks themselves are in seconds, as every other line is.
    expect(tide.marks.find(({ kind }) => kind === "minimum")?.x?.text).toBe("22320");
    expect(drawPgf(picture)).toContain("xtick={0,7200,14400,");
  });

  test("draw angles in degrees where they are given in degrees", () => {
    const svg = drawSvg(blockOf(answered("given theta in [0, 360] deg", "graph y = sin(theta)"), "graph").picture);
    expect(svg).toMatch(/>θ<\/tspan> in °/);
    expect([...svg.matchAll(/text-anchor="middle"[^>]*>([^<]*)</g)].map(([, label]) => label)).toEqual(["45", "90", "135", "180", "225", "270", "315"]);
  });

  test.each<[readonly string[], string]>([
    [["given t in [0, 12] h", "solve t = 22320 for t"], "t = 22320 s = 6.2 h"],
    [["given x [cm]", "solve 3x = 0.1 for x"], "x = 1/30 m ≈ 3.33333 cm ≈ 0.0333333 m"],
  ])("%j shows its answer in the unit that was given too", (lines, expected) => {
    expect(blockOf(answered(...lines), "results").items.map(linePlain)).toEqual([expected]);
  });

  test("that bound the variable on one side bound what is drawn", () => {
    const { picture } = blockOf(answered("given t >= 0", "graph 3 e^(-t) - 1"), "graph");
    const points = picture.curves.flatMap(({ pieces }) => pieces.flat());
    expect(Math.min(...points.map(([t]) => t))).toBeGreaterThanOrEqual(0);
  });
});
