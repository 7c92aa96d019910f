import { describe, expect, test } from "vitest";
import { lineReport } from "../../src/instruction/report.ts";
import { runWorking } from "../../src/instruction/working.ts";
import { answered } from "../oracle.ts";
import { complexOf, holdsAt, isDefined, isNear, type Values, valueAt, type World } from "./complex-doubles.ts";
import { HAND_LINES, LOST, MISTAKEN, RIGHT, SLIPS } from "./hand-line-problems.ts";
import { IDENTITIES } from "./identity-problems.ts";
import { OPTIMA } from "./optimum-problems.ts";
import { REWRITING } from "./rewriting-problems.ts";
import { SYSTEMS } from "./system-problems.ts";

const LETTERS = [..."abcdfghkmnprstuvxyzACEFILMPRTUVWZ", "h_1", "h_2", "R_1", "R_2", "d_1", "d_2", "theta"];
const POSITIVE = [0.37, 0.81, 1.3, 2.2, 3.7];

/** Numbers for all letters, as far as the givens allow them. */
function points(lines: readonly string[]): readonly Values[] {
  const givens = lines.slice(0, -1).filter((line) => !line.includes(" in "));
  const isComplex = lines.some((line) => line === "given z in complex");
  const isWhole = lines.some((line) => line === "given n in integers");
  const numbers = [...POSITIVE, ...POSITIVE.map((x) => -x)];
  return numbers
    .map((first, k): Values => {
      const own = LETTERS.map((letter, j): [string, { re: number; im: number }] => [letter, complexOf(numbers[(k + 3 * j) % numbers.length] ?? 1)]);
      const z = isComplex ? complexOf(first, numbers[(k + 4) % numbers.length] ?? 1) : complexOf(first);
      return Object.fromEntries([...own, ["x", complexOf(first)], ["z", z], ...(isWhole ? [["n", complexOf(k - 4)] as const] : [])]);
    })
    .filter((values) =>
      givens.every((line) =>
        line
          .replace("given ", "")
          .split(", ")
          .every((fact) => holdsAt(fact, values) !== false),
      ),
    );
}

