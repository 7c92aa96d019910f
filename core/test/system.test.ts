import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { lineReport } from "../src/instruction/report.ts";
import { runWorking } from "../src/instruction/working.ts";
import { smallRational } from "./arbitrary.ts";
import "./seed.ts";

function last(...lines: readonly string[]) {
  const reports = runWorking(lines).lines.map(lineReport);
  const report = reports[reports.length - 1];
  if (!report) throw new Error("no line");
  return report;
}

/** The values of the only solution, or of none. */
function values(...lines: readonly string[]): Readonly<Record<string, string>> | undefined {
  const { answer, verdict, error } = last(...lines);
  expect(error).toBeUndefined();
  expect(verdict).toBe("nailed");
  if (answer?.kind !== "solutions") throw new Error("no solutions");
  expect(answer.complete).toBe(true);
  const [only, another] = answer.solutions;
  expect(another).toBeUndefined();
  return only && Object.fromEntries(Object.entries(only.values).map(([name, value]) => [name, value.text]));
}

describe("linear systems", () => {
  test.each<[readonly string[], Readonly<Record<string, string>> | undefined]>([
    [["solve x + y = 5 and x - y = 1"], { x: "3", y: "2" }],
    [["solve x + y + z = 6 and 2x - y + z = 3 and x + 2y - z = 2"], { x: "1", y: "2", z: "3" }],
    [["solve 0.5x + 1.5y = 4 and x = y"], { x: "2", y: "2" }],
    [["solve sqrt(2) x + y = 1 and x - sqrt(2) y = 0"], { x: "sqrt(2)/3", y: "1/3" }],
    [["solve x + y = 1 and x + y = 2"], undefined],
    [["solve x + y = 1 and 2x + 2y = 2"], { x: "1 - y", y: "y" }],
    [["solve x + 2y - z = 4 and 2x + y + z = 2 for x, y, z"], { x: "-z", y: "z + 2", z: "z" }],
    [["given m > 0", "given g > 0", "solve m g - T = m a and T = 2m a for T, a"], { T: "2m g/3", a: "g/3" }],
    [["solve k x + y = 1 and x + k y = 1 for x, y"], { x: "1/(k + 1)", y: "1/(k + 1)" }],
  ])("%j", (lines, expected) => expect(values(...lines)).toEqual(expected));

  it("say when letters must not make the determinant vanish, and which names are free", () => {
    const { answer } = last("solve a x + b y = 1 and x - y = 0 for x, y");
    expect(answer?.kind === "solutions" ? answer.solutions[0]?.conditions : undefined).toEqual(["a + b != 0"]);
    const { answer: open } = last("solve x + y = 1 and 2x + 2y = 2");
    expect(open?.kind === "solutions" ? open.solutions[0]?.parameters : undefined).toEqual({ y: "free" });
  });

  it("have the solution that they were built from, for any small matrix", () => {
    const size = 4;
    fc.assert(
      fc.property(
        fc.array(smallRational, { minLength: size, maxLength: size }),
        fc.array(fc.integer({ min: -9, max: 9 }), { minLength: size * size, maxLength: size * size }),
        (solution, entries) => {
          const names = ["p", "q", "r", "s"];
          const rows = names.map((_, i) => entries.slice(i * size, (i + 1) * size));
          const equations = rows.map(
            (row) =>
              `${row
                .map((c, j) => `${c}*${names[j]}`)
                .join(" + ")
                .replaceAll("+ -", "- ")} = ${row.map((c, j) => `(${c})*(${solution[j]?.num}/${solution[j]?.den})`).join(" + ")}`,
          );
          const { answer, verdict, error } = last(`solve ${equations.join(" and ")} for p, q, r, s`);
          expect(error).toBeUndefined();
          expect(verdict).toBe("nailed");
          if (answer?.kind !== "solutions") throw new Error("no solutions");
          const [only] = answer.solutions;
          // A singular matrix leaves names free; else the values are those it was built from.
          for (const [j, name] of only?.parameters ? [] : names.entries()) {
            expect(Number(only?.values[name]?.re)).toBeCloseTo(Number(solution[j]?.num) / Number(solution[j]?.den), 9);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it("of twenty unknowns with ten digits are solved at once", () => {
    const n = 20;
    const names = Array.from({ length: n }, (_, k) => `x_${k + 1}`);
    const entry = (i: number, j: number): string => `${(((i + 3) * 7919 + (j + 1) * 104729 + i * j * 31) % 9999999967) / 1000 + (i === j ? 5000 : 0)}`;
    const equations = names.map((_, i) => `${names.map((name, j) => `${entry(i, j)} ${name}`).join(" + ")} = ${i + 1}.25`);
    const { answer, verdict } = last(`solve ${equations.join(" and ")} for ${names.join(", ")}`);
    expect(verdict).toBe("nailed");
    expect(answer?.kind === "solutions" ? Object.keys(answer.solutions[0]?.values ?? {}) : []).toHaveLength(n);
  });

  it("can be used by later lines, and are compared with what is expected", () => {
    expect(last("solve x + y = 3 and x - y = 1", "evaluate x y with (1)").answer).toMatchObject({ value: { text: "2" } });
    expect(last("solve x + y = 3 and x - y = 1", "expect x = 2 and y = 1").verdict).toBe("nailed");
    expect(last("solve x + y = 3 and x - y = 1", "expect x = 2 and y = 2")).toMatchObject({ verdict: "bent" });
    expect(last("solve x^2 + y = 1 and x = y").verdict).toBe("nailed");
  });
});
