import fc from "fast-check";
import { describe, it } from "vitest";
import { cases } from "../seed.ts";
import { type Claim, expectTrue, Tally } from "./claims.ts";
import { complexOf } from "./complex-doubles.ts";
import { pick, tidy, whole } from "./made-up.ts";

/** Whole numbers, halves and thirds near 0: where changes of sign show nothing. */
const PROBES = Array.from({ length: 49 }, (_, k) => complexOf((k - 24) / 6));

function real(equation: string, more: Partial<Claim> = {}): Claim {
  return { lines: [`solve ${equation} for x`], equation, unknown: "x", world: "real", probes: PROBES, window: [-11, 11], ...more };
}

function property(equations: fc.Arbitrary<string>, count: number, share: number, more: Partial<Claim> = {}): void {
  const tally = new Tally();
  fc.assert(
    fc.property(equations.map(tidy), (equation) => {
      expectTrue(real(equation, more), tally);
    }),
    cases(count),
  );
  tally.demand(share);
}

const a = whole(-4, 4);

/** Twelfths and eighths of half turns. */
const TURNS = [12, 8].flatMap((parts) => Array.from({ length: 8 * parts + 1 }, (_, k) => complexOf((k / parts - 4) * Math.PI)));

describe("equations over the reals", () => {
  it("by cases have the roots of each branch where it is taken, and no others", () => {
    const branch = fc.oneof(
      a.map((p) => `sqrt(x + ${p})`),
      a.map((p) => `1/(x + ${p})`),
      a.map((p) => `ln(x + ${p})`),
      fc.tuple(pick(-2, -1, 1, 2), a).map(([k, p]) => `${k}x + ${p}`),
      a.map((p) => `x^2 + ${p}`),
    );
    const bound = fc.tuple(pick("<", "<=", ">", ">="), a).map(([sign, c]) => `x ${sign} ${c}`);
    const choice = fc.oneof(
      fc.tuple(branch, bound, branch).map(([f, c, g]) => `cases(${f} if ${c}, ${g} otherwise)`),
      fc.tuple(branch, bound, branch, bound, branch).map(([f, c, g, d, h]) => `cases(${f} if ${c}, ${g} if ${d}, ${h} otherwise)`),
      fc.tuple(branch, bound, branch, bound).map(([f, c, g, d]) => `cases(${f} if ${c}, ${g} if ${d})`),
    );
    const around = pick("f", "|f|", "(f)^2", "x + f");
    property(
      fc.tuple(around, choice, whole(-3, 6)).map(([form, f, k]) => `${form.replace("f", f)} = ${k}`),
      90,
      0.9,
    );
  });

  it("with the unknown in base and exponent have their negative bases too", () => {
    const base = fc.oneof(
      pick("x", "(-x)", "(x - 1)", "(2 - x)", "(x + 3)"),
      fc.tuple(whole(-5, 5), whole(-5, 5)).map(([b, c]) => `(x^2 + ${b}x + ${c})`),
    );
    const exponent = fc.oneof(
      fc.tuple(pick(1, 2, 3), a).map(([k, c]) => `(${k}x + ${c})`),
      fc.tuple(a, a).map(([b, c]) => `(x^2 + ${b}x + ${c})`),
    );
    property(
      fc.oneof(
        fc.tuple(base, exponent, pick("1", "-1")).map(([f, g, k]) => `${f}^${g} = ${k}`),
        fc.tuple(base, exponent, exponent).map(([f, g, h]) => `${f}^${g} = ${f}^${h}`),
        fc.tuple(base, exponent).map(([f, g]) => `${f}^${g} = ${f}`),
      ),
      70,
      0.8,
      { window: [-4, 5] },
    );
  });

  it("that hold i have the real roots of both parts", () => {
    const monic = fc.uniqueArray(a, { minLength: 1, maxLength: 2 }).map((roots) => roots.map((r) => `(x + ${-r})`).join(" "));
    property(
      fc.oneof(
        fc.tuple(monic, monic, pick("+", "-")).map(([p, q, sign]) => `${p} ${sign} i ${q} = 0`),
        fc.tuple(monic, whole(1, 4)).map(([p, k]) => `i ${p} = ${k}`),
        fc.tuple(whole(1, 3), pick("1", "-1", "i", "-i")).map(([k, w]) => `e^(${k} i x) = ${w}`),
        fc.tuple(monic, monic).map(([p, q]) => `|${p} + i ${q}| = 0`),
      ),
      50,
      0.9,
      // The sides are complex, the unknown is real: probes are.
      { world: "complex", probes: [...PROBES, ...TURNS], window: [0, 0] },
    );
  });

  it("with quotients leave out what the quotients leave out", () => {
    const bottom = pick("x", "(x - 1)", "(x + 2)", "(x (x - 1))", "(x^2 - 4)", "(x^2 + x)");
    const top = pick("(x - 1)", "x", "(x^2 - 1)", "(x^2 - 4)", "(x + 2)^2", "x (x + 1)");
    const circular = fc.tuple(
      pick("sin(2x)", "sin x", "cos(3x)", "tan x", "(1 - cos x)", "sin(3x)", "cos(2x)"),
      pick("sin x", "cos x", "sin(2x)", "(1 - sin x)"),
    );
    const mixed = fc.tuple(pick("sin(2x)", "(x^2 - 4)", "cos x", "x"), pick("(e^x - 1)", "x", "sin x", "(ln x)"));
    property(
      fc.oneof(
        fc.tuple(top, bottom, whole(0, 2)).map(([p, q, k]) => `${p}/${q} = ${k}`),
        fc.tuple(circular, pick("0", "1", "-1")).map(([[p, q], k]) => `${p}/${q} = ${k}`),
        mixed.map(([p, q]) => `${p}/${q} = 0`),
      ),
      80,
      0.8,
      { probes: [...PROBES, ...TURNS] },
    );
  });
});

