import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { drawPgf } from "../src/graph/pgf.ts";
import type { Picture } from "../src/graph/picture.ts";
import { drawSvg } from "../src/graph/svg.ts";
import { decadeTicks } from "../src/graph/svg-axes.ts";
import { typedNumbers, withLabelAt, withMarkShown, withNumber, withValue } from "../src/instruction/graphs/source.ts";
import { answered, blockOf } from "./oracle.ts";

const drawn = (...lines: readonly string[]) => {
  const report = answered(...lines);
  if (report.answer?.kind !== "graph") throw new Error(report.error?.message ?? "no graph");
  const { answer } = report;
  expect(report.verdict).toBe("nailed");
  const { picture, states } = blockOf(report, "graph");
  expect(drawSvg(picture)).not.toMatch(/NaN|Infinity|undefined/);
  return {
    ...answer,
    picture,
    states,
    marked: answer.marks.map(({ kind, x, y, text }) => `${kind} ${[x?.text, y?.text, text].filter((one) => one !== undefined).join(", ")}`),
  };
};

describe("a function on a part of the axis", () => {
  it("ends there, with a dot or a ring, and has its marks only there", () => {
    const { marked, picture } = drawn("graph y = x^2 - 1 in [-2, 2), y = x for x from -4 to 4");
    expect(marked).toContain("endpoint -2, 3");
    expect(marked).toContain("hole 2, 3");
    const xs = (picture.curves[0]?.pieces ?? []).flat().map(([x]) => x);
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([-2, 2]);
    expect(drawn("graph y = x^2 - 1 in [2, 5]").marked).toEqual(["endpoint 2, 3", "endpoint 5, 24"]);
    expect(drawn("graph y = x in [1, 4], y = 4 - x in [3, 5]").marked).not.toContain("intersection 2, 2");
  });
});

describe("quantities without a value", () => {
  it("become sliders between their bounds, with the value the line names", () => {
    const { picture, marked } = drawn("given a in [0.5, 4]", "graph y = a x^2 - 8 with a = 2");
    expect(picture.sliders).toEqual([{ name: "a", value: 2, from: 0.5, to: 4 }]);
    expect(marked.slice(0, 2)).toEqual(["zero 2, 0", "zero -2, 0"]);
    expect(drawn("graph y = k x with k = 3 from 1 to 9").picture.sliders).toEqual([{ name: "k", value: 3, from: 1, to: 9 }]);
  });

  it("are drawn side by side for several values, all in one window", () => {
    const { picture, states } = drawn("given a", "graph y = a x^2 for a in 1, 2, 3");
    expect([picture.state, ...states.map(({ state }) => state)]).toEqual(["a = 1", "a = 2", "a = 3"]);
    for (const other of states) expect(other.window).toEqual(picture.window);
  });

  it("choose the axes: what is asked for, else x and t, never what was given a value", () => {
    expect(drawn("given v", "graph y = v t").picture.variable).toBe("t");
    expect(drawn("given x", "given k", "graph y = k x").picture.variable).toBe("x");
    expect(drawn("given x", "given k", "graph y = k x for k from 0 to 2").picture.variable).toBe("k");
  });
});

describe("fields, slopes and data", () => {
  it("point where the vectors point", () => {
    const { picture } = drawn("graph field (-y, x) for x from -2 to 2 for y from -2 to 2");
    const shafts = (picture.curves[0]?.bars ?? []).filter((bar) => bar.length === 2);
    expect(shafts.length).toBeGreaterThan(200);
    for (const [from = [0, 0], to = [0, 0]] of shafts) {
      const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
      // The field is at right angles to the way from the origin.
      expect(dx * from[0] + dy * from[1]).toBeCloseTo(0, 9);
      expect(from[0] * dy - from[1] * dx).toBeGreaterThan(0);
    }
  });

  it("have the slope of the differential equation", () => {
    const { picture } = drawn("graph slopes x - y for x from -3 to 3 for y from -3 to 3");
    for (const [from = [0, 0], to = [0, 0]] of picture.curves[0]?.bars ?? []) {
      const [x, y] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
      expect((to[1] - from[1]) / (to[0] - from[0])).toBeCloseTo(x - y, 6);
    }
  });

  it("keep every measured point with its error", () => {
    const { picture, curves } = drawn("graph data ((0, 1.2), (1, 2.9), (2, 5.1, 0.5)) within 0.2, y = 2x + 1");
    expect(curves.map(({ kind }) => kind)).toEqual(["data", "function"]);
    expect(picture.curves[0]?.dots).toEqual([
      [0, 1.2],
      [1, 2.9],
      [2, 5.1],
    ]);
    expect((picture.curves[0]?.bars ?? []).map(([low, high]) => (high?.[1] ?? 0) - (low?.[1] ?? 0)).map((size) => Number(size.toFixed(9)))).toEqual([
      0.4, 0.4, 1,
    ]);
  });
});

