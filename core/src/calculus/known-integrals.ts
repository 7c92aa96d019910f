import { call, name, relation } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { type DefiniteIntegral, definiteIntegral } from "../expression/integral.ts";
import { substitute, withRanges } from "../expression/substitute.ts";
import { elaborate, NO_MEANINGS } from "../notation/elaborate.ts";
import { parse } from "../notation/parse.ts";

/** A definite integral whose value is known by a theorem although the integrand has no elementary antiderivative, in the variable x and letters. */
export interface KnownIntegral {
  readonly title: string;
  /** Where it is proven. */
  readonly source: string;
  readonly integrand: string;
  readonly from: string;
  readonly to: string;
  readonly value: string;
  /** What is asked of the letters. */
  readonly hypothesis: readonly string[];
  /** The letters that stand for whole numbers. */
  readonly whole?: readonly string[];
}

const POSITIVE_A = ["a > 0"] as const;
const POSITIVE_AB = ["a > 0", "b > 0"] as const;
const WHITTAKER = "E. T. Whittaker and G. N. Watson, A Course of Modern Analysis";
const EULER = `Euler's integral of the second kind: ${WHITTAKER}, chapter 12`;
const GAUSS = "its square is an integral over the plane, in polar coordinates (S.-D. Poisson); differentiate by a for the moments";
const RESIDUES = `by residues: ${WHITTAKER}, chapter 6`;
const GEOMETRIC = `expand in powers of e^(−a x) and integrate term by term, with Euler's sums of 1/k^2, 1/k^4, …: ${WHITTAKER}, 7.2 and 13.1`;

const onLine = (title: string, source: string, integrand: string, value: string, hypothesis: readonly string[]): KnownIntegral => ({
  title,
  source,
  integrand,
  from: "-infinity",
  to: "infinity",
  value,
  hypothesis,
});
const onRay = (title: string, source: string, integrand: string, value: string, hypothesis: readonly string[] = POSITIVE_A): KnownIntegral => ({
  ...onLine(title, source, integrand, value, hypothesis),
  from: "0",
});
const between = (
  from: string,
  to: string,
  title: string,
  source: string,
  integrand: string,
  value: string,
  hypothesis: readonly string[] = [],
): KnownIntegral => ({
  ...onLine(title, source, integrand, value, hypothesis),
  from,
  to,
});

/** Of x^n/(e^(a x) − 1) for n = 1, 3, 5, 7: n! ζ(n + 1). */
const BOSE: readonly (readonly [number, string])[] = [
  [1, "pi^2/6"],
  [3, "pi^4/15"],
  [5, "8 pi^6/63"],
  [7, "8 pi^8/15"],
];

