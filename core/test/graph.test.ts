import { describe, expect, it, test } from "vitest";
import { compile } from "../src/expression/double-value.ts";
import { picture } from "../src/graph/picture.ts";
import { plot } from "../src/graph/plot.ts";
import { drawSvg } from "../src/graph/svg.ts";
import { ticks } from "../src/graph/svg-parts.ts";
import { text } from "../src/notation/text.ts";
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
    [["(x^2 + 1)/x"], ["maximum -1, -2", "minimum 1, 2", "asymptote 0", "asymptote y = x"]],
    [["(x^2 - 1)/(x - 1)"], ["zero -1, 0", "intercept 0, 1", "hole 1, 2"]],
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
    expect(numbers.every(([x = -1, y = -1]) => x >= 0 && x <= 560 && y >= 0 && y <= 340)).toBe(true);
  });

  it("escape what the author wrote", () => {
    const shown = { ...picture(scene(["x"])), description: '<script>"', curves: [] };
    expect(drawSvg(shown)).not.toContain("<script>");
  });
});
