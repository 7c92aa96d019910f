import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { isOfConstrainedNature } from "../src/check/optimum/constrained-nature.ts";
import { isOfNature } from "../src/check/optimum/nature.ts";
import { isBestByBounds } from "../src/check/optimum/optimum.ts";
import { number } from "../src/expression/construct.ts";
import { compile } from "../src/expression/double-value.ts";
import type { AnswerReport } from "../src/instruction/line-report.ts";
import { answered, meant } from "./oracle.ts";
import { read } from "./read.ts";

type Optimum = AnswerReport & { readonly kind: "optimum" };

function optimumOf(...lines: readonly string[]): Optimum & { readonly verdict: string | undefined } {
  const { answer, verdict, error } = answered(...lines);
  if (answer?.kind !== "optimum") throw new Error(error?.message ?? "no optimum");
  return { ...answer, verdict };
}

const shown = ({ points }: Optimum): readonly string[] =>
  points.map(
    ({ values, value, nature, global }) =>
      `${nature}${global ? " of all" : ""} ${value.text} at ${Object.values(values)
        .map(({ text }) => text)
        .join(", ")}`,
  );

describe("stationary points", () => {
  test.each<[string, readonly string[]]>([
    ["x^3 - 3x y^2 over x, y", ["saddle 0 at 0, 0"]],
    ["(y - x^2)(y - 3x^2) over x, y", ["saddle 0 at 0, 0"]],
    ["(x - 1)^4 + (x + y)^2 over x, y", ["minimum 0 at 1, -1"]],
    ["x^4 + y^4 over x, y", ["minimum 0 at 0, 0"]],
    ["-x^4 - y^6 over x, y", ["maximum 0 at 0, 0"]],
    ["x^2 + y^3 over x, y", ["saddle 0 at 0, 0"]],
    ["x^2 - y^4 over x, y", ["saddle 0 at 0, 0"]],
    ["x^2 + 2x y^2 + 2y^4 over x, y", ["minimum 0 at 0, 0"]],
    ["x^2 - 2x y^2 + y^4 - y^5 over x, y", ["saddle 0 at 0, 0"]],
    [
      "x^2 + y^2 + z^2 + x y z over x, y, z",
      ["minimum 0 at 0, 0, 0", "saddle 4 at -2, 2, 2", "saddle 4 at 2, -2, 2", "saddle 4 at 2, 2, -2", "saddle 4 at -2, -2, -2"],
    ],
    ["x y e^(-x - y) over x, y", ["saddle 0 at 0, 0", "maximum 1/e^2 at 1, 1"]],
    [
      "sin x + sin y + sin(x + y) over x, y",
      ["maximum 3 sqrt(3)/2 at pi/3 + 2pi n, pi/3 + 2pi k", "saddle 0 at pi + 2pi n, pi + 2pi k", "minimum -3 sqrt(3)/2 at 5pi/3 + 2pi n, 5pi/3 + 2pi k"],
    ],
    ["x^4 + y^4 - 4x y over x, y", ["saddle 0 at 0, 0", "minimum -2 at 1, 1", "minimum -2 at -1, -1"]],
  ])("of %s are %j", (source, points) => {
    const found = optimumOf(`stationary points of ${source}`);
    expect(shown(found)).toEqual(points);
    expect(found.verdict).toBe("nailed");
  });

  it("of random sums of powers are what a circle around them shows", () => {
    const term = fc.tuple(fc.constantFrom(-2, -1, 1, 2), fc.integer({ min: 0, max: 4 }), fc.integer({ min: 0, max: 4 })).filter(([, i, k]) => i + k >= 3);
    fc.assert(
      fc.property(fc.constantFrom("x^2", "y^2", "(x + y)^2", "-x^2"), fc.array(term, { minLength: 1, maxLength: 2 }), (square, terms) => {
        const source = `${square} + ${terms.map(([c, i, k]) => `(${c}) x^${i} y^${k}`).join(" + ")}`;
        const { answer } = answered(`stationary points of ${source} over x, y`);
        if (answer?.kind !== "optimum") return;
        const origin = answer.points.find(({ values }) => Object.values(values).every(({ text }) => text === "0"));
        if (!origin) return;
        const f = compile(meant(source), ["x", "y"]);
        const around = Array.from({ length: 4000 }, (_, k) => f(0.02 * Math.cos(k), 0.02 * Math.sin(k)));
        const [low, high] = [Math.min(...around), Math.max(...around)];
        if (origin.nature === "minimum") expect(low, source).toBeGreaterThan(-1e-15);
        if (origin.nature === "maximum") expect(high, source).toBeLessThan(1e-15);
      }),
      { numRuns: 30 },
    );
  });
});