const worldOf = (lines: readonly string[]): World =>
  lines.some((line) => /complex|\bi\b|arg|conj/.test(line)) || /sqrt\(-/.test(lines.join()) ? "complex" : "real";

/** The expression of a sentence, and the values that are put in. */
function subject(line: string): { readonly source: string; readonly put: Values } {
  const [, rest = line] = /^(?:simplify|expand|factor|combine|collect|evaluate|rewrite|complete the square in|partial fractions of) (.*)$/.exec(line) ?? [];
  const [source = "", , given = ""] = rest.split(/ (with|over|for|in) (?=[^()]*$)/);
  const put = line.startsWith("evaluate") ? given.split(", ").map((one) => one.split(" = ")) : [];
  return { source, put: Object.fromEntries(put.flatMap(([letter, value]) => (letter && value ? [[letter, valueAt(value, {})]] : []))) };
}

describe("rewriting in a first year", () => {
  test.each(REWRITING)("%j is %s, %j", (lines, value, conditions) => {
    const report = answered(...lines);
    expect(report.verdict).toBe("nailed");
    if (report.answer?.kind !== "expression") throw new Error(`${lines.join("; ")} has no value`);
    expect(report.answer.value.text).toBe(value);
    expect(report.answer.conditions ?? []).toEqual(conditions);
    const { source, put } = subject(lines.at(-1) ?? "");
    const world = worldOf(lines);
    for (const values of points(lines)) {
      if (!conditions.every((condition) => holdsAt(condition, values) === true)) continue;
      const before = valueAt(source, { ...values, ...put }, world);
      const after = valueAt(value, values, world);
      if (isDefined(before) && isDefined(after)) expect(isNear(before, after, 1e-7), `${source} and ${value} at ${JSON.stringify(values)}`).toBe(true);
    }
  });
});

describe("identities of a first year", () => {
  test.each(IDENTITIES)("%j is %s, but for %j", (lines, holds, exceptions) => {
    const report = answered(...lines);
    expect(report.verdict).toBe(holds ? "nailed" : "bent");
    if (report.answer?.kind !== "truth") throw new Error(`${lines.join("; ")} is not decided`);
    expect(report.answer.holds).toBe(holds);
    expect(report.answer.exceptions ?? []).toEqual(exceptions);
    const statement = (lines.at(-1) ?? "").replace("show ", "");
    const truths = points(lines).map((values) => holdsAt(statement, values, worldOf(lines)));
    expect(truths.filter((truth) => truth !== undefined).every((truth) => truth === true) || !holds).toBe(true);
  });
});

describe("optima of a first year", () => {
  test.each(OPTIMA)("%j: %j", (lines, expected) => {
    const report = answered(...lines);
    if (report.answer?.kind !== "optimum") throw new Error(`${lines.join("; ")} has no optimum`);
    const shown = report.answer.points.map(({ values, nature, value, global, end }) => {
      const place = Object.entries(values).map(([letter, one]) => `${letter} = ${one.text}`);
      return `${place.join(", ")}: ${nature} ${value.text}${global ? ", best" : ""}${end ? ", end" : ""}`;
    });
    expect(shown).toEqual(expected);
    expect(report.verdict).toBe("nailed");
    // With one variable and numbers alone: nothing within reach is better than the best.
    const [, verb, objective = "", low = "-9", high = "9"] = /^(maximise|minimise) (.+?)(?: over x in [[(](.+), (.+)[)\]])?$/.exec(lines.at(-1) ?? "") ?? [];
    const best = report.answer.points.find(({ global }) => global)?.value.re;
    if (lines.length > 1 || best === undefined || / over |subject|y/.test(objective)) return;
    const sense = verb === "maximise" ? 1 : -1;
    const [from, to] = [valueAt(low, {}).re, high === "infinity" ? 9 : valueAt(high, {}).re];
    for (let k = 0; k <= 400; k += 1) {
      const value = valueAt(objective, { x: complexOf(from + ((to - from) * k) / 400) }, "real");
      if (isDefined(value)) expect(sense * value.re).toBeLessThanOrEqual(sense * Number(best) + 1e-9);
    }
  });
});

describe("systems of a first year", () => {
  test.each(SYSTEMS)("%j has %j", (lines, expected) => {
    const report = answered(...lines);
    if (report.answer?.kind !== "solutions") throw new Error(`${lines.join("; ")} has no solutions`);
    const { solutions } = report.answer;
    const listed = solutions.map(({ values, conditions = [] }) => [Object.values(values).map((one) => one.text), ...conditions].map(String));
    expect(listed.map(([values = "", ...conditions]) => [values.replaceAll(",", ", "), ...conditions].join(" | "))).toEqual(expected);
    expect(report.verdict).toBe("nailed");
    // Put back into every equation, at numbers for the letters and for what is free.
    const [, system = "", over] = /^solve (.*?)(?: for .*?)?(?: over (complex))?$/.exec(lines.at(-1) ?? "") ?? [];
    for (const { values, conditions = [] } of solutions)
      for (const point of points(lines)) {
        const own = Object.fromEntries(
          Object.entries(values).map(([unknown, one]) => [unknown, valueAt(one.text, { ...point, n: complexOf(1), k: complexOf(2) })]),
        );
        if (!Object.values(own).every(isDefined) || !conditions.every((condition) => holdsAt(condition, { ...point, ...own }) === true)) continue;
        for (const equation of system.split(" and "))
          expect(holdsAt(equation, { ...point, ...own }, over === undefined ? "real" : "complex"), `${equation} at ${JSON.stringify(own)}`).toBe(true);
      }
  });
});

describe("work by hand in a first year", () => {
  test.each(HAND_LINES)("%j is %s", (lines, verdict) => expect(answered(...lines).verdict).toBe(verdict));
  test.each(RIGHT.map((lines) => [lines] as const))("%j is right", (lines) => expect(answered(...lines).verdict).toBe("nailed"));
  test.each(MISTAKEN.map((lines) => [lines] as const))("%j is bent at its last line", (lines) => {
    const reports = runWorking(lines).lines.map(lineReport);
    expect(reports.at(-1)?.verdict).toBe("bent");
    for (const { verdict } of reports.slice(0, -1)) expect(verdict).not.toBe("bent");
  });
  test.each(LOST)("%j: %s", (lines, cause) => {
    const { answer } = answered(...lines);
    expect(answer?.kind === "truth" && answer.sentence).toContain(cause);
  });
  test.each(SLIPS)("%j: %s", (lines, hint) => expect(answered(...lines).answer).toMatchObject({ kind: "truth", holds: false, hint }));
});
