import fc from "fast-check";
import { describe, it } from "vitest";
import { cases } from "../seed.ts";
import { type Claim, expectTrue, Tally } from "./claims.ts";
import { complexOf } from "./complex-doubles.ts";
import { pick, tidy, whole } from "./made-up.ts";

/** Short numbers, and short parts of half turns: where domains end, curves touch and families have their members. */
const PROBES = [
  ...Array.from({ length: 73 }, (_, k) => complexOf((k - 36) / 6)),
  ...Array.from({ length: 49 }, (_, k) => complexOf(((k - 24) * Math.PI) / 12)),
  ...[Math.E, 1 / Math.E, Math.SQRT2, -Math.SQRT2].map((x) => complexOf(x)),
];

function property(claims: fc.Arbitrary<Claim>, count: number, share: number): void {
  const tally = new Tally();
  fc.assert(
    fc.property(claims, (claim) => {
      expectTrue(claim, tally);
    }),
    cases(count),
  );
  tally.demand(share);
}

function real(equation: string, more: Partial<Claim> = {}): Claim {
  const source = tidy(equation);
  return { lines: [`solve ${source} for x`], equation: source, unknown: "x", world: "real", probes: PROBES, window: [-6, 6], reach: 12, ...more };
}

const number = fc.oneof(whole(-4, 5).map(String), pick("1/2", "-2/3", "0.2", "1.5", "sqrt(2)", "pi/2", "pi", "e"));

/** Expressions grown from x and numbers, whatever they mean. */
function grown(depth: number): fc.Arbitrary<string> {
  if (depth === 0) return fc.oneof({ weight: 3, arbitrary: fc.constant("x") }, { weight: 2, arbitrary: number.map((n) => `(${n})`) });
  const inner = grown(depth - 1);
  return fc.oneof(
    { weight: 4, arbitrary: fc.tuple(inner, pick(" + ", " - ", "*", "/"), inner).map(([a, sign, b]) => `(${a}${sign}${b})`) },
    { weight: 2, arbitrary: fc.tuple(inner, pick("2", "3", "(-1)", "(1/2)", "(2/3)")).map(([a, n]) => `(${a})^${n}`) },
    { weight: 1, arbitrary: fc.tuple(pick("2", "3", "e"), inner).map(([b, a]) => `${b}^(${a})`) },
    {
      weight: 4,
      arbitrary: fc.tuple(pick("sqrt", "cbrt", "exp", "ln", "sin", "cos", "arctan", "arcsin", "sgn", "abs"), inner).map(([f, a]) => `${f}(${a})`),
    },
  );
}

describe("equations as they grow", () => {
  it("from any functions list nothing that does not solve them, and all where that is said", () => {
    property(
      fc.tuple(fc.oneof(grown(1), grown(2)), fc.oneof(grown(0), number)).map(([left, right]) => real(`${left} = ${right}`)),
      90,
      0.6,
    );
  });

  it("with circular functions on one side of a border list the members on that side", () => {
    const border = fc.tuple(pick("<", "<=", ">", ">="), whole(-3, 3)).map(([sign, c]) => `x ${sign} ${c}`);
    const turning = pick("sin x", "cos x", "tan x", "sin(2x)", "cot x");
    const plain = pick("x", "x + 1", "2", "-x", "x^2 - 3");
    const choice = fc.tuple(turning, border, plain).map(([f, when, g]) => `cases(${f} if ${when}, ${g} otherwise)`);
    const signed = fc.tuple(turning, pick("|x|", "sgn(x)", "max(x, 0)")).map(([f, part]) => `${f} ${part} = x`);
    property(
      fc.oneof(
        fc.tuple(choice, pick("0", "1", "-1", "1/2")).map(([f, k]) => real(`${f} = ${k}`)),
        signed.map((one) => real(one)),
      ),
      40,
      0.7,
    );
  });

  it("with one circular function in another have a letter for each", () => {
    const outer = fc.tuple(pick("sin", "cos", "tan"), pick("", "pi ", "2 ", "pi/2 "));
    const inner = pick("sin x", "cos x", "arctan x", "x^2", "e^x", "sqrt(x)");
    property(
      fc
        .tuple(outer, inner, pick("0", "1", "-1", "1/2"))
        .map(([[f, k], g, value]) => real(`${f}(${k}${g}) = ${value}`, { window: [-3.5, 3.5], probes: PROBES.filter(({ re }) => Math.abs(re) < 3.5) })),
      30,
      0.6,
    );
  });
});

describe("equations for whole numbers", () => {
  const asked = pick(["given x in integers", ""], ["", " over integers"]);
  const lines = (equation: string, [given, over]: readonly [string, string] | readonly string[]): readonly string[] => [
    ...(given ? [given] : []),
    `solve ${tidy(equation)} for x${over ?? ""}`,
  ];

  it("keep the whole members of families, and no others", () => {
    const turning = fc.tuple(
      pick("sin", "cos", "tan"),
      pick("x", "2x", "pi x", "pi x/3", "pi (x + 1)/4", "2 pi x/5", "x^2", "pi x^2/2"),
      pick("0", "1", "1/2"),
    );
    const plain = fc.tuple(whole(-3, 3), whole(-3, 3), whole(1, 3)).map(([p, q, k]) => `(x + ${p}) (${k}x + ${q}) = 0`);
    const equation = fc.oneof(
      turning.map(([f, u, k]) => `${f}(${u}) = ${k}`),
      plain,
      plain.map((one) => `|${one.replace(" = 0", "")}| = 2`),
    );
    property(
      fc.tuple(equation, asked).map(([one, how]) => real(one, { lines: lines(one, how), given: "floor(x) = x" })),
      60,
      0.85,
    );
  });

  it("with letters say for which letters the value is whole", () => {
    const letters = [-2, -1, 0.5, 1, 2, 3].flatMap((a) => [-3, 0.25, 1, 4].map((b) => ({ a: complexOf(a), b: complexOf(b) })));
    const equation = pick("a x = b", "x + a = b", "x^2 = b", "2x + a = x + b", "sqrt(x) = b", "|x - a| = b");
    property(
      fc.tuple(equation, asked).map(([one, how]) => real(one, { lines: lines(one, how), given: "floor(x) = x", letters })),
      24,
      0.8,
    );
  });
});

describe("equations with roots and signs, and letters", () => {
  const letters = [-2, -0.3, 0, 1, 2.5].flatMap((a) => [-1.5, 0, 0.75, 2].map((b) => ({ a: complexOf(a), b: complexOf(b) })));

  it("ask of the letters what an even root asks", () => {
    const u = pick("x + a", "x - b", "a x", "2x + b", "x^2 + a^2", "a - x");
    const v = pick("x", "b", "x + b", "sqrt(x)", "sqrt(2x - b)", "a");
    property(
      fc.tuple(u, v).map(([under, other]) => real(`sqrt(${under}) = ${other}`, { letters })),
      36,
      0.55,
    );
  });

  it("have their solution at the jump of a sign only where the letters allow it", () => {
    const sign = pick("sgn(x)", "sgn(x - a)", "sgn(x)|x|", "max(x, a)", "|x| - sgn(x)");
    property(
      fc.tuple(sign, pick("b", "x + b", "a x", "b - x")).map(([s, other]) => real(`${s} = ${other}`, { letters })),
      24,
      0.5,
    );
  });
});
