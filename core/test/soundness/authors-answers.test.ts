import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { answered, solutionsOf } from "../oracle.ts";
import { cases } from "../seed.ts";
import { Tally } from "./claims.ts";
import { complexOf, isDefined, isNear, valueAt } from "./complex-doubles.ts";
import { pick, whole } from "./made-up.ts";

/** Pairs of an equation and its real roots in (−20, 20), by construction. */
const posed = fc.oneof(
  fc.uniqueArray(whole(-5, 5), { minLength: 1, maxLength: 3 }).map((roots) => ({
    equation: `${roots.map((r) => `(x - (${r}))`).join(" ")} = 0`,
    roots: roots.map((r) => ({ exact: `${r}`, value: r })),
  })),
  fc.tuple(whole(1, 9), whole(1, 4)).map(([a, b]) => ({
    equation: `${b} x^2 = ${a}`,
    roots: [1, -1].map((sign) => ({ exact: `${sign < 0 ? "-" : ""}sqrt(${a}/${b})`, value: sign * Math.sqrt(a / b) })),
  })),
  fc.tuple(whole(2, 9), whole(1, 3)).map(([a, k]) => ({ equation: `e^(${k} x) = ${a}`, roots: [{ exact: `ln(${a})/${k}`, value: Math.log(a) / k }] })),
  fc.tuple(whole(1, 6), whole(-3, 3)).map(([a, b]) => ({ equation: `sqrt(x - (${b})) = ${a}`, roots: [{ exact: `${a * a + b}`, value: a * a + b }] })),
  fc.tuple(whole(1, 4), whole(0, 5)).map(([c, b]) => ({
    equation: `x^2 - ${2 * b} x + ${b * b - c} = 0`,
    roots: [1, -1].map((sign) => ({ exact: `${b} ${sign < 0 ? "-" : "+"} sqrt(${c})`, value: b + sign * Math.sqrt(c) })),
  })),
);

/** What an author does to the right set of roots. */
const slip = pick("none", "lost", "extra", "wrong", "opposite");

describe("the author's own answers", () => {
  it("agree exactly where the set is the same, and are bent where one is lost, added or another", () => {
    const tally = new Tally();
    fc.assert(
      fc.property(posed, slip, pick("expect", "so"), ({ equation, roots }, kind, word) => {
        const right = roots.map(({ exact }) => exact);
        const changed = {
          none: right,
          lost: right.slice(1),
          extra: [...right, "17/2"],
          wrong: ["13/7", ...right.slice(1)],
          opposite: [`-(${right[0]})`, ...right.slice(1)],
        }[kind];
        fc.pre(changed.length > 0);
        const values = [...new Set(changed.map((one) => valueAt(one, {}).re.toFixed(9)))].sort();
        const isRight = JSON.stringify(values) === JSON.stringify([...new Set(roots.map(({ value }) => value.toFixed(9)))].sort());
        const line = `${word} ${changed.map((one) => `x = ${one}`).join(" or ")}`;
        const report = answered(`solve ${equation} for x`, line);
        tally.count(report.verdict === "nailed" || report.verdict === "bent");
        expect(report.verdict, `solve ${equation}; ${line}`).not.toBe(isRight ? "bent" : "nailed");
        if (report.answer?.kind === "truth" && report.answer.holds !== null) expect(report.answer.holds, `solve ${equation}; ${line}`).toBe(isRight);
      }),
      cases(100),
    );
    tally.demand(0.95);
  });

  it("in decimals agree where the exact value rounds to the digits typed", () => {
    const tally = new Tally();
    fc.assert(
      fc.property(posed, whole(1, 6), pick(0, 0, 1, -1, 3), ({ equation, roots }, decimals, units) => {
        const typed = roots.map(({ value }) => (Math.round(value * 10 ** decimals) + units) / 10 ** decimals);
        const line = `expect ${typed.map((value) => `x = ${value.toFixed(decimals)}`).join(" or ")}`;
        // What lies half way between two decimals is not for doubles to round.
        fc.pre(roots.every(({ value }) => Math.abs((Math.abs(value * 10 ** decimals) % 1) - 0.5) > 1e-4));
        const report = answered(`solve ${equation} for x`, line);
        const isRight = units === 0;
        tally.count(report.verdict === "nailed" || report.verdict === "bent");
        expect(report.verdict, `solve ${equation}; ${line}`).not.toBe(isRight ? "bent" : "nailed");
      }),
      cases(80),
    );
    tally.demand(0.9);
  });

  it("are kept, and set aside, by the condition", () => {
    fc.assert(
      fc.property(posed, pick("x > 0", "x < 1", "x >= 2", "x != 0"), ({ equation, roots }, condition) => {
        const wanted = roots.filter(({ value }) => {
          const [, comparison = ">", bound = "0"] = /x (\S+) (\S+)/.exec(condition) ?? [];
          const c = Number(bound);
          return comparison === ">"
            ? value > c + 1e-9
            : comparison === "<"
              ? value < c - 1e-9
              : comparison === ">="
                ? value >= c - 1e-9
                : Math.abs(value - c) > 1e-9;
        });
        const report = answered(`solve ${equation} for x`, `keep ${condition} from (1)`);
        if (wanted.length === 0) return;
        const kept = solutionsOf(report).solutions.map(({ values }) => Number(values["x"]?.re));
        expect(kept.map((x) => x.toFixed(6)).sort(), `solve ${equation}; keep ${condition}`).toEqual(wanted.map(({ value }) => value.toFixed(6)).sort());
      }),
      cases(60),
    );
  });
});

