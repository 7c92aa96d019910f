import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { guarded, mathLatex } from "../src/document/author-words.ts";
import { runDefended } from "../src/instruction/defended.ts";
import { runWorking } from "../src/instruction/working.ts";
import { writtenLatex } from "../src/notation/latex.ts";
import { parse } from "../src/notation/parse.ts";
import { writtenPlain } from "../src/notation/plain.ts";
import { NotationError, type Syntax } from "../src/notation/syntax.ts";
import { writtenText } from "../src/notation/text.ts";

const around = (open: string, close: string, times: number): string => `${open.repeat(times)}1${close.repeat(times)}`;

/** The place and words of what a text is refused for. */
function refusal(source: string): readonly [number, string] {
  try {
    parse(source);
  } catch (error) {
    if (error instanceof NotationError) return [error.span.from, error.message];
    throw error;
  }
  throw new Error(`“${source.slice(0, 40)}” was read`);
}

describe("what nests", () => {
  const WAYS: readonly (readonly [string, (times: number) => string])[] = [
    ["brackets", (n) => around("(", ")", n)],
    ["braces", (n) => around("{", "}", n)],
    ["bars", (n) => around("|", "|", n)],
    ["signs", (n) => `${"-".repeat(n)}1`],
    ["roots", (n) => `${"√".repeat(n)}2`],
    ["functions", (n) => `${"sin ".repeat(n)}x`],
    ["exponents", (n) => `x${"^x".repeat(n)}`],
    ["fractions", (n) => `1${"/x".repeat(n)}`],
    ["factorials", (n) => `n${"!".repeat(n)}`],
    ["roots in LaTeX", (n) => around("\\sqrt{", "}", n)],
    ["fractions in LaTeX", (n) => around("\\frac{1}{", "}", n)],
    ["mixed", (n) => `${"(-√".repeat(n)}x${")".repeat(n)}`],
  ];

  test.each(WAYS)("as %s is read so far, and refused at its place beyond", (_, of) => {
    expect(writtenText(parse(of(20))).length).toBeGreaterThan(0);
    const [at, message] = refusal(of(1900));
    expect(message).toMatch(/at most 100 levels are read/);
    expect(at).toBeGreaterThan(20);
    expect(at).toBeLessThan(of(1900).length);
  });

  it("without end in an open text is refused too, and nothing else breaks down", () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom("(", "{", "[", "|", "-", "√", "sin ", "x^", "1/", "\\frac{", "x", ")", "}", "!", " "), { minLength: 300, maxLength: 900 }),
        (pieces) => {
          const [line] = runWorking([`evaluate ${pieces.join("")}`]).lines;
          expect(line?.error ?? line?.outcome).toBeDefined();
        },
      ),
      { numRuns: 60 },
    );
  });

  it("in the author's formulas is told by its character, and never stops a page", () => {
    expect(mathLatex(around("\\sqrt{", "}", 600))).toBe(`\\text{this formula is nested too deeply at its character ${50 * 6 + 6}}`);
    expect(mathLatex(around("\\left(", "\\right)", 60))).toMatch(/nested too deeply at its character/);
    expect(mathLatex(around("\\sqrt{", "}", 20))).toContain("\\sqrt");
    const overflowing = guarded((latex) => {
      if (latex.startsWith("\\text")) return latex;
      throw new RangeError("Maximum call stack size exceeded");
    });
    expect(overflowing("x", false)).toMatch(/nested too deeply/);
    expect(() =>
      guarded(() => {
        throw new TypeError("a defect");
      })("x", false),
    ).toThrow(TypeError);
  });
});

describe("numbers", () => {
  test.each([
    ["many digits", "1".repeat(1001), 0, /at most 1000 digits was expected, and this one has 1001/],
    ["many digits and a point", `2 + ${"7".repeat(3000)}.5`, 4, /has 3001/],
    ["a large exponent", "1e10001", 0, /exponent of at most 10000/],
    ["a very small one", "3 - 2.5e-999999999999", 4, /exponent of at most 10000/],
  ])("with %s are refused at their place", (_, source, at, message) => {
    const [place, said] = refusal(source);
    expect(place).toBe(at);
    expect(said).toMatch(message);
  });

  it("of a thousand digits are read, and printed so that they can be read again; longer results by their ends", () => {
    const long: Syntax = parse("7".repeat(1000));
    expect(writtenLatex(long)).toBe("7".repeat(1000));
    const longer: Syntax = { kind: "number", text: `12${"0".repeat(1500)}34` };
    expect(writtenLatex(longer)).toBe(`12${"0".repeat(18)}\\ldots ${"0".repeat(18)}34\\text{ (1504 digits)}`);
    expect(writtenPlain(longer)).toBe(`12${"0".repeat(18)}…${"0".repeat(18)}34 (1504 digits)`);
    expect(writtenText(longer)).toHaveLength(1504);
  });
});

describe("a line that is given up", () => {
  it("says so, and the others stand; what refers to it says that there is nothing", () => {
    const told: number[] = [];
    const givenUp = new Map([[2, "not decided: it was stopped"]]);
    const { lines } = runWorking(
      ["solve x^2 = 4", "solve x^3 = 8", "evaluate 1 + 1", "keep x > 0 from (2)"],
      undefined,
      {},
      { begins: (line) => told.push(line), givenUp },
    );
    expect(told).toEqual([1, 2, 3, 4]);
    expect(lines.map(({ error }) => error?.message)).toEqual([undefined, "not decided: it was stopped", undefined, expect.any(String)]);
    expect(lines[1]?.error?.notDecided).toBe(true);
  });

  it("is one that fails in a way nobody foresaw", () => {
    const lines = ["evaluate 1 + 1", "evaluate 2 + 2", "evaluate 3 + 3"];
    const begins = (line: number): void => {
      if (line === 2) throw new RangeError("Maximum call stack size exceeded");
    };
    // The line fails whenever it is begun: it is given up, and is not begun again.
    let count = 0;
    const { reports } = runDefended(lines, undefined, {}, { begins: (line) => (count++ < 2 ? begins(line) : undefined) });
    expect(reports.map(({ error }) => error?.message)).toEqual([undefined, "not decided: this line met a defect in the program", undefined]);
  });

  it("is a sum with more terms than anyone reads", () => {
    const [line] = runWorking(["expand (a + b + c + d + f)^20"]).lines;
    expect(line?.error?.message).toBe("multiplied out this has 10626 terms, and at most 1000 are written");
  });
});
