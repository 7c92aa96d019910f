import { execFileSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { type Choices, DEFAULT_CHOICES } from "../src/composition/choices.ts";
import { detailsOf, introductionBlocks } from "../src/composition/document.ts";
import { problemBlocks, type RunProblem } from "../src/composition/problem.ts";
import type { Block } from "../src/document/block.ts";
import { inDetail, rowsOf } from "../src/document/derivation.ts";
import { blocksHtml } from "../src/document/html.ts";
import { documentLatex, partLatex } from "../src/document/latex.ts";
import { blocksMarkdown, documentMarkdown } from "../src/document/markdown.ts";
import { blocksPlain } from "../src/document/plain.ts";
import { lineReport } from "../src/instruction/report.ts";
import type { Settings } from "../src/instruction/settings.ts";
import { runWorking } from "../src/instruction/working.ts";
import { linePlain } from "../src/notation/line-plain.ts";
import type { Problem } from "../src/problemset/problem-set.ts";
import { readProblemSet } from "../src/problemset/read.ts";
import { settingsOf } from "../src/problemset/settings.ts";
import { answered } from "./oracle.ts";
import { outline } from "./outline.ts";

const marked = (latex: string): string => `«${latex.replace("\\displaystyle ", "")}»`;

function problemOf(working: readonly string[], settings: Settings = {}, statement = ""): RunProblem {
  const problem: Problem = { title: "The line", statement, working, remarks: "" };
  return { problem, lines: runWorking(working, undefined, settings).lines.map(lineReport) };
}

const composed = (working: readonly string[], choices: Partial<Choices> = {}, settings: Settings = {}): readonly Block[] =>
  problemBlocks(problemOf(working, settings), 1, { ...DEFAULT_CHOICES, ...choices });
const plain = (working: readonly string[], choices: Partial<Choices> = {}, settings: Settings = {}): string =>
  blocksPlain(composed(working, choices, settings));
const kinds = (blocks: readonly Block[]): readonly string[] => blocks.map(({ kind }) => kind);

const way = (...working: readonly string[]): readonly string[] => outline(answered(...working).way);

const THROW = [
  "given h_0 = 3 m, v_0 = 14 m/s, g = 9.8 m/s^2",
  "given t in [0, 3.5] s",
  "let h(t) = h_0 + v_0 t - g t^2/2",
  'part "When does it land?" for 3 points',
  'hint "There the height is $0$."',
  "graph y = h(t) for t from 0 to 3.5",
  'solve h(t) = 0 because "At the water."',
  "evaluate (7) to 3 figures, the answer",
  "expect t = 3.06 s, not printed",
  'part "How high is it then?" for 1 point',
  "evaluate h(t) with (7), the answer",
  'say "It takes $t = (8)$, and $h(t)$ is $(11)$."',
];

describe("the way to an answer", () => {
  test.each<[readonly string[], readonly string[]]>([
    [["solve 2x + 3 = 15 - x"], ["3x = 12 [Bring the terms with x to one side and everything else to the other]", "x = 4 [Divide both sides by 3]"]],
    // An equation with alternatives: the answer stands in the last row.
    [
      ["solve 2x^2 + 3x - 1 = 0"],
      [
        "D = 3² − 4·2 (−1) = 17 [Work out the discriminant]",
        "x = (−3 ± √17)/(2·2) [Use the quadratic formula]",
        "x = (√17 − 3)/4 ≈ 0.280776 or (−3 − √17)/4 ≈ −1.78078 [Simplify]",
      ],
    ],
    // What is done within a case stands under it.
    [
      ["solve |x - 1| = 2x"],
      [
        "x − 1 = 2x or −(x − 1) = 2x [|x − 1| is what stands inside or its opposite: both cases are tried, and candidates are put back]",
        "case x − 1 = 2x",
        "  x = −1 [Bring the terms with x to one side and everything else to the other]",
        "case −(x − 1) = 2x",
        "  1 − x = 2x [Multiply out and collect like terms]",
        "  3x = 1 [Bring the terms with x to one side and everything else to the other]",
        "  x = 1/3 [Divide both sides by 3]",
        "|1/3 − 1| = 2/3 = 2(1/3) [Put back x = 1/3: it solves the equation]",
        "|−1 − 1| = 2 ≠ −2 = 2(−1) [Put back x = −1: no solution]",
      ],
    ],
    // Numbers are put into the formula with their units, and what they come to stands below.
    [
      ["given v = 72 km/h, t = 5 s", "evaluate v t"],
      ["v t = 72 km/h·5 s [Put the numbers in]", "= 100 m []"],
    ],
    [
      ["let f(x) = x^2 + 1", "evaluate f(x) with x = 3"],
      ["f(x) = x² + 1 []", "= 3² + 1 [Put the numbers in]", "= 10 []"],
    ],
    [
      ["differentiate x^2 sin x by x"],
      [
        "d/dx (x² sin(x)) = x² cos(x) + 2x sin(x) [Product rule: u v has the derivative u′ v + u v′, with u = x² and v = sin(x)]",
        "= x (x cos(x) + 2sin(x)) [Simplify]",
      ],
    ],
  ])("%j is aligned, with its reasons", (working, expected) => {
    expect(way(...working).map((row) => row.replaceAll(" · ", "·"))).toEqual(expected);
  });

  it("joins what is done in passing, and shows every step where that is wanted", () => {
    const items = answered("given g = 10", "let h(t) = 20 - 3t - g t^2/2", "solve h(t) = 0").way;
    expect(outline(inDetail(items, "main steps"))).toEqual([
      "5t² + 3t − 20 = 0 [Put in the given g = 10, then multiply both sides by −1]",
      ...outline(items).slice(2),
    ]);
    expect(inDetail(items, "every step")).toEqual(items);
    expect(inDetail(items, "answer")).toEqual([]);
  });

  it("loses no main step and no reason, whatever is solved", () => {
    const root = fc.integer({ min: -6, max: 6 });
    fc.assert(
      fc.property(fc.array(root, { minLength: 1, maxLength: 3 }), fc.integer({ min: 1, max: 4 }), (roots, factor) => {
        const { way: items, steps } = answered(`solve ${factor} ${roots.map((one) => `(x - (${one}))`).join("")} = 0`);
        const rows = rowsOf(items);
        const shown = rowsOf(inDetail(items, "main steps"));
        expect(rows.filter(({ isPutBack }) => !isPutBack)).toHaveLength(steps.length);
        for (const row of rows.filter(({ routine }) => !routine)) expect(shown).toContain(row);
        // The words of steps that were joined are all there.
        const said = shown.map(({ reason }) => linePlain(reason).toLowerCase()).join("; ");
        for (const { reason } of rows) expect(said).toContain(linePlain(reason).toLowerCase());
        const page = blocksHtml([{ kind: "derivation", items }], marked);
        expect(page.match(/class="because"/g)).toHaveLength(rows.length);
      }),
    );
  });
});

describe("a problem in parts", () => {
  it("is a handout with its questions, hints and points", () => {
    const blocks = composed(THROW, { kind: "handout", space: true });
    expect(kinds(blocks)).toEqual(["heading", "part", "hint", "space", "part", "space"]);
    expect(blocksPlain(blocks)).toBe(
      "1 The line (4 points)\n(a) When does it land? (3 points)\nHint: There the height is 0.\n\n(b) How high is it then? (1 point)\n",
    );
  });

  it("has an answer for each part in the key", () => {
    const key = composed(THROW, { kind: "key" });
    expect(kinds(key)).toEqual(["heading", "answer", "answer"]);
    expect(blocksPlain(key).split("\n").slice(1)).toEqual(["Answer to (a): t = (10 + √130)/7 s ≈ 3.06 s", "Answer to (b): h(t) = 0 m"]);
  });

  it("answers its questions one by one, with the givens together and the author's words in their places", () => {
    const blocks = composed(THROW);
    expect(kinds(blocks).filter((kind) => kind !== "evidence")).toEqual([
      ...["heading", "givens", "sentence", "part", "hint", "graph", "sentence", "derivation", "paragraph", "paragraph", "set aside"],
      ...["sentence", "answer", "part", "sentence", "derivation", "answer", "author's words"],
    ]);
    const said = blocksPlain(blocks);
    expect(said).toContain("Given: h₀ = 3 m, v₀ = 14 m/s, g = 9.8 m/s², t in [0, 3.5] s");
    expect(said).toContain("(7) Set h(t) = 0 and solve for t. At the water.");
    expect(said).toMatch(/So t = \(10 \+ √130\)\/7 s ≈ 3\.05739 s\.\nThe equation is of second degree in t,/);
    // A line that is not printed is worked and checked all the same.
    expect(said).not.toContain("Expected");
    expect(problemOf(THROW).lines[8]?.verdict).toBe("nailed");
    // Values of lines are put in as those lines show them, and declared functions are known.
    expect(said).toContain("It takes t = 3.06 s, and h(t) is 0 m.");
  });

  it("keeps the author's words up to date", () => {
    const words = (of: string): string =>
      plain([`evaluate ${of} to 3 figures`, 'say "About $(1)$."'])
        .split("\n")
        .at(-1) ?? "";
    expect(words("sqrt(2)")).toBe("About 1.41.");
    expect(words("pi")).toBe("About 3.14.");
    expect(answered('say "About $(3)$."', "evaluate 2").error).toBeUndefined();
    expect(answered("evaluate 2", 'say "About $(3)$."').error?.message).toMatch(/there is no line 3 before this one/);
  });

  test.each<[string, Partial<Choices>, RegExp | undefined, RegExp | undefined]>([
    ["solve x^2 = 4, answer only", { detail: "every step" }, undefined, /both signs/],
    ["solve x^2 = 4, every step", { detail: "answer" }, /square root of both sides/, undefined],
    ["solve x^2 = 4, not printed", {}, undefined, /Solve/],
    ['graph y = x^2 caption "A bowl, $x^2$." because "Look."', {}, /Figure 1\.1: Look\./, undefined],
    ["evaluate 10^9 pi to 3 figures", {}, /3\.14 × 10⁹/, undefined],
    ["evaluate 1/500000 to 2 figures", {}, /2\.0 × 10⁻⁶/, undefined],
    ["evaluate 355/5 to 3 figures", {}, /71\.0/, /≈/],
    ["solve 3x = 1 to 2 decimals", {}, /0\.33\b/, /0\.333/],
    ["tabulate x^2 for x in 1, 2 to 3 figures", {}, /1\.00; 1\.00/, undefined],
  ])("prints %s with %j as its author wants it", (line, choices, shown, hidden) => {
    const said = plain([line], choices);
    if (shown) expect(said).toMatch(shown);
    if (hidden) expect(said).not.toMatch(hidden);
  });

  it("puts figures and tables side by side", () => {
    const blocks = composed(["graph y = x", "graph y = x^2, beside", 'tabulate x for x in 1, 2, beside caption "Three."']);
    const row = blocks.find(({ kind }) => kind === "beside");
    expect(row?.kind === "beside" && kinds(row.blocks)).toEqual(["graph", "graph", "table"]);
    expect(blocksMarkdown(blocks)).toMatch(/Figure 1\.1.*Figure 1\.2.*Table 1\.1\*\* Three\./s);
  });

  it("numbers only what a printed line refers to, or every line", () => {
    const numbered = (choices: Partial<Choices>): readonly (number | undefined)[] =>
      composed(["evaluate 2 + 2", "evaluate (1) + 1", "evaluate (2) + 1, not printed"], choices).flatMap((block) =>
        block.kind === "sentence" ? [block.number] : [],
      );
    expect(numbered({})).toEqual([1, undefined]);
    expect(numbered({ allNumbers: true })).toEqual([1, 2]);
  });
});

describe("the settings of a set", () => {
  test.each<[string, Settings & { detail?: string }]>([
    ["figures: 3", { digits: { kind: "figures", count: 3 } }],
    ["decimals: 2", { digits: { kind: "decimals", count: 2 } }],
    ["angles: degrees\ncourse: x", { inDegrees: true }],
    ["steps: every step", { detail: "every step" }],
    ["course: anything", {}],
    ["", {}],
  ])("%j", (frontMatter, expected) => expect(settingsOf(frontMatter)).toEqual({ settings: expected }));

  it("hold for every line that does not say otherwise", () => {
    const settings = settingsOf("figures: 3\nangles: degrees").settings;
    expect(plain(["solve x^2 = 2"], { kind: "key" }, settings)).toContain("x = √2 ≈ 1.41");
    expect(plain(["evaluate sqrt(2) to 5 figures"], { kind: "key" }, settings)).toContain("1.4142");
    expect(plain(["solve sin x = 1/2 in [0, pi/2]"], { kind: "key" }, settings)).toContain("30°");
  });

  it("are told with their line where they are not possible", () => {
    expect(() => readProblemSet("---\ncourse: a\nfigures: many\n---\n# Set\n")).toThrow(/line 3: “figures” was expected to be a whole number/);
    expect(() => readProblemSet("---\nsteps: few\n---\n# Set\n")).toThrow(/line 2: “steps” was expected to be every step, main steps, answer only/);
  });
});

const EXAMPLES = new URL("../../examples/", import.meta.url);
const SETS = readdirSync(EXAMPLES)
  .filter((name) => name.endsWith(".nail.md"))
  .map((name) => [name, readProblemSet(readFileSync(new URL(name, EXAMPLES), "utf8"))] as const);
const hasLatex = ((): boolean => {
  try {
    execFileSync("pdflatex", ["--version"], { stdio: "ignore" });
    return true;
  } catch {
    return false;
  }
})();

describe("the demo sets in every form", () => {
  test.each(SETS)("%s", (_, set) => {
    const { settings } = settingsOf(set.frontMatter);
    const problems = set.problems.map((problem): RunProblem => ({ problem, lines: runWorking(problem.working, undefined, settings).lines.map(lineReport) }));
    const choices: Choices = { ...DEFAULT_CHOICES, detail: "every step" };
    const details = detailsOf(set.title, { choices, author: "M. Tideway", date: "2026-11-30" });
    const parts = [introductionBlocks(set.introduction), ...problems.map((one, index) => problemBlocks(one, index + 1, choices))];
    const blocks = parts.flat();
    const rows = blocks.flatMap((block) => (block.kind === "derivation" ? rowsOf(block.items) : []));
    const forms = {
      html: blocksHtml(blocks, marked),
      latex: documentLatex(details, parts.map(partLatex)),
      markdown: documentMarkdown(details, parts.map(blocksMarkdown)),
      plain: blocksPlain(blocks),
    };
    for (const [form, text] of Object.entries(forms)) expect(text, form).not.toMatch(/undefined(?! behaviour)|\[object|NaN/);
    // A piece of mathematics that is no name must not be set as one.
    expect(forms.latex).not.toMatch(/\\mathit\{[^}]*[^A-Za-z}]/);
    // Every step is in every form.
    expect(rows.length).toBeGreaterThan(5);
    expect(forms.html.match(/class="because"/g)).toHaveLength(rows.length);
    for (const row of rows) expect(forms.plain).toContain(linePlain(row.reason));
    expect(forms.markdown.match(/\$\$.+?\$\$/gs)?.length).toBeGreaterThanOrEqual(rows.length);
    expect(forms.latex.match(/\\begin\{(\w+\*?)\}/g)?.length).toBe(forms.latex.match(/\\end\{(\w+\*?)\}/g)?.length);
  });

  it.skipIf(!hasLatex)("compile as LaTeX", { timeout: 120_000 }, () => {
    const [, set] = SETS.find(([name]) => name.startsWith("throwing-line")) ?? [];
    if (!set) throw new Error("the demo set is missing");
    const problems = set.problems.map((problem): RunProblem => ({ problem, lines: runWorking(problem.working).lines.map(lineReport) }));
    const details = detailsOf(set.title, { choices: DEFAULT_CHOICES, author: "M. Tideway & Co_", date: "2026-11-30" });
    const parts = problems.map((one, index) => partLatex(problemBlocks(one, index + 1, DEFAULT_CHOICES)));
    const folder = mkdtempSync(join(tmpdir(), "nail-latex-"));
    writeFileSync(join(folder, "set.tex"), documentLatex(details, parts));
    execFileSync("pdflatex", ["-interaction=nonstopmode", "-halt-on-error", "set.tex"], { cwd: folder, stdio: "ignore" });
    expect(readFileSync(join(folder, "set.pdf")).subarray(0, 4).toString()).toBe("%PDF");
  });
});
