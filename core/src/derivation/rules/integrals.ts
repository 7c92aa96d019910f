/** Rules of integrals. */
export const INTEGRALS = {
  main: {
    "other order": () => "The same region with the variables in the other order",
    "basic integrals": () => "Basic integrals",
    "integrate by parts": (u: string, slope: string, v: string) => `Integrate by parts: differentiate $${u}$, integrate $${slope}$ to $${v}$`,
    "integrate the factor 1": (u: string, v: string) => `Integrate by parts: differentiate $${u}$, integrate the factor 1 to $${v}$`,
    "the same integral comes back": () => "Integrating by parts twice, the same integral comes back: solve for it",
    "integrate by substitution": (letter: string, meaning: string, slope: string, variable: string) =>
      `Substitute $${letter} = ${meaning}$; its derivative by $${variable}$ is $${slope}$`,
    "integrate by a root": (letter: string, meaning: string, back: string, slope: string, variable: string) =>
      `Substitute $${letter} = ${meaning}$, so that $${variable} = ${back}$ with the derivative $${slope}$ by $${letter}$`,
    "integrate by the tangent": (letter: string, angle: string) =>
      `Substitute $${letter} = tan(${angle})$: half a turn changes nothing, so that squares of sine and cosine become $${letter}^2/(1 + ${letter}^2)$ and $1/(1 + ${letter}^2)$`,
    "integrate by the half-angle tangent": (letter: string, half: string) =>
      `Substitute $${letter} = tan(${half})$: sine and cosine become $2${letter}/(1 + ${letter}^2)$ and $(1 - ${letter}^2)/(1 + ${letter}^2)$`,
    "integrate by a circular function": (letter: string, variable: string, meaning: string, root: string) =>
      `Substitute $${variable} = ${meaning}$ with an angle $${letter}$: the root becomes $${root}$`,
    "integrate by the logarithm": (letter: string, variable: string, growth: string) =>
      `Substitute $${letter} = ln(${variable})$, so that $${variable} = ${growth}$, which is its own derivative`,
    "lower the power": () => "Lower the power by 2: by parts, or by the relation between the squares",
    "by partial fractions": () => "Write the integrand by partial fractions",
    "rational factor of an exponential": (factor: string, growth: string) =>
      `Look for $y ${growth}$ with a rational $y$: its derivative is the integrand for $y = ${factor}$`,
    "compare coefficients": () =>
      "Try a sum of products of the functions that occur, with unknown numbers before them, and logarithms of the factors below: differentiate and compare coefficients",
    "rational part": () => "Lower the power of the denominator: a rational function is taken out, whose derivative makes up for it (C. Hermite)",
    "sum over the roots": (denominator: string) =>
      `At each root of $${denominator}$ take the numerator over the derivative of the denominator: a real root gives a logarithm, a pair of complex ones a logarithm and an arctangent`,
    "logarithms and arctangents": () => "Each denominator of degree 1 gives a logarithm, each without real zeros a logarithm and an arctangent",
    "square below": (below: string, zeros: string) => `Below stands $${below}$, which has ${zeros}`,
    "complete the square below": (square: string, zeros: string) => `Complete the square, $${square}$, which has ${zeros}`,
    "derivative above": (below: string) => `The numerator is the derivative of $${below}$, which gives a logarithm, or a power`,
    "apart by the derivative": (slope: string) => `Write the numerator as a multiple of the derivative $${slope}$ of the quadratic below, and a rest`,
    "over a root of a quadratic": () =>
      "One over the root of a quadratic is, with the square completed, a derivative of an inverse circular or hyperbolic function or of a logarithm",
    "square root of a quadratic": () =>
      "Try a polynomial times the root, and a multiple of the integral of 1 over the root: comparing coefficients after differentiating gives the numbers",
    "fundamental theorem": (antiderivative: string, lower: string, upper: string) =>
      `Put the bounds $${upper}$ and $${lower}$ into the antiderivative $${antiderivative}$ and subtract`,
    "improper integral": (antiderivative: string, bounds: string) =>
      `The integral is improper at $${bounds}$: it is the limit there of the difference of the antiderivative $${antiderivative}$ at the bounds`,
    "divergent integral": (antiderivative: string, bound: string) =>
      `Towards $${bound}$ the antiderivative $${antiderivative}$ grows beyond all bounds: the integral diverges`,
    "odd integrand": () => "The integrand is odd and the bounds are opposite: what lies left of 0 cancels what lies right of it",
    "mirrored integrand": (mirror: string) =>
      `From the other end, with $${mirror}$ in place of the variable, the integral is the same: so it is that of the mean of both integrands`,
    "even integrand": () => "The integrand is even and the bounds are opposite: twice the integral from 0",
    "whole periods": (period: string, times: string) => `The integrand repeats after $${period}$, and $${times}$ periods lie between the bounds`,
    "shift the variable": (meaning: string) => `Put $${meaning}$, which leaves the whole line as it is`,
    "known integral": (theorem: string) => `Known integral (${theorem})`,
    "integral in pieces": (places: string) => `Integrate from piece to piece: between the bounds what is integrated changes at ${places}`,
    "integrand in one form": () => "Between the bounds the integrand can be written without bars or cases",
  },
  routine: {
    "integrate term by term": () => "Integrate term by term; constant factors stand before the integral",
    "add a constant": (constant: string) => `Antiderivatives differ by a constant $${constant}$ on every piece of the line`,
    "put the integrals in": () => "Put the integrals in",
    "put the angle back": (letter: string, meaning: string) => `Put $${letter} = ${meaning}$ back; its functions are read off the right triangle`,
  },
} as const;
