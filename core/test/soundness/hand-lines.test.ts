import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { answered } from "../oracle.ts";
import { cases } from "../seed.ts";
import { Tally } from "./claims.ts";
import { complexOf, holdsAt, isDefined, isNear, size, type Values, valueAt, type World } from "./complex-doubles.ts";
import { pick, whole } from "./made-up.ts";

/** What a hand line is held against: all numbers that might solve either line, and when they count. */
interface Question {
  readonly lines: readonly string[];
  readonly before: string;
  readonly after: string;
  readonly world: World;
  readonly letters: readonly Values[];
  readonly candidates: (letters: Values) => readonly { readonly re: number; readonly im: number }[];
  readonly counts: (x: { readonly re: number; readonly im: number }) => boolean;
}

/** Looks for a number that solves one line and not the other, and holds the verdict against it. */
function expectFair(question: Question, tally: Tally): void {
  const { lines, before, after, world, letters, candidates, counts } = question;
  const report = answered(...lines, `so ${after}`);
  const where = [...lines, `so ${after}`].join("; ");
  const { answer } = report;
  expect(report.error, `${where}: ${report.error?.message}`).toBeUndefined();
  tally.count(report.verdict === "nailed" || report.verdict === "bent");
  const differences = letters.flatMap((own) =>
    candidates(own)
      .filter(counts)
      .flatMap((x) => {
        const values = { ...own, x };
        const [was, is] = [holdsAt(before, values, world) === true, holdsAt(after, values, world) === true];
        const isExcepted = answer?.kind === "truth" && (answer.exceptions ?? []).some((exception) => holdsAt(exception, values) !== false);
        return was === is || isExcepted ? [] : [{ own, x, lost: was }];
      }),
  );
  const lost = differences.find((one) => one.lost);
  const gained = differences.find((one) => !one.lost);
  const saysGain = answer?.kind === "truth" && /came in|may come in|can come in/.test(answer.sentence);
  if (report.verdict === "nailed") {
    expect(lost, where).toBeUndefined();
    if (!saysGain) expect(gained, where).toBeUndefined();
  }
  // A value outside of what was asked for is wrong there, whether or not it solves the equation.
  const outside = letters.some((own) => candidates(own).some((x) => !counts(x) && holdsAt(after, { ...own, x }, world) === true));
  if (report.verdict === "bent" && !outside) expect(differences.length, `${where} is right`).toBeGreaterThan(0);
}

const alternatives = (roots: readonly string[]): string => roots.map((root) => `x = ${root}`).join(" or ");

describe("hand lines after solve", () => {
  it("are held against the equation in its domain and interval", () => {
    const tally = new Tally();
    const roots = fc.uniqueArray(whole(-4, 4), { minLength: 1, maxLength: 3 });
    const setting = pick("", " in [0, 5]", " in (-2, 2)", " in [-4, 0)", " over integers", " over complex");
    fc.assert(
      fc.property(roots, setting, fc.array(whole(-4, 4), { maxLength: 2 }), whole(0, 3), pick(true, false), ([...all], within, extra, drop, halves) => {
        // Halves are roots that the integers leave out.
        const written = all.map((r) => (halves ? `${r}/2` : `${r}`));
        const polynomial = all.map((r) => (halves ? `(2x - (${r}))` : `(x - (${r}))`)).join(" ");
        const kept = [...written.filter((_, k) => k !== drop), ...extra.slice(0, drop % 3).map(String)];
        fc.pre(kept.length > 0);
        const [, open, low, high, close] = / in ([[(])(.+), (.+)([\])])/.exec(within) ?? [];
        const counts = ({ re }: { readonly re: number }): boolean => {
          if (within === " over integers") return Number.isInteger(re);
          if (open === undefined) return true;
          return (open === "[" ? re >= Number(low) : re > Number(low)) && (close === "]" ? re <= Number(high) : re < Number(high));
        };
        expectFair(
          {
            lines: [`solve ${polynomial} = 0 for x${within}`],
            before: `${polynomial} = 0`,
            after: alternatives([...new Set(kept)]),
            world: "complex",
            letters: [{}],
            candidates: () => Array.from({ length: 33 }, (_, k) => complexOf((k - 16) / 4)),
            counts,
          },
          tally,
        );
      }),
      cases(80),
    );
    tally.demand(0.95);
  });
});

