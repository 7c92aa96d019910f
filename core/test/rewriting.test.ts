import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { judgeStep } from "../src/check/step.ts";
import { stepText } from "../src/derivation/words.ts";
import { ballValue } from "../src/expression/ball-value.ts";
import * as build from "../src/expression/construct.ts";
import { realDomain } from "../src/expression/domain.ts";
import { type Expression, freeNames } from "../src/expression/expression.ts";
import { text } from "../src/notation/text.ts";
import { BudgetExhausted } from "../src/number/budget.ts";
import * as complex from "../src/number/complex-ball.ts";
import { BallUndefined } from "../src/number/real-ball.ts";
import {
  asOneWave,
  withExponentials,
  withHalfAngles,
  withOne,
  withProducts,
  withSineAndCosine,
  withSums,
  withTangent,
} from "../src/rewrite/forms/angle-forms.ts";
import { collectWithSteps } from "../src/rewrite/forms/collect.ts";
import { combineWithSteps } from "../src/rewrite/forms/combine.ts";
import { completeSquareWithSteps } from "../src/rewrite/forms/complete-square.ts";
import { expandWithSteps } from "../src/rewrite/forms/expand.ts";
import { factorWithSteps } from "../src/rewrite/forms/factor-with-steps.ts";
import { partialFractionsWithSteps } from "../src/rewrite/forms/partial-fractions.ts";
import { withAbsolute, withNaturalLogarithm, withOneLogarithm, withRationalDenominator, withSquareRoots } from "../src/rewrite/forms/root-and-log-forms.ts";
import { simplifyWithSteps } from "../src/rewrite/forms/shortest.ts";
import type { Known, Rewriting } from "../src/rewrite/forms/way.ts";
import { complexity, environmentAt, equalityTest, holdsAt, type Point, samplePoints } from "../src/truth/index.ts";
import { expression, smallRational } from "./arbitrary.ts";
import { read } from "./read.ts";
import "./seed.ts";

const NOTHING: Known = { assumptions: [] };

/** Every rewrite, as far as it applies. */
const REWRITES: Readonly<Record<string, (e: Expression) => Rewriting | undefined>> = {
  simplify: (e) => simplifyWithSteps(e, NOTHING),
  expand: (e) => expandWithSteps(e, NOTHING),
  "expand only products": (e) => expandWithSteps(e, NOTHING, "products"),
  "expand only powers": (e) => expandWithSteps(e, NOTHING, "powers"),
  "expand only trig": (e) => expandWithSteps(e, NOTHING, "trig"),
  "expand only logs": (e) => expandWithSteps(e, NOTHING, "logs"),
  factor: (e) => factorWithSteps(e, { kind: "rationals" }),
  "factor over reals": (e) => factorWithSteps(e, { kind: "reals" }),
  "factor over complex": (e) => factorWithSteps(e, { kind: "complex" }),
  combine: combineWithSteps,
  collect: (e) => collectWithSteps(e, build.name("x")),
  "complete the square": (e) => completeSquareWithSteps(e, "x"),
  "partial fractions": (e) => partialFractionsWithSteps(e, "x"),
  "with sin, cos": withSineAndCosine,
  "with sin": (e) => withOne(e, "sin"),
  "with cos": (e) => withOne(e, "cos"),
  "with tan": withTangent,
  "with exp": withExponentials,
  "with sums": (e) => withSums(e, NOTHING),
  "with products": withProducts,
  "with half angles": withHalfAngles,
  "with one sine": (e) => asOneWave(e, "sin", NOTHING),
  "with ln": withNaturalLogarithm,
  "with one logarithm": (e) => withOneLogarithm(e, { assumptions: [] }),
  "with abs": (e) => withAbsolute(e, NOTHING),
  "with sqrt": withSquareRoots,
  "with rational denominator": withRationalDenominator,
};

/** The difference of the values at points where both sides and all conditions stand, by balls alone. */
function differsAt(before: Expression, after: Expression, conditions: readonly Expression[]): Point | undefined {
  const names = new Set([...freeNames(before), ...freeNames(after)]);
  const points = names.size === 0 ? [new Map()] : samplePoints([before, after], [...realDomain(before), ...conditions], 4);
  return points.find((point) => {
    if (!conditions.every((condition) => holdsAt(condition, point))) return false;
    const environment = environmentAt(point, 160);
    try {
      const gap = complex.subtract(ballValue(before, 160, environment), ballValue(after, 160, environment), 160);
      return !complex.containsZero(gap);
    } catch (error) {
      if (error instanceof BallUndefined) return false;
      throw error;
    }
  });
}

function applied(rewrite: (e: Expression) => Rewriting | undefined, e: Expression): Rewriting | undefined {
  try {
    return rewrite(e);
  } catch (error) {
    if (error instanceof BudgetExhausted) return undefined;
    throw error;
  }
}

