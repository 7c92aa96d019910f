import fc from "fast-check";
import { describe, it } from "vitest";
import { cases } from "../seed.ts";
import { expectTrue, Tally } from "./claims.ts";
import { complexOf } from "./complex-doubles.ts";
import { pick, whole } from "./made-up.ts";

const gaussian = fc.tuple(whole(-3, 3), whole(-3, 3)).map(([a, b]) => complexOf(a, b));
const shown = ({ re, im }: { readonly re: number; readonly im: number }): string => `(${re} + (${im}) i)`;

/** A grid of halves around 0, and the numbers on the unit circle and twice it by twelfths of a turn. */
const GRID = Array.from({ length: 17 * 17 }, (_, k) => complexOf(((k % 17) - 8) / 2, (Math.floor(k / 17) - 8) / 2));
const CIRCLES = [1, 2].flatMap((r) => Array.from({ length: 24 }, (_, k) => complexOf(r * Math.cos((k * Math.PI) / 12), r * Math.sin((k * Math.PI) / 12))));
/** Where exponentials and circular functions of whole turns have their values. */
const PERIODS = Array.from({ length: 33 }, (_, k) => ((k - 16) * Math.PI) / 4).flatMap((t) => [complexOf(0, t), complexOf(t), complexOf(Math.log(2), t)]);

function property(equations: fc.Arbitrary<string>, count: number, share: number): void {
  const tally = new Tally();
  const probes = [...GRID, ...CIRCLES, ...PERIODS];
  fc.assert(
    fc.property(equations, (equation) =>
      expectTrue({ lines: [`solve ${equation} for z over complex`], equation, unknown: "z", world: "complex", probes }, tally),
    ),
    cases(count),
  );
  tally.demand(share);
}

describe("equations over the complex numbers", () => {
  it("that are polynomials with Gaussian roots have them all", () => {
    property(
      fc
        .tuple(fc.uniqueArray(gaussian, { minLength: 1, maxLength: 3 }), pick(1, 2))
        .map(([roots, k]) => `${k} ${roots.map((r) => `(z - ${shown(r)})`).join(" ")} = 0`),
      40,
      0.95,
    );
  });

  it("with roots and logarithms have what lies on the principal branch, and nothing else", () => {
    property(
      fc.oneof(
        gaussian.map((w) => `sqrt(z) = ${shown(w)}`),
        gaussian.map((w) => `ln z = ${shown(w)}`),
        fc.tuple(pick(1, 2, 3), pick("-4", "4", "i", "-1", "1")).map(([k, w]) => `e^(${k} ln z) = ${w}`),
        pick("z", "-z", "|z|", "z^2").map((w) => `sqrt(z)^2 = ${w}`),
        pick("1", "i", "-2").map((w) => `sqrt(z^2) = ${w}`),
        fc.tuple(pick("sqrt(e^z)", "cbrt(e^(2z))^3", "(2^z)^(1/2)", "sqrt(e^(2z))", "(e^z)^2"), pick("1", "-1", "i", "2")).map(([f, w]) => `${f} = ${w}`),
        pick("2", "i", "4i").map((w) => `ln(e^z) = ${w}`),
        pick("sqrt(z^2) = z", "ln(e^z) = z", "ln(e^(2z)) = 2z", "z conj(z) = 4", "(z - i)(conj(z) + i) = 1", "z^2 = |z|^2"),
        fc.tuple(gaussian, gaussian).map(([a, w]) => `sqrt(z + ${shown(a)}) = ${shown(w)}`),
      ),
      50,
      0.55,
    );
  });

  it("with exponentials and circular functions have every member of their families", () => {
    const value = pick("1", "-1", "i", "2", "-2", "1 + i");
    property(
      fc.oneof(
        fc.tuple(pick("z", "2z", "i z", "z/2"), value).map(([u, w]) => `e^(${u}) = ${w}`),
        fc.tuple(pick("sin", "cos", "sinh", "cosh"), pick("0", "1", "-1", "2")).map(([f, w]) => `${f} z = ${w}`),
        // Not 0, since e^z comes nearer to 0 than doubles tell.
        fc.tuple(whole(-3, 3), pick(-3, -2, -1, 1, 2, 3)).map(([b, c]) => `e^(2z) + (${b}) e^z + (${c}) = 0`),
      ),
      40,
      0.8,
    );
  });

  it("with conjugates and moduli have all their points", () => {
    property(
      fc.oneof(
        fc.tuple(whole(-3, 3), gaussian).map(([k, w]) => `z + (${k}) conj(z) = ${shown(w)}`),
        gaussian.map((w) => `conj(z) = ${shown(w)}`),
        fc.tuple(pick("Re(z)", "Im(z)"), whole(-2, 2)).map(([f, k]) => `${f} + i z = ${k} i`),
        gaussian.map((w) => `z^2 = conj(${shown(w)})`),
      ),
      40,
      0.7,
    );
  });
});
