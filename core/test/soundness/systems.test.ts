import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { AnswerReport, SolutionReport } from "../../src/instruction/line-report.ts";
import { answered } from "../oracle.ts";
import { cases } from "../seed.ts";
import { expectReadsAs, Tally } from "./claims.ts";
import { complexOf, holdsAt, isDefined, isNear, type Values, valueAt } from "./complex-doubles.ts";
import { pick, tidy, whole } from "./made-up.ts";

/** Two equations for x and y, what is given of them, and points that were built in. */
interface System {
  readonly equations: readonly [string, string];
  readonly given?: readonly string[];
  readonly points?: readonly (readonly [number, number])[];
}

type Solutions = AnswerReport & { readonly kind: "solutions" };

const point = (x: number, y: number): Values => ({ x: complexOf(x), y: complexOf(y) });
const STARTS = [-6.3, -3.1, -1.7, -0.6, 0.45, 1.3, 2.6, 5.2];

/** Regular common zeros near the starts, by Newton's method with differences for slopes. */
function zeros([left, right]: readonly [string, string]): readonly (readonly [number, number])[] {
  const [f, g] = [left, right].map((equation) => {
    const [a = "0", b = "0"] = equation.split(" = ");
    return (x: number, y: number): number => valueAt(`(${a}) - (${b})`, point(x, y), "real").re;
  });
  if (!f || !g) return [];
  const found: (readonly [number, number])[] = [];
  for (const p of STARTS)
    for (const q of STARTS) {
      let [x, y, isRegular] = [p, q, false];
      for (let k = 0; k < 25; k += 1) {
        const h = 1e-6 * Math.max(1, Math.abs(x), Math.abs(y));
        const [a, b] = [(f(x + h, y) - f(x - h, y)) / (2 * h), (f(x, y + h) - f(x, y - h)) / (2 * h)];
        const [c, d] = [(g(x + h, y) - g(x - h, y)) / (2 * h), (g(x, y + h) - g(x, y - h)) / (2 * h)];
        const determinant = a * d - b * c;
        const [u, v] = [f(x, y), g(x, y)];
        isRegular = Math.abs(determinant) > 1e-4 * (1 + Math.abs(a) + Math.abs(b)) * (1 + Math.abs(c) + Math.abs(d));
        [x, y] = [x - (d * u - b * v) / determinant, y - (a * v - c * u) / determinant];
        if (!Number.isFinite(x + y)) break;
      }
      const isZero = isRegular && Math.abs(f(x, y)) + Math.abs(g(x, y)) < 1e-10 && Math.hypot(x, y) < 30;
      if (isZero && !found.some(([a, b]) => Math.hypot(a - x, b - y) < 1e-6)) found.push([x, y]);
    }
  return found;
}

/** The members of a solution: integers put in, free names by the point that is looked for. */
function members({ values, parameters = {} }: SolutionReport, at: Values): readonly Values[] {
  const integers = Object.keys(parameters).filter((name) => parameters[name] === "integer");
  const choices = integers.reduce<readonly Values[]>(
    (all, name) => all.flatMap((one) => Array.from({ length: 17 }, (_, k) => ({ ...one, [name]: complexOf(k - 8) }))),
    [{}],
  );
  return choices.map((integersHere) => {
    const known = { ...at, ...integersHere };
    const coordinates = Object.entries(values).map(([name, { text, re, im }]) => {
      const isNumber = re !== undefined;
      return [name, isNumber ? complexOf(Number(re), Number(im ?? 0)) : valueAt(text, known)] as const;
    });
    return { ...integersHere, ...Object.fromEntries(coordinates) };
  });
}

const conditionsHold = ({ conditions = [] }: SolutionReport, values: Values, atLeast: (verdict: boolean | undefined) => boolean): boolean =>
  conditions.every((condition) => atLeast(holdsAt(condition, values)));

function isListed(solution: SolutionReport, [x, y]: readonly [number, number]): boolean {
  const here = point(x, y);
  return members(solution, here).some(
    (member) =>
      isNear(member["x"] ?? complexOf(Number.NaN), complexOf(x), 1e-5) &&
      isNear(member["y"] ?? complexOf(Number.NaN), complexOf(y), 1e-5) &&
      conditionsHold(solution, { ...here, ...member }, (holds) => holds !== false),
  );
}

