import { describe, expect, it } from "vitest";
import { completionsAt } from "../src/instruction/completion/completions.ts";
import { clauseText, parseForm } from "../src/instruction/completion/form.ts";
import type { Completion, Scope } from "../src/instruction/completion/scope.ts";
import { INSTRUCTIONS } from "../src/instruction/registry.ts";
import { runWorking } from "../src/instruction/working.ts";

const SCOPE: Scope = {
  names: [
    { name: "speed", holds: "20 m/s" },
    { name: "v_0", holds: "3 m/s" },
  ],
  functions: [{ name: "area", parameters: ["l", "w"] }],
  lines: [
    { number: 2, holds: "x = 3" },
    { number: 4, holds: "x² + 1" },
  ],
};

/** What is offered where | stands. */
const offered = (marked: string): readonly Completion[] => completionsAt(marked.replace("|", ""), marked.indexOf("|"), SCOPE).completions;

describe("what is offered while a line is written", () => {
  it.each([
    ["so|", "solve "],
    ["let|", "let □(□) = □"],
    ["lim|", "limit of □ as □ -> □"],
    ["integ|", "integrate □ over □"],
    ["stat|", "stationary points of "],
    ["partial fr|", "partial fractions of "],
    ["solve x^2 = 4 f|", "solve x^2 = 4 for "],
    ["solve x^2 = 4 for |", "solve x^2 = 4 for x"],
    ["solve m g h = 1/2 m v^2 for |", "solve m g h = 1/2 m v^2 for m"],
    ["solve x^2 = 4 for x ov|", "solve x^2 = 4 for x over "],
    ["solve x^2 = 4 for x over c|", "solve x^2 = 4 for x over complex"],
    ["solve x^2 = 4 for x in|", "solve x^2 = 4 for x in [□, □]"],
    ["solve x^2 = 4 b|", 'solve x^2 = 4 because "□"'],
    ["solve x^2 = 4, th|", "solve x^2 = 4, the answer"],
    ["limit of sin(x)/x a|", "limit of sin(x)/x as □ -> □"],
    ["evaluate sp|", "evaluate speed"],
    ["evaluate 2 ar|", "evaluate 2 area(□, □)"],
    ["evaluate sq|", "evaluate sqrt(□)"],
    ["evaluate cos(om|)", "evaluate cos(omega)"],
    ["given d = 3 m|", "given d = 3 mm"],
    ["evaluate 3 (|)", "evaluate 3 (4)"],
    ["keep x > 0 from |", "keep x > 0 from (2)"],
    ["rewrite tan x with s|", "rewrite tan x with sin, cos"],
    ["expand (x + 1)^2 only t|", "expand (x + 1)^2 only trig"],
    ["differentiate x^2 by |", "differentiate x^2 by x"],
    ['part "How far?" f|', 'part "How far?" for □ points'],
  ])("%s can become %s", (marked, expected) => {
    const source = marked.replace("|", "");
    const lines = offered(marked).map(({ text, from, to }) => source.slice(0, from) + text + source.slice(to));
    expect(lines).toContain(expected);
  });

  it.each([
    ["solve x^2 = 4|"],
    ['say "so|'],
    ["evaluate 1 # so|"],
    ["evaluate v_0|"],
    ["evaluate v_|"],
    ["|"],
    ["solve |"],
    ["given d = 3m|"],
    ["evaluate sin(|)"],
  ])("nothing is in the way of %s", (marked) => expect(offered(marked)).toEqual([]));

  it("says what may follow, without taking the keys for it", () => {
    const { completions, quiet } = completionsAt("solve x^2 = 4 ", 14, SCOPE);
    expect(quiet).toBe(true);
    expect(completions.map(({ label }) => label)).toEqual(expect.arrayContaining(["for x", "in INTERVAL", "over DOMAIN", "numerically"]));
    expect(completionsAt("solve x^2 = 4 for ", 18, SCOPE).quiet).toBe(false);
  });

  it("says what each is", () => {
    const [solve] = offered("sol|");
    expect(solve).toMatchObject({ kind: "instruction", label: INSTRUCTIONS.find(({ name }) => name === "solve")?.forms[0], about: /every solution/ });
    expect(offered("evaluate sp|")[0]).toMatchObject({ kind: "name", about: "20 m/s" });
    expect(offered("solve x = 2 (|)")[0]).toMatchObject({ kind: "line", about: "x² + 1" });
    expect(offered("evaluate 3 k|")[0]).toMatchObject({ kind: "unit", label: "km", about: "kilometre" });
    expect(offered("evaluate sinh|")[0]).toMatchObject({ kind: "function", about: "hyperbolic sine" });
  });
});

