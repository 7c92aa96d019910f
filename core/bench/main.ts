import { compile } from "../src/expression/double-value.ts";
import { plot } from "../src/graph/plot.ts";
import { lineReport } from "../src/instruction/report.ts";
import { runWorking } from "../src/instruction/working.ts";
import { elaborate } from "../src/notation/elaborate.ts";
import { latex } from "../src/notation/latex.ts";
import { parse } from "../src/notation/parse.ts";
import { exp } from "../src/number/elementary.ts";
import * as integer from "../src/number/integer.ts";
import * as rational from "../src/number/rational.ts";
import * as real from "../src/number/real-ball.ts";

declare const performance: { now(): number };
declare const console: { log(line: string): void };

/** One comparison: work against a reference that does the least anyone could do for the same result. */
interface Entry {
  readonly name: string;
  readonly work: () => void;
  readonly reference: () => void;
  readonly against: string;
}

const ROUNDS = 7;

/** Median seconds of one call, repeated until a round takes long enough to be measured. */
function secondsOf(work: () => void): number {
  let times = 1;
  for (;;) {
    const start = performance.now();
    for (let k = 0; k < times; k += 1) work();
    if (performance.now() - start > 20) break;
    times *= 2;
  }
  const rounds = Array.from({ length: ROUNDS }, () => {
    const start = performance.now();
    for (let k = 0; k < times; k += 1) work();
    return (performance.now() - start) / times / 1000;
  }).sort((a, b) => a - b);
  return rounds[ROUNDS >> 1] ?? 0;
}

const integers = Array.from({ length: 1000 }, (_, k) => (k * 7919) % 10007);
const bigs = integers.map((value) => BigInt(value));
const rationals = integers.map((value) => rational.rational(value + 1, (value % 97) + 1));
const curve = elaborate(parse("x^3 - 2x^2 + 3x - 4"));
const compiled = compile(curve, ["x"]);
const byHand = (x: number): number => x * x * x - 2 * x * x + 3 * x - 4;
const long =
  "3x^2 - 5x y + 7 sqrt(x + y) - sin(2x)/(1 + x^2) + (a + b)(a - b) - 4.9 t^2 + 12 t - 3/7 + ln(x) e^(-x/2) - |x - 3| + 2 pi r h - (x + 1)(x - 2)(x + 3) + a x^3 - b x^2 + c x - d + v_0 t";
const half = real.fromRational(rational.rational(3, 2), 8000);
const bits = (digits: number): number => Math.ceil(digits * Math.log2(10));

let sink: unknown;

const ENTRIES: readonly Entry[] = [
  {
    name: "1,000 small integer products",
    work: () => {
      for (const a of integers) sink = integer.multiply(a, 31);
    },
    reference: () => {
      for (const a of bigs) sink = a * 31n;
    },
    against: "raw BigInt",
  },
  {
    name: "sum of 1,000 rationals",
    work: () => {
      sink = rationals.reduce(rational.add, rational.ZERO);
    },
    reference: () => {
      sink = rationals.reduce<readonly [bigint, bigint]>(([n, d], r) => [n * BigInt(r.den) + BigInt(r.num) * d, d * BigInt(r.den)] as const, [0n, 1n]);
    },
    against: "BigInt fractions never reduced",
  },
  {
    name: "e^1.5 to 1,000 digits",
    work: () => {
      sink = exp(half, bits(1000));
    },
    reference: () => {
      sink = exp(half, bits(100));
    },
    against: "100 digits",
  },
  {
    name: `a line of ${long.length} characters: read, canonical form, LaTeX`,
    work: () => {
      sink = latex(elaborate(parse(long)));
    },
    reference: () => {
      sink = JSON.parse(JSON.stringify(parse(long)));
    },
    against: "reading it, and copying the written form as JSON",
  },
  {
    name: "a cubic in doubles, 1,000 points",
    work: () => {
      for (const x of integers) sink = compiled(x);
    },
    reference: () => {
      for (const x of integers) sink = byHand(x);
    },
    against: "a hand-written function",
  },
  {
    name: "scene of a parabola and a line with marks",
    work: () => {
      sink = plot(
        [
          { label: "p", expression: elaborate(parse("x^2 - 3x + 1")) },
          { label: "l", expression: elaborate(parse("x/2 + 1")) },
        ],
        "x",
      );
    },
    reference: () => {
      for (let k = 0; k < 2000; k += 1) sink = byHand(k);
    },
    against: "2,000 evaluations by hand",
  },
  {
    name: "a quadratic by the formula: solved, checked, reported",
    work: () => {
      sink = runWorking(["solve 3x^2 - 4x - 5 = 0"]).lines.map(lineReport);
    },
    reference: () => {
      sink = [1, -1].map((sign) => (4 + sign * Math.sqrt(76)) / 6);
    },
    against: "the formula in doubles",
  },
];

console.log("work                                                            seconds      ratio  against");
for (const { name, work, reference, against } of ENTRIES) {
  const [own, other] = [secondsOf(work), secondsOf(reference)];
  console.log(`${name.padEnd(60)} ${own.toExponential(2).padStart(10)} ${(own / other).toPrecision(3).padStart(10)}  ${against}`);
}
/** Growth: seconds ~ digits^exponent, fitted between the ends. */
const [small, large] = [100, 2000];
const exponent =
  Math.log(
    secondsOf(() => {
      sink = exp(half, bits(large));
    }) /
      secondsOf(() => {
        sink = exp(half, bits(small));
      }),
  ) / Math.log(large / small);
console.log(`e^1.5 grows with the number of digits to the power ${exponent.toFixed(2)} (${small} to ${large} digits)`);
if (sink === undefined) console.log("");
