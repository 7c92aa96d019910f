import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { judgeStep } from "../src/check/step.ts";
import { type Claim, step } from "../src/derivation/step.ts";
import { answered, solutionsOf } from "./oracle.ts";
import { read } from "./read.ts";

type Numbers = readonly (readonly number[])[];

const written = (m: Numbers): string => `(${m.map((row) => `(${row.join(", ")})`).join(", ")})`;
const square = (size: number) =>
  fc.array(fc.array(fc.integer({ min: -5, max: 5 }), { minLength: size, maxLength: size }), { minLength: size, maxLength: size });
const multiplied = (a: Numbers, b: Numbers): number[][] => a.map((row) => (b[0] ?? []).map((_, k) => row.reduce((sum, x, j) => sum + x * (b[j]?.[k] ?? 0), 0)));

/** Expansion along the first row, in whole numbers. */
function determinant(m: Numbers): number {
  const [first = [], ...rest] = m;
  if (rest.length === 0) return first[0] ?? 1;
  return first.reduce((sum, x, k) => sum + (k % 2 === 0 ? 1 : -1) * x * determinant(rest.map((row) => row.filter((_, j) => j !== k))), 0);
}

/** The entries of an answer, row by row, as numbers. */
function entriesOf(...lines: readonly string[]): { readonly entries: readonly number[]; readonly verdict: string | undefined } {
  const { answer, verdict, error } = answered(...lines);
  if (answer?.kind !== "expression") throw new Error(error?.message ?? "no value");
  return { entries: (answer.value.entries ?? [answer.value]).map(({ re }) => Number(re)), verdict };
}