/** Trigonometric and rational material, which random trees seldom make. */
const shaped: fc.Arbitrary<Expression> = fc.letrec<{ tree: Expression }>((tie) => ({
  tree: fc.oneof(
    { maxDepth: 3, depthIdentifier: "shaped" },
    fc.constantFrom("x", "y").map(build.name),
    smallRational.map((value) => build.number(value)),
    fc.tuple(tie("tree"), tie("tree")).map(([a, b]) => build.sum(a, b)),
    fc.tuple(tie("tree"), tie("tree")).map(([a, b]) => build.product(a, b)),
    fc.tuple(tie("tree"), fc.integer({ min: 1, max: 3 })).map(([a, n]) => build.power(a, build.number(n))),
    fc
      .tuple(fc.constantFrom("sin", "cos", "tan", "sinh", "cosh"), fc.constantFrom("x", "y"), fc.integer({ min: 1, max: 3 }))
      .map(([f, letter, n]) => build.call(f, build.product(build.number(n), build.name(letter)))),
    tie("tree").map((a) => build.sqrt(build.power(a, build.TWO))),
    tie("tree").map((a) => (build.isNumber(a, 0) ? build.ONE : build.divide(build.ONE, a))),
    tie("tree").map((a) => build.call("ln", build.power(a, build.TWO))),
  ),
})).tree;

describe("every rewrite", () => {
  for (const [label, rewrite] of Object.entries(REWRITES)) {
    it(`keeps the value where its conditions hold: ${label}`, () => {
      fc.assert(
        fc.property(fc.oneof(expression, shaped), (e) => {
          const done = applied(rewrite, e);
          if (!done) return;
          const at = differsAt(e, done.expression, done.conditions);
          if (at) throw new Error(`${text(e)} became ${text(done.expression)}, which differs at ${[...at].map(([k, v]) => `${k} = ${text(v)}`).join(", ")}`);
          if (label === "simplify") expect(complexity(done.expression)).toBeLessThanOrEqual(complexity(e));
        }),
        { numRuns: 120 },
      );
    });
  }

  it("leads there by steps none of which is bent", () => {
    fc.assert(
      fc.property(shaped, fc.constantFrom(...Object.keys(REWRITES)), (e, label) => {
        const done = applied(REWRITES[label] ?? combineWithSteps, e);
        const known: Expression[] = [];
        for (const step of done?.steps ?? []) {
          known.push(...step.conditions);
          const { verdict, why } = judgeStep(step, known);
          if (verdict === "bent") throw new Error(`${label} of ${text(e)}: “${stepText(step)}” is bent: ${why}`);
        }
      }),
      { numRuns: 150 },
    );
  });
});

describe("rewrites built from their answers", () => {
  const linear = (name: string) => smallRational.map((value) => build.sum(build.name(name), build.number(value)));

  it("find the factors that were multiplied", () => {
    fc.assert(
      fc.property(fc.array(linear("x"), { minLength: 2, maxLength: 5 }), (factors) => {
        const product = build.product(...factors);
        const { expression: found } = factorWithSteps(expandWithSteps(product, NOTHING).expression, { kind: "rationals" });
        const count = (e: Expression): number =>
          e.kind === "product"
            ? e.factors.map(count).reduce((a, b) => a + b, 0)
            : e.kind === "number"
              ? 0
              : e.kind === "power"
                ? Number(e.exponent.kind === "number" ? e.exponent.value.num : 1)
                : 1;
        expect(count(found)).toBe(factors.length);
        expect(equalityTest(found, product).kind).toBe("zero");
      }),
      { numRuns: 120 },
    );
  });

  it("split what was combined into fractions with constant numerators", () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: -6, max: 6 }), { minLength: 2, maxLength: 4 }), fc.integer({ min: 1, max: 9 }), (roots, scale) => {
        const parts = roots.map((root, k) => build.divide(build.number(scale + k), build.subtract(build.name("x"), build.number(root))));
        const whole = combineWithSteps(build.sum(...parts)).expression;
        const split = partialFractionsWithSteps(whole, "x")?.expression;
        expect(split && text(split)).toBe(text(build.sum(...parts)));
      }),
      { numRuns: 80 },
    );
  });
});

