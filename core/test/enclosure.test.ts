import { describe, expect, it, test } from "vitest";
import { compile } from "../src/expression/double-value.ts";
import { answered, meant } from "./oracle.ts";

interface Bound {
  readonly within: number;
  readonly factor: number;
}

/** The proven bound in the evidence of a limit. */
function boundOf(e: string, at: string): Bound | undefined {
  const notes = answered(`limit of ${e} as x -> ${at}`).checks.flatMap(({ lines }) => lines.map(({ note }) => note));
  const [, within = "", factor = "1"] =
    notes.map((note) => /^for .* ≤ (\S+) it differs from the limit by at most (?:([\d.]+).*|\|.*)$/.exec(note)).find((found) => found) ?? [];
  const [above = 1, below = 1] = within.split("/").map(Number);
  return within === "" ? undefined : { within: above / below, factor: Number(factor) };
}

describe("the proven bound beside a limit", () => {
  test.each([
    ["(sqrt(x + 7) - 3)/(x - 2)", "2", 1 / 6],
    ["sin(x)/x", "0", 1],
    ["(1 - cos x)/x^2", "0", 1 / 2],
    ["(e^x - 1 - x)/x^2", "0", 1 / 2],
    ["(x^3 - 8)/(x^2 - 4)", "2", 3],
    ["ln(x)/(x - 1)", "1", 1],
    ["x^2 + 1/x", "2", 4.5],
    ["(tan x - sin x)/x^3", "0", 1 / 2],
  ])("holds for %s at %s, and is not idle", (e, at, limit) => {
    const bound = boundOf(e, at);
    if (!bound) throw new Error(`${e} has no bound`);
    const [f, place] = [compile(meant(e), ["x"]), Number(at)];
    let worst = 0;
    for (let k = 1; k <= 400; k += 1) {
      for (const side of [-1, 1]) {
        const h = (side * bound.within * k) / 400;
        // Doubles lose the quotient of what vanishes very near the place.
        if (Math.abs(h) < 2e-3) continue;
        worst = Math.max(worst, (Math.abs(f(place + h) - limit) - 1e-8) / Math.abs(h));
      }
    }
    expect(worst).toBeLessThanOrEqual(bound.factor);
    expect(bound.factor).toBeLessThan(60 * worst + 2);
  });

  it("is not made up where a function has no such expansion", () => {
    for (const e of ["x sin(1/x)", "sqrt(|x|)", "|x|", "cases(x if x < 0, x^2 otherwise)", "x^(2/3)"]) expect(boundOf(e, "0"), e).toBeUndefined();
  });
});
