/**
 * The catalogue of rules with their wording. Words may hold mathematics between dollar signs, in the notation. A rule's
 * wording is a function of the pieces it names.
 */
const RULES = {
  "put in definitions": (names: string) => `Write out ${names}`,
  "put in givens": (names: string) => `Put in the given ${names}`,
  "multiply out": () => "Multiply out and collect like terms",
  "multiply both sides": (by: string) => `Multiply both sides by $${by}$`,
  "collect the unknown": (unknown: string) => `Bring the terms with $${unknown}$ to one side and everything else to the other`,
  "bring to one side": () => "Bring everything to one side",
  "divide both sides": (by: string) => `Divide both sides by $${by}$`,
  "swap sides": () => "Swap the sides",
  "isolate the square": () => "Leave the square alone on one side",
  "take square roots": () => "Take the square root of both sides: both signs are possible",
  "the square is zero": () => "A square is 0 only where what is squared is 0",
  "solve each": (unknown: string) => `Solve each equation for $${unknown}$`,
  "take out a factor": (factor: string) => `Take out the common factor $${factor}$`,
  factor: () => "Factor the left side",
  "zero product": () => "A product is 0 exactly when one of its factors is 0",
  "halve the middle": (half: string, square: string) =>
    `Complete the square: half the coefficient of the middle term is $${half}$, so add $${square}$ to both sides`,
  "write as square": () => "Write the left side as a square",
  discriminant: () => "Work out the discriminant",
  "discriminant negative": () => "The discriminant is negative, so no real number solves the equation",
  "square negative": () => "A square of a real number is never negative, so no real number solves the equation",
  "quadratic formula": () => "Use the quadratic formula",
  "simplify values": () => "Simplify",
  identity: (unknown: string) => `Both sides are the same, whatever $${unknown}$ is`,
  contradiction: (unknown: string) => `$${unknown}$ has dropped out and what is left is false`,
  "depends on letters": (unknown: string) => `$${unknown}$ has dropped out: what is left holds or fails with the other letters`,
  "put in values": (values: string) => `Put in ${values}`,
  evaluate: () => "Work out the value",
  "multiply every term": () => "Multiply every term by every term",
  "collect like terms": () => "Collect like terms",
  "apply addition formulas": () => "Use the addition formulas and the formulas for multiple angles",
  "take logarithms apart": () => "Take the logarithms apart: the logarithm of a product is the sum of the logarithms, and exponents come to the front",
  "join logarithms": () => "Join the logarithms: a sum of logarithms is the logarithm of the product, and factors go up as exponents",
  "difference of squares": (a: string, b: string) => `A difference of two squares: $p^2 - q^2 = (p + q)(p - q)$ with $p = ${a}$ and $q = ${b}$`,
  "difference of cubes": (a: string, b: string) => `A difference of two cubes: $p^3 - q^3 = (p - q)(p^2 + p q + q^2)$ with $p = ${a}$ and $q = ${b}$`,
  "sum of cubes": (a: string, b: string) => `A sum of two cubes: $p^3 + q^3 = (p + q)(p^2 - p q + q^2)$ with $p = ${a}$ and $q = ${b}$`,
  "perfect square": (a: string, b: string) => `A perfect square: the square of $${a}$, the square of $${b}$ and twice their product`,
  "two numbers": (sum: string, product: string, a: string, b: string) => `Two numbers with the sum $${sum}$ and the product $${product}$ are $${a}$ and $${b}$`,
  "split the middle term": (product: string, sum: string, a: string, b: string) =>
    `The product of the first and last coefficient is $${product}$; two numbers with this product and the sum $${sum}$ are $${a}$ and $${b}$, which split the middle term`,
  "known factors": () => "Factor into parts that do not factor further over the rational numbers (multiply out to check)",
  "factor with roots": () => "Factor further with roots (multiply out to check)",
  "factor with i": () => "Factor further over the complex numbers (multiply out to check)",
  "common denominator": (denominator: string) => `Bring everything over the common denominator $${denominator}$`,
  "work out the numerator": () => "Work out the numerator",
  "cancel a factor": (factor: string) => `Cancel the common factor $${factor}$`,
  "divide polynomials": () => "Divide the numerator by the denominator: quotient and remainder",
  "factor the denominator": () => "Factor the denominator",
  "ansatz with unknown numerators": (letters: string) =>
    `Write it as a sum of fractions with unknown numerators $${letters}$, multiply by the denominator and compare coefficients`,
  "put in the coefficients": (values: string) => `Comparing coefficients gives ${values}`,
  "sort by powers": (of: string) => `Sort by powers of $${of}$`,
  "take out the leading coefficient": (factor: string) => `Take $${factor}$ out of the terms with the unknown`,
  "add and subtract the square": (half: string) => `Half the coefficient of the middle term is $${half}$: add and subtract its square`,
  "write the square": () => "The first three terms are a square",
  "write by sine and cosine": () => "Write all circular functions by sine and cosine",
  "write by exponentials": () => "Write the functions by exponentials",
  "write by half-angle tangents": () => "With $t = tan(x/2)$: $sin x = 2t/(1 + t^2)$ and $cos x = (1 - t^2)/(1 + t^2)$",
  "divide by the cosine": () => "Divide by powers of the cosine: $sin x/cos x = tan x$ and $1/cos^2 x = 1 + tan^2 x$",
  "squares of one": (kept: string) => `Use $sin^2 x + cos^2 x = 1$ to leave only ${kept} where squares allow it`,
  "recognise a surd": () => "This number is a root of a polynomial of degree at most 2, so it is shorter than it looks",
  "factor the numerator": () => "Factor the numerator",
  "group the terms": () => "Group the terms that share a factor",
  "combine the denominator": () => "Write the denominator as one fraction",
  "divide by a fraction": () => "Dividing by a fraction is multiplying by its reciprocal",
  "multiply out each product": () => "Multiply out each product",
  "root as a power": () => "Powers of the same base: the exponents add up",
  "bring terms over": (left: string) => `Leave $${left}$ alone on one side`,
  "undo the function": (name: string) => `Apply the inverse function of ${name} to both sides`,
  "take logarithms": (base: string) => `Take logarithms on both sides: $${base}$ to a power has each value only once`,
  "take roots": (n: string) => `Take the root of degree ${n} on both sides`,
  "raise both sides": (n: string) => `Raise both sides to the power ${n}; the root is not negative`,
  "take reciprocals": (_: string) => "Take the reciprocal of both sides",
  "both signs": (_: string) => "Both signs are possible",
  "out of range": (why: string) => `No real number solves this: ${why}`,
  "raise both sides, maybe more": (n: string) => `Raise both sides to the power ${n}: this may add solutions, so candidates are put back at the end`,
  "express one unknown": (unknown: string, from: string) => `Solve $${from}$ for $${unknown}$`,
  "put into the other equation": (relation: string) => `Put $${relation}$ into the other equation`,
  "put back": (values: string) => `Put back ${values}`,
  eliminate: (unknowns: string) => `Eliminate ${unknowns} one after the other; put into the equations, the values make both sides equal`,
  "already so": () => "It already has this form",
  "put the part back": (part: string) => `Put the new form of $${part}$ back where it stood; the rest stays as it is`,
  "equal in normal form": () => "Both sides have the same normal form, so they are equal",
  "Pythagorean identity": () => "Use $sin^2 x + cos^2 x = 1$ (and $cosh^2 x - sinh^2 x = 1$)",
  "products to sums": () => "Write products and powers of sines and cosines as sums",
  "sums to products": () => "Write sums of sines and cosines as products",
  "half-angle formulas": () => "Use the half-angle formulas: $sin^2(x/2) = (1 - cos x)/2$, $cos^2(x/2) = (1 + cos x)/2$",
  "one wave": (a: string, b: string, amplitude: string, phase: string) =>
    `Sine and cosine of one angle make one wave: its amplitude is $sqrt((${a})^2 + (${b})^2) = ${amplitude}$, its phase $${phase}$`,
  "absolute value": () => "The root of a square is the absolute value",
  "one kind of logarithm": () => "Change the base: $log_b(x) = ln x/ln b$",
  "inverse functions by logarithms": () => "Write the inverse hyperbolic functions by logarithms",
  "rationalise the denominator": () => "Multiply numerator and denominator so that no root is left below",
  "untangle nested roots": () => "Untangle nested roots",
  "relations cancel": () => "Use the relations between the functions and cancel",
} as const;

type Rules = typeof RULES;
export type RuleName = keyof Rules;

/** The pieces that a rule's wording names. */
export type Pieces<Name extends RuleName> = Parameters<Rules[Name]>;

/** The words of a rule, with its pieces put in. */
export function wording<Name extends RuleName>(rule: Name, pieces: Pieces<Name>): string {
  const words = RULES[rule] as (...pieces: Pieces<Name>) => string;
  return words(...pieces);
}
