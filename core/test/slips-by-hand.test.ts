import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { compile } from "../src/expression/double-value.ts";
import { sidesOf } from "../src/expression/equations.ts";
import { type Expression, freeNames } from "../src/expression/expression.ts";
import { text } from "../src/notation/text.ts";
import { wrongDerivatives } from "../src/proof/slips/wrong-derivatives.ts";
import { wrongUses } from "../src/proof/slips/wrong-laws.ts";
import { answered, meant } from "./oracle.ts";
import { cases } from "./seed.ts";
import { Tally } from "./soundness/claims.ts";
import { pick, whole } from "./soundness/made-up.ts";

/** What is said of a line by hand. */
function said(...lines: readonly string[]): { readonly verdict: string | undefined; readonly sentence: string; readonly hint: string | undefined } {
  const { answer, verdict, error } = answered(...lines);
  if (answer?.kind !== "truth") throw new Error(`${lines.join("; ")}: ${error?.message}`);
  return { verdict, sentence: answer.sentence, hint: answer.hint };
}

/** x less a number, as it is written. */
const less = (p: number): string => (p < 0 ? `x + ${-p}` : `x - ${p}`);

const PLACES = [0.37, 0.81, 1.43, 2.2];

/** Whether both sides of a claim have one value wherever they have any. */
function seemsTrue(claim: Expression): boolean {
  const [left, right] = sidesOf(claim);
  const letters = [...freeNames(claim)].sort();
  if (!left || !right) return false;
  const [f, g] = [compile(left, letters), compile(right, letters)];
  const values = PLACES.map((_, k) => letters.map((_letter, j) => PLACES[(k + j) % PLACES.length] ?? 1)).map((at) => [f(...at), g(...at)] as const);
  return values.filter(([a, b]) => !Number.isNaN(a) && !Number.isNaN(b)).every(([a, b]) => Math.abs(a - b) < 1e-9 * Math.max(1, Math.abs(a)));
}

describe("laws that do not hold", () => {
  test.each([
    ["(a + b)^2", "a^2 + b^2"],
    ["sqrt(a^2 + b^2)", "sqrt(a^2) + sqrt(b^2)"],
    ["1/(a + b)", "1/a + 1/b"],
    ["1/a + 1/b", "1/(a + b)"],
    ["sqrt(a) + sqrt(b)", "sqrt(a + b)"],
    ["ln(a + b)", "ln(a) + ln(b)"],
    ["ln(a) + ln(b)", "ln(a + b)"],
    ["ln(a b)", "ln(a) ln(b)"],
    ["sin(2x)", "2 sin(x)"],
    ["e^(a + b)", "e^a + e^b"],
    ["e^(a + b)", "e^(a b)"],
    ["a (x + y)", "a x + y"],
    ["(a + b)/a", "b"],
    ["x/(a + b)", "x/a + x/b"],
  ])("%s is believed to be %s, and is not", (before, believed) => {
    const uses = wrongUses(meant(before));
    const use = uses.find(({ after }) => text(after) === text(meant(believed)));
    expect(use, uses.map(({ after }) => text(after)).join(", ")).toBeDefined();
    expect(use && seemsTrue(use.claim)).toBe(false);
  });

  test.each([
    ["x^2 sin(x)", "2 x cos(x)"],
    ["sin(3x)", "cos(3x)"],
    ["e^(x^2)", "e^(x^2)"],
    ["(x^2 + 1)^3", "3 (x^2 + 1)^2"],
    ["x/(x + 1)", "1"],
  ])("the derivative of %s is believed to be %s", (of, believed) => {
    const found = wrongDerivatives(meant(of), "x").map(({ after }) => text(after));
    expect(found).toContain(text(meant(believed)));
  });
});

describe("the cause of a lost solution", () => {
  it("is a factor that was left out, a division, or a sign, and the solution is named", () => {
    fc.assert(
      fc.property(whole(-6, 6), whole(-6, 6), (p, q) => {
        fc.pre(p !== q && p !== 0 && q !== 0);
        const product = said(`solve (${less(p)}) (${less(q)}) = 0`, `so x = ${p}`);
        expect(product.verdict).toBe("bent");
        expect(product.sentence).toContain(`x = ${q}`.replace("-", "−"));
        expect(product.sentence).toContain("was left out");
        const divided = said(`solve ${p} x^2 = ${q} x`, `so ${p} x = ${q}`);
        expect(divided.sentence).toContain("x = 0 solves line 1 but not this: a solution is lost, since it was divided by x, which can be 0");
        const square = said(`solve (${less(p)})^2 = ${q * q}`, `so ${less(p)} = ${Math.abs(q)}`);
        expect(square.sentence).toContain("may have either sign");
      }),
      cases(15),
    );
  });
});

describe("slips in systems", () => {
  it("are found where equations were added, with what would be right", () => {
    const tally = new Tally();
    fc.assert(
      fc.property(whole(-5, 5), whole(-5, 5), whole(1, 5), whole(1, 5), pick(1, -1, 2), whole(1, 4), (x, y, a, b, times, off) => {
        const right = a * x + b * y + times * (x - y);
        fc.pre(a + times !== 0 || b - times !== 0);
        const sum = `${a + times} x + ${b - times} y`;
        const { verdict, hint } = said(`${a} x + ${b} y = ${a * x + b * y} and x - y = ${x - y}`, `so ${sum} = ${right + off}`);
        expect(verdict).toBe("bent");
        tally.count(hint !== undefined);
        if (hint?.startsWith("it would be right with ")) {
          const instead = meant(hint.replace("it would be right with ", "").replace(/^.*: /, "").replaceAll("−", "-"));
          const [l, r] = sidesOf(instead);
          if (l && r && [...freeNames(l)].every((letter) => letter === "x" || letter === "y"))
            expect(compile(l, ["x", "y"])(x, y), hint).toBeCloseTo(compile(r, ["x", "y"])(x, y), 9);
        }
      }),
      cases(30),
    );
    tally.demand(0.9);
  });
});

