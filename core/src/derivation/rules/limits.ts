/** Rules of limits. */
export const LIMITS = {
  main: {
    "limit by substitution": (variable: string, at: string) => `The function is continuous there: put $${variable} = ${at}$`,
    "limit of the inside": (inside: string, to: string) => `$${inside}$ tends to $${to}$, and with it the function of it`,
    "vanishing terms": (terms: string, tend: string) => `Of the terms, ${terms} ${tend} to 0`,
    "divide by the highest power": (highest: string) => `Divide numerator and denominator by $${highest}$`,
    "multiply by the conjugate": (conjugate: string) => `Multiply above and below by the conjugate $${conjugate}$`,
    "standard limits": (quotients: string, tend: string) => `Put standard limits to use: ${quotients} ${tend} to 1`,
    "power of e": () => "Write the power by e: $u^v = e^(v ln u)$, and look at the exponent",
    "limit of a power of e": (exponent: string) => `The exponent tends to $${exponent}$, and the exponential function is continuous`,
    squeeze: (bounded: string, factor: string) => `${bounded} stays between bounds, and $${factor}$ tends to 0: squeezed, the product does too`,
    "pole from one side": (above: string, sign: string) => `The numerator tends to $${above}$, the denominator to 0 through ${sign} values`,
    "rule of L'Hôpital": (what: string) =>
      `Numerator and denominator both tend to ${what}: by the rule of L'Hôpital their derivatives have the same quotient in the limit`,
    "leading terms": (leading: string) => `The leading term is $${leading}$: what is left of the function is smaller by a power`,
    "leading terms of both": (above: string, below: string) => `But for smaller terms the numerator is $${above}$ and the denominator $${below}$`,
    "order of growth": (which: string) => which,
    "branch near the place": (part: string, near: string) => `Near the place, where it is approached, $${part}$ is $${near}$`,
    "rounding far out": (part: string, inside: string) => `$${part}$ differs from $${inside}$ by less than 1, which does not count where it grows`,
    "most rapid part": () => "Expanded for what grows, the part that varies most rapidly decides",
    "difference as a product": () => "Write the difference as a product",
    "difference of logarithms": () => "The difference of logarithms is the logarithm of the quotient",
    "sines and cosines": () => "Write everything by sine and cosine, and take out common factors",
    "relations cancel": () => "Use the relations between the functions and cancel",
  },
  routine: {},
} as const;
