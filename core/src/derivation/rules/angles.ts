const SUM_FORMULAS: Readonly<Record<string, string>> = {
  "sin + sin": "sin(a) + sin(b) = 2 sin((a + b)/2) cos((a - b)/2)",
  "sin - sin": "sin(a) - sin(b) = 2 sin((a - b)/2) cos((a + b)/2)",
  "cos + cos": "cos(a) + cos(b) = 2 cos((a + b)/2) cos((a - b)/2)",
  "cos - cos": "cos(a) - cos(b) = -2 sin((a + b)/2) sin((a - b)/2)",
};

/** Rules of circular functions and their equations. */
export const ANGLES = {
  main: {
    "ratio by definition": () => "By definition",
    "ratio of an acute angle": (angle: string, ratio: string) => `$${angle}$ is acute, so its ${ratio} is positive`,
    "ratio by the quadrant": (angle: string, quadrant: string, reference: string, ratio: string, sign: string) =>
      `$${angle}$ lies in the ${quadrant} quadrant, with the reference angle $${reference}$; there the ${ratio} is ${sign}`,
    "reference angle": (quadrant: string) => `By the reference angle, with the sign of the ${quadrant} quadrant`,
    "leave out quarter turns": () => "Leave out quarter turns",
    "by a formula for angles": (formula: string) => `By the ${formula} formula`,
    "half-angle with its sign": (quadrant: string, ratio: string, sign: string) =>
      `By the half-angle formula; the angle lies in the ${quadrant} quadrant, where the ${ratio} is ${sign}`,
    "half-angle of an acute angle": (ratio: string) => `By the half-angle formula; the angle is acute, so its ${ratio} is positive`,
    "put in the ratios": () => "Put in these ratios",
    "cotangent by the tangent": () => "Use $cot x = 1/tan x$",
    "a part of a turn": () => "The tangent of the sum, and where the sum lies, show that it is a part of a turn",
    "double angle of the tangent": () => "Use $2 tan(u)/(1 - tan^2(u)) = tan(2u)$",
    "principal values": () => "An inverse circular function gives the angle back exactly where it lies in the range of that function",
    "name components": (along: string, first: string, across: string, second: string) => `Write $${along} = ${first}$ and $${across} = ${second}$`,
    "length of components": (radius: string, along: string, across: string) => `$${radius}^2 = ${along}^2 + ${across}^2$ gives the size of $${radius}$`,
    "angle of components": (angle: string, along: string, across: string) =>
      `The tangent of $${angle}$ is $${across}/${along}$; the signs of $${along}$ and $${across}$ tell the quadrant`,
    "apply addition formulas": () => "Use the addition formulas and the formulas for multiple angles",
    "write by sine and cosine": () => "Write all circular functions by sine and cosine",
    "write by half-angle tangents": () => "With $t = tan(x/2)$: $sin x = 2t/(1 + t^2)$ and $cos x = (1 - t^2)/(1 + t^2)$",
    "divide by the cosine": () => "Divide by powers of the cosine: $sin x/cos x = tan x$ and $1/cos^2 x = 1 + tan^2 x$",
    "squares of one": (kept: string) => `Use $sin^2 x + cos^2 x = 1$ to leave only ${kept} where squares allow it`,
    "roots of the sine": () => "The sine takes each value at an angle and at its supplement, again and again after full turns",
    "roots of the cosine": () => "The cosine takes each value at an angle and at its opposite, again and again after full turns",
    "roots of the tangent": () => "The tangent takes each value once in every half turn",
    "equal sines": () => "Two sines are equal where the angles are equal or add up to half a turn, up to full turns",
    "equal cosines": () => "Two cosines are equal where the angles are equal or opposite, up to full turns",
    "equal tangents": () => "Two tangents are equal where the angles differ by half turns",
    "cosine as a sine": () => "A cosine is the sine of the complement",
    "multiple angles": (angle: string) => `Write products and squares of sine and cosine of $${angle}$ by multiples of the angle`,
    "by sines": () => "Use $cos^2 x = 1 - sin^2 x$ so that only the sine is left",
    "by cosines": () => "Use $sin^2 x = 1 - cos^2 x$ so that only the cosine is left",
    "by tangents": (by: string) => `Divide by $${by}$, which is not 0 for a solution, so that only the tangent is left`,
    "one wave on the left": (wave: string) => `A sine and a cosine of one angle make one wave: $${wave}$`,
    "by the half-angle tangent": (name: string, angle: string) =>
      `With $${name} = tan(${angle}/2)$, sine and cosine are $2${name}/(1 + ${name}^2)$ and $(1 - ${name}^2)/(1 + ${name}^2)$`,
    "triple angle": () => "With $4 cos^3 a - 3 cos a = cos 3a$ the three real roots are cosines",
    "Pythagorean identity": () => "Use $sin^2 x + cos^2 x = 1$ (and $cosh^2 x - sinh^2 x = 1$)",
    "products to sums": () => "Write products and powers of sines and cosines as sums",
    "sum to product": (formula: string) => `By the formula $${SUM_FORMULAS[formula] ?? formula}$`,
    "half-angle formulas": () => "Use the half-angle formulas: $sin^2(x/2) = (1 - cos x)/2$, $cos^2(x/2) = (1 + cos x)/2$",
    "one wave": (a: string, b: string, amplitude: string, phase: string) =>
      `Sine and cosine of one angle make one wave: its amplitude is $sqrt((${a})^2 + (${b})^2) = ${amplitude}$, its phase $${phase}$`,
  },
  routine: {
    "whole turns": () => "Leave out whole turns, and count quarter turns",
    "gather families": () => "Gather the solutions: what repeats together is written as one",
    "one angle": (angle: string) => `Write everything by the sine and cosine of $${angle}$`,
  },
} as const;