/** The theorems, those that ask for less first. */
export const KNOWN_INTEGRALS: readonly KnownIntegral[] = [
  onRay("Gaussian integral", GAUSS, "e^(-a x^2)", "sqrt(pi/a)/2"),
  {
    ...onRay("even moment of a Gaussian", GAUSS, "x^m e^(-a x^2)", "m!/((m/2)! (4a)^(m/2)) sqrt(pi/a)/2", ["a > 0", "m >= 0", "sin(pi m/2) = 0"]),
    whole: ["m"],
  },
  onLine("Gaussian integral with a linear term", `complete the square; ${GAUSS}`, "e^(-a x^2 + b x)", "sqrt(pi/a) e^(b^2/(4a))", POSITIVE_A),
  onLine(
    "Gaussian integral with linear and constant terms",
    `complete the square; ${GAUSS}`,
    "e^(-a x^2 + b x + c)",
    "sqrt(pi/a) e^(b^2/(4a) + c)",
    POSITIVE_A,
  ),
  onRay("Fourier transform of a Gaussian", RESIDUES, "e^(-a x^2) cos(b x)", "sqrt(pi/a)/2 e^(-b^2/(4a))"),
  onRay(
    "Gaussian with a reciprocal",
    "J. W. L. Glaisher's substitution u = sqrt(a) x − sqrt(b)/x",
    "e^(-a x^2 - b/x^2)",
    "sqrt(pi/a)/2 e^(-2 sqrt(a b))",
    POSITIVE_AB,
  ),
  { ...onRay("factorial as an integral", EULER, "x^n e^(-a x)", "n!/a^(n + 1)", ["a > 0", "n >= 0"]), whole: ["n"] },
  onRay("factorial of a half as an integral", EULER, "x^s e^(-a x)", "(2 s + 1)! sqrt(pi)/(4^(s + 1/2) (s + 1/2)! a^(s + 1))", [
    "a > 0",
    "s > -1",
    "cos(pi s) = 0",
  ]),
  onRay("Dirichlet's integral", `${WHITTAKER}, 6.222`, "sin(a x)/x", "pi/2"),
  onRay("Dirichlet's integral of a square", `by parts from ${WHITTAKER}, 6.222`, "sin(a x)^2/x^2", "pi a/2"),
  onRay("Dirichlet's integral of 1 − cos", `by parts from ${WHITTAKER}, 6.222`, "(1 - cos(a x))/x^2", "pi a/2"),
  onRay("Dirichlet's integral with damping", "differentiate by b under the integral", "e^(-a x) sin(b x)/x", "arctan(b/a)"),
  onRay("Fresnel's integral of the cosine", RESIDUES, "cos(a x^2)", "sqrt(pi/(2a))/2"),
  onRay("Fresnel's integral of the sine", RESIDUES, "sin(a x^2)", "sqrt(pi/(2a))/2"),
  onRay("Fresnel's integral of the cosine over a root", RESIDUES, "cos(a x)/sqrt(x)", "sqrt(pi/(2a))"),
  onRay("Fresnel's integral of the sine over a root", RESIDUES, "sin(a x)/sqrt(x)", "sqrt(pi/(2a))"),
  onRay("Laplace's integral of the cosine", RESIDUES, "cos(b x)/(x^2 + a^2)", "pi e^(-a b)/(2a)", ["a > 0", "b >= 0"]),
  onRay("Laplace's integral of the sine", RESIDUES, "x sin(b x)/(x^2 + a^2)", "pi e^(-a b)/2", POSITIVE_AB),
  onRay("Laplace's integral over a square", RESIDUES, "cos(b x)/(x^2 + a^2)^2", "pi (1 + a b) e^(-a b)/(4 a^3)", ["a > 0", "b >= 0"]),
  onRay("logarithm over a sum of squares", "substitute a^2/x for x", "ln(x)/(x^2 + a^2)", "pi ln(a)/(2a)"),
  onRay("Frullani's integral", "G. Frullani 1828", "(e^(-a x) - e^(-b x))/x", "ln(b/a)", POSITIVE_AB),
  onRay("Euler's reflection", `${WHITTAKER}, 12.14`, "x^s/(x + 1)", "-pi/sin(pi s)", ["-1 < s", "s < 0"]),
  onRay("Euler's reflection for a power", `${WHITTAKER}, 12.14`, "1/(x^s + 1)", "pi/(s sin(pi/s))", ["s > 1"]),
  ...BOSE.flatMap(([n, sum]): readonly KnownIntegral[] => [
    onRay(`Bose integral of x^${n}`, GEOMETRIC, `x^${n}/(e^(a x) - 1)`, `(${sum})/a^${n + 1}`),
    onRay(`Fermi integral of x^${n}`, GEOMETRIC, `x^${n}/(e^(a x) + 1)`, `(1 - 1/2^${n}) (${sum})/a^${n + 1}`),
    onRay(`Bose integral of x^${n + 1}, differentiated`, `by parts; ${GEOMETRIC}`, `x^${n + 1} e^(a x)/(e^(a x) - 1)^2`, `${n + 1} (${sum})/a^${n + 2}`),
    onRay(
      `Fermi integral of x^${n + 1}, differentiated`,
      `by parts; ${GEOMETRIC}`,
      `x^${n + 1} e^(a x)/(e^(a x) + 1)^2`,
      `${n + 1} (1 - 1/2^${n}) (${sum})/a^${n + 2}`,
    ),
    onRay(`x^${n} over a hyperbolic sine`, GEOMETRIC, `x^${n}/sinh(a x)`, `2 (1 - 1/2^${n + 1}) (${sum})/a^${n + 1}`),
  ]),
  between("0", "pi/2", "Euler's integral of ln sin", "L. Euler 1769: double the angle", "ln(sin(x))", "-pi/2 ln(2)"),
  between("0", "pi/2", "Euler's integral of ln cos", "L. Euler 1769: double the angle", "ln(cos(x))", "-pi/2 ln(2)"),
  between("0", "1", "logarithm of 1 + x over x", "expand in powers of x; L. Euler's sum of 1/k^2", "ln(x + 1)/x", "pi^2/12"),
  between("0", "1", "logarithm of 1 − x over x", "expand in powers of x; L. Euler's sum of 1/k^2", "ln(1 - x)/x", "-pi^2/6"),
  between("0", "1", "logarithm over 1 − x", "expand in powers of 1 − x; L. Euler's sum of 1/k^2", "ln(x)/(1 - x)", "-pi^2/6"),
  between("0", "1", "logarithm over 1 + x", "by parts from ln(1 + x)/x", "ln(x)/(x + 1)", "-pi^2/12"),
  between("0", "1", "Serret's integral", "J. A. Serret 1844: x = tan t", "ln(x + 1)/(x^2 + 1)", "pi ln(2)/8"),
  {
    ...between("0", "1", "Euler's integral of the first kind", `${WHITTAKER}, 12.4`, "x^m (1 - x)^n", "m! n!/(m + n + 1)!", ["m >= 0", "n >= 0"]),
    whole: ["m", "n"],
  },
  between("0", "2 pi", "Poisson's integral", RESIDUES, "1/(a + b cos(x))", "2 pi/sqrt(a^2 - b^2)", ["a > 0", "a^2 > b^2"]),
  between("0", "2 pi", "Poisson's integral of the sine", RESIDUES, "1/(a + b sin(x))", "2 pi/sqrt(a^2 - b^2)", ["a > 0", "a^2 > b^2"]),
  between("0", "pi", "half of Poisson's integral", RESIDUES, "1/(a + b cos(x))", "pi/sqrt(a^2 - b^2)", ["a > 0", "a^2 > b^2"]),
];

