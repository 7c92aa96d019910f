import { describe, expect, it, test } from "vitest";
import { compile } from "../src/expression/double-value.ts";
import { picture } from "../src/graph/picture.ts";
import { plot } from "../src/graph/plot.ts";
import { drawSvg } from "../src/graph/svg.ts";
import { ticks } from "../src/graph/svg-elements.ts";
import { text } from "../src/notation/text.ts";
import { answered, blockOf } from "./oracle.ts";
import { read } from "./read.ts";

const scene = (sources: readonly string[], from?: number, to?: number) =>
  plot(
    sources.map((source) => ({ kind: "function", label: source, expression: read(source) })),
    { variable: "x", vertical: "y", x: from === undefined || to === undefined ? undefined : { from, to } },
  );
const marks = (sources: readonly string[]) =>
  scene(sources).marks.map(({ kind, x, y, line }) => `${kind} ${line ? text(line) : [...(x ? [text(x)] : []), ...(y ? [text(y)] : [])].join(", ")}`);

describe("marks", () => {
  test.each<[readonly string[], readonly string[]]>([
    [["x^2 - 2"], ["zero sqrt(2), 0", "zero -sqrt(2), 0", "minimum 0, -2", "intercept 0, -2"]],
    [["-x^2 + 4x - 1"], ["zero 2 + sqrt(3), 0", "zero 2 - sqrt(3), 0", "maximum 2, 3", "intercept 0, -1"]],
    [["x^2 + 1"], ["minimum 0, 1", "intercept 0, 1"]],
    [
      ["x^2/4 - x + 3", "x/2 + 1"],
      ["minimum 2, 2", "intercept 0, 3", "zero -2, 0", "intercept 0, 1", "intersection 2, 2", "intersection 4, 3"],
    ],
    [["1/x"], ["asymptote 0", "asymptote 0"]],
    [["e^(-x)"], ["intercept 0, 1", "asymptote 0"]],
    [["sqrt(x - 1)"], ["zero 1, 0", "endpoint 1, 0"]],
    [["(x^2 + 1)/x"], ["maximum -1, -2", "minimum 1, 2", "asymptote 0", "asymptote y = x"]],
    [["(x^2 - 1)/(x - 1)"], ["zero -1, 0", "intercept 0, 1", "hole 1, 2"]],
    [["sqrt(x^2 + 1)"], ["minimum 0, 1", "intercept 0, 1", "asymptote y = x", "asymptote y = -x"]],
    [["x + e^(-x)"], ["minimum 0, 1", "intercept 0, 1", "asymptote y = x"]],
    [["e^(1/x)"], ["inflection -1/2, 1/e^2", "asymptote 0", "hole 0, 0", "asymptote 1"]],
    [["arctan(1/x)"], ["hole 0, -pi/2", "hole 0, pi/2", "asymptote 0"]],
    [["(2^x - 1)/x"], ["hole 0, ln(2)", "asymptote 0"]],
    [["(1 + x)^(1/x)"], ["hole 0, e", "asymptote -1", "asymptote 1"]],
    [["x^x"], ["minimum 1/e, e^(-1/e)", "hole 0, 1"]],
    [["floor(x/4)"], ["intercept 0, 0", "endpoint 0, 0", "hole 0, -1"]],
    [["|x|/x"], ["hole 0, -1", "hole 0, 1"]],
    [["sgn(x) + x"], ["zero 0, 0", "intercept 0, 0", "endpoint 0, 0", "hole 0, -1", "hole 0, 1"]],
    [["min(x^2, 2 - x)"], ["zero 2, 0", "zero 0, 0", "minimum 0, 0", "maximum 1, 1", "intercept 0, 0"]],
    [["cases(x^2 if x < 1, 2 - x otherwise)"], ["zero 0, 0", "zero 2, 0", "minimum 0, 0", "maximum 1, 1", "intercept 0, 0"]],
    [["cases(x^2 if x < 1, 3 - x otherwise)"], ["zero 0, 0", "zero 3, 0", "minimum 0, 0", "maximum 1, 2", "intercept 0, 0", "endpoint 1, 2", "hole 1, 1"]],
    [["cases(1/x if x < 0, sqrt(x) otherwise)"], ["zero 0, 0", "intercept 0, 0", "asymptote 0", "endpoint 0, 0", "asymptote 0"]],
    [["x ln(x)"], ["zero 1, 0", "minimum 1/e, -1/e", "hole 0, 0"]],
  ])("of %j are exact: %j", (sources, expected) => expect(marks(sources)).toEqual(expected));

  it("are all seen in the window that is chosen", () => {
    const { window, marks: found } = scene(["(x - 300)^2 - 4"]);
    expect(found.filter((mark) => mark.kind !== "intercept")).toHaveLength(3);
    for (const { at } of found) {
      expect(at[0]).toBeGreaterThan(window.xMin);
      expect(at[0]).toBeLessThan(window.xMax);
    }
  });
});

