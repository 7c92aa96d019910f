import { readFileSync, writeFileSync } from "node:fs";
import { describe, expect, it, test } from "vitest";
import { INSTRUCTIONS } from "../src/instruction/registry.ts";
import { runWorking } from "../src/instruction/working.ts";
import { writingPage } from "../src/instruction/writing.ts";
import { SENTENCE_WORDS } from "../src/notation/keywords.ts";

const PAGE = new URL("../../docs/writing.md", import.meta.url);
const EXAMPLES = INSTRUCTIONS.flatMap(({ name, examples }) => examples.map((lines) => [name, lines] as const));

describe("the page of all sentences", () => {
  it("is the one that the registry makes (WRITE_DOCS=1 writes it anew)", () => {
    if (process.env["WRITE_DOCS"]) writeFileSync(PAGE, writingPage());
    expect(readFileSync(PAGE, "utf8")).toBe(writingPage());
  });

  test.each(EXAMPLES)("%s: %j is carried out", (name, lines) => {
    const ran = runWorking(lines).lines;
    expect(ran.map(({ error }) => error?.message)).toEqual(lines.map(() => undefined));
    expect(ran.some(({ instruction }) => instruction === name)).toBe(true);
  });

  it("gives every instruction a purpose, forms and an example, of words that slips are held against", () => {
    for (const { name, purpose, forms, examples } of INSTRUCTIONS) {
      expect([name, purpose.length > 0, forms.length > 0, examples.length > 0]).toEqual([name, true, true, true]);
      const words = forms.flatMap((form) => form.match(/(?<![\w^])[a-z]{4,}(?![\w(])/g) ?? []);
      for (const word of words.filter((one) => one !== "theta" && one !== "infinity")) expect(SENTENCE_WORDS.has(word), `${name}: ${word}`).toBe(true);
    }
  });
});