function expectListedTrue({ equations, given = [] }: System, { solutions }: Solutions, where: string): void {
  for (const solution of solutions) {
    for (const value of Object.values(solution.values)) expectReadsAs(value, where);
    // Free names are tried at a few numbers.
    for (const t of Object.values(solution.parameters ?? {}).includes("free") ? [0.7, 2.3, -1.4] : [0]) {
      for (const member of members(solution, point(t, t))) {
        const isWhole = isDefined(member["x"] ?? complexOf(Number.NaN)) && isDefined(member["y"] ?? complexOf(Number.NaN));
        if (!isWhole || !conditionsHold(solution, member, (holds) => holds === true)) continue;
        for (const relation of [...equations, ...given])
          expect(holdsAt(relation, member, "real"), `${where}: ${relation} at ${JSON.stringify(member)}`).toBe(true);
      }
    }
  }
}

function expectSystemTrue(system: System, tally: Tally): void {
  const { equations, given = [], points = [] } = system;
  const lines = [...given.map((fact) => `given ${fact}`), `solve ${equations[0]} and ${equations[1]} for x, y`];
  const where = lines.join("; ");
  const report = answered(...lines);
  const { answer } = report;
  expect(report.verdict, where).not.toBe("bent");
  const isProven = answer?.kind === "solutions" && answer.complete && report.verdict === "nailed";
  tally.count(isProven);
  if (answer?.kind !== "solutions") return;
  expectListedTrue(system, answer, where);
  if (!isProven) return;
  const isSolution = ([x, y]: readonly [number, number]): boolean =>
    [...equations, ...given].every((relation) => holdsAt(relation, point(x, y), "real") === true);
  for (const root of [...points, ...zeros(equations)].filter(isSolution))
    expect(
      answer.solutions.some((solution) => isListed(solution, root)),
      `${where}: (${root.join(", ")}) is not listed`,
    ).toBe(true);
}

function property(systems: fc.Arbitrary<System>, count: number, share: number): void {
  const tally = new Tally();
  fc.assert(
    fc.property(systems, (system) => expectSystemTrue({ ...system, equations: [tidy(system.equations[0]), tidy(system.equations[1])] }, tally)),
    cases(count),
  );
  tally.demand(share);
}

const small = whole(-4, 4);
const coefficient = pick(-3, -2, -1, 1, 2, 3);