describe("curves", () => {
  test.each<[string, number, number, number]>([
    ["1/x", -4, 4, 2],
    ["tan(x)", -1.5, 4.6, 2],
    ["sqrt(x)", -2, 4, 1],
    ["x^2", -2, 2, 1],
    ["1/(x^2 - 1)", -3, 3, 3],
    ["floor(x)", 0.5, 3.5, 4],
    ["sgn(x)", -1, 1, 2],
  ])("of %s from %f to %f have %i pieces, with no line across a gap", (source, from, to, count) => {
    const [curve] = scene([source], from, to).curves;
    expect(curve?.pieces).toHaveLength(count);
    const f = compile(read(source), ["x"]);
    const { yMin, yMax } = scene([source], from, to).window;
    for (const piece of curve?.pieces ?? []) {
      for (const [x, y] of piece) {
        const isEdge = Math.abs(y - yMin) < 1e-9 || Math.abs(y - yMax) < 1e-9;
        if (!isEdge) expect(y).toBeCloseTo(f(x), 9);
      }
    }
  });

  test.each<[string, number]>([
    ["e^(-1000000 (x - 0.1234)^2)", 0.999],
    ["x/2 + 1/(1 + 10^8 (x - 1.2345)^2)", 1.6],
    ["-2 e^(-10^7 (x + 2.5432)^2)", 1.99],
  ])("of %s reach the top of a spike that is narrower than the first samples", (source, size) => {
    const heights = (scene([source], -3, 3).curves[0]?.pieces ?? []).flat().map(([, y]) => Math.abs(y));
    expect(Math.max(...heights)).toBeGreaterThan(size);
  });

  it("are straight between samples to within a pixel", () => {
    const { curves, window } = scene(["sin(5x) + x^2/8"], -6, 6);
    const f = compile(read("sin(5x) + x^2/8"), ["x"]);
    const pixel = (window.yMax - window.yMin) / 340;
    for (const piece of curves[0]?.pieces ?? []) {
      piece.slice(1).forEach(([x, y], k) => {
        const [x0, y0] = piece[k] ?? [x, y];
        expect(Math.abs(f((x + x0) / 2) - (y + y0) / 2)).toBeLessThan(pixel);
      });
    }
  });
});

describe("drawings", () => {
  it("put ticks at round numbers", () => {
    expect(ticks(0, 10, 6)).toEqual([0, 2, 4, 6, 8, 10]);
    expect(ticks(-0.3, 0.25, 6).map((tick) => Number(tick.toFixed(6)))).toEqual([-0.3, -0.2, -0.1, 0, 0.1, 0.2]);
  });

  it("are static, well-formed, and say in words what is seen", () => {
    const shown = picture(scene(["x^2 - 2", "x"]));
    const svg = drawSvg(shown);
    expect(svg).toMatch(/^<svg[^>]*role="img"[^>]*>.*<\/svg>$/s);
    expect(svg).not.toMatch(/<script|\sstyle=|onload/);
    expect(shown.description).toMatch(/Graph of x\^2 - 2 and x for x from .* a zero at \(√2, 0\)/);
    expect([...svg.matchAll(/<path /g)]).toHaveLength(2);
    expect(svg).toContain("stroke-dasharray");
    const numbers = [...svg.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]);
    // Curves are written in tenths.
    expect(numbers.every(([x = -1, y = -1]) => x >= 0 && x <= 5600 && y >= 0 && y <= 3400)).toBe(true);
  });

  it("escape what the author wrote", () => {
    const shown = { ...picture(scene(["x"])), description: '<script>"', curves: [] };
    expect(drawSvg(shown)).not.toContain("<script>");
  });
});

