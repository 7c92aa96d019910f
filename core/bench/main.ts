import { CALCULUS_GROWTH } from "./calculus.ts";
import { GRAPHS } from "./graphs.ts";
import { INTEGRALS_GROWTH } from "./integrals.ts";
import { KERNEL, KERNEL_GROWTH } from "./kernel.ts";
import { fittedExponent, secondsOf } from "./measure.ts";
import { REWRITING } from "./rewriting.ts";
import { SOLVING, SOLVING_GROWTH } from "./solving.ts";

declare const console: { log(line: string): void };

console.log("work                                                            seconds      ratio  against");
for (const { name, work, reference, against } of [...SOLVING, ...GRAPHS, ...REWRITING, ...KERNEL]) {
  const [own, other] = [secondsOf(work), secondsOf(reference)];
  console.log(`${name.padEnd(60)} ${own.toExponential(2).padStart(10)} ${(own / other).toPrecision(3).padStart(10)}  ${against}`);
}
console.log("");
console.log("growth: seconds ~ size^exponent");
for (const { name, sizes, work } of [...SOLVING_GROWTH, ...CALCULUS_GROWTH, ...INTEGRALS_GROWTH, ...KERNEL_GROWTH]) {
  const seconds = sizes.map((size) => secondsOf(work(size)));
  console.log(
    `${name.padEnd(60)} ${fittedExponent(sizes, seconds).toFixed(2).padStart(10)}  at ${sizes.join(", ")}: ${seconds.map((s) => s.toExponential(1)).join(", ")} s`,
  );
}
