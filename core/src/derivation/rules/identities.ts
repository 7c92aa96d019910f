/** Formulas and manipulations of proofs; a formula is shown as it was used. */
export const IDENTITIES = {
  main: {
    "by definition": (formulas: string) => `By definition $${formulas}$`,
    "Pythagorean formula": (formulas: string) => `By the Pythagorean identity $${formulas}$`,
    "double-angle formula": (formulas: string) => `By the double-angle formula $${formulas}$`,
    "half-angle formula": (formulas: string) => `By the half-angle formula $${formulas}$`,
    "triple-angle formula": (formulas: string) => `By the triple-angle formula $${formulas}$`,
    "addition formula": (formulas: string) => `By the addition formula $${formulas}$`,
    "sum as a product": (formulas: string) => `The sum as a product: $${formulas}$`,
    "product as a sum": (formulas: string) => `The product as a sum: $${formulas}$`,
    "parts of a complex number": (formulas: string) => `For complex numbers $${formulas}$`,
    "Euler's formula": (formulas: string) => `By Euler's formula $${formulas}$`,
    "power law": (formulas: string) => `By the laws of powers $${formulas}$`,
    "step of a factorial": (formulas: string) => `Take the first factor out of the factorial: $${formulas}$`,
    "roots of products": () => "Take the root of a product factor by factor; the root of a square is the absolute value",
    "power under the root": (powers: string) => `Under the root stands a power: $${powers}$`,
    "binomial theorem": () => "By the binomial theorem: the sum of all $binomial(n, k) x^k$ is $(1 + x)^n$",
    "in each case": (before: string, after: string) => `Here $${before}$ is $${after}$`,
    "value at the angle": (functionWord: string) => `Take the ${functionWord}`,
    "same tangent": (functionWord: string, ranges: string) =>
      `Both sides have the same ${functionWord}, so they differ by a whole multiple of $pi$; since $${ranges}$, they are less than $pi$ apart, and so they are equal`,
    "same value once": (functionWord: string, ranges: string) =>
      `Both sides have the same ${functionWord}, which takes every value once between these bounds: $${ranges}$`,
    "constant, as there": (values: string) => `A function whose derivative is 0 does not change on an interval; at ${values} the difference of the sides is 0`,
    "factor a sum": (before: string, after: string) => `Factor: $${before} = ${after}$`,
    "multiply these out": (before: string, after: string) => `Multiply out: $${before} = ${after}$`,
    "factor and cancel": () => "Factor above and below, and cancel what they share",
    "extend by the conjugate": (factor: string) => `Multiply numerator and denominator by $${factor}$`,
    "take from both sides": (term: string) => `Subtract $${term}$ from both sides`,
    "add to both sides": (term: string) => `Add $${term}$ to both sides`,
    "base case": (first: string) => `Base case $${first}$`,
    "next term": (letter: string, term: string) =>
      `From $${letter}$ to $${letter} + 1$: suppose that it holds for $${letter}$, and add the next term $${term}$; this must come to what is claimed for $${letter} + 1$`,
    "next factor": (letter: string, factor: string) =>
      `From $${letter}$ to $${letter} + 1$: suppose that it holds for $${letter}$, and multiply by the next factor $${factor}$; this must come to what is claimed for $${letter} + 1$`,
    "as claimed for the next": (letter: string) => `Work this out: it is what is claimed for $${letter} + 1$`,
    "split the fraction": () => "Divide each term of the numerator",
  },
  routine: {},
} as const;