describe("what is drawn besides functions", () => {
  const drawn = (line: string) => {
    const report = answered(line);
    if (report.answer?.kind !== "graph") throw new Error(report.error?.message ?? "no graph");
    expect(report.verdict).toBe("nailed");
    const { curves, marks: found } = report.answer;
    const { picture: shown } = blockOf(report, "graph");
    expect(drawSvg(shown)).not.toContain("NaN");
    return { kinds: curves.map(({ kind }) => kind), marks: found.map(({ kind, x, y }) => `${kind} ${x?.text}, ${y?.text}`), shown };
  };

  test.each<[string, readonly string[], readonly string[]]>([
    ["graph x^2 + y^2 = 25", ["implicit"], ["zero 5, 0", "zero -5, 0", "intercept 0, 5", "intercept 0, -5", "maximum 0, 5", "minimum 0, -5"]],
    [
      "graph (3 cos t, 2 sin t) for t from 0 to 2pi",
      ["parametric"],
      ["zero 3, 0", "zero -3, 0", "intercept 0, 2", "intercept 0, -2", "maximum 0, 2", "minimum 0, -2", "endpoint 3, 0"],
    ],
    [
      "graph r = 1 + cos(theta) for theta from 0 to pi",
      ["parametric"],
      ["zero 2, 0", "zero 0, 0", "intercept 0, 1", "intercept 0, 0", "maximum 3/4, 3 sqrt(3)/4", "endpoint 2, 0", "endpoint 0, 0"],
    ],
    [
      "graph r = 2 for theta from 0 to 2pi",
      ["parametric"],
      ["zero 2, 0", "zero -2, 0", "intercept 0, 2", "intercept 0, -2", "maximum 0, 2", "minimum 0, -2", "endpoint 2, 0"],
    ],
    [
      "graph r^2 = 4 cos(2 theta) for theta from -pi/4 to pi/4",
      ["parametric"],
      ["zero 0, 0", "zero 2, 0", "intercept 0, 0", "minimum sqrt(6)/2, -sqrt(2)/2", "maximum sqrt(6)/2, sqrt(2)/2", "endpoint 0, 0"],
    ],
    ["graph |x| + |y| <= 2", ["region"], ["intersection 0, 2", "intersection 0, -2", "intersection 2, 0", "intersection -2, 0"]],
    ["graph y > x^2 and y < x + 2", ["region"], ["intersection -1, 1", "intersection 2, 4"]],
    ["graph (2, 3), y = x", ["point", "function"], ["zero 0, 0", "intercept 0, 0"]],
    ["graph z = x^2 + y^2 where x^2 + y^2 <= 4", ["surface"], []],
  ])("%s has %j and the marks %j", (line, kinds, expected) => {
    const found = drawn(line);
    expect({ kinds: found.kinds, marks: found.marks }).toEqual({ kinds, marks: expected });
  });

  it("traces a curve where it is, with its isolated point", () => {
    const { shown } = drawn("graph x^2 + y^2 = 25, x^2 (x - 1) = y^2 for x from -6 to 6 for y from -6 to 6");
    for (const piece of shown.curves[0]?.pieces ?? []) for (const [x, y] of piece) expect(Math.hypot(x, y)).toBeCloseTo(5, 6);
    expect(shown.curves[1]?.dots).toEqual([[0, 0]]);
    for (const [x, y] of (shown.curves[1]?.pieces ?? []).flat()) expect(x * x * (x - 1) - y * y).toBeCloseTo(0, 5);
  });

  it("hatches only the region, and keeps a surface on its ground", () => {
    const { shown } = drawn("graph y > x^2 and y < x + 2");
    for (const [from, to] of shown.curves[0]?.hatching ?? []) {
      const [x, y] = [((from?.[0] ?? 0) + (to?.[0] ?? 0)) / 2, ((from?.[1] ?? 0) + (to?.[1] ?? 0)) / 2];
      expect(y > x * x && y < x + 2).toBe(true);
    }
    const surface = drawn("graph z = x^2 - y where x^2 + y^2 <= 4").shown.curves[0]?.mesh;
    for (const point of (surface?.points ?? []).flat()) {
      if (!point) continue;
      expect(Math.hypot(point[0], point[1])).toBeLessThanOrEqual(2 + 1e-9);
      expect(point[2]).toBeCloseTo(point[0] ** 2 - point[1], 9);
    }
  });

  test.each<[string, RegExp]>([
    ["graph (cos t, sin t)", /say where t begins and ends/],
    ["graph y = x where x > 0", /“where” bounds the region of a surface/],
    ["graph z = x y, y = x for x from 0 to 1 for y from 0 to 1", /a surface is drawn alone/],
    ["graph x^2 + y^2 = r", /has no value/],
  ])("%s is refused: %s", (line, message) => expect(answered(line).error?.message).toMatch(message));
});
