import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { renumbered, wordsRenumbered } from "../src/instruction/reading/renumbered.ts";
import { runWorking } from "../src/instruction/working.ts";

const moved = (line: number): number | undefined => (line === 2 ? undefined : line > 2 ? line - 1 : line);

describe("a line whose neighbours move", () => {
  it.each([
    ["solve (3) + (1) for x", "solve (2) + (1) for x"],
    ["keep x > 0 from (2)", "keep x > 0 from (?)"],
    ["factor the part x + 1 of ( 4 )", "factor the part x + 1 of (3)"],
    ["evaluate sin(3) + f(3) + f (3) + x_1 (3)", "evaluate sin(3) + f(3) + f (3) + x_1 (2)"],
    ['so x = 2 because "from $(3)$ and (3)"', 'so x = 2 because "from $(2)$ and (3)"'],
    ["evaluate 2 (9)", "evaluate 2 (9)"],
    ["evaluate 2 (3", "evaluate 2 (3"],
    ["evaluate (3) # as in (3)", "evaluate (2) # as in (3)"],
  ])("%s becomes %s", (source, expected) => {
    expect(renumbered(source, { from: 6, to: 5, moved }, new Set(["f"]))).toBe(expected);
  });

  it("keeps a number in brackets a number where a line of that number comes to stand above", () => {
    expect(renumbered("evaluate 2 (3)", { from: 2, to: 5, moved: (line) => line })).toBe("evaluate 2 {3}");
    const { lines } = runWorking(["evaluate 7", "evaluate 8", "evaluate 9", "evaluate 2 {3}"]);
    expect(lines[3]?.references).toEqual([]);
  });

  it("has its mathematics changed in words alone", () => {
    expect(wordsRenumbered("By $(3) + 1$, as in (3).", { from: 9, to: 9, moved: (line) => line + 1 })).toBe("By $(4) + 1$, as in (3).");
  });

  it("says what is missing where the line is gone", () => {
    const { lines } = runWorking(["evaluate 7", "evaluate 2 (?)"]);
    expect(lines[1]?.error?.message).toMatch(/the line that was meant here is gone/);
  });

  it("refers to the same lines after any line was put in between", () => {
    const sources = [
      "given a > 0",
      "let f(x) = x^2 + 1",
      "solve x^2 = 4 a^2",
      "keep x > 0 from (3)",
      "evaluate 2 (4) + f(3)",
      "x + 1 = 5",
      "solve (6)",
      "evaluate (5) (7)",
    ];
    const before = runWorking(sources).lines;
    fc.assert(
      fc.property(fc.integer({ min: 0, max: sources.length }), (at) => {
        const now = (line: number): number => (line > at ? line + 1 : line);
        const changed = sources.map((source, k) => renumbered(source, { from: k + 1, to: now(k + 1), moved: now }, new Set(["f"])));
        const after = runWorking(changed.toSpliced(at, 0, "evaluate 99")).lines.toSpliced(at, 1);
        expect(after.map(({ references }) => references)).toEqual(before.map(({ references }) => references.map(now)));
        expect(after.map(({ outcome }) => outcome?.verdict)).toEqual(before.map(({ outcome }) => outcome?.verdict));
      }),
      { numRuns: 9 },
    );
  });
});