describe("systems of two equations", () => {
  it("that are a line and a curve through a point have all points in common", () => {
    const curve = fc.oneof(
      fc.tuple(small, small).map(([p, q]) => ({ f: "x^2 + y^2", value: p * p + q * q, at: [p, q] as const })),
      fc.tuple(small, small).map(([p, q]) => ({ f: "x y", value: p * q, at: [p, q] as const })),
      fc.tuple(small, small).map(([p, q]) => ({ f: "x^2 - y", value: p * p - q, at: [p, q] as const })),
      fc.tuple(small, small).map(([p, q]) => ({ f: "x^2 + x y - 2y^2", value: p * p + p * q - 2 * q * q, at: [p, q] as const })),
      fc.tuple(small, small).map(([p, q]) => ({ f: "|x| + |y|", value: Math.abs(p) + Math.abs(q), at: [p, q] as const })),
      fc.tuple(small, small).map(([p, q]) => ({ f: "x^3 + y", value: p ** 3 + q, at: [p, q] as const })),
    );
    property(
      fc.tuple(curve, coefficient, coefficient).map(([{ f, value, at }, a, b]) => ({
        equations: [`${f} = ${value}`, `${a}x + ${b}y = ${a * at[0] + b * at[1]}`],
        points: [at],
      })),
      50,
      0.8,
    );
  });

  it("that are two curves through a point have all points in common", () => {
    const forms: readonly (readonly [string, (x: number, y: number) => number])[] = [
      ["x^2 + y^2", (x, y) => x * x + y * y],
      ["x^2 - y^2", (x, y) => x * x - y * y],
      ["x y", (x, y) => x * y],
      ["x^2 + x y", (x, y) => x * x + x * y],
      ["y^2 - x", (x, y) => y * y - x],
      ["x^2 y", (x, y) => x * x * y],
      ["x + y + x y", (x, y) => x + y + x * y],
    ];
    const two = fc.uniqueArray(pick(...forms), { minLength: 2, maxLength: 2 });
    property(
      fc.tuple(two, small, small).map(([[f, g], p, q]) => ({
        equations: [`${f?.[0]} = ${f?.[1](p, q)}`, `${g?.[0]} = ${g?.[1](p, q)}`],
        points: [[p, q]],
      })),
      40,
      0.75,
    );
  });

  it("with roots, quotients, exponentials and angles keep to their domains", () => {
    const positive = whole(1, 4);
    property(
      fc.oneof(
        fc
          .tuple(positive, positive)
          .map(([p, q]): System => ({ equations: [`sqrt(x) + sqrt(y) = ${p + q}`, `x + y = ${p * p + q * q}`], points: [[p * p, q * q]] })),
        fc.tuple(positive, positive).map(([p, q]): System => ({ equations: [`sqrt(x + ${q}) = y`, `x - y = ${p}`] })),
        fc.tuple(coefficient, coefficient).map(([p, q]): System => ({ equations: [`1/x + 1/y = ${p}`, `1/x - 1/y = ${q}`] })),
        fc.tuple(coefficient, coefficient).map(([p, q]): System => ({ equations: [`x/(x - y) = ${p}`, `x y = ${q}`] })),
        fc
          .tuple(positive, positive)
          .map(([p, q]): System => ({ equations: [`e^x + e^y = ${p + q}`, `e^x e^y = ${p * q}`], points: [[Math.log(p), Math.log(q)]] })),
        fc.tuple(positive, positive).map(([p, q]): System => ({ equations: [`ln x + ln y = ln ${p * q}`, `x + y = ${p + q}`], points: [[p, q]] })),
        fc
          .tuple(pick("2", "3"), small, small)
          .map(([b, p, q]): System => ({ equations: [`${b}^x ${b}^y = ${b}^${p + q}`, `x - y = ${p - q}`], points: [[p, q]] })),
        fc.tuple(pick("0", "1", "1/2", "-1"), pick("0", "pi", "pi/2")).map(([k, s]): System => ({ equations: [`sin x + sin y = ${k}`, `x + y = ${s}`] })),
        fc.tuple(positive, positive).map(([p, q]): System => ({ equations: [`x cos y = ${p}`, `x sin y = ${q}`], given: ["x > 0"] })),
        fc.tuple(small, small).map(([p, q]): System => ({ equations: [`|x - ${p}| = ${Math.abs(q)}`, `x + y = ${p + q}`], points: [[p + q, 0]] })),
        fc.tuple(small, small).map(
          ([p, q]): System => ({
            equations: [`x (x - ${p}) = 0`, `y (x + y - ${q}) = 0`],
            points: [
              [0, q],
              [p, 0],
            ],
          }),
        ),
        fc.tuple(small, positive).map(([p, q]): System => ({ equations: [`max(x, y) = ${p}`, `x + y = ${p - q}`], points: [[p, -q]] })),
      ),
      60,
      0.7,
    );
  });

  it("that are linear are solved whatever their rank", () => {
    property(
      fc.tuple(small, small, small, small, small, small).map(([a, b, c, d, p, q]): System => ({ equations: [`${a}x + ${b}y = ${p}`, `${c}x + ${d}y = ${q}`] })),
      40,
      0.85,
    );
  });

  it("are cut to what is given of the unknowns", () => {
    const fact = pick("x > 0", "y > 0", "x > y", "x + y > 0", "x != y", "-2 < x < 2", "y >= 1", "x <= y");
    property(
      fc.tuple(fact, fc.option(fact), small, small, pick("x^2 + y^2", "x y", "x^2 - y^2")).map(([first, second, p, q, f]) => ({
        given: [first, ...(second === null || second === first ? [] : [second])],
        equations: [`${f} = ${f === "x y" ? p * q : f === "x^2 + y^2" ? p * p + q * q : p * p - q * q}`, `x + y = ${p + q}`],
        points: [[p, q]],
      })),
      40,
      0.7,
    );
  });
});
