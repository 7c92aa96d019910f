import { describe, expect, it, test } from "vitest";
import { compile } from "../src/expression/double-value.ts";
import { LIMITS_WITH_LETTERS } from "./limit-problems.ts";
import { answered, meant } from "./oracle.ts";

/** How the words of the steps begin, in their order. */
const WAYS: readonly (readonly [of: string, ways: readonly string[]])[] = [
  ["(x^2 - 9)/(x - 3) as x -> 3", ["Factor the numerator", "Cancel the common factor", "The function is continuous there"]],
  ["x^2 + sin x as x -> 1", ["The function is continuous there"]],
  ["(sqrt(1 + x) - 1)/x as x -> 0", ["Multiply above and below by the conjugate", "The function is continuous there"]],
  ["sqrt(x^2 + 3x) - x as x -> infinity", ["Multiply above and below by the conjugate", "Divide numerator and denominator", "Of the terms"]],
  ["(2x^3 - x)/(5x^3 + 4) as x -> infinity", ["Divide numerator and denominator", "Of the terms"]],
  ["sin(3x)/tan(5x) as x -> 0", ["Put standard limits to use"]],
  ["(1 - cos x)/x^2 as x -> 0", ["Put standard limits to use"]],
  ["(tan x - sin x)/x^3 as x -> 0", ["Write everything by sine and cosine", "Put standard limits to use", "The function is continuous there"]],
  ["x sin(1/x) as x -> 0", ["sin(1/x) stays between bounds"]],
  ["x^x as x -> 0 from the right", ["Write the power by e", "Every power outgrows", "The exponent tends to"]],
  ["(1 + 3/x)^(2x) as x -> infinity", ["Write the power by e", "Put standard limits to use", "The exponent tends to"]],
  ["x^3 e^(-x) as x -> infinity", ["The exponential function outgrows"]],
  ["ln(x)/sqrt(x) as x -> infinity", ["Every power outgrows"]],
  [
    "(1/x - 1/(e^x - 1)) as x -> 0",
    ["Bring everything over the common denominator", "Put standard limits", "Numerator and denominator both tend to 0", "Put standard limits"],
  ],
  ["(x - 1 - ln x)/(x - 1)^2 as x -> 1", ["Numerator and denominator both tend to 0", "The function is continuous there"]],
  ["|sin x|/x as x -> 0 from the left", ["Near the place, where it is approached", "Put standard limits to use"]],
  ["floor(x) as x -> 3 from the left", ["Near the place, where it is approached"]],
  ["floor(x)/x as x -> infinity", ["$floor(x)$ differs from $x$ by less than 1"]],
  ["x/(x - 2) as x -> 2 from the left", ["The numerator tends to"]],
  ["arctan(e^x) as x -> infinity", ["$e^x$ tends to"]],
  ["(sin(x + h) - sin x)/h as h -> 0", ["Write the difference as a product", "Put standard limits to use", "The function is continuous there"]],
  ["(ln(x + h) - ln x)/h as h -> 0", ["The difference of logarithms", "Put standard limits to use"]],
  ["(e^x - e^2)/(x - 2) as x -> 2", ["Write the difference as a product", "Put standard limits to use"]],
  [
    "(sin(tan x) - tan(sin x))/x^7 as x -> 0",
    ["Near the place, write $sin(tan(x))$", "Near the place, write $tan(sin(x))$", "But for smaller terms the numerator is $-x^7/30$"],
  ],
  // Where the rule of L'Hôpital would be used three times, the series is the shorter way.
  [
    "(1/x^2 - 1/sin(x)^2) as x -> 0",
    ["Bring everything over the common denominator", "Put standard limits", "Near the place, write $sin(x)^2$", "But for smaller terms"],
  ],
];

describe("the way to a limit", () => {
  test.each(WAYS)("of %s is a teacher's", (of, ways) => {
    const { steps, verdict } = answered(`limit of ${of}`);
    expect(steps).toHaveLength(ways.length);
    steps.forEach((step, k) => {
      expect(step.text.startsWith(ways[k] ?? "?"), `${step.text} | ${ways[k]}`).toBe(true);
    });
    expect(verdict).toBe("nailed");
  });

  it("ends with the limit, and every step on it is nailed", () => {
    for (const [of] of WAYS) {
      const { answer, steps } = answered(`limit of ${of}`);
      expect(
        steps.every(({ verdict }) => verdict === "nailed"),
        of,
      ).toBe(true);
      expect(steps.at(-1)?.latex, of).toBe(answer?.kind === "expression" ? answer.value.latex : "");
    }
  });
});

describe("cases of the letters of a limit", () => {
  const VALUES = [-2, -1, -0.5, 0, 0.5, 1, 3];

  /** The value of cases for one number of the letter: the value of the first that holds, undefined where none does. */
  function chosen(text: string, letter: string, at: number): number | undefined {
    const value = compile(meant(text), [letter])(at);
    return Number.isNaN(value) ? undefined : value;
  }

  const ofOneLetter = LIMITS_WITH_LETTERS.filter(([, value]) => value.startsWith("cases("));

  test.each(ofOneLetter)("%j: each number for the letter has the limit that its case says", (lines, value) => {
    const letter = /if (?:\S+ <=? )?([a-z])\b/.exec(value)?.[1] ?? "a";
    let compared = 0;
    // A real power of what is not positive is no curve, and is left out of its cases.
    const isPower = lines.some((line) => line.includes(`${letter}^x`));
    for (const at of VALUES.filter((one) => !isPower || one > 0)) {
      const own = lines.map((line) => (line.startsWith("limit") ? line.replaceAll(new RegExp(`\\b${letter}\\b`, "g"), `(${at}/1)`) : line));
      const { answer } = answered(...own);
      const text = answer?.kind === "expression" ? answer.value.text : undefined;
      const expected = chosen(value.replaceAll("infinity", "10^300"), letter, at);
      if (text === undefined || text === "does not exist") expect(expected, `${letter} = ${at}`).toBeUndefined();
      else {
        compared += 1;
        expect(compile(meant(text.replace("infinity", "10^300")), [])(0), `${letter} = ${at}`).toBeCloseTo(expected ?? Number.NaN, 9);
      }
    }
    expect(compared).toBeGreaterThan(2);
  });
});