describe("slips in inequalities", () => {
  it("are the sign that was not turned, or an end that counts otherwise", () => {
    fc.assert(
      fc.property(whole(-9, -2), whole(-9, 9), whole(-9, 9), pick("<", "<=", ">", ">="), (a, b, root, sign) => {
        const line = `solve ${a} x + ${b} ${sign} ${a * root + b}`;
        const kept = said(line, `so x ${sign} ${root}`);
        expect(kept.verdict).toBe("bent");
        expect(kept.hint).toContain("the sign turns round");
        const turned = { "<": ">", "<=": ">=", ">": "<", ">=": "<=" }[sign];
        expect(said(line, `so x ${turned} ${root}`).verdict).toBe("nailed");
        const other = turned?.includes("=") ? turned.charAt(0) : `${turned}=`;
        expect(said(line, `so x ${other} ${root}`).hint).toContain("the ends count otherwise");
      }),
      cases(15),
    );
  });
});

/** Quantities with a unit, and what their product with seconds, or their quotient by metres, is measured in. */
const MEASURED: readonly (readonly [letter: string, unit: string, ofProduct: string, ofQuotient: string])[] = [
  ["v", "m/s", "m", "1/s"],
  ["a", "m/s^2", "m/s", "1/s^2"],
  ["F", "N", "kg m/s", "N/m"],
  ["P", "W", "J", "W/m"],
  ["U", "V", "V s", "V/m"],
];

describe("units under a stated equation", () => {
  it("are followed to what it gives, and another one is bent", () => {
    fc.assert(
      fc.property(pick(...MEASURED), whole(2, 9), whole(2, 9), ([letter, unit, ofProduct, ofQuotient], p, q) => {
        const product = [`given ${letter} = ${p} ${unit}, t = ${q} s`, `y = ${letter} t`];
        const quotient = [`given ${letter} = ${p * q} ${unit}, d = ${q} m`, `y = ${letter}/d`];
        expect(said(...product, `so y = ${p * q} [${ofProduct}]`).verdict).toBe("nailed");
        expect(said(...quotient, `so y = ${p} [${ofQuotient}]`).verdict).toBe("nailed");
        expect(said(...product, `so y = ${p * q} [kg]`)).toMatchObject({ verdict: "bent" });
        expect(said(...quotient, `so y = ${p} [${unit}]`)).toMatchObject({ verdict: "bent" });
        expect(said(...product, `so y = ${p * q} [${ofProduct}^2]`.replace(/\[(\S+) s\^2\]/, "[$1 s^3]"))).toMatchObject({ verdict: "bent" });
      }),
      cases(15),
    );
  });
});

describe("decimals by hand", () => {
  it("are what the exact value rounds to, and one off in the last place is told the right one", () => {
    fc.assert(
      fc.property(whole(2, 400), whole(1, 4), pick(1, -1), (n, places, off) => {
        fc.pre(!Number.isInteger(Math.sqrt(n)));
        const right = Math.sqrt(n).toFixed(places);
        const wrong = (Number(right) + off / 10 ** places).toFixed(places);
        fc.pre(Math.abs(Math.sqrt(n) - Number(wrong)) / Math.sqrt(n) < 0.05);
        expect(said(`evaluate sqrt(${n})`, `= ${right}`).verdict).toBe("nailed");
        expect(said(`evaluate sqrt(${n})`, `= ${wrong}`).verdict).toBe("bent");
        expect(said(`solve x^2 = ${n} for x in [0, 100]`, `so x = ${wrong}`)).toMatchObject({ verdict: "bent", hint: `to as many digits it is ${right}` });
        expect(said(`solve x^2 = ${n} for x in [0, 100]`, `so x = ${right}`).verdict).toBe("nailed");
      }),
      cases(20),
    );
  });
});

describe("sums with a symbolic end", () => {
  it("of polynomials are proven by induction, and refuted with a whole number where they are off", () => {
    fc.assert(
      fc.property(whole(-3, 3), whole(-3, 3), whole(-3, 3), whole(1, 3), (a, b, c, off) => {
        fc.pre(a !== 0 || b !== 0);
        const closed = `${a} n (n + 1)(2n + 1)/6 + ${b} n (n + 1)/2 + ${c} n`;
        const right = answered("given n in integers, n >= 1", `show sum_(k=1)^n (${a} k^2 + ${b} k + ${c}) = ${closed}`);
        expect(right.verdict).toBe("nailed");
        expect(right.steps[0]?.rule).toBe("base case");
        const wrong = answered(`show sum_(k=1)^n (${a} k^2 + ${b} k + ${c}) = ${closed} + ${off} n`);
        expect(wrong.verdict).toBe("bent");
        const value = wrong.answer?.kind === "truth" ? Number(wrong.answer.counterexample?.["n"]?.text) : Number.NaN;
        expect(Number.isInteger(value) && value >= 1).toBe(true);
      }),
      cases(20),
    );
  });
});