describe("hand lines after an equation with letters", () => {
  const a = [-2, -1, -0.5, 0, 0.5, 1, 2, 3].flatMap((p) => [-1, 0, 1, 2].map((q) => ({ a: complexOf(p), b: complexOf(q) })));
  /** Everything that a line below may call a root. */
  const roots = [
    "a^2",
    "a",
    "-a",
    "1",
    "0",
    "b/a",
    "sqrt(a)",
    "-sqrt(a)",
    "1/a",
    "e^a",
    "ln(a)",
    "a + b",
    "a b",
    "b",
    "-b",
    "2",
    "cbrt(a)",
    "a - b",
    "sqrt(b)",
    "-sqrt(b)",
    "-1",
    "-e^a",
    "-a - b",
    "-1/a",
    "3",
  ];
  const candidates = (letters: Values) =>
    roots
      .map((root) => valueAt(root, letters, "real"))
      .filter((value, k, all) => isDefined(value) && size(value) < 50 && all.findIndex((other) => isNear(other, value)) === k);
  const groups: readonly (readonly string[])[] = [
    ["sqrt(x) = a", "x = a^2", "x - a^2 = 0"],
    ["|x| = a", "x = a or x = -a", "x^2 = a^2", "x = a"],
    ["a x = a", "x = 1", "a (x - 1) = 0", "a = 0 or x = 1"],
    ["a x = b", "x = b/a", "a x - b = 0"],
    ["x^2 = a", "x = sqrt(a) or x = -sqrt(a)", "x = sqrt(a)"],
    ["e^x = a", "x = ln(a)", "2 e^x = 2a"],
    ["ln x = a", "x = e^a", "2 ln x = 2a", "ln(x^2) = 2a"],
    ["1/x = a", "x = 1/a", "a x = 1"],
    ["x (x - a) = 0", "x = 0 or x = a", "x = a", "x^2 = a x"],
    ["x^2 = a x", "x = a", "x = a or x = 0"],
    ["x^3 = a", "x = cbrt(a)", "x^3 - a = 0"],
    ["x + b = a", "x = a - b", "(x + b)^2 = a^2", "x + b = a or x + b = -a"],
    ["sqrt(x + b) = a", "x + b = a^2", "x = a^2 - b"],
    ["a x^2 = a b", "x^2 = b", "x = sqrt(b) or x = -sqrt(b)", "a (x^2 - b) = 0"],
    ["(x - a)(x - b) = 0", "x = a or x = b", "x^2 - (a + b) x + a b = 0", "x = a"],
    ["(x - a)/(x - b) = 0", "x = a", "x - a = 0"],
    ["a^2 x = a b", "a x = b", "x = b/a"],
  ];
  const givens = pick<readonly [string, string] | undefined>(
    undefined,
    ["given a > 0", "a > 0"],
    ["given a >= 0", "a >= 0"],
    ["given a != 0", "a != 0"],
    ["given a < 0", "a < 0"],
    ["given a > 0, b > 0", "a > 0 and b > 0"],
    ["given a != b", "a != b"],
  );

  it("lose and gain nothing for any value of the letters, or say for which", () => {
    const tally = new Tally();
    const pair = pick(...groups).chain((group) => fc.tuple(pick(...group), pick(...group)));
    fc.assert(
      fc.property(givens, pair, (given, [before, after]) => {
        fc.pre(before !== after && /x/.test(before));
        const letters = given ? a.filter((own) => holdsAt(given[1], own) === true) : a;
        expectFair({ lines: [...(given ? [given[0]] : []), before], before, after, world: "real", letters, candidates, counts: () => true }, tally);
      }),
      cases(160),
    );
    tally.demand(0.5);
  });

  // What is given of the unknown cuts both lines: a value outside of it is no solution of either.
  const ofUnknown = pick(
    ["given x > 0", "x > 0"],
    ["given x > 0, a > 0", "x > 0 and a > 0"],
    ["given x != 0", "x != 0"],
    ["given x < 0, a > 0", "x < 0 and a > 0"],
    ["given x >= 0, b > 0", "x >= 0 and b > 0"],
    ["given x > a, a > 0", "x > a and a > 0"],
  );

  it("are compared as far as what is given of the unknown reaches", () => {
    const tally = new Tally();
    const pair = pick(...groups).chain((group) => fc.tuple(pick(...group), pick(...group)));
    fc.assert(
      fc.property(ofUnknown, pair, ([line, facts], [before, after]) => {
        fc.pre(before !== after && /x/.test(before));
        const inside = (own: Values) => candidates(own).filter((x) => holdsAt(facts, { ...own, x }) === true);
        const report = answered(line, before, `so ${after}`);
        const where = [line, before, `so ${after}`].join("; ");
        tally.count(report.verdict === "nailed" || report.verdict === "bent");
        const saysGain = report.answer?.kind === "truth" && /came in/.test(report.answer.sentence);
        const isExcepted = (values: Values): boolean =>
          report.answer?.kind === "truth" && (report.answer.exceptions ?? []).some((exception) => holdsAt(exception, values) !== false);
        if (report.verdict !== "nailed") return;
        for (const own of a)
          for (const x of inside(own)) {
            const values = { ...own, x };
            const [was, is] = [holdsAt(before, values, "real") === true, holdsAt(after, values, "real") === true];
            if (was !== is && !isExcepted(values) && !(is && saysGain)) expect.fail(`${where}: x = ${x.re} at a = ${own["a"]?.re}, b = ${own["b"]?.re}`);
          }
      }),
      cases(120),
    );
    tally.demand(0.5);
  });
});
