/** What a stationary point is, in words. */
const NATURES: Readonly<Record<string, string>> = {
  minimum: "a local minimum",
  maximum: "a local maximum",
  saddle: "a saddle point",
  inflection: "neither a minimum nor a maximum",
};

/** What that says of the matrix of second derivatives. */
const DEFINITENESS: Readonly<Record<string, string>> = {
  minimum: "which has positive eigenvalues only",
  maximum: "which has negative eigenvalues only",
  saddle: "which has eigenvalues of both signs",
};

/** Rules of optima: stationary points, their nature, conditions and ends. */
export const OPTIMA = {
  main: {
    "corner of the objective": (inside: string) => `Where $${inside} = 0$ there is no derivative: such points are looked at too`,
    "stationary where": () => "The derivative is 0 at a stationary point",
    "stationary where all": () => "All derivatives are 0 at a stationary point",
    "differentiate again": (of: string, variable: string) => `Differentiate $${of}$ by $${variable}$ once more`,
    "nature by derivative": (place: string, order: string, sign: string, nature: string) =>
      `At $${place}$ the ${order} derivative is ${sign}: ${NATURES[nature] ?? nature}`,
    "nature for letters": (place: string, condition: string, sign: string, nature: string) =>
      `At $${place}$ the second derivative is ${sign} where $${condition}$: ${NATURES[nature] ?? nature}`,
    "nature by determinant": (place: string, determinant: string, first: string, nature: string) =>
      `At $${place}$ the second derivatives form this matrix, with the determinant $${determinant}$${nature === "saddle" ? "" : ` and the first entry $${first}$`}: ${NATURES[nature] ?? nature}`,
    "nature by matrix": (place: string, nature: string) =>
      `At $${place}$ the second derivatives form this matrix, ${DEFINITENESS[nature] ?? ""}: ${NATURES[nature] ?? nature}`,
    "domain of the conditions": (domain: string) => `So the conditions hold for $${domain}$`,
    "vanishes at": (places: string) => `At $${places}$ the value is $0$: what it measures vanishes there, as a figure that has collapsed`,
    "value at": (places: string) => `The value at $${places}$`,
    "only stationary point": (place: string, best: string) =>
      `There is no other place where the slope changes its sign: at $${place}$ is the ${best} value of all`,
    "bars of a condition": (condition: string) => `The condition $${condition}$ without bars`,
    "value at a corner": (place: string) => `At $${place}$ there is no derivative, so the value there is looked at, too`,
    "approaches at an end": (variable: string, place: string, from: string) => `As $${variable}$ approaches $${place}$${from}, the values approach`,
    "along a path": (places: string) => `Follow the values where $${places}$`,
    "smaller after a period": (period: string, factor: string) =>
      `After $${period}$ the values come back with the factor $${factor}$, which is less than 1: the best is found before that`,
    "best of these": (best: string) => `The ${best} of these values`,
    "convex objective": (sense: string, best: string) =>
      `The objective is ${sense} (it is put together of ${sense} parts, such as lengths): a point at which all derivatives are 0 has the ${best} value of all`,
    "weighted means": (terms: string, weights: string) =>
      `The terms $${terms}$ are positive: with the weights $${weights}$ their arithmetic mean is at least the geometric one, and equal to it only where each term is its weight of the sum`,
    "geometric mean": () => "With these weights the geometric mean depends on nothing but what is fixed and what is sought",
    "concave logarithm": (objective: string) =>
      `$${objective}$ is positive there and its logarithm, below, is concave: a point at which all derivatives are 0 has the greatest value of all`,
    "approached and put back": (place: string) =>
      `Approached numerically, the place is recognised as $${place}$; put back, all derivatives are exactly 0 there`,
    "extrema by bars": () => "The greater of two values is half of their sum and their distance, the smaller half of their sum without their distance",
    "in an exponent": (whole: string, exponent: string) => `$${whole}$ grows with its exponent: both are best at the same points, so look at $${exponent}$`,
    "under a root": (root: string, inside: string) =>
      `$${root}$ grows with what stands under the root: both are best at the same points, so look at $${inside}$`,
    "on a side": (conditions: string) => `Where $${conditions}$ the bars are known: all derivatives are 0 there at an optimum`,
    "on a face and a side": (equations: string, conditions: string) =>
      `On the face $${equations}$, where $${conditions}$: the slopes of objective and conditions are proportional there, with multipliers`,
    "on a face": (equations: string) => `On the face $${equations}$: the slopes of objective and conditions are proportional there, with multipliers`,
    "ends of the domain": () => "The ends of the domain",
    inside: () => "Where no inequality holds with equality: the slopes of the objective are a combination of those of the equations",
    multipliers: (names: string) => `At an optimum on the condition the slopes are proportional: with the multipliers $${names}$ these derivatives are 0`,
    "from the condition": (relation: string) => `From the condition, $${relation}$`,
  },
  routine: {
    "equality of means": () => "So the best value is taken where each term is its weight of the sum",
    "shares put back": (place: string) => `These products are solved by $${place}$: put back, each term is its share`,
  },
} as const;