describe("equations with letters", () => {
  const letters = [-2, -1, 0, 1, 0.5].flatMap((p) => [0, 1, -2].map((q) => ({ a: complexOf(p), b: complexOf(q) })));
  const claim = { letters, probes: [...PROBES, ...TURNS, ...TURNS.map(({ re }) => complexOf(re / 2))], window: [-7, 7] } as const;

  it("are answered for every value of the letters, or the values left out are said", () => {
    const f = pick("sin x", "cos x", "e^x", "x^2", "|x|", "(x^2 - 1)", "sqrt(x)", "ln x", "(x - 1)");
    property(
      fc.oneof(
        f.map((g) => `a ${g} = a`),
        fc.tuple(pick("sin", "cos", "tan"), pick("0", "1", "-1")).map(([g, k]) => `${g}(a x) = ${k}`),
        pick("0", "1", "a", "-1").map((k) => `a^x = ${k}`),
        fc.tuple(pick("a", "(a - 1)", "(a^2 - 1)", "a b"), pick("b", "a", "a - 1", "0")).map(([p, q]) => `${p} x = ${q}`),
        fc.tuple(pick("a", "(a - 1)", "1"), pick("b", "0", "-a")).map(([p, q]) => `${p} x^2 + ${q} x = 0`),
        fc.tuple(f, pick("a", "a^2", "a - 1")).map(([g, k]) => `${g} = ${k}`),
      ),
      90,
      0.85,
      claim,
    );
  });

  it("lose no exclusion of a quotient", () => {
    const bottom = pick("x", "(x - 1)", "(x - a)", "(x + b)", "(x^2 - 1)");
    const top = pick("x", "(x - a)", "(x - 1)");
    property(
      fc.oneof(
        bottom.map((q) => `a/${q} = b/${q}`),
        fc.tuple(bottom, bottom).map(([p, q]) => `a/${p} = 1/${q}`),
        fc.tuple(bottom, top).map(([q, p]) => `a ${p}/${q} = b ${p}/${q}`),
        fc.tuple(bottom, top).map(([q, p]) => `${p} (x - b)/${q} = 0`),
      ),
      60,
      0.8,
      claim,
    );
  });
});