describe("optima under conditions", () => {
  test.each<[readonly string[], string]>([
    [["given a > 0, b > 0", "maximise 4x y subject to x^2/a^2 + y^2/b^2 = 1 and x > 0 and y > 0 over x, y"], "maximum of all 2a b at sqrt(2) a/2, sqrt(2) b/2"],
    [["given d > 0", "maximise b h^2 subject to b^2 + h^2 = d^2 and b > 0 and h > 0 over b, h"], "maximum of all 2 sqrt(3) d^3/9 at sqrt(3) d/3, sqrt(6) d/3"],
    [["maximise x^2 y^3 z subject to x + y + z = 6 and x >= 0 and y >= 0 and z >= 0 over x, y, z"], "maximum of all 108 at 2, 3, 1"],
    [["minimise (x - 3)^2 + (y - 2)^2 subject to x^2 + y^2 <= 1 over x, y"], "minimum of all 14 - 2 sqrt(13) at 3 sqrt(13)/13, 2 sqrt(13)/13"],
    [["minimise x^2 + y^2 subject to x + y >= 2 over x, y"], "minimum of all 2 at 1, 1"],
    [["maximise x + y subject to x^2 + y^2 <= 4 over x, y"], "maximum of all 2 sqrt(2) at sqrt(2), sqrt(2)"],
    [["minimise sqrt((x - 3)^2 + (y - 2)^2) subject to x^2 + y^2 <= 1 over x, y"], "minimum of all sqrt(13) - 1 at 3 sqrt(13)/13, 2 sqrt(13)/13"],
    [["minimise sqrt((x - 1)^2 + y^2) subject to x^2 + y^2 <= 4 over x, y"], "minimum of all 0 at 1, 0"],
    [["minimise 2|x - 1| - |x - 3| + |x + 4| + |x - 1| over x in [-3, 2]"], "minimum of all 3 at 1"],
    [["minimise sqrt((x - 3)^2 + x) over x"], "minimum of all sqrt(11)/2 at 5/2"],
    [["maximise x^2 + y^2 - x subject to x^2 + y^2 <= 4 over x, y"], "maximum of all 6 at -2, 0"],
    [["maximise 5 - |x - 1| - |y| subject to x^2 + y^2 <= 4 over x, y"], "maximum of all 5 at 1, 0"],
    [["minimise sqrt(x) - y subject to x + y <= 2 and x >= 0 and y >= 0 over x, y"], "minimum of all -2 at 0, 2"],
    [["minimise x subject to y^2 + x^4 - x^3 = 0 over x, y"], "minimum of all 0 at 0, 0"],
    [["given a > 0", "maximise x sqrt(a^2 - x^2) over x"], "maximum of all a^2/2 at sqrt(2) a/2"],
    [["given a > 0", "maximise -|x - a| - x^2/(8a) over x"], "maximum of all -a/8 at a"],
    [["given a > 0", "minimise |x - a| + x^2/(4a) over x"], "minimum of all a/4 at a"],
    [["given a > 0", "minimise |x - a| + x^2/a over x"], "minimum of all 3a/4 at a/2"],
    [["maximise x + 2y subject to x + y <= 4 and x >= 0 and y >= 0 over x, y"], "maximum of all 8 at 0, 4"],
    [
      ["given a > 0", "given b > 0", "given d > 0", "minimise sqrt(x^2 + a^2) + sqrt((d - x)^2 + b^2) over x"],
      "minimum of all sqrt(a^2 + 2a b + b^2 + d^2) at a d/(a + b)",
    ],
    [["minimise sqrt((x - 4)^2 + 1) + sqrt(x^2 + y^2) + sqrt((y - 5)^2 + 4) over x, y"], "minimum of all 6 sqrt(2) at 3, 3"],
    [["minimise sqrt((x - 1)^2 + y^2) + sqrt((x + 1)^2 + y^2) + sqrt(x^2 + (y - 2)^2) over x, y"], "minimum of all 2 + sqrt(3) at 0, sqrt(3)/3"],
    [["minimise |x - 1| + |x - 2| + |x - 5| over x"], "minimum of all 4 at 2"],
    [["maximise min(x, 2 - x)"], "maximum of all 1 at 1"],
    [["minimise max(x^2, 2 - x)"], "minimum of all 1 at 1"],
    [["minimise (x - y)^2 over x, y"], "minimum of all 0 at y, y"],
    [["given x > 0, y > 0", "maximise x^2 y^3 e^(-x - 2y)"], "maximum of all 27/(2 e^5) at 2, 3/2"],
    [
      ["given S > 0, x > 0, y > 0, z > 0", "maximise x y z subject to x y + 2y z + 2z x = S over x, y, z"],
      "maximum of all sqrt(3) S sqrt(S)/18 at sqrt(3) sqrt(S)/3, sqrt(3) sqrt(S)/3, sqrt(3) sqrt(S)/6",
    ],
    [
      ["given a > 0, b > 0, c > 0, x > 0, y > 0, z > 0", "maximise 8x y z subject to x^2/a^2 + y^2/b^2 + z^2/c^2 = 1 over x, y, z"],
      "maximum of all 8 sqrt(3) a b c/9 at sqrt(3) a/3, sqrt(3) b/3, sqrt(3) c/3",
    ],
    [["given a > 0, x > 0, y > 0", "minimise x + y + a^3/(x y) over x, y"], "minimum of all 3a at a, a"],
  ])("%j: %s", (lines, first) => {
    const found = optimumOf(...lines);
    expect(shown(found)[0]).toBe(first);
    expect(found.verdict).toBe("nailed");
  });

  it("are beaten by no point of a fine grid of a random triangle", () => {
    const coefficient = fc.integer({ min: -3, max: 3 });
    fc.assert(
      fc.property(coefficient, coefficient, coefficient, fc.integer({ min: 1, max: 4 }), fc.constantFrom("maximise", "minimise"), (a, b, c, size, word) => {
        const objective = `(${a}) x^2 + (${b}) x y + (${c}) y^2 + x - 2y`;
        const { answer, verdict } = answered(`${word} ${objective} subject to x + y <= ${size} and x >= 0 and y >= 0 over x, y`);
        if (answer?.kind !== "optimum" || verdict !== "nailed") return;
        const best = Number(answer.points.find(({ global }) => global)?.value.re);
        const f = compile(meant(objective), ["x", "y"]);
        for (let i = 0; i <= 40; i += 1) {
          for (let k = 0; i + k <= 40; k += 1) {
            const value = f((size * i) / 40, (size * k) / 40);
            if (word === "maximise") expect(value, objective).toBeLessThan(best + 1e-9);
            else expect(value, objective).toBeGreaterThan(best - 1e-9);
          }
        }
      }),
      { numRuns: 25 },
    );
  });

  test.each<[string, string, readonly (readonly [string, string, readonly string[]])[]]>([
    [
      "given a > 0",
      "minimise x^2 - 2a x over x in [0, 1]",
      [
        ["a", "-a^2", ["0 <= a <= 1"]],
        ["1", "1 - 2a", ["a > 1"]],
      ],
    ],
    [
      "given a",
      "minimise x^2 - 2a x over x in [0, 1]",
      [
        ["a", "-a^2", ["0 <= a <= 1"]],
        ["0", "0", ["a < 0"]],
        ["1", "1 - 2a", ["a > 1"]],
      ],
    ],
    ["given h > 0", "maximise x/(x^2 + h^2) over x", [["h", "1/(2h)", []]]],
    [
      "given a > 0",
      "minimise x^2 (a - x) over x in [0, a]",
      [
        ["0", "0", []],
        ["a", "0", []],
      ],
    ],
    ["given a > 0", "maximise a x over x in [0, 2]", [["2", "2a", []]]],
    ["given m > 0, g > 0, mu > 0", "minimise mu m g/(cos(theta) + mu sin(theta)) over theta in [0, pi/2]", [["arctan(mu)", "mu m g/sqrt(mu^2 + 1)", []]]],
  ])("%s: %s is best at %j", (given, line, best) => {
    const { points, verdict } = optimumOf(given, line);
    const found = points.filter(({ global }) => global).map(({ values, value, conditions }) => [Object.values(values)[0]?.text, value.text, conditions ?? []]);
    expect(found).toEqual(best);
    expect(verdict).toBe("nailed");
  });

  test.each([
    ["maximise x^x over x in (0, infinity)", "as x approaches infinity, the values become greater than any number"],
    ["minimise e^x", "as x approaches -infinity, which is not reached, the values approach 0 and become smaller than any that is attained"],
    ["maximise arctan(x) - x/2 over x", "as x approaches -infinity, the values become greater than any number"],
    ["maximise x^2 y^3 z subject to x + y + z = 6 over x, y, z", "far out the values become greater than any number"],
  ])("%s: there is none, since %s", (line, why) => {
    const found = optimumOf(line);
    expect(found.none).toContain(why);
    expect(found.verdict).toBe("nailed");
  });

  it("of positive terms are beaten by no other positive values", () => {
    const small = fc.integer({ min: 1, max: 2 });
    let nailed = 0;
    fc.assert(
      fc.property(fc.array(small, { minLength: 7, maxLength: 7 }), ([a = 1, b = 1, c = 1, p = 1, q = 1, r = 1, s = 1]) => {
        const objective = `${a} x^${p} + ${b} y^${q} + ${c}/(x^${r} y^${s})`;
        const { answer, verdict } = answered("given x > 0, y > 0", `minimise ${objective} over x, y`);
        const best = answer?.kind === "optimum" ? Number(answer.points.find(({ global }) => global)?.value.re) : Number.NaN;
        const f = compile(meant(objective), ["x", "y"]);
        const around = Array.from({ length: 1681 }, (_, k) => f(1.2 ** (Math.floor(k / 41) - 20), 1.2 ** ((k % 41) - 20)));
        expect(Math.min(...around), objective).toBeGreaterThan(best * (1 - 1e-12));
        expect(Math.min(...around), objective).toBeLessThan(best * 1.1);
        if (verdict === "nailed") nailed += 1;
      }),
      { numRuns: 12 },
    );
    expect(nailed).toBeGreaterThan(8);
  });

  it("are all of them, on a border too", () => {
    const found = optimumOf("minimise x y subject to x >= 0 and y >= 0 and x + y <= 2 over x, y");
    expect(shown(found)).toContain("minimum of all 0 at 0, y");
    expect(shown(found)).toContain("minimum of all 0 at x, 0");
  });

  it("that repeat are not nailed by some of their members", () => {
    const claim = {
      objective: read("cos(x) + cos(y) + cos(x + y)"),
      variables: ["x", "y"],
      constraints: [],
      facts: [],
      assumptions: [],
      wanted: "maximum" as const,
    };
    const member = {
      values: new Map([
        ["x", number(0)],
        ["y", number(0)],
      ]),
      value: number(3),
      global: true,
      end: false,
      integers: [],
      conditions: [],
    };
    expect(isBestByBounds({ ...claim, points: [member], allFound: false })).toBe(false);
  });

  it("are not said to be attained on a border that does not belong to the domain", () => {
    const found = optimumOf("maximise x + y subject to x^2 + y^2 < 1 over x, y");
    expect(found.points.some(({ global }) => global)).toBe(false);
    expect(found.none).toMatch(/not attained/);
  });

  test.each([
    ["minimise |x - 1| + |x - 3| over x", "2", "1 <= x <= 3"],
    ["maximise -|x - 1| - |x + 2| over x", "-3", "-2 <= x <= 1"],
    ["minimise |x - 1| + |x - 3| + |x - 5| + |x - 8| over x", "9", "3 <= x <= 5"],
    ["minimise max(x, -x, 3)", "3", "-3 <= x <= 3"],
    ["maximise x - |x|", "0", "x >= 0"],
  ])("are a whole interval or ray: %s", (line, value, where) => {
    const found = optimumOf(line);
    expect(found).toMatchObject({ verdict: "nailed", points: [{ global: true, value: { text: value }, conditions: [where], parameters: { x: "free" } }] });
  });

  test.each(["maximise cbrt(x - 1) + y subject to x^2 + y^2 <= 4 over x, y", "maximise 1/(x^2 + y^2) subject to x + y <= 2 and x >= 0 and y >= 0 over x, y"])(
    "are not nailed where the objective is not seen to be smooth or continuous: %s",
    (line) => expect(optimumOf(line).verdict).not.toBe("nailed"),
  );

  it("can be put in by the number of their line", () => {
    const { answer, verdict } = answered("maximise x y subject to x + y = 10 over x, y", "evaluate x^2 + y^2 with (1)");
    expect(answer?.kind === "expression" && answer.value.text).toBe("50");
    expect(verdict).toBe("nailed");
    const box = answered("let V(x) = x (12 - 2x) (12 - 2x)", "maximise V(x) over x in [0, 6]", "evaluate V with (2)");
    expect(box.answer?.kind === "expression" && box.answer.value.text).toBe("128");
  });
});