/** Something that may stand in a place of a form. */
const FILLED: Readonly<Record<string, string>> = {
  ...{ E: "x^2 + 1", M: "((2, 1), (1, 3))", x: "x", y: "y", n: "3", a: "1", b: "2", c: "0", d: "1", h: "1", N: "3", P: "x^2" },
  ...{
    INTERVAL: "[0, 5]",
    NUMBER: "2",
    DOMAIN: "reals",
    UNIT: "km",
    FORM: "exp",
    ITEM: "point A = (0, 0)",
    "(2)": "(2)",
    "(3)": "(3)",
    "(E, E, …)": "(x y, x + y)",
  },
  ...{ '"WORDS"': '"Words."', '"QUESTION"': '"How far?"' },
};
const ABOVE = ["x^2 = 9", "solve x^2 = 4", "so x = 2 or x = -2"];
const VALUES: Readonly<Record<string, string>> = { E: "1/2", x: "z", y: "w", h: "k", f: "f", INTERVAL: "(0, pi/2)" };
const RELATIONS = ["x + y = 3", "x - y = 1"];
/** What these are held against must fit them. */
const OF_THEIR_OWN: ReadonlySet<string> = new Set(["keep", "expect", "fill in", "graph"]);

describe("a place that was not filled in", () => {
  it.each(["limit of sin(x)/x as □ -> 0", 'say "□"', 'solve x = 2 because "□"'])("is pointed out in %s", (source) => {
    const error = runWorking([source]).lines[0]?.error;
    expect(error?.message).toMatch(/still to be filled in/);
    expect(error?.span).toEqual({ from: source.indexOf("□"), to: source.indexOf("□") + 1 });
  });
});

describe("the forms of the registry", () => {
  const forms = INSTRUCTIONS.flatMap(({ name, forms: own }) => own.map((form) => [name, form] as const));

  it.each(forms)("%s: %s can be taken apart, and what is needed of it is read", (name, form) => {
    const clauses = parseForm(form).filter(({ required }) => required);
    let relations = 0;
    const isSystem = /Q(,| and) Q/.test(form);
    const fill = (slot: string): string => {
      if (slot === "Q") return isSystem ? (RELATIONS[relations++ % 2] ?? "") : name === "solve" ? "x^2 = 4" : "x + y = 3";
      return (["let", "given"].includes(name) ? VALUES[slot] : undefined) ?? FILLED[slot] ?? slot;
    };
    const sentence = clauses.map(({ pieces }) => pieces.map((piece) => (piece.kind === "slot" ? fill(piece.name) : piece.text)).join(" ")).join(" ");
    const line = runWorking([...ABOVE, sentence]).lines.at(-1);
    if (clauses.length === 0) expect(["stated", "hand line"]).toContain(name);
    else if (!OF_THEIR_OWN.has(name)) expect(line?.error?.message).toBeUndefined();
    for (const clause of clauses) expect(clauseText(clause)).not.toMatch(/[A-Z]{2}/);
  });

  it.each(forms.filter(([name]) => !["stated", "hand line"].includes(name)))("%s: %s is found by its first letters", (name, form) => {
    const first = form.split(" ")[0] ?? "";
    const about = INSTRUCTIONS.find((one) => one.name === name)?.purpose;
    expect(offered(`${first.slice(0, -1)}|`).map((one) => one.about)).toContain(about);
  });
});
