/** Rules of the arithmetic of complex numbers. */
export const COMPLEX_NUMBERS = {
  main: {
    "multiply complex numbers": () => "Multiply every term by every term, with $i^2 = -1$",
    "extend by the conjugate of the denominator": (conjugate: string) => `Multiply above and below by $${conjugate}$, the conjugate of the denominator`,
    "in polar form": (modulus: string, angle: string) => `In polar form: the modulus is $${modulus}$, the angle $${angle}$`,
    "de Moivre": (exponent: string) => `By de Moivre's formula: the modulus to the power $${exponent}$, the angle times $${exponent}$`,
    "by Euler's formula": () => "By Euler's formula $e^(i phi) = cos(phi) + i sin(phi)$",
    "power of i": (exponent: string, quotient: string, remainder: string) => `$i^4 = 1$, and $${exponent} = 4*${quotient} + ${remainder}$`,
    "root of a complex number": (root: string) => `The principal root: raised again, $${root}$ gives what stands under it`,
    "addition formulas for complex angles": () => "By the addition formulas, with $cos(i y) = cosh(y)$ and $sin(i y) = i sinh(y)$",
    "modulus of parts": () => "The modulus of $p + i q$ is $sqrt(p^2 + q^2)$",
    "angle by the tangent": (ratio: string, where: string) => `The tangent of the angle is $${ratio}$, and the number lies ${where}`,
    "angle by the cotangent": (ratio: string, where: string) => `The cotangent of the angle is $${ratio}$, and the number lies ${where}`,
    "conjugate of parts": () => "The conjugate has the opposite imaginary part",
    "part of a complex number": (part: string) => `Take the ${part} part`,
  },
  routine: {
    "add parts": () => "Add real and imaginary parts",
    "divide the parts": () => "Divide both parts by the denominator",
    "negative power": () => "A negative exponent gives the reciprocal",
    "leave out whole turns": () => "Leave out whole turns",
    "square again": () => "Put the power together from smaller ones",
    "angle on an axis": () => "The number lies on an axis",
  },
} as const;