describe("the judge of natures on conditions", () => {
  const at = (objective: string, nature: "maximum" | "minimum" | "saddle", x: string, y: string) =>
    isOfConstrainedNature(
      {
        objective: read(objective),
        variables: ["x", "y"],
        values: new Map([
          ["x", read(x)],
          ["y", read(y)],
        ]),
        value: read("0"),
        nature,
      },
      [read("x^2 + y^2 - 2")],
      [],
    );

  test.each<[string, "maximum" | "minimum", string, string, boolean]>([
    ["x + y", "maximum", "1", "1", true],
    ["x + y", "minimum", "1", "1", false],
    ["x y", "minimum", "1", "-1", true],
    ["x y", "maximum", "1", "-1", false],
    ["x + y", "maximum", "sqrt(2)", "0", false],
    ["x y^2", "minimum", "sqrt(2)", "0", true],
  ])("%s has a %s at (%s, %s): %s", (objective, nature, x, y, expected) => expect(at(objective, nature, x, y)).toBe(expected));
});

describe("the judge of natures", () => {
  const at = (objective: string, nature: "maximum" | "minimum" | "saddle", x = 0, y = 0) =>
    isOfNature(
      {
        objective: read(objective),
        variables: ["x", "y"],
        values: new Map([
          ["x", number(x)],
          ["y", number(y)],
        ]),
        value: read("0"),
        nature,
      },
      [],
    );

  test.each<[string, "maximum" | "minimum" | "saddle"]>([
    ["x^3 - 3x y^2", "minimum"],
    ["(y - x^2)(y - 3x^2)", "minimum"],
    ["x^2 + y^3", "minimum"],
    ["x^2 + y^4", "saddle"],
    ["x^2 - 2x y^2 + y^4 - y^5", "minimum"],
    ["x y", "maximum"],
  ])("does not take %s for a %s", (objective, nature) => expect(at(objective, nature)).toBe(false));

  test.each<[string, "maximum" | "minimum" | "saddle"]>([
    ["x^2 + y^4 + y^5", "minimum"],
    ["x^2 + 2x y^2 + 2y^4 + x^3", "minimum"],
    ["-x^2 - y^6", "maximum"],
    ["x^3 - 3x y^2", "saddle"],
  ])("takes %s for a %s", (objective, nature) => expect(at(objective, nature)).toBe(true));
});