describe("the zero test on relations between functions", () => {
  const identities: readonly (readonly [string, string])[] = [
    ["sin(x)^2 + cos(x)^2", "1"],
    ["sin(x + y)", "sin x cos y + cos x sin y"],
    ["cos(3x)", "4cos(x)^3 - 3cos(x)"],
    ["tan(x + y)", "(tan x + tan y)/(1 - tan x tan y)"],
    ["cosh(x)^2 - sinh(x)^2", "1"],
    ["sinh(2x)", "2 sinh x cosh x"],
    ["e^(x + y)", "e^x e^y"],
    ["ln(x y)", "ln x + ln y"],
    ["ln(x^2)", "2 ln|x|"],
    ["sqrt(x^2)", "|x|"],
    ["|x y|", "|x| |y|"],
    ["sqrt(x^2 y^2)", "|x y|"],
    ["sin(2 arctan x)", "2x/(1 + x^2)"],
    ["cos(arcsin x)", "sqrt(1 - x^2)"],
    ["arcsin x + arccos x", "pi/2"],
    ["4^x", "(2^x)^2"],
    ["log_2(8x)", "3 + ln x/ln 2"],
    ["sin x + sin y", "2 sin((x + y)/2) cos((x - y)/2)"],
    ["tanh(x)", "1 - 2/(e^(2x) + 1)"],
    ["sqrt(1 - sin(x)^2)", "|cos x|"],
  ];

  it("is never wrong on 5,000 true pairs and near misses of them", () => {
    const pair = fc.tuple(
      fc.constantFrom(...identities),
      fc.integer({ min: 1, max: 4 }),
      fc.integer({ min: 1, max: 5 }),
      fc.constantFrom("true", "sign", "coefficient", "absolute", "shift"),
    );
    let [proven, refuted] = [0, 0];
    fc.assert(
      fc.property(pair, ([[left, right], stretch, scale, change]) => {
        const moved = (source: string): Expression => {
          const inner = build.product(build.number(stretch), build.name("x"));
          return substituted(read(source), inner);
        };
        const [a, b] = [moved(left), moved(right)];
        const wrong = mutated(b, change, scale);
        const test = equalityTest(build.product(build.number(scale), a), build.product(build.number(scale), wrong));
        // A mutation may leave the value alone (|x| where x cannot be negative): balls say what is true.
        if (test.kind === "nonzero") {
          const environment = environmentAt(test.witness, 400);
          const gap = complex.subtract(ballValue(a, 400, environment), ballValue(wrong, 400, environment), 400);
          expect(complex.containsZero(gap)).toBe(false);
          refuted += 1;
        } else {
          expect(differsAt(a, wrong, [])).toBeUndefined();
          if (change === "true") {
            expect(test.kind).toBe("zero");
            proven += 1;
          }
        }
      }),
      { numRuns: 5000 },
    );
    expect(proven).toBeGreaterThan(600);
    expect(refuted).toBeGreaterThan(2000);
  }, 240_000);

  const cache = new Map<string, Expression>();
  function substituted(e: Expression, inner: Expression): Expression {
    const key = `${text(e)} ${text(inner)}`;
    const known = cache.get(key);
    if (known) return known;
    const made = read(text(e).replaceAll(/\bx\b/g, `(${text(inner)})`));
    cache.set(key, made);
    return made;
  }

  function mutated(e: Expression, change: string, scale: number): Expression {
    switch (change) {
      case "sign":
        return build.negate(e);
      case "coefficient":
        return build.product(build.number({ num: 1000 + scale, den: 1000 }), e);
      case "absolute":
        return build.call("abs", e);
      case "shift":
        return build.sum(e, build.number({ num: scale, den: 10 ** 12 }));
      default:
        return e;
    }
  }

  test.each([
    ["a difference of 10^-1000", "sin(x)^2 + cos(x)^2", "1 + 10^-1000", "nonzero"],
    [
      "a polynomial that vanishes at the usual points",
      "(x-7/5)(x-11/7)(x-23/13)(x-5/11)(x+13/9)(x-31/8)(x+3/7)(x-17/3)(x-2/19)(x+29/6)(x-41/10)(x-53/4)(x+1/12)(x-97/9)(x-3/2)(x-19)",
      "0",
      "nonzero",
    ],
    ["0/0", "(x-x)/(sin(x)^2+cos(x)^2-1)", "0", "undecided"],
    ["a branch cut", "sqrt(x^2)", "x", "nonzero"],
    ["a branch cut of the logarithm", "ln(e^(4i))", "4i", "nonzero"],
    ["nearly an integer", "e^(pi sqrt(163))", "262537412640768744", "nonzero"],
    ["nested roots", "sqrt(10 - 2sqrt(5)) sqrt(10 + 2sqrt(5))", "4sqrt(5)", "zero"],
    ["angles at sevenths", "cos(pi/7) - cos(2pi/7) + cos(3pi/7)", "1/2", "zero"],
    ["tan(3pi/11) + 4 sin(2pi/11)", "tan(3pi/11) + 4sin(2pi/11)", "sqrt(11)", "zero"],
    ["Machin's formula", "4arctan(1/5) - arctan(1/239)", "pi/4", "zero"],
    ["conjugate logarithms", "ln(2 + sqrt(3))", "-ln(2 - sqrt(3))", "zero"],
    ["cube roots", "cbrt(2 + sqrt(5)) + cbrt(2 - sqrt(5))", "1", "zero"],
  ])("is not fooled by %s", (_, left, right, kind) => expect(equalityTest(read(left), read(right)).kind).toBe(kind));
});