describe("vectors and matrices", () => {
  test.each<[readonly string[], string]>([
    [["evaluate ((1, 2), (3, 4)) ((1, 2), (3, 4))"], "((7, 10), (15, 22))"],
    [["evaluate ((1, 2), (3, 4)) (1, 2)"], "(5, 11)"],
    [["evaluate (1, 2) ((1, 2), (3, 4))"], "(7, 10)"],
    [["evaluate 2 ((1, 2), (3, 4)) - ((1, 0), (0, 1))"], "((1, 4), (6, 7))"],
    [["evaluate ((1, 2), (3, 4))^-1"], "((-2, 1), (3/2, -1/2))"],
    [["evaluate ((1, 2), (3, 4))^T"], "((1, 3), (2, 4))"],
    [["evaluate transpose(((1, 2, 5), (3, 4, 6)))"], "((1, 3), (2, 4), (5, 6))"],
    [["evaluate |(3, 4)|"], "5"],
    [["evaluate |cross((1, 2, 3), (4, 5, 6))|"], "3 sqrt(6)"],
    [["evaluate 1/det(((1, 1/2), (1/2, 1/3)))"], "12"],
    [["let A = ((1, 2), (3, 4))", "let B = ((0, 1), (1, 0))", "evaluate A B - B A"], "((-1, -3), (3, 1))"],
    [["let A = ((1, 2), (3, 4))", "evaluate A^-1 A"], "((1, 0), (0, 1))"],
    [["let A = ((2, 1), (1, 3))", "evaluate A (1, 1)"], "(3, 4)"],
    [["let a = (1, 2, 2)", "let b = (2, -1, 2)", "evaluate arccos(dot(a, b)/(|a| |b|))"], "arccos(4/9)"],
    [["given t", "let R = ((cos(t), -sin(t)), (sin(t), cos(t)))", "simplify R R^T"], "((1, 0), (0, 1))"],
    [["given t", "differentiate ((cos(t), t), (t^2, 1)) by t"], "((-sin(t), 1), (2t, 0))"],
    [["determinant of ((a, b), (c, d))"], "a d - b c"],
    [["determinant of ((a, 1, 0, 0), (1, a, 1, 0), (0, 1, a, 1), (0, 0, 1, a))"], "a^4 - 3a^2 + 1"],
    [["gradient of x_1^2 + x_2 x_3 by (x_1, …, x_3)"], "(2x_1, x_3, x_2)"],
    [["gradient of sum_(k=1)^3 k x_k^2 by (x_1, …, x_3)"], "(2x_1, 4x_2, 6x_3)"],
    [["evaluate product_(k=2)^3 a_k"], "a_2 a_3"],
    [["evaluate det((1, 2), (3, 4))"], "-2"],
    [["evaluate transpose ((1, 2, 3), (4, 5, 6))"], "((1, 4), (2, 5), (3, 6))"],
    [["evaluate |a - b| with a = (1, 2), b = (4, 6)"], "5"],
    [["evaluate A x + b with A = ((1, 2), (3, 4)), x = (1, 1), b = (0, 1)"], "(3, 8)"],
    [["let u = (1, 0, 1)", "let v = (0, 1, 1)", "find the angle between u and v"], "pi/3"],
    [["Jacobian of (r cos(phi), r sin(phi)) by r, phi"], "((cos(phi), -r sin(phi)), (sin(phi), r cos(phi)))"],
    [["Hessian of x^2 y + y^3 by x, y"], "((2y, 2x), (2x, 6y))"],
  ])("%j is %s", (lines, value) => {
    const { answer, verdict, error } = answered(...lines);
    expect(answer?.kind === "expression" ? answer.value.text : error?.message).toBe(value);
    expect(verdict).toBe("nailed");
  });

  test.each<[readonly string[], RegExp]>([
    [["evaluate ((1, 2), (3, 4)) + 1"], /number cannot be added/],
    [["simplify sum_(k=1)^n x_k"], /written out between two whole numbers/],
    [["evaluate ((1, 2), (3, 4)) (1, 2, 3)"], /2 × 2 matrix and a vector of 3 have no product/],
    [["evaluate (1, 2) (3, 4)"], /dot\(a, b\) or cross/],
    [["evaluate sin((1, 2))"], /function of numbers/],
    [["evaluate 1/(1, 2)"], /nothing is divided by a vector/],
    [["evaluate ((1, 2), (2, 4))^-1"], /its determinant is 0/],
    [["inverse of ((1, 2), (2, 4))"], /its determinant is 0/],
    [["determinant of (1, 2)"], /square matrix was expected/],
    [["eigenvalues of ((1, 2, 3), (4, 5, 6))"], /square matrix was expected/],
    [["solve ((1, 2), (3, 4)) (x, y) = (5, 6, 7)"], /different sizes/],
    [["gradient of x by (x_3, …, x_1)"], /rising numbers/],
  ])("%j: %s", (lines, message) => expect(answered(...lines).error?.message ?? "").toMatch(message));

  it("have the determinants of whole-number arithmetic, and inverses that undo them", () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 5 }).chain(square), (m) => {
        const wanted = determinant(m);
        const own = entriesOf(`determinant of ${written(m)}`);
        expect(own.entries[0]).toBe(wanted);
        expect(own.verdict).toBe("nailed");
        if (wanted === 0) {
          expect(answered(`inverse of ${written(m)}`).error?.message).toMatch(/determinant is 0/);
          return;
        }
        const { entries, verdict } = entriesOf(`inverse of ${written(m)}`);
        const n = m.length;
        const inverse = m.map((_, i) => entries.slice(i * n, (i + 1) * n));
        multiplied(m, inverse).forEach((row, i) => {
          row.forEach((x, k) => {
            expect(x).toBeCloseTo(i === k ? 1 : 0, 9);
          });
        });
        expect(verdict).toBe("nailed");
      }),
      { numRuns: 25 },
    );
  });

  it("multiply as rows by columns, in this order", () => {
    fc.assert(
      fc.property(square(3), square(3), (a, b) => {
        expect(entriesOf(`evaluate ${written(a)} ${written(b)}`).entries).toEqual(multiplied(a, b).flat());
      }),
      { numRuns: 15 },
    );
  });

  it("solve as systems of their components", () => {
    fc.assert(
      fc.property(square(3), fc.tuple(fc.integer({ min: -4, max: 4 }), fc.integer({ min: -4, max: 4 }), fc.integer({ min: -4, max: 4 })), (m, x) => {
        if (determinant(m) === 0) return;
        const right = m.map((row) => row.reduce((sum, e, k) => sum + e * (x[k] ?? 0), 0));
        const [only] = solutionsOf(answered(`solve ${written(m)} (x_1, …, x_3) = (${right.join(", ")})`)).solutions;
        expect(["x_1", "x_2", "x_3"].map((key) => Number(only?.values[key]?.re))).toEqual(x.map((value) => value + 0));
      }),
      { numRuns: 12 },
    );
  });
});