describe("logarithmic axes", () => {
  it("make an exponential a straight line and mark it at its values", () => {
    const { picture, marked } = drawn("graph y = 3 * 10^x for x from 0 to 4 with logarithmic y");
    for (const [x, y] of (picture.curves[0]?.pieces ?? []).flat()) expect(y).toBeCloseTo(x + Math.log10(3), 9);
    expect(marked).toEqual(["intercept 0, 3"]);
    expect(picture.marks[0]?.at[1]).toBeCloseTo(Math.log10(3), 9);
  });

  it("carry powers of ten", () => {
    expect(decadeTicks(0, 3, 6).map(({ label }) => label)).toEqual(["1", "10", "100", "1000"]);
    expect(decadeTicks(-6, -4, 2).map(({ label }) => label)).toEqual(["10⁻⁶", "10⁻⁵", "10⁻⁴"]);
    expect(decadeTicks(0, 1, 6).map(({ label }) => label)).toEqual(["1", "2", "5", "10"]);
  });
});

describe("cuts through a surface", () => {
  it("lie on the surface and in their plane", () => {
    const { picture } = drawn("graph z = x^2 - y where x^2 + y^2 <= 4 with slice x = 1, strip y = -0.5");
    const [slice, strip] = picture.curves[0]?.mesh?.cuts ?? [];
    expect([slice?.filled, strip?.filled]).toEqual([false, true]);
    for (const [x, y, z] of slice?.points ?? []) {
      expect(x).toBe(1);
      expect(Math.hypot(x, y)).toBeLessThanOrEqual(2 + 1e-9);
      expect(z).toBeCloseTo(x * x - y, 9);
    }
    const ys = (slice?.points ?? []).map(([, y]) => y);
    expect(Math.max(...ys)).toBeCloseTo(Math.sqrt(3), 4);
    expect(strip?.points.every(([, y]) => y === -0.5)).toBe(true);
  });
});

describe("what the author says of marks and axes", () => {
  it("hides kinds and single marks, and puts labels where they are wanted", () => {
    const { marked, picture } = drawn("graph y = x^3 - 3x with mark 1 at (2, 1) without inflections, intercepts, mark 2");
    expect(marked.some((mark) => /inflection|intercept/.test(mark))).toBe(false);
    expect(picture.marks.find(({ number }) => number === 2)?.hidden).toBe(true);
    expect(picture.marks.find(({ number }) => number === 1)?.labelAt).toEqual([2, 1]);
    expect(drawSvg(picture)).not.toContain('data-mark="2"');
  });

  it("names the axes in words and draws with equal scales", () => {
    const { picture } = drawn('graph h = 5 - t^2 with equal scales, axis t "time in s", axis h "height in m"');
    expect(picture.xLabel).toBe("time in s");
    const { xMin, xMax, yMin, yMax } = picture.window;
    expect((xMax - xMin) / (yMax - yMin)).toBeCloseTo(1.6, 9);
    expect(drawSvg(picture)).toContain("time in s");
  });

  test.each<[string, RegExp]>([
    ["graph y = x with logarithmic q", /there is no axis q here/],
    ["graph y = x for x from -1 to 5 with logarithmic x", /begins above 0/],
    ["graph x^2 + y^2 = 1 with logarithmic x", /logarithmic axes are for functions/],
    ["graph y = x with", /a name with its value/],
    ["graph y = x without colours", /what is left out was expected here/],
    ["graph field (x, y, 1)", /two components/],
    ["graph data (1, 2)", /rows of two numbers/],
    ["graph y = a x + b", /a, b has no value/],
    ["graph x^2 + y^2 = 1 in [0, 1]", /only a function/],
    ["graph y = x with axis x", /in quotes/],
    ['solve x^2 = "four"', /a number, a name or a bracket was expected/],
  ])("%s is refused: %s", (line, message) => expect(answered(line).error?.message).toMatch(message));
});

