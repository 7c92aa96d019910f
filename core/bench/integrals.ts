import { antiderivative } from "../src/calculus/integral/antiderivative.ts";
import { name, number, power, product, subtract, sum } from "../src/expression/construct.ts";
import { runWorking } from "../src/instruction/working.ts";
import { inverted } from "../src/matrix/arithmetic.ts";
import { determinant } from "../src/matrix/determinant.ts";
import type { Matrix } from "../src/matrix/matrix.ts";
import type { Growth } from "./measure.ts";

const x = name("x");

/** A square matrix of small whole numbers, none singular. */
const numbers = (size: number): Matrix =>
  Array.from({ length: size }, (_, i) => Array.from({ length: size }, (__, k) => number(i === k ? 7 + i : ((3 * i + 5 * k) % 7) - 3)));

/** The same with a letter on the diagonal. */
const withLetter = (size: number): Matrix => numbers(size).map((row, i) => row.map((entry, k) => (i === k ? sum(x, entry) : entry)));

/** 1/((x − 1) (x − 2) … (x − n)). */
const poles = (degree: number) => product(...Array.from({ length: degree }, (_, k) => power(subtract(x, number(k + 1)), number(-1))));

/** ∫ … ∫ x_1 x_2 … over a simplex: each bound is the next variable. */
function simplex(depth: number): string {
  const letters = Array.from({ length: depth }, (_, k) => `x_${k + 1}`);
  const ranges = letters.map((letter, k) => `${letter} from 0 to ${letters[k + 1] ?? "1"}`);
  return `integrate ${letters.join(" ")} over ${ranges.join(", then ")}`;
}

/** How integrals and matrices grow with their size. */
export const INTEGRALS_GROWTH: readonly Growth[] = [
  { name: "rational function, by the degree of its denominator", sizes: [2, 3, 4, 6], work: (n) => () => antiderivative(poles(n), "x", []) },
  { name: "iterated integral over a simplex, by its dimension", sizes: [1, 2, 3, 4], work: (n) => () => runWorking([simplex(n)]) },
  { name: "determinant of whole numbers, by size", sizes: [4, 8, 16, 32], work: (n) => () => determinant(numbers(n)) },
  { name: "determinant with a letter, by size", sizes: [3, 4, 5, 6], work: (n) => () => determinant(withLetter(n)) },
  { name: "inverse of whole numbers, by size", sizes: [3, 5, 8, 12], work: (n) => () => inverted(numbers(n)) },
];
