import { Kernels, normalForm, whereRational } from "../canonical/normal-form.ts";
import { name, negate, number, product, relation, sum, ZERO } from "../expression/construct.ts";
import { type Expression, equal, freeNames } from "../expression/expression.ts";
import * as poly from "../polynomial/multivariate.ts";
import { subsets } from "../polynomial/subsets.ts";
import { constantSign, decide, simplify } from "../truth/index.ts";
import { differentiate } from "./derivative.ts";

/** What a symmetric matrix of second derivatives says of a stationary point. */
export type Definiteness = "minimum" | "maximum" | "saddle" | "undecided";

/** Positive definite, negative definite or indefinite, by the signs of the leading minors and, for saddles, of any 2 × 2 minor. */
export function natureByHessian(matrix: readonly (readonly Expression[])[], known: readonly Expression[]): Definiteness {
  const n = matrix.length;
  const signs = Array.from({ length: n }, (_, k) => signOf(determinant(matrix.slice(0, k + 1).map((row) => row.slice(0, k + 1))), known));
  if (signs.every((sign) => sign === 1)) return "minimum";
  if (signs.every((sign, k) => sign === (k % 2 === 0 ? -1 : 1))) return "maximum";
  return hasBothSigns(matrix, known) ? "saddle" : "undecided";
}

/**
 * Whether a symmetric matrix has eigenvalues of both signs: all are real, so that the rule of signs of R. Descartes counts them by the coefficients of the characteristic polynomial,
 * which are sums of principal minors; where a sign is open, a 2 × 2 minor or two entries of the diagonal may show it.
 */
function hasBothSigns(matrix: readonly (readonly Expression[])[], known: readonly Expression[]): boolean {
  const places = matrix.map((_, k) => k);
  const minor = (rows: readonly number[]): Expression => determinant(rows.map((i) => rows.map((k) => matrix[i]?.[k] ?? ZERO)));
  const signs = places.map((k) => signOf(sum(...[...subsets(places, k + 1)].map(minor)), known));
  if (signs.every((sign) => sign !== undefined)) {
    const changes = (list: readonly number[]): number => list.filter((sign) => sign !== 0).filter((sign, k, own) => k > 0 && sign !== own[k - 1]).length;
    return changes([1, ...signs]) > 0 && changes([1, ...signs.map((sign, k) => (k % 2 === 0 ? -sign : sign))]) > 0;
  }
  const diagonal = matrix.map((row, k) => signOf(row[k] ?? ZERO, known));
  const isIndefinite = [...subsets(places, 2)].some((pair) => signOf(minor(pair), known) === -1);
  return isIndefinite || (diagonal.includes(1) && diagonal.includes(-1));
}

function signOf(e: Expression, known: readonly Expression[]): -1 | 0 | 1 | undefined {
  const plain = simplify(e).expression;
  if (freeNames(plain).size === 0) return constantSign(plain);
  if (equal(plain, ZERO)) return 0;
  if (decide(relation(plain, ">", ZERO), known) === true) return 1;
  return decide(relation(plain, "<", ZERO), known) === true ? -1 : undefined;
}

function determinant(matrix: readonly (readonly Expression[])[]): Expression {
  const [first, ...rest] = matrix;
  if (!first) return ZERO;
  if (rest.length === 0) return first[0] ?? ZERO;
  return sum(...first.map((entry, k) => product(k % 2 === 0 ? entry : negate(entry), determinant(rest.map((row) => row.filter((_, j) => j !== k))))));
}

/**
 * Where a polynomial goes far out, by its terms of the highest degree: up in all directions where these are positive
 * definite, down where negative definite, both where they change sign.
 */
export function growthOf(objective: Expression, variables: readonly string[]): "up" | "down" | "both" | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    const indices = variables.map((variable) => kernels.index(name(variable)));
    const { numerator, denominator } = normalForm(objective, kernels);
    if (kernels.count > indices.length || !poly.constantValue(denominator)) return undefined;
    const degree = Math.max(...numerator.map((term) => term.exponents.reduce((total, exponent) => total + exponent, 0)));
    const top = numerator.filter((term) => term.exponents.reduce((total, exponent) => total + exponent, 0) === degree);
    if (degree === 0) return undefined;
    const even = top.every((term) => term.exponents.every((exponent) => exponent % 2 === 0));
    const pure = indices.every((index) => top.some((term) => (term.exponents[index] ?? 0) === degree));
    const [positive, negative] = [top.every(({ coefficient }) => coefficient.num > 0), top.every(({ coefficient }) => coefficient.num < 0)];
    if (even && pure && positive) return "up";
    if (even && pure && negative) return "down";
    return byDirections(top, indices.length);
  }, undefined);
}

/** The signs that a form takes in a few directions; definite quadratic forms are seen by their minors. */
function byDirections(form: poly.Polynomial, n: number): "up" | "down" | "both" | undefined {
  const degree = form[0]?.exponents.reduce((total, exponent) => total + exponent, 0) ?? 0;
  const signs = new Set<number>();
  const directions = Array.from({ length: 5 ** Math.min(n, 4) }, (_, code) => Array.from({ length: n }, (__, k) => (Math.floor(code / 5 ** k) % 5) - 2));
  for (const direction of directions) {
    let total = 0;
    for (const { exponents, coefficient } of form) {
      total += (Number(coefficient.num) / Number(coefficient.den)) * exponents.reduce((value, exponent, k) => value * (direction[k] ?? 0) ** exponent, 1);
    }
    if (Math.abs(total) > 1e-9) signs.add(Math.sign(total));
  }
  if (signs.has(1) && signs.has(-1)) return "both";
  if (degree !== 2) return undefined;
  const kernels = new Kernels();
  const names = Array.from({ length: n }, (_, k) => name(`x_${k + 1}`));
  for (const own of names) kernels.index(own);
  const expression = sum(
    ...form.map(({ exponents, coefficient }) =>
      product(number(coefficient), ...exponents.flatMap((exponent, k) => Array.from({ length: exponent }, () => names[k] ?? ZERO))),
    ),
  );
  const matrix = names.map((a) => names.map((b) => simplify(differentiate(differentiate(expression, nameOf(a)), nameOf(b))).expression));
  const nature = natureByHessian(matrix, []);
  return nature === "minimum" ? "up" : nature === "maximum" ? "down" : undefined;
}

function nameOf(e: Expression): string {
  return e.kind === "name" ? e.name : "";
}
