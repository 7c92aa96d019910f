import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { mathLatex, statementHtml, wordsHtml } from "../src/document/author-words.ts";
import { ProblemSetError } from "../src/problemset/problem-set.ts";
import { readProblemSet } from "../src/problemset/read.ts";
import { writeProblemSet } from "../src/problemset/write.ts";

const HARBOUR = readFileSync(new URL("../../examples/saltmere-harbour.nail.md", import.meta.url), "utf8");

describe("the problem-set file", () => {
  it("holds title, front matter, introduction and problems", () => {
    const set = readProblemSet(HARBOUR);
    expect(set).toMatchObject({ title: "Ropes, cranes and falling weights", frontMatter: "course: Saltmere Harbour, first-year physics\nweek: 3" });
    expect(set.problems).toHaveLength(7);
    expect(set.problems[0]).toMatchObject({ title: "The dropped mooring line", working: expect.arrayContaining(["given g = 9.8"]) });
    expect(writeProblemSet(set)).toBe(HARBOUR);
  });

  it("is written back to the letter, whatever its layout", () => {
    const newline = fc.constantFrom("\n", "\r\n");
    const prose = fc.array(
      fc.constantFrom("Some words.", "", "  indented", "- a list", "`# no heading`", "$x^2$", "### a small heading", "~~~\n# inside a fence\n~~~"),
      { maxLength: 5 },
    );
    const working = fc.array(fc.constantFrom("solve x^2 = 4", "", "# a remark", "expect x = 2"), { maxLength: 4 });
    const problem = fc.tuple(
      fc.constantFrom("## One", "##   Spaced  ", "## Hashes ##"),
      prose,
      fc.option(working),
      fc.constantFrom("```", "````", "~~~"),
      prose,
    );
    fc.assert(
      fc.property(
        fc.constantFrom([], ["---", "a: 1", "---"], ["---", "---"]),
        prose,
        fc.array(problem, { maxLength: 4 }),
        newline,
        fc.boolean(),
        (front, introduction, problems, end, closed) => {
          const lines = [
            ...front,
            "# Title",
            ...introduction,
            ...problems.flatMap(([title, before, instructions, fence, after]) => [
              title,
              ...before,
              ...(instructions ? [`${fence}working`, ...instructions, fence] : []),
              ...after,
            ]),
          ];
          const source = lines.join("\n").replaceAll("\n", end) + (closed ? end : "");
          expect(writeProblemSet(readProblemSet(source))).toBe(source);
        },
      ),
      { numRuns: 500 },
    );
  });

  it("keeps every other part to the letter when one is changed", () => {
    const set = readProblemSet(HARBOUR);
    const [first, ...others] = set.problems;
    if (!first) throw new Error("no problem");
    const changed = writeProblemSet({ ...set, problems: [{ ...first, working: [...first.working, "evaluate 1 + 1"] }, ...others] });
    expect(changed).toBe(HARBOUR.replace("expect t = 1.74\n", "expect t = 1.74\nevaluate 1 + 1\n"));
  });

  it("reads what it writes for sets that were never a file", () => {
    const made = {
      title: "New",
      frontMatter: "",
      introduction: "Hello.",
      problems: [
        { title: "A", statement: "What?", working: ["solve 2x = 1"], remarks: "" },
        { title: "B", statement: "", working: [], remarks: "" },
      ],
    };
    expect(readProblemSet(writeProblemSet(made))).toMatchObject(made);
  });

  it("comes back exactly, whatever an author may write", () => {
    const piece = fc.constantFrom(
      "## Part b",
      "# Other",
      " ## In",
      "---",
      "```",
      "````",
      "~~~",
      "```working",
      "```statement",
      "solve x = 1",
      "",
      "  ",
      "&#10;",
      "&amp;#35;",
      "#",
      "\t",
      "é ∫",
    );
    const words = fc.oneof(
      fc.array(piece, { maxLength: 7 }).map((pieces) => pieces.join("\n")),
      fc.string({ unit: "grapheme", maxLength: 30 }),
    );
    const title = fc.oneof(
      fc.array(piece, { minLength: 1, maxLength: 3 }).map((pieces) => pieces.join("\n") || "-"),
      fc.string({ unit: "grapheme", minLength: 1, maxLength: 30 }),
    );
    const line = fc.oneof(piece, fc.string({ maxLength: 20 })).map((text) => text.replace(/[\r\n]/g, " "));
    const problem = fc.record({ title, statement: words, working: fc.array(line, { maxLength: 5 }), remarks: words });
    fc.assert(
      fc.property(
        title,
        words,
        fc.array(problem, { maxLength: 4 }),
        fc.constantFrom("", "a: 1", "\n", "figures: 3\nb: [1]"),
        (of, introduction, problems, frontMatter) => {
          const set = { title: of, frontMatter, introduction, problems };
          const { layout: _layout, ...read } = readProblemSet(writeProblemSet(set));
          expect({ ...read, problems: read.problems.map(({ layout: _own, ...rest }) => rest) }).toEqual(set);
        },
      ),
      { numRuns: 1500 },
    );
  });

  it.each([
    ["a title with blanks", `# a${" ".repeat(100_000)}b\n`],
    ["many headings", `# T\n${"## P\n".repeat(100_000)}`],
    ["many keys", `---\n${Array.from({ length: 50_000 }, (_, k) => `k${k}: ${k}`).join("\n")}\n---\n# T`],
    ["many keys within the limit", `---\n${Array.from({ length: 1500 }, (_, k) => `k${k}: ${k}`).join("\n")}\nk7: 1\n---\n# T`],
    ["deep brackets", `---\na: ${"[".repeat(9000)}\n---\n# T`],
    ["deep lists", `---\n${"- ".repeat(9000)}a\n---\n# T`],
    ["many lines", `# T\n## P\n\`\`\`working\n${"solve x = 1\n".repeat(10_000)}\`\`\`\n`],
    ["a long line", `# T\n## P\n\`\`\`working\nevaluate ${"7".repeat(5000)}\n\`\`\`\n`],
    [
      "aliases that grow",
      `---\n${["a: &a [1, 1]", ...[..."bcdefghijk"].map((key, k) => `${key}: &${key} [*${"abcdefghij"[k]}, *${"abcdefghij"[k]}, *${"abcdefghij"[k]}]`)].join("\n")}\n---\n# T`,
    ],
  ])("tells the place in a file with %s", (_, source) => {
    expect(() => readProblemSet(source)).toThrow(ProblemSetError);
  });

  test.each([
    ["no title\n## Problem", 1, /begins with its title/],
    ["# T\n# U", 2, /second “#” heading/],
    ["---\na: 1\n# T", 1, /front matter is not closed/],
    ["---\na: [1\n---\n# T", 2, /no valid YAML/],
    ["# T\n## P\n```working\nsolve x = 1", 3, /not closed by a fence/],
    ["# T\n## P\n```working\n```\n```working\n```", 5, /a second/],
  ])("names the line at fault in %j", (source, line, message) => {
    try {
      readProblemSet(source);
      expect.unreachable();
    } catch (error) {
      expect(error).toBeInstanceOf(ProblemSetError);
      expect((error as ProblemSetError).message).toMatch(message);
      expect((error as ProblemSetError).line).toBe(line);
    }
  });
});

describe("statements", () => {
  const typeset = (latex: string, display: boolean): string => `<${display ? "D" : "M"}>${latex}</>`;

  it("typeset what stands between dollar signs, in the notation or in LaTeX", () => {
    expect(wordsHtml({ markdown: "Let $x^2$ be." }, typeset)).toBe("Let <M>{x}^{2}</> be.");
    expect(statementHtml({ markdown: "$$\\frac{1}{2}$$" }, typeset)).toContain("<D>\\frac{1}{2}</>");
    expect(mathLatex("v_0 t")).toBe("v_{0} t");
    expect(wordsHtml({ markdown: "It costs 5$ or 6$ more" }, typeset)).toBe("It costs 5$ or 6$ more");
  });

  it("never pass on HTML or scripts of the author", () => {
    const html = statementHtml({ markdown: '<script>alert(1)</script> <b onclick="x">bold</b> [link](javascript:alert(1)) ![i](javascript:x)' }, typeset);
    expect(html).not.toMatch(/<script|<b |href="javascript|src="javascript/);
  });
});
