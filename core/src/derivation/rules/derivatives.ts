/** Rules of derivatives. */
export const DERIVATIVES = {
  main: {
    differentiate: (of: string, variable: string) => `Differentiate $${of}$ by $${variable}$`,
    "the slope is the derivative": () => "The slope of the curve is its derivative",
    "line through a point": (point: string) => `The line through the point $${point}$ with this slope`,
    "power rule": () => "Differentiate term by term: the exponent comes down as a factor and is lowered by 1",
    "product rule": (u: string, v: string) => `Product rule: $u v$ has the derivative $u' v + u v'$, with $u = ${u}$ and $v = ${v}$`,
    "quotient rule": (u: string, v: string) => `Quotient rule: $u/v$ has the derivative $(u' v - u v')/v^2$, with $u = ${u}$ and $v = ${v}$`,
    "chain rule": (letter: string, inner: string, outer: string, slope: string) =>
      `Chain rule: with the inner function $${letter} = ${inner}$ the outer one is $${outer}$; the inner derivative is $${slope}$`,
    "induction starts": (order: string, start: string) =>
      start === "0" ? `For $${order} = 0$ it is the function itself` : `For $${order} = ${start}$ it is the first derivative`,
    "induction goes on": (order: string) => `From $${order}$ to $${order} + 1$: differentiating the formula gives the formula of the next order`,
    "constant between jumps": (part: string) => `Between its jumps $${part}$ is constant`,
    "rule of Leibniz": () =>
      "Rule of Leibniz: the integrand at each bound times the derivative of the bound, and the derivative of the integrand under the integral",
    "extrema as cases": () => "The greatest or least of several is one of them, by cases",
    "logarithmic derivative": () => "Base and exponent both vary: differentiate $e^(v ln u)$",
    "slope at a border": (side: string, at: string) => `From one case to the other, at $${at}$: the slope of the chords from the ${side}`,
    "implicit derivative": (dependent: string, variable: string) =>
      `$${dependent}$ depends on $${variable}$: differentiate both sides and solve for its derivative`,
    "constant function": (variable: string) => `This does not depend on $${variable}$`,
  },
  routine: {
    "basic derivatives": () => "Read the derivative from the table",
    "sum rule": () => "The derivative of a sum is the sum of the derivatives",
    "constant factor": (factor: string) => `The constant factor $${factor}$ stays`,
  },
} as const;