/** A theorem as expressions. */
export interface Stated {
  readonly integral: DefiniteIntegral;
  readonly value: Expression;
  readonly hypothesis: readonly Expression[];
}

const read = new Map<KnownIntegral, Stated>();

/** The theorem in its own letters, over x. */
export function stated(theorem: KnownIntegral): Stated {
  const known = read.get(theorem);
  if (known) return known;
  const ranges = new Map((theorem.whole ?? []).map((letter) => [letter, "integer"] as const));
  const mean = (text: string): Expression => withRanges(elaborate(parse(text), NO_MEANINGS), ranges);
  const made: Stated = {
    integral: definiteIntegral(mean(theorem.integrand), "x", mean(theorem.from), mean(theorem.to)),
    value: mean(theorem.value),
    hypothesis: theorem.hypothesis.map(mean),
  };
  read.set(theorem, made);
  return made;
}

/** The theorem over another variable, with values for its letters. */
export function statedAt(theorem: KnownIntegral, values: ReadonlyMap<string, Expression>, variable: string): Stated {
  const { integral, value, hypothesis } = stated(theorem);
  const put = (e: Expression): Expression => substitute(e, values);
  const whole = (theorem.whole ?? []).flatMap((letter) => {
    const own = values.get(letter);
    return own ? [relation(call("floor", own), "=", own)] : [];
  });
  const own = substitute(put(integral.body), new Map([["x", name(variable)]]));
  return {
    integral: definiteIntegral(own, variable, put(integral.lower), put(integral.upper)),
    value: put(value),
    hypothesis: [...hypothesis.map(put), ...whole],
  };
}
