import { subtract } from "../src/expression/construct.ts";
import { compile } from "../src/expression/double-value.ts";
import type { Expression } from "../src/expression/expression.ts";
import { compileBatch } from "../src/expression/machine-code.ts";
import { plot } from "../src/graph/plot.ts";
import { lineReport } from "../src/instruction/report.ts";
import { runWorking } from "../src/instruction/working.ts";
import { elaborate } from "../src/notation/elaborate.ts";
import { latex } from "../src/notation/latex.ts";
import { parse } from "../src/notation/parse.ts";
import { zeroTest } from "../src/truth/index.ts";
import type { Entry } from "./measure.ts";

const read = (source: string): Expression => elaborate(parse(source));

const long =
  "3x^2 - 5x y + 7 sqrt(x + y) - sin(2x)/(1 + x^2) + (a + b)(a - b) - 4.9 t^2 + 12 t - 3/7 + ln(x) e^(-x/2) - |x - 3| + 2 pi r h - (x + 1)(x - 2)(x + 3) + a x^3 - b x^2 + c x - d + v_0 t + k y - 2/3";

/** Thirty identities, each stretched ten ways. */
const IDENTITIES: readonly (readonly [string, string])[] = [
  ["sin(X)^2 + cos(X)^2", "1"],
  ["sin(2X)", "2sin(X)cos(X)"],
  ["cos(3X)", "4cos(X)^3 - 3cos(X)"],
  ["sin(X + y)", "sin(X)cos(y) + cos(X)sin(y)"],
  ["tan(X)^2 + 1", "1/cos(X)^2"],
  ["cos(X)cos(y)", "(cos(X + y) + cos(X - y))/2"],
  ["sin(X) + sin(y)", "2sin((X + y)/2)cos((X - y)/2)"],
  ["tan(X/2)", "sin(X)/(1 + cos(X))"],
  ["cosh(X)^2 - sinh(X)^2", "1"],
  ["sinh(2X)", "2sinh(X)cosh(X)"],
  ["tanh(X)", "1 - 2/(e^(2X) + 1)"],
  ["e^(X + y)", "e^X e^y"],
  ["4^X", "(2^X)^2"],
  ["ln(X^2)", "2ln|X|"],
  ["ln(sqrt(X))", "ln(X)/2"],
  ["log_2(8X)", "3 + ln(X)/ln(2)"],
  ["e^(2ln(X))", "X^2"],
  ["sqrt(X^2)", "|X|"],
  ["|X y|", "|X| |y|"],
  ["sin(2arctan(X))", "2X/(1 + X^2)"],
  ["cos(arcsin(X))", "sqrt(1 - X^2)"],
  ["arsinh(X)", "ln(X + sqrt(X^2 + 1))"],
  ["(X + y)^5", "X^5 + 5X^4 y + 10X^3 y^2 + 10X^2 y^3 + 5X y^4 + y^5"],
  ["1/(X - 1) - 1/(X + 1)", "2/(X^2 - 1)"],
  ["(X^3 - y^3)/(X - y)", "X^2 + X y + y^2"],
  ["sqrt(3 + 2sqrt(2)) X", "X + sqrt(2)X"],
  ["cos(pi/7) - cos(2pi/7) + cos(3pi/7) + X", "1/2 + X"],
  ["1/(1 + sqrt(2)) + X", "sqrt(2) - 1 + X"],
  ["sin(X + pi/3)", "sin(X)/2 + sqrt(3)cos(X)/2"],
  ["cbrt(2 + sqrt(5)) + cbrt(2 - sqrt(5)) + X", "1 + X"],
];
const differences = Array.from({ length: 10 }, (_, k) =>
  IDENTITIES.map(([left, right]) => {
    const at = (source: string): Expression => read(source.replaceAll("X", `(${k + 1}x)`));
    return subtract(at(left), at(right));
  }),
).flat();

const points = Float64Array.from({ length: 10_000 }, (_, k) => -5 + k / 1000);
const values = new Float64Array(points.length);
const curves: readonly (readonly [string, (x: number) => number])[] = [
  ["x^3 - 2x^2 + 3x - 4", (x) => x * x * x - 2 * x * x + 3 * x - 4],
  ["sin(x) e^(-x/2)", (x) => Math.sin(x) * Math.exp(-x / 2)],
  ["sqrt(x^2 + 1)/(x^2 - 2)", (x) => Math.sqrt(x * x + 1) / (x * x - 2)],
];
const cubic = compile(read("x^3 - 2x^2 + 3x - 4"), ["x"]);

export const REWRITING: readonly Entry[] = [
  {
    name: `a line of ${long.length} characters: read, canonical form, LaTeX`,
    work: () => latex(elaborate(parse(long))),
    reference: () => JSON.parse(JSON.stringify(parse(long))),
    against: "reading it, and copying the written form as JSON",
  },
  {
    name: "the zero test on 300 identities",
    work: () => differences.map((difference) => zeroTest(difference)),
    reference: () => differences.map((difference) => latex(difference)),
    against: "typesetting them",
  },
  ...curves.map(
    ([source, byHand]): Entry => ({
      name: `${source} in doubles at 10,000 points`,
      work: () => BATCHES.get(source)?.(points),
      reference: () => {
        for (let k = 0; k < points.length; k += 1) values[k] = byHand(points[k] ?? 0);
        return values;
      },
      against: "a function written by hand",
    }),
  ),
  {
    name: "a cubic in doubles by closures, 1,000 points",
    work: () => points.subarray(0, 1000).map((x) => cubic(x)),
    reference: () => points.subarray(0, 1000).map(curves[0]?.[1] ?? Math.abs),
    against: "a function written by hand",
  },
  {
    name: "scene of a parabola and a line with marks",
    work: () =>
      plot(
        [
          { kind: "function", label: "p", expression: read("x^2 - 3x + 1") },
          { kind: "function", label: "l", expression: read("x/2 + 1") },
        ],
        { variable: "x", vertical: "y" },
      ),
    reference: () => points.subarray(0, 2000).map(curves[0]?.[1] ?? Math.abs),
    against: "2,000 evaluations by hand",
  },
  {
    name: "a quadratic by the formula: solved, checked, reported",
    work: () => runWorking(["solve 3x^2 - 4x - 5 = 0"]).lines.map(lineReport),
    reference: () => read("3x^2 - 4x - 5 = 0"),
    against: "reading it",
  },
  ...["simplify cos(x)^4 - sin(x)^4", "factor x^4 - 10x^2 + 1 over reals", "partial fractions of x/(x^4 - 1)"].map(
    (source): Entry => ({
      name: `${source}: rewritten, checked, reported`,
      work: () => runWorking([source]).lines.map(lineReport),
      reference: () => read("cos(x)^4 - sin(x)^4"),
      against: "reading it",
    }),
  ),
];

const BATCHES = new Map(curves.map(([source]) => [source, compileBatch(read(source), "x")]));