/** Forms of one value in x, and near misses of it. */
const CHAINS: readonly (readonly [readonly string[], readonly string[]])[] = [
  [
    ["(x + 1)^2 - 1", "x^2 + 2x", "x (x + 2)"],
    ["x^2 + 2x + 1", "x (x - 2)", "x^2 + 2"],
  ],
  [
    ["(x^2 - 4)/(x - 2)", "x + 2", "2 + x"],
    ["x - 2", "x^2 + 2", "(x + 2)/2"],
  ],
  [
    ["sin^2 x", "1 - cos^2 x", "(1 - cos(2x))/2"],
    ["(1 + cos(2x))/2", "1 - cos x", "sin(x^2)"],
  ],
  [
    ["e^(2x) e^x", "e^(3x)", "(e^x)^3"],
    ["e^(2x^2)", "e^(2x) + e^x", "2 e^x"],
  ],
  [
    ["ln(x^2)", "2 ln|x|"],
    ["2 ln(x + 1)", "ln(2x)", "(ln|x|)^2"],
  ],
  [
    ["1/x - 1/(x + 1)", "1/(x (x + 1))", "1/(x^2 + x)"],
    ["1/(2x + 1)", "-1/(x (x + 1))", "1/(x^2 - x)"],
  ],
  [
    ["sqrt(x^2)", "|x|"],
    ["x", "-x", "sqrt(x)^2 + x - x - 1"],
  ],
  [
    ["tan x", "sin x/cos x"],
    ["cos x/sin x", "sin x cos x"],
  ],
  [
    ["3.2 x + 0.8 x", "4x", "x/0.25"],
    ["4.1 x", "0.4 x", "4 + x"],
  ],
  [
    ["(x/3 + 0.2)/0.5", "2x/3 + 0.4", "(10x + 6)/15"],
    ["2x/3 + 0.2", "(x + 6)/15", "x/3 + 0.4"],
  ],
];

describe("a value carried on by hand", () => {
  it("is nailed where it is the same, and bent where it is not", () => {
    const tally = new Tally();
    const chain = pick(...CHAINS).chain(([forms, misses]) => fc.tuple(pick(...forms), pick(...forms), pick(...misses), fc.boolean()));
    fc.assert(
      fc.property(chain, pick("simplify", "state"), ([first, second, miss, isRight], way) => {
        const next = isRight ? second : miss;
        const lines = way === "state" ? [first, `= ${next}`] : [`simplify ${first}`, `= ${next}`];
        const report = answered(...lines);
        // The oracle has the last word on what is right: at some number the two differ, or at none.
        const differs = [-2.3, -0.7, 0.4, 1.9, 3.6].some((at) => {
          const [a, b] = [first, next].map((side) => valueAt(side, { x: complexOf(at) }, "real"));
          return a !== undefined && b !== undefined && isDefined(a) && isDefined(b) && !isNear(a, b);
        });
        tally.count(report.verdict === "nailed" || report.verdict === "bent");
        expect(report.verdict, lines.join("; ")).not.toBe(differs ? "nailed" : "bent");
      }),
      cases(100),
    );
    tally.demand(0.95);
  });
});