describe("in words and for LaTeX", () => {
  it("says where a curve rises and falls", () => {
    expect(drawn("graph y = x^3 - 3x for x from -2 to 2").picture.description).toMatch(
      /rises from x = −2 to −1(\.0\d)?, then falls from x = −1(\.0\d)? to 1(\.0\d)?, then rises/,
    );
    expect(drawn("graph y = 1/x for x from -2 to 2").picture.description).toMatch(/in 2 separate pieces/);
    expect(drawn("graph y = 2").picture.description).toMatch(/stays level/);
  });

  it("makes a picture for LaTeX with every curve, balanced and without unknown letters", () => {
    const tex = drawPgf(drawn("graph y = sqrt(x), x^2 + y^2 = 4, (1, 1) for x from -3 to 3 for y from -3 to 3").picture);
    const count = (part: string): number => tex.split(part).length - 1;
    expect([count("\\begin{axis}"), count("\\end{axis}"), count("\\begin{tikzpicture}"), count("\\end{tikzpicture}")]).toEqual([1, 1, 1, 1]);
    expect(count("{")).toBe(count("}"));
    expect(count("\\addlegendentry")).toBe(3);
    expect(tex).not.toMatch(/NaN|[^\x20-\x7E\n]/);
  });

  it("makes a net in space of a surface for LaTeX, with its cuts", () => {
    const tex = drawPgf(drawn("graph z = 4 - x^2 - y^2 where x^2 + y^2 <= 4 with strip x = 1").picture, { around: 50, above: 20 });
    expect(tex).toContain("view={50}{20}");
    const net = /\\addplot3\[surf, z buffer=sort, mesh\/rows=(\d+),[^;]*coordinates \{([^}]*)\}/.exec(tex);
    const rows = Number(net?.[1]);
    expect(((net?.[2] ?? "").split("(").length - 1) % rows).toBe(0);
    expect(tex.split("{").length).toBe(tex.split("}").length);
    expect(tex).toMatch(/fill opacity=0.5/);
  });

  it("draws a legend for several curves, below the plane", () => {
    const shown: Picture = drawn("graph y = x, y = 2x").picture;
    const svg = drawSvg(shown, { width: 400, height: 300 });
    expect(svg).toContain('viewBox="0 0 400 300"');
    expect(svg.split("y = 2x").length).toBeGreaterThan(2);
  });
});

describe("what the hand changes in a line", () => {
  test.each<[string, string]>([
    [withValue("graph y = a x", "a", "2"), "graph y = a x with a = 2"],
    [withValue("graph y = a x with a = 2 from 0 to 5, equal scales", "a", "3"), "graph y = a x with a = 3 from 0 to 5, equal scales"],
    [withValue('graph y = a x, beside caption "A line." # look', "a", "3"), 'graph y = a x with a = 3, beside caption "A line." # look'],
    [withValue('graph y = a x because "with care"', "a", "3"), 'graph y = a x with a = 3 because "with care"'],
    [withLabelAt("graph y = x^2 - 1 with mark 2 at (0, 0) without zeros", 2, ["1", "-2"]), "graph y = x^2 - 1 with mark 2 at (1, -2) without zeros"],
    [withMarkShown("graph y = x^2 - 1", 3, false), "graph y = x^2 - 1 without mark 3"],
    [withMarkShown("graph y = x^2 - 1 without mark 3, holes", 3, true), "graph y = x^2 - 1 without holes"],
    [withNumber("graph y = 2x^2 + 0.5", { text: "0.5", from: 17 }, "-1"), "graph y = 2x^2 + (-1)"],
  ])("gives %s", (changed, expected) => expect(changed).toBe(expected));

  it("finds the numbers that were typed, and none in names and words", () => {
    expect(typedNumbers('graph y = 2x^3 - 1.5 x_1 + v2 with axis x "5 m" because "of 7"').map(({ text }) => text)).toEqual(["2", "3", "1.5"]);
  });

  it("leaves a line that reads the same graph, whatever value is set", () => {
    fc.assert(
      fc.property(fc.integer({ min: -40, max: 40 }), (tenths) => {
        const value = String(tenths / 10);
        const { picture } = drawn("given a", withValue("graph y = a x + 1 with a = 1, equal scales", "a", value));
        expect(picture.sliders?.[0]?.value).toBeCloseTo(tenths / 10, 12);
      }),
      { numRuns: 12 },
    );
  });
});
