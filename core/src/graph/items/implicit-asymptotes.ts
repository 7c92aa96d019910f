import { differentiate } from "../../calculus/derivative.ts";
import { equation, name, number, power, product, subtract, sum, ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { readable } from "../../rewrite/readable.ts";
import { equalityTest } from "../../truth/index.ts";
import { position } from "../marks/point-mark.ts";
import { rootsOf } from "../marks/zeros.ts";
import type { Mark } from "../scene.ts";

/** A line up = slope · along + offset. */
interface Line {
  readonly slope: Expression;
  readonly offset: Expression;
}

/** The letter that stands for the slope, and for the offset: neither is a name that can be typed. */
const LETTER = "\u0001m";

/**
 * The asymptotes of an algebraic curve f(x, y) = 0. With f ordered by degree, f = f_n + f_(n−1) + …, a branch that runs away along
 * y = m x + b has f_n(1, m) = 0, and b follows from the lower parts: −f_(n−1)(1, m)/f_n′(1, m) for a simple root, the roots of a
 * quadratic equation for a double one (P. Frost, Curve Tracing, 1872, chapter VII). Upright ones are found with the axes exchanged.
 */
export function implicitAsymptotes(f: Expression, variable: string, vertical: string, index: number): readonly Mark[] {
  const upright = linesOf(f, vertical, variable).filter(({ slope }) => isZero(slope));
  return [
    ...upright.flatMap(({ offset }): readonly Mark[] => {
      const at = position(offset, ZERO);
      return at ? [{ kind: "asymptote", x: offset, at, curves: [index] }] : [];
    }),
    ...linesOf(f, variable, vertical).flatMap(({ slope, offset }): readonly Mark[] => {
      if (!isZero(slope)) {
        const line = equation(name(vertical), readable(sum(product(slope, name(variable)), offset)));
        return [{ kind: "asymptote", line, at: [0, 0], curves: [index] }];
      }
      const at = position(ZERO, offset);
      return at ? [{ kind: "asymptote", y: offset, at, curves: [index] }] : [];
    }),
  ];
}

const isZero = (e: Expression): boolean => equalityTest(e, ZERO).kind === "zero";

function linesOf(f: Expression, along: string, up: string): readonly Line[] {
  const parts = homogeneousParts(f, along, up);
  const [top, next = ZERO, third = ZERO] = parts ?? [];
  if (!top || !freeNames(top).has(LETTER)) return [];
  const slopes = distinct(rootsOf(top, ZERO, LETTER, undefined));
  return slopes.flatMap((slope) => {
    const at = (e: Expression): Expression => readable(substitute(e, new Map([[LETTER, slope]])));
    const [first, second] = [differentiate(top, LETTER), differentiate(differentiate(top, LETTER), LETTER)];
    return offsets([at(first), at(second)], [at(next), at(differentiate(next, LETTER))], at(third))
      .map((offset) => ({ slope, offset }))
      .filter(({ offset }) => !isPartOf(f, along, up, { slope, offset }));
  });
}

/** What b can be: of a double direction the roots of f_n″ b²/2 + f_(n−1)′ b + f_(n−2), if f_(n−1) is 0 there; else the branches bend away. */
function offsets(
  [first, second]: readonly [Expression, Expression],
  [next, slopeOfNext]: readonly [Expression, Expression],
  third: Expression,
): readonly Expression[] {
  if (!isZero(first)) return [readable(product(number(-1), next, power(first, number(-1))))];
  if (!isZero(next) || isZero(second)) return [];
  const b = name(LETTER);
  const quadratic = sum(product(second, power(b, number(2)), power(number(2), number(-1))), product(slopeOfNext, b), third);
  const found = distinct(rootsOf(quadratic, ZERO, LETTER, undefined));
  // A double offset says nothing of real branches.
  return found.length === 2 ? found : [];
}

function distinct(values: readonly Expression[]): readonly Expression[] {
  return values.filter((value, k) => values.findIndex((other) => isZero(subtract(other, value))) === k);
}

/** A line that the curve contains is no asymptote. */
function isPartOf(f: Expression, along: string, up: string, { slope, offset }: Line): boolean {
  return isZero(substitute(f, new Map([[up, sum(product(slope, name(along)), offset)]])));
}

/** f_n(1, m), f_(n−1)(1, m) and so on; undefined where f is no polynomial in both names. */
function homogeneousParts(f: Expression, along: string, up: string): readonly Expression[] | undefined {
  const rows = polynomialCoefficients(f, along)?.map((coefficient) => polynomialCoefficients(coefficient, up));
  if (!rows?.every((row) => row !== undefined)) return undefined;
  const letter = name(LETTER);
  const byDegree: Expression[] = [];
  rows.forEach((row, i) => {
    row.forEach((coefficient, j) => {
      byDegree[i + j] = sum(byDegree[i + j] ?? ZERO, product(coefficient, power(letter, number(j))));
    });
  });
  const parts = Array.from(byDegree, (part) => part ?? ZERO).reverse();
  const first = parts.findIndex((part) => !isZero(part));
  return first < 0 ? undefined : parts.slice(first);
}
