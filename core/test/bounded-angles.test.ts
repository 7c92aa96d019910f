import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { compile } from "../src/expression/double-value.ts";
import { angleRange } from "../src/truth/index.ts";
import { answered, meant } from "./oracle.ts";
import { cases } from "./seed.ts";
import { Tally } from "./soundness/claims.ts";
import { pick, whole } from "./soundness/made-up.ts";

const INVERSE = pick("arctan", "arccot", "arcsin", "arccos");
const ARGUMENT = pick("x", "-x", "x/2", "x^2", "1/(1 + x^2)", "2x/(1 + x^2)", "(x - 1)/2", "x^2 - 1/2", "sqrt(1 - x^2)");
const INTERVAL = pick([-1, 1], [0, 1], [-1, 0], [-0.5, 0.5], [0.5, 1]);

describe("the range of a sum of angles", () => {
  it("holds its value wherever the letter may be", () => {
    const tally = new Tally();
    const term = fc.tuple(pick(1, -1, 2, -2), INVERSE, ARGUMENT);
    fc.assert(
      fc.property(fc.array(term, { minLength: 1, maxLength: 3 }), whole(-2, 2), INTERVAL, (terms, turns, [low = -1, high = 1]) => {
        const source = [...terms.map(([times, inverse, u]) => `${times} ${inverse}(${u})`), `${turns} pi`].join(" + ");
        const range = angleRange(meant(source), [meant(`x >= ${low}`), meant(`x <= ${high}`)]);
        tally.count(range !== undefined);
        if (!range) return;
        const at = compile(meant(source), ["x"]);
        const [from, to] = [range.low, range.high].map(({ num, den }) => (Number(num) / Number(den)) * Math.PI);
        for (let k = 0; k <= 20; k += 1) {
          const value = at(low + ((high - low) * k) / 20);
          if (Number.isNaN(value)) continue;
          expect(value, `${source} at ${k}/20 of [${low}, ${high}]`).toBeGreaterThanOrEqual((from ?? 0) - 1e-9);
          expect(value, `${source} at ${k}/20 of [${low}, ${high}]`).toBeLessThanOrEqual((to ?? 0) + 1e-9);
        }
      }),
      cases(150),
    );
    tally.demand(0.95);
  });
});

describe("sums of arctangents", () => {
  it("of numbers and of letters are told from those that miss a half turn", () => {
    const fraction = fc.tuple(whole(1, 9), whole(1, 9));
    fc.assert(
      fc.property(fraction, fraction, pick(0, 1, -1), pick(true, false), ([p, q], [r, s], turn, isLetter) => {
        fc.pre(p * r !== q * s);
        const [x, y] = isLetter ? ["x", "y"] : [`${p}/${q}`, `${r}/${s}`];
        const isPast = p * r > q * s;
        const givens = isLetter ? [`given x > 0, y > 0, x y ${isPast ? ">" : "<"} 1`] : [];
        const { answer, verdict, steps } = answered(...givens, `show arctan(${x}) + arctan(${y}) = arctan((${x} + ${y})/(1 - (${x})(${y}))) + ${turn} pi`);
        const holds = turn === (isPast ? 1 : 0);
        expect(answer).toMatchObject({ kind: "truth", holds });
        expect(verdict).toBe(holds ? "nailed" : "bent");
        if (holds && isLetter) expect(steps.at(-1)?.rule).toBe("same tangent");
      }),
      cases(30),
    );
  });
});

it("a tangent that has a pole where the sides lie proves nothing", () => {
  // Both sides are π/2 at 1, where no tangent is.
  const { verdict, steps } = answered("given x >= 1", "show 2 arctan x = pi - arcsin(2x/(1 + x^2))");
  expect(verdict).toBe("nailed");
  expect(steps.map(({ rule }) => rule)).not.toContain("same tangent");
});
