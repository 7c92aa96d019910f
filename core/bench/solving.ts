import { lineReport } from "../src/instruction/report.ts";
import { runWorking } from "../src/instruction/working.ts";
import type { Rational } from "../src/number/rational.ts";
import { rational } from "../src/number/rational.ts";
import { reduceRows } from "../src/polynomial/row-reduction.ts";
import type { Entry, Growth } from "./measure.ts";

/** A line solved, judged and reported, as the batch command does it; a number in the text keeps results from being remembered. */
let round = 0;
function solved(line: string): unknown {
  round += 1;
  return runWorking([line.replaceAll("#", `${(round % 7) + 2}`)]).lines.map(lineReport);
}

const EXERCISES: readonly string[] = [
  "solve x^2 - 5x + # = 0",
  "solve #/x + 1/(x + 1) = 3/2",
  "solve sqrt(x + #) = x - 3",
  "solve |x - #| = 2x + 1",
  "solve e^(2x) - # e^x + 1 = 0",
  "solve ln x + ln(x + #) = 2",
  "solve # sin x + 3 cos x = 1 in [0, 2pi]",
  "solve cos(2x) + # sin x = 2",
  "solve x^3 - # x + 1 = 0",
  "solve s = v t + # a t^2 for t",
  "solve x + y = # and x y = 2",
  "maximise x^2 (# - x) over x in [0, 9]",
];

/** Pseudo-random ten-digit rationals, the same every time. */
function systemOf(n: number): { readonly sentence: string; readonly rows: readonly (readonly Rational[])[] } {
  let state = 12345;
  const next = (): number => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return (state % 1_999_999_999) - 999_999_999;
  };
  const rows = Array.from({ length: n }, () => Array.from({ length: n + 1 }, next));
  const equations = rows.map(
    (row) =>
      `${row
        .slice(0, n)
        .map((c, k) => `(${c}/1000)x_${k + 1}`)
        .join(" + ")} = ${row[n]}`,
  );
  const names = Array.from({ length: n }, (_, k) => `x_${k + 1}`).join(", ");
  return { sentence: `solve ${equations.join(" and ")} for ${names}`, rows: rows.map((row) => row.map((c, k) => (k < n ? rational(c, 1000) : rational(c)))) };
}

const TWENTY = systemOf(20);

export const SOLVING: readonly Entry[] = [
  {
    name: "twelve exercises solved, judged and reported",
    work: () => EXERCISES.map(solved),
    reference: () =>
      EXERCISES.map((line) =>
        runWorking([
          line
            .replace(/^(solve|maximise) /, "")
            .replaceAll("#", "3")
            .replace(/ (in|over|for|and) .*/, ""),
        ]),
      ),
    against: "reading and stating the same lines",
  },
  {
    name: "linear system, 20 unknowns with ten digits",
    work: () => solved(TWENTY.sentence),
    reference: () => reduceRows(TWENTY.rows),
    against: "elimination over the rationals alone",
  },
  {
    name: "e^x = 3x^2: three roots isolated, named, judged",
    work: () => solved("solve e^x = 3x^2 + #/1000"),
    reference: () => solved("solve 3x^2 - 5x + #/1000 = 0"),
    against: "a quadratic equation",
  },
];

export const SOLVING_GROWTH: readonly Growth[] = [
  { name: "linear system, n unknowns with ten digits", sizes: [5, 10, 20, 40], work: (n) => () => solved(systemOf(n).sentence) },
  {
    name: "polynomial equation of degree n, roots named",
    sizes: [5, 10, 20, 40],
    work: (n) => () => solved(`solve x^${n} - # x - 1 = 0`),
  },
  {
    name: "system x^n + y^n = 2, x + y = 2",
    sizes: [2, 4, 6, 8],
    work: (n) => () => solved(`solve x^${n} + y^${n} = 2 and x + y = 2`),
  },
];
