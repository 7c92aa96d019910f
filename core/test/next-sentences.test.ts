import { describe, expect, it } from "vitest";
import { NO_MEMORY } from "../src/instruction/memory.ts";
import { type NextSentence, sentencesAfter, tried } from "../src/instruction/next-sentences.ts";
import { runWorking } from "../src/instruction/working.ts";

/** What is offered below the last line, and can be carried out. */
const next = (...lines: readonly string[]): readonly NextSentence[] =>
  sentencesAfter(lines, lines.length, NO_MEMORY, {}).flatMap((sentence) => tried(lines, lines.length, sentence, NO_MEMORY, {}) ?? []);

describe("what could come next", () => {
  it.each<[readonly string[], readonly string[]]>([
    [["x^2 - 5x + 6 = 0"], ["solve (1)", "graph y = x^2 - 5x + 6, y = 0"]],
    [["F = m a"], ["solve (1) for F", "solve (1) for a", "solve (1) for m"]],
    [["solve x^2 = 4"], ["keep x > 0 from (1)", "keep x < 0 from (1)", "expect x = □"]],
    [["evaluate 2 pi sqrt(2.5/9.8)"], ["evaluate (1) to 3 figures", "expect □"]],
    [["x^2 + 3x", "solve 2x = 8"], ["evaluate (1) with (2)"]],
    [["(x + 1)^2"], ["expand (1)", "differentiate (1) by x", "integrate (1) over x", "graph (1)", "tabulate (1) for x from □ to □ by □"]],
    [["graph y = x^2 - 2x for x from 0 to 3"], ["solve x^2 - 2x = 0 for x in [-0.", "maximise x^2 - 2x over x in ["]],
    [["solve x^2 = 4", "so x = 2 or x = -2"], ["fill in"]],
  ])("below %j there is %j", (lines, expected) => {
    const sentences = next(...lines).map(({ sentence }) => sentence);
    for (const one of expected) expect(sentences.some((sentence) => sentence.startsWith(one.replace("[-0.", "[")))).toBe(true);
  });

  it("holds only what changes something, each with what it comes to", () => {
    const offered = next("(x + 1)^2");
    expect(offered.find(({ sentence }) => sentence === "expand (1)")?.preview).toBe("{x}^{2}+2 x+1");
    expect(offered.some(({ sentence }) => sentence.startsWith("rewrite (1) with exp"))).toBe(false);
    expect(next("solve x^2 = -4").map(({ sentence }) => sentence)).not.toContain("keep x > 0 from (1)");
  });

  it("is carried out without a fault and bends nothing, below any line", () => {
    const workings = [
      ["a x^2 + b x + c = 0"],
      ["sin(2x) = 1/2"],
      ["given g = 9.8 m/s^2", "g t^2/2 = 20"],
      ["x + y = 3 and x - y = 1"],
      ["e^(2x) - 3"],
      ["limit of sin(x)/x as x -> 0"],
      ["(x + 2)^3/(x + 2)"],
      ["ln(a^2 b)"],
      ["sin(x)^2"],
      ["maximise x (10 - x)"],
      ["evaluate (1, 2, 3)"],
      ["solve x > 3"],
    ];
    let count = 0;
    for (const lines of workings)
      for (const { sentence, preview } of next(...lines)) {
        if (preview === undefined) continue;
        count += 1;
        const last = runWorking([...lines, sentence]).lines.at(-1);
        expect([sentence, last?.error?.message, last?.outcome?.verdict === "bent"]).toEqual([sentence, undefined, false]);
      }
    expect(count).toBeGreaterThan(10);
  });
});
