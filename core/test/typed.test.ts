import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import type { AnswerReport, LineReport, SolutionReport, Value } from "../src/instruction/line-report.ts";
import { runWorking } from "../src/instruction/working.ts";
import { writtenLatex } from "../src/notation/latex.ts";
import { answered } from "./oracle.ts";
import { cases } from "./seed.ts";
import { TYPED } from "./typed-lines.ts";

const withUnit = ({ text, unit }: Value): string => (unit === undefined ? text : `${text} ${unit}`);

function solutionInWords({ values, conditions = [], parameters = {} }: SolutionReport): string {
  const free = Object.keys(values).every((name) => parameters[name] === "free");
  if (free) return conditions.join(" and ");
  const all = Object.entries(values).map(([name, value]) => `${name} = ${withUnit(value)}`);
  return [all.join(", "), ...(conditions.length > 0 ? [`if ${conditions.join(" and ")}`] : [])].join(" ");
}

function inWords(answer: AnswerReport): string {
  switch (answer.kind) {
    case "solutions":
      return answer.solutions.map(solutionInWords).join(" or ");
    case "expression":
      return withUnit(answer.value);
    case "truth":
      return String(answer.holds);
    case "optimum":
      return answer.points
        .filter(({ global }) => global)
        .map(({ value, values }) => `${value.text} at ${Object.entries(values).map(([name, at]) => `${name} = ${at.text}`)}`)
        .join(" or ");
    default:
      return answer.kind;
  }
}

function outcome({ answer, error, verdict, source }: LineReport, wanted: string): string {
  if (error) return /^! \d/.test(wanted) ? `! ${error.from}-${error.to}` : `! ${error.suggestion ?? `${error.message} in ${source}`}`;
  if (wanted === "bent") return verdict ?? "";
  // A decimal that was asked for is what the author sees.
  if (answer?.kind === "expression" && /^\d+\.\d+$/.test(wanted)) return answer.decimal ?? "";
  return answer ? inWords(answer) : "nothing";
}

describe("a line as it is typed", () => {
  test.each(TYPED)("%s means %s", (typed, meant) => {
    const report = answered(...typed.split("\n"));
    expect(outcome(report, meant)).toBe(meant);
    if (!meant.startsWith("!") && meant !== "false" && meant !== "bent") expect(report.verdict ?? "nailed").toBe("nailed");
  });

  it("offers sentences that can be taken", () => {
    for (const [typed, meant] of TYPED.filter(([, meant]) => /^! [a-z]/.test(meant))) {
      const before = typed.split("\n").slice(0, -1);
      const { error } = answered(...before, meant.slice(2));
      // Of several slips the first is mended first.
      if (meant !== "! evaluate sin x + pir")
        expect(error?.message.includes("nothing to answer") ?? true, `${typed}: ${error?.message}`).toBe(error === undefined);
    }
  });
});

const WORDS =
  "the speed of a ball when it falls down find time distance how long does that take energy after two seconds and mass is velocity height total force water train".split(
    " ",
  );
const ENGLISH = new Set(WORDS.filter((word) => word.length >= 3 && word !== "and"));
const FORMULAS = ["x^2", "1/2 m v^2", "2 a s", "sin x", "m g h", "sqrt(2 g h)", "3", "9.8", "|x|", "x_1", "(1)", "2 pi r", "e^(-k t)", "n!"];
const UNITS = ["m", "kg", "m/s", "km/h", "J", "°C", "%", "[N]", "s"];
const MARKS = ["=", "+", "-", "<", ",", "(", ")", "/", "*", "^", "≈", "±", ".", "?", ";", "#", ":"];
const SENTENCES = [
  "solve",
  "evaluate",
  "given",
  "let",
  "show",
  "so",
  "for",
  "in",
  "with",
  "to",
  "keep",
  "from",
  "expect",
  "graph",
  "therefore",
  "calculate",
  "simplify",
  "by",
];

/** A line mixed from words, units, formulas and marks, with a letter lost here and there. */
const mixed = fc
  .array(fc.oneof(...[WORDS, FORMULAS, UNITS, MARKS, SENTENCES].map((list) => fc.constantFrom(...list))), { minLength: 1, maxLength: 9 })
  .chain((parts) => fc.tuple(fc.constant(parts), fc.nat({ max: 40 })))
  .map(([parts, at]) => {
    const line = parts.join(" ");
    return at < line.length && at % 7 === 0 ? line.slice(0, at) + line.slice(at + 1) : line;
  });

describe("lines mixed from words, units, formulas and slips", () => {
  it("are read or refused inside the line, and no English word becomes a product", () => {
    let refused = 0;
    fc.assert(
      fc.property(mixed, (line) => {
        const { error, sentence = [] } = runWorking(["x^2 = 4", line]).lines.at(-1) ?? {};
        if (error) {
          refused += 1;
          expect(error.span.from).toBeGreaterThanOrEqual(0);
          expect(error.span.to).toBeLessThanOrEqual(line.length);
          expect(error.span.from).toBeLessThanOrEqual(error.span.to);
          return;
        }
        const shown = sentence.flatMap((piece) => (piece.kind === "mathematics" ? [writtenLatex(piece.written)] : [])).join(" ");
        const declares = /\b(?:given|let|define|take|assume|suppose)\b/i.test(line);
        for (const word of declares ? [] : ENGLISH)
          expect(shown.replace(/[^a-z]/g, "").includes(word) && ` ${line.split("#")[0]} `.includes(` ${word} `), line).toBe(false);
      }),
      cases(1500),
    );
    expect(refused).toBeGreaterThan(500);
  });
});