describe("eigenvalues and eigenvectors", () => {
  test.each<[string, readonly string[]]>([
    ["((2, 1), (1, 2))", ["lambda = 1", "lambda = 3"]],
    ["((0, -1), (1, 0))", ["lambda = i", "lambda = -i"]],
    ["((1, 1), (0, 1))", ["lambda = 1 (2 times)"]],
    ["((a, b), (b, a))", ["lambda = a + b", "lambda = a - b"]],
    ["((cos t, -sin t), (sin t, cos t))", ["lambda = cos(t) + i sin(t)", "lambda = cos(t) - i sin(t)"]],
    ["((cos t, sin t), (sin t, -cos t))", ["lambda = 1", "lambda = -1"]],
    ["((0, -omega), (omega, 0))", ["lambda = i omega", "lambda = -i omega"]],
    ["((100, 30, 0), (30, 50, 0), (0, 0, -20))", ["lambda = -20", "lambda = 75 + 5 sqrt(61)", "lambda = 75 - 5 sqrt(61)"]],
  ])("of %s are %j", (matrix, values) => {
    const report = answered("given a, b", `eigenvalues of ${matrix}`);
    expect(
      solutionsOf(report).solutions.map(
        ({ values: own, multiplicity = 1 }) => `lambda = ${own["lambda"]?.text}${multiplicity > 1 ? ` (${multiplicity} times)` : ""}`,
      ),
    ).toEqual(values);
    expect(report.verdict).toBe("nailed");
  });

  it("have the trace as their sum, and vectors that are only stretched", () => {
    fc.assert(
      fc.property(fc.tuple(square(3), fc.boolean()), ([m, isSymmetric]) => {
        const own = isSymmetric ? m.map((row, i) => row.map((x, k) => (k >= i ? x : (m[k]?.[i] ?? 0)))) : m;
        const report = answered(`eigenvalues of ${written(own)}`);
        const found = solutionsOf(report).solutions;
        const sum = found.reduce((total, { values, multiplicity = 1 }) => total + multiplicity * Number(values["lambda"]?.re), 0);
        expect(sum).toBeCloseTo(
          own.reduce((total, row, k) => total + (row[k] ?? 0), 0),
          6,
        );
        expect(report.verdict).toBe("nailed");
      }),
      { numRuns: 10 },
    );
    const { solutions } = solutionsOf(answered("eigenvectors of ((2, 1, 0), (1, 2, 1), (0, 1, 2))"));
    expect(solutions.map(({ values }) => values["v"]?.text)).toEqual(["(-1, 0, 1)", "(1, sqrt(2), 1)", "(1, -sqrt(2), 1)"]);
  });

  it("say where there is no basis of them", () => {
    const report = answered("eigenvectors of ((1, 1), (0, 1))");
    expect(solutionsOf(report).solutions).toHaveLength(1);
    expect(solutionsOf(report).reason).toMatch(/no basis of eigenvectors/);
  });
});

describe("the judge of matrices", () => {
  const verdict = (claim: Claim) => judgeStep(step("evaluate", [], claim), []).verdict;

  it("confirms a product, and none with one entry changed", () => {
    fc.assert(
      fc.property(square(3), square(3), fc.integer({ min: 0, max: 8 }), fc.integer({ min: 1, max: 3 }), (a, b, at, by) => {
        const right = multiplied(a, b);
        const wrong = right.map((row, i) => row.map((x, k) => (3 * i + k === at ? x + by : x)));
        const claim = (after: Numbers): Claim => ({
          kind: "matrix",
          operation: "product",
          operands: [read(written(a)), read(written(b))],
          after: read(written(after)),
        });
        expect(verdict(claim(right))).toBe("nailed");
        expect(verdict(claim(wrong))).toBe("bent");
      }),
      { numRuns: 15 },
    );
  });

  test.each<[string, Claim]>([
    ["a wrong determinant", { kind: "matrix", operation: "det", operands: [read("((a, b), (c, d))")], after: read("a d + b c") }],
    ["a wrong inverse", { kind: "matrix", operation: "inverse", operands: [read("((2, 1), (1, 1))")], after: read("((1, -1), (-1, 1))") }],
    [
      "a wrong row",
      {
        kind: "rows",
        before: read("((1, 2), (3, 4))"),
        operation: { kind: "add", row: 0, to: [{ row: 1, factor: read("-3") }] },
        after: read("((1, 2), (0, 2))"),
      },
    ],
    [
      "rows that were not swapped",
      { kind: "rows", before: read("((1, 2), (3, 4))"), operation: { kind: "swap", rows: [0, 1] }, after: read("((1, 2), (3, 4))") },
    ],
    ["a wrong power", { kind: "matrix", operation: "power", operands: [read("((1, 1), (0, 1))"), read("3")], after: read("((1, 2), (0, 1))") }],
    ["a wrong vector product", { kind: "matrix", operation: "cross", operands: [read("(1, 2, 3)"), read("(4, 5, 6)")], after: read("(-3, -6, -3)") }],
  ])("does not confirm %s", (_, claim) => expect(verdict(claim)).not.toBe("nailed"));
});
