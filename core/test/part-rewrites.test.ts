import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { NO_MEMORY } from "../src/instruction/memory.ts";
import { partRewrite, partSentences } from "../src/instruction/part-rewrites.ts";
import { runWorking } from "../src/instruction/working.ts";
import { latexWithParts, type Part } from "../src/notation/parts.ts";
import { present } from "../src/notation/present.ts";
import { answered, meant, nailedValue } from "./oracle.ts";
import { cases } from "./seed.ts";

const partsIn = (source: string): readonly Part[] => latexWithParts(present(meant(source))).parts;
const partOf = (source: string, text: string): Part => {
  const part = partsIn(source).find((one) => one.text === text);
  if (!part) throw new Error(`${text} is no part of ${source}: ${partsIn(source).map((one) => one.text)}`);
  return part;
};
/** What is offered for a part of the last line. */
const offers = (lines: readonly string[], part: Part): ReadonlyMap<string, string> =>
  new Map(
    partSentences(part, lines.length).flatMap(({ words, sentence }) => {
      const rewrite = partRewrite(lines, lines.length, sentence, NO_MEMORY, {});
      return rewrite ? [[words, rewrite.text] as const] : [];
    }),
  );

describe("the parts of a formula", () => {
  const leaf = fc.constantFrom("x", "y", "a", "2", "sin x", "ln y", "sqrt(a)", "(x + 1)");
  const sum = fc.tuple(leaf, leaf, leaf).map(([p, q, r]) => `(${p} + ${q} ${r})`);
  const formula = fc.oneof(
    fc.tuple(sum, sum).map(([p, q]) => `${p}^2 - a ${q}`),
    fc.tuple(sum, sum, leaf).map(([p, q, r]) => `${p} ${q}/(${r} + 3)`),
    fc.tuple(sum, leaf).map(([p, q]) => `e^(${p}) + ${q}/${p}`),
  );

  it("can each be named in a sentence, which leaves the value as it is", () =>
    fc.assert(
      fc.property(formula, (source) => {
        for (const { text, isWhole } of partsIn(source)) {
          const { error, verdict } = answered(source, isWhole ? "expand (1)" : `expand the part ${text} of (1)`);
          expect(error?.message, `${text} of ${source}`).toBeUndefined();
          expect(verdict, `${text} of ${source}`).toBe("nailed");
        }
      }),
      cases(25),
    ));

  it("stand within each other as they are written", () => {
    const parts = partsIn("(x + 1)^2/(2 y) + sin(x + 1)");
    const within = parts.map(({ text, within: around }) => [text, around === undefined ? "" : parts[around]?.text]);
    expect(within).toEqual([
      ["x + 1", "(x + 1)^2"],
      ["(x + 1)^2", "(x + 1)^2/(2y)"],
      ["2y", "(x + 1)^2/(2y)"],
      ["(x + 1)^2/(2y)", "(x + 1)^2/(2y) + sin(x + 1)"],
      ["x + 1", "sin(x + 1)"],
      ["sin(x + 1)", "(x + 1)^2/(2y) + sin(x + 1)"],
      ["(x + 1)^2/(2y) + sin(x + 1)", ""],
    ]);
  });
});

describe("rewrites of a part", () => {
  test.each<[string, string, string, string]>([
    ["e^(2x + y) (sin x + cos x)^2", "(sin(x) + cos(x))^2", "simplify", "e^(2x + y) (1 + sin(2x))"],
    ["e^(2x + y) (sin x + cos x)^2", "e^(2x + y)", "expand only powers", "e^(2x) e^y (sin(x) + cos(x))^2"],
    ["(x^2 - 1)/(x - 1) + a", "x^2 - 1", "factor", "a + (x - 1) (x + 1)/(x - 1)"],
    ["tan x + a cos x", "tan(x)", "rewrite with sin, cos", "a cos(x) + sin(x)/cos(x)"],
    ["b (1/x + 1/y)", "1/x + 1/y", "combine", "b (x + y)/(x y)"],
    ["k (x^2 + 6x) + 1", "x^2 + 6x", "complete the square for x", "k ((x + 3)^2 - 9) + 1"],
  ])("of %s at %s: %s gives %s", (source, part, words, expected) => {
    const found = offers([source], partOf(source, part));
    expect([...found.entries()].find(([own]) => own === words)?.[1]).toBe(expected);
  });

  it("leave everything else as it is, and lead to what cancels", () => {
    const source = "e^(2x + y) (sin x + cos x)^2 - e^(2x + y) (1 + 2 sin x cos x)";
    const expanded = nailedValue(source, "expand the part (sin(x) + cos(x))^2 of (1)");
    expect(expanded.text).toBe("e^(2x + y) (2 sin(x) cos(x) + sin(x)^2 + cos(x)^2) - e^(2x + y) (1 + 2 sin(x) cos(x))");
    expect(nailedValue(source, "expand the part (sin(x) + cos(x))^2 of (1)", "simplify (2)").text).toBe("0");
  });

  it("that stands in several places rewrites the one that was chosen", () => {
    const source = "(x + 1)^2/(2 y) + sin((x + 1)^2) + e^((x + 1)^2)";
    const parts = partsIn(source).filter(({ text }) => text === "(x + 1)^2");
    expect(parts.map(({ place }) => place)).toEqual([1, 2, 3]);
    const [, second] = parts;
    expect(second && offers([source], second).get("expand")).toBe("(x + 1)^2/(2y) + e^(x^2 + 2x + 1) + sin((x + 1)^2)");
    expect(nailedValue(source, "expand the part (x + 1)^2 of (1)").text).toBe("(x^2 + 2x + 1)/(2y) + e^(x^2 + 2x + 1) + sin(x^2 + 2x + 1)");
    expect(answered(source, "expand the fourth part (x + 1)^2 of (1)").error?.message).toBe("(x + 1)^2 does not stand here 4 times");
    expect(partsIn("x^2 + sin(x)").map(({ place }) => place)).toEqual([undefined, undefined, undefined]);
  });

  it("rewrite one side of an equation", () => {
    const { answer, verdict, steps } = answered("(x + 1)^2 + 3 = (y - 2)^2", "expand the part (y - 2)^2 of (1)");
    expect(answer?.kind === "expression" ? answer.value.text : "").toBe("(x + 1)^2 + 3 = y^2 - 4y + 4");
    expect([verdict, steps.at(-1)?.verdict]).toEqual(["nailed", "nailed"]);
  });

  it("give their reason in the sentence, which is a line of the working", () => {
    const lines = ["y = (x + 1)^2 - e^(2x)"];
    const [sentence = ""] = partSentences(partOf("(x + 1)^2 - e^(2x)", "(x + 1)^2"), 1).map((one) => one.sentence);
    const rewrite = partRewrite(lines, 1, sentence, NO_MEMORY, {});
    expect(rewrite?.sentence).toBe('expand the part (x + 1)^2 of (1) because "Multiply every term by every term; collect like terms"');
    const added = runWorking([...lines, rewrite?.sentence ?? ""]).lines.at(-1);
    expect(added?.outcome?.verdict).toBe("nailed");
    expect(added?.printing.because).toBe("Multiply every term by every term; collect like terms");
  });

  it("that change nothing, or cannot be carried out, are not offered", () => {
    const part = partOf("x + sin(y)", "sin(y)");
    expect([...offers(["x + sin(y)"], part).keys()]).not.toContain("factor");
    expect(offers(["x + sin(y)"], part).get("expand")).toBeUndefined();
  });
});
