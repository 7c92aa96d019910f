import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { answered } from "../oracle.ts";
import { cases } from "../seed.ts";
import { Tally } from "./claims.ts";
import { complexOf, holdsAt, isDefined, isNear, type Values, valueAt } from "./complex-doubles.ts";
import { pick } from "./made-up.ts";
import { ANGULAR, FALSE, INVERSE, OTHERS } from "./proof-problems.ts";

const MOST_STEPS = 10;

describe("true identities", () => {
  const followed = new Tally();
  test.each(ANGULAR.map((lines) => [lines] as const))("%j is proven in named steps", (lines) => {
    const { answer, verdict, steps } = answered(...lines);
    followed.count(!steps.some(({ rule }) => rule === "decided as a whole"));
    expect(verdict).toBe("nailed");
    expect(answer).toMatchObject({ kind: "truth", holds: true });
    expect(steps.length).toBeGreaterThan(0);
    expect(steps.length).toBeLessThanOrEqual(MOST_STEPS);
    expect(steps.map((step) => step.verdict)).toEqual(steps.map(() => "nailed"));
  });

  it("of angles have a proof that a reader can follow, for nine of ten", () => {
    followed.demand(0.9);
  });

  test.each(OTHERS.map((lines) => [lines] as const))("%j holds", (lines) => {
    const { answer, verdict } = answered(...lines);
    expect([verdict, answer?.kind === "truth" && answer.holds]).toEqual(["nailed", true]);
  });

  test.each(INVERSE)("%j is shown by %s", (lines, rule) => {
    const { verdict, steps } = answered(...lines);
    expect(verdict).toBe("nailed");
    expect(steps.at(-1)?.rule).toBe(rule);
  });

  test.each([
    [
      "show (1 - cos 2x)/sin 2x = tan x",
      [
        "By the double-angle formula $cos(2x) = 1 - 2 sin(x)^2$",
        "By the double-angle formula $sin(2x) = 2 sin(x) cos(x)$",
        "By definition $sin(x)/cos(x) = tan(x)$",
      ],
    ],
    [
      "show sin x tan x + cos x = sec x",
      [
        "By definition $tan(x) = sin(x)/cos(x)$",
        "Bring everything over the common denominator $cos(x)$",
        "By the Pythagorean identity $sin(x)^2 + cos(x)^2 = 1$",
        "By definition $1/cos(x) = sec(x)$",
      ],
    ],
  ])("%s is shown as a book does", (line, texts) => expect(answered(line).steps.map(({ text }) => text)).toEqual(texts));
});

describe("false identities", () => {
  test.each(FALSE.map((lines) => [lines] as const))("%j has a counterexample with numbers that are easily put in", (lines) => {
    const { answer, verdict } = answered(...lines);
    expect(verdict).toBe("bent");
    if (answer?.kind !== "truth" || !answer.counterexample) throw new Error("there is no counterexample");
    for (const { text } of Object.values(answer.counterexample)) expect(text.length).toBeLessThanOrEqual("2 + i".length);
  });
});

test("what would hold is said of numbers that there are", () => {
  const { answer } = answered("given x >= 1", "show sqrt(x - 2 sqrt(x - 1)) = 1 - sqrt(x - 1)");
  expect(answer).toMatchObject({ kind: "truth", holds: false });
  expect(answer?.kind === "truth" && answer.hint).toBeUndefined();
});

test("what is not decided says how far the sides agree, where, and what may decide it", () => {
  const { answer, verdict } = answered("show floor(x) + floor(x + 1/2) = floor(2x)");
  expect(verdict).toBe("tacked");
  expect(answer?.kind === "truth" && answer.sentence).toMatch(
    /^no proof was found; the sides agree to \d+ digits at the \d+ places where they were compared; .* may decide it$/,
  );
});

/** A slip: a sign, a number, an exponent, a function that is another one. */
const SLIPS: readonly ((side: string) => string)[] = [
  (side) => side.replace(/ \+ /, " - "),
  (side) => side.replace(/ - /, " + "),
  (side) => side.replace(/\b2\b/, "3"),
  (side) => side.replace(/\^2\b/, "^3"),
  (side) => side.replace(/\bsin\b/, "cos"),
  (side) => side.replace(/\bcos\b/, "sin"),
  (side) => side.replace(/\btan\b/, "cot"),
  (side) => side.replace(/\bcosh\b/, "sinh"),
  (side) => `-(${side})`,
  (side) => `2 (${side})`,
  (side) => side.replace(/\bx\b/, "2x"),
  (side) => side.replace(/\bsqrt\b/, ""),
];

const NUMBERS = [-2.3, -1.1, -0.4, 0.35, 0.8, 1.7, 2.6];
const points = (lines: readonly string[]): readonly Values[] =>
  NUMBERS.map(
    (first, k): Values =>
      Object.fromEntries(
        ["x", "y", "a", "b", "c", "d", "t", "u", "v", "q"].map((letter, j) => [letter, complexOf(NUMBERS[(k + 3 * j) % NUMBERS.length] ?? first)]),
      ),
  ).filter((values) => lines.slice(0, -1).every((line) => holdsAt(line.replace("given ", ""), values) !== false));

/** Where the oracle can put numbers in: no whole numbers, no names that stand for complex ones. */
const MUTABLE = [...ANGULAR, ...OTHERS].filter((lines) => !/integers|complex|binomial|sum_|!| for |f_1|log|lg/.test(lines.join()));

describe("near misses", () => {
  it("made of true identities by a slip are told from those that are true all the same", () => {
    const tally = new Tally();
    fc.assert(
      fc.property(pick(...MUTABLE), pick(...SLIPS), ([...lines], slip) => {
        const [, left = "", right = ""] = /^show (.*) = (.*)$/.exec(lines.at(-1) ?? "") ?? [];
        const wrong = slip(right);
        fc.pre(wrong !== right);
        const { answer, error } = answered(...lines.slice(0, -1), `show ${left} = ${wrong}`);
        fc.pre(error === undefined && answer?.kind === "truth");
        const where = `show ${left} = ${wrong}`;
        const values = points(lines).map((at) => [valueAt(left, at, "real"), valueAt(wrong, at, "real")] as const);
        const compared = values.filter(([a, b]) => isDefined(a) && isDefined(b));
        const differ = compared.filter(([a, b]) => !isNear(a, b, 1e-6));
        if (answer?.kind !== "truth") return;
        tally.count(answer.holds !== null);
        if (answer.holds === true) expect(differ, where).toEqual([]);
        if (answer.holds === false && compared.length === NUMBERS.length) expect(differ.length, `${where} is true`).toBeGreaterThan(0);
      }),
      cases(250),
    );
    tally.demand(0.9);
  });
});
