import { describe, expect, test } from "vitest";
import { answered } from "./oracle.ts";
import { outline } from "./outline.ts";

type Derivation = readonly [working: readonly string[], rows: readonly string[]];

const EQUATIONS: readonly Derivation[] = [
  // A number with its unit gets a letter, so that the way goes in letters to the end.
  [
    ["given m = 2 kg, g = 9.8 m/s^2", "solve 15 J = m g h for h"],
    [
      "E = m g h [Write E for 15 J]",
      "m g h = E [Swap the sides]",
      "h = E/(m g) [Divide both sides by m g]",
      "= 15 J/(2 kg·9.8 m/s²) = 75/98 m ≈ 0.765306 m [Put the numbers in]",
    ],
  ],
  [
    ["solve cos x + cos(2x) + cos(3x) = 0"],
    [
      "2cos(x) cos(2x) + cos(2x) = 0 [By the formula cos(a) + cos(b) = 2cos((a + b)/2) cos((a − b)/2)]",
      "(2cos(x) + 1) cos(2x) = 0 [Factor the left side]",
      "2cos(x) + 1 = 0 or cos(2x) = 0 [A product is 0 exactly when one of its factors is 0]",
      "case 2cos(x) + 1 = 0",
      "  2cos(x) = −1 [Leave 2cos(x) alone on one side]",
      "  cos(x) = −1/2 [Divide both sides by 2]",
      "  x = ±2π/3 + 2π n [The cosine takes each value at an angle and at its opposite, again and again after full turns]",
      "case cos(2x) = 0",
      "  2x = π/2 + π n [The cosine is 0 at a quarter turn and every half turn from there]",
      "  x = π/4 + π n/2 [Divide both sides by 2]",
      "x = π/4 + π n/2 (for every integer n) or 2π/3 + 2π n (for every integer n) or −2π/3 + 2π n (for every integer n) [Gather the solutions: what repeats together is written as one]",
    ],
  ],
  // A polynomial in x² without rational factors is solved for x² first.
  [
    ["solve x^4 - 10x^2 + 1 = 0"],
    [
      "u² − 10u + 1 = 0 [Write u for x²]",
      "u² − 10u = −1 [Bring the terms with u to one side and everything else to the other]",
      "(u − 5)² = 24 [Complete the square: half the coefficient of the middle term is −5, so add 25 to both sides]",
      "u − 5 = ±2√6 [Take the square root of both sides: both signs are possible]",
      "u = 5 ± 2√6 [Solve each equation for u]",
      "x² = 5 ± 2√6 [Put x² back for u]",
      "case x² = 5 + 2√6",
      "  x = ±(√2 + √3) [Take the square root of both sides: both signs are possible]",
      "case x² = 5 − 2√6",
      "  x = ±(√3 − √2) [Take the square root of both sides: both signs are possible]",
    ],
  ],
  [
    ["solve sin(2t) = cos t for t in [0, 2pi]"],
    [
      "2sin(t) cos(t) − cos(t) = 0 [Use sin(2a) = 2sin(a) cos(a)]",
      "(2sin(t) − 1) cos(t) = 0 [Factor the left side]",
      "2sin(t) − 1 = 0 or cos(t) = 0 [A product is 0 exactly when one of its factors is 0]",
      "case 2sin(t) − 1 = 0",
      "  2sin(t) = 1 [Leave 2sin(t) alone on one side]",
      "  sin(t) = 1/2 [Divide both sides by 2]",
      "  t = π/6 + 2π n or 5π/6 + 2π n [The sine takes each value at an angle and at its supplement, again and again after full turns]",
      "case cos(t) = 0",
      "  t = π/2 + π n [The cosine is 0 at a quarter turn and every half turn from there]",
      "t = π/6 ≈ 0.523599 or π/2 ≈ 1.5708 or 5π/6 ≈ 2.61799 or 3π/2 ≈ 4.71239 [Those with 0 ≤ t ≤ 2π]",
    ],
  ],
  [
    ["solve tan x + cot x = 4"],
    [
      "2/sin(2x) = 4 [By the formula tan(a) + cot(a) = 2/sin(2a)]",
      "1/sin(2x) = 2 [Divide both sides by 2]",
      "sin(2x) = 1/2 [Take the reciprocal of both sides]",
      "2x = π/6 + 2π n or 5π/6 + 2π n [The sine takes each value at an angle and at its supplement, again and again after full turns]",
      "case 2x = π/6 + 2π n",
      "  x = π/12 + π n [Divide both sides by 2]",
      "case 2x = 5π/6 + 2π n",
      "  x = 5π/12 + π n [Divide both sides by 2]",
    ],
  ],
  [
    ["solve sin x + sin(3x) = 0"],
    [
      "2sin(2x) cos(x) = 0 [By the formula sin(a) + sin(b) = 2sin((a + b)/2) cos((a − b)/2)]",
      "sin(2x) = 0 or cos(x) = 0 [A product is 0 exactly when one of its factors is 0]",
      "case sin(2x) = 0",
      "  2x = π n [The sine is 0 at the whole multiples of half a turn]",
      "  x = π n/2 [Divide both sides by 2]",
      "case cos(x) = 0",
      "  x = π/2 + π n [The cosine is 0 at a quarter turn and every half turn from there]",
      "x = π n/2 (for every integer n) [Gather the solutions: what repeats together is written as one]",
    ],
  ],
  [
    ["solve sqrt(x + 7) = x + 1"],
    [
      "x + 7 = x² + 2x + 1 [Raise both sides to the power 2: this may add solutions, so candidates are put back at the end]",
      "x² + x − 6 = 0 [Bring everything to one side]",
      "(x − 2) (x + 3) = 0 [Factor the left side]",
      "x + 3 = 0 or x − 2 = 0 [A product is 0 exactly when one of its factors is 0]",
      "x = −3 or 2 [Solve each equation for x]",
      "√(2 + 7) = 3 = 2 + 1 [Put back x = 2: it solves the equation]",
      "√(−3 + 7) = 2 ≠ −2 = −3 + 1 [Put back x = −3: no solution]",
    ],
  ],
  [
    ["solve |2x - 1| = x + 4"],
    [
      "2x − 1 = x + 4 or −(2x − 1) = x + 4 [|2x − 1| is what stands inside or its opposite: both cases are tried, and candidates are put back]",
      "case 2x − 1 = x + 4",
      "  x = 5 [Bring the terms with x to one side and everything else to the other]",
      "case −(2x − 1) = x + 4",
      "  1 − 2x = x + 4 [Multiply out and collect like terms]",
      "  3x = −3 [Bring the terms with x to one side and everything else to the other]",
      "  x = −1 [Divide both sides by 3]",
      "|2·5 − 1| = 9 = 5 + 4 [Put back x = 5: it solves the equation]",
      "|2(−1) − 1| = 3 = −1 + 4 [Put back x = −1: it solves the equation]",
    ],
  ],
  [
    ["solve x^2/2 - 3x/4 = 1"],
    [
      "2x² − 3x = 4 [Multiply both sides by 4]",
      "2x² − 3x − 4 = 0 [Bring everything to one side]",
      "D = (−3)² − 4·2 (−4) = 41 [Work out the discriminant]",
      "x = (−(−3) ± √41)/(2·2) [Use the quadratic formula]",
      "x = (3 + √41)/4 ≈ 2.35078 or (3 − √41)/4 ≈ −0.850781 [Simplify]",
    ],
  ],
  [["solve x/(x - 2) = 2/(x - 2)"], ["x = 2 [Multiply both sides by x − 2]", "2 − 2 = 0 [x = 2 is left out: the equation has a value only for x − 2 ≠ 0]"]],
  [
    ["solve x^2/(x - 2) = 4/(x - 2)"],
    [
      "x² = 4 [Multiply both sides by x − 2]",
      "x = ±2 [Take the square root of both sides: both signs are possible]",
      "(−2)²/(−2 − 2) = −1 = 4/(−2 − 2) [Put back x = −2: it solves the equation]",
      "2 − 2 = 0 [x = 2 is left out: the equation has a value only for x − 2 ≠ 0]",
    ],
  ],
  [
    ["solve 3/(x - 1) + 2/(x + 1) = 1"],
    [
      "2(x − 1) + 3(x + 1) = (x − 1) (x + 1) [Multiply both sides by (x − 1) (x + 1)]",
      "5x + 1 = x² − 1 [Multiply out and collect like terms]",
      "x² − 5x − 2 = 0 [Bring everything to one side]",
      "D = (−5)² − 4·1 (−2) = 33 [Work out the discriminant]",
      "x = (−(−5) ± √33)/(2·1) [Use the quadratic formula]",
      "x = (5 + √33)/2 ≈ 5.37228 or (5 − √33)/2 ≈ −0.372281 [Simplify]",
    ],
  ],
  [
    ["solve log_2(x) + log_4(x) = 3"],
    [
      "3lb(x)/2 = 3 [Write all logarithms to the base 2]",
      "lb(x) = 2 [Divide both sides by 3/2]",
      "x = 4 [Take both sides as exponents of 2, which undoes the logarithm]",
    ],
  ],
  [
    ["solve ln(x) + ln(x - 1) = ln 6"],
    [
      "ln(x (x − 1)) = ln(6) [Join the logarithms: a sum of logarithms is the logarithm of the product]",
      "x (x − 1) = 6 [Take both sides as exponents of e, which undoes the logarithm]",
      "x² − x − 6 = 0 [Bring everything to one side]",
      "(x − 3) (x + 2) = 0 [Factor the left side]",
      "x + 2 = 0 or x − 3 = 0 [A product is 0 exactly when one of its factors is 0]",
      "x = −2 or 3 [Solve each equation for x]",
      "ln(3) + ln(3 − 1) = ln(2) + ln(3) = ln(6) [Put back x = 3: it solves the equation]",
      "−2 < 0 [x = −2 is left out: the equation has a value only for x > 0]",
    ],
  ],
  [
    ["solve x^3 - 6x^2 + 11x - 6 = 0"],
    [
      "(x − 1) (x² − 5x + 6) = 0 [Put in x = 1: the value is 0, so x − 1 is a factor; divide by it]",
      "(x − 3) (x − 2) (x − 1) = 0 [Two numbers with the sum −5 and the product 6 are −2 and −3]",
      "x − 3 = 0 or x − 2 = 0 or x − 1 = 0 [A product is 0 exactly when one of its factors is 0]",
      "x = 3 or 2 or 1 [Solve each equation for x]",
    ],
  ],
  [
    ["given g > 0, R > 0, h > 0", "solve g (R/(R + h))^2 = g/2 for h"],
    [
      "1/(R + h)² = 1/(2R²) [Divide both sides by R² g]",
      "(R + h)² = 2R² [Take the reciprocal of both sides]",
      "R + h = √2 R [Take the square root of both sides]",
      "h = (√2 − 1) R [Leave h alone on one side]",
    ],
  ],
  [
    ["given rho_w > rho, rho > 0, H > 0", "solve rho H^3 = rho_w h^3 for h"],
    ["h³ = ρ H³/ρ_w [Leave h^3 alone on one side]", "h = H cbrt(ρ/ρ_w) [Take the cube root of both sides]"],
  ],
  [
    ["given sigma > 0, T > 0, P > 0, A > 0", "solve P = sigma A T^4 for T"],
    ["T⁴ = P/(σ A) [Leave T^4 alone on one side]", "T = root(4, P/(σ A)) [Take the fourth root of both sides]"],
  ],
  [
    ["given I > 0, R > 0, U > 0, t > 0, L > 0", "solve I = U/R (1 - e^(-R t/L)) for t"],
    [
      "U (1 − e^(−R t/L))/R = I [Swap the sides]",
      "1 − e^(−R t/L) = I R/U [Divide both sides by U/R]",
      "e^(−R t/L) = 1 − I R/U [Leave e^(−R t/L) alone on one side]",
      "−R t/L = ln(1 − I R/U) [Take logarithms on both sides: e to a power has each value only once]",
      "t = −L ln(1 − I R/U)/R (if 1 − I R/U > 0) [Divide both sides by −R/L]",
    ],
  ],
  [
    ["given h = 12 m, g = 9.81 m/s^2, v > 0 m/s", "solve g h = 1/2 v^2 for v"],
    [
      "v² = 2g h [Leave the square alone on one side]",
      "v = ±√(2g h) [Take the square root of both sides: both signs are possible]",
      "−√(2g h) < 0 [v = −√(2g h) is left out, since v > 0 is given]",
      "v = √(2·9.81 m/s²·12 m) = 3√654/5 m/s ≈ 15.3441 m/s [Put the numbers in]",
    ],
  ],
  [
    ["given omega > 0, A > 0", "solve A cos(omega t) = A/2 for t"],
    [
      "cos(ω t) = 1/2 [Divide both sides by A]",
      "ω t = ±π/3 + 2π n [The cosine takes each value at an angle and at its opposite, again and again after full turns]",
      "t = (±π/3 + 2π n)/ω [Divide both sides by ω]",
    ],
  ],
  [
    ["solve cos(x) = 1/2 for x in [0, 2pi]"],
    [
      "x = ±π/3 + 2π n [The cosine takes each value at an angle and at its opposite, again and again after full turns]",
      "x = π/3 ≈ 1.0472 or 5π/3 ≈ 5.23599 [Those with 0 ≤ x ≤ 2π]",
    ],
  ],
  [
    ["given u = 3 m/s, a = 2 m/s^2, s = 10 m", "solve v^2 = u^2 + 2 a s for v"],
    [
      "v = ±√(2a s + u²) [Take the square root of both sides: both signs are possible]",
      "v = √(2·2 m/s²·10 m + (3 m/s)²) = 7 m/s [Put the numbers in]",
      "v = −√(2·2 m/s²·10 m + (3 m/s)²) = −7 m/s [Put the numbers in]",
    ],
  ],
  [
    ["solve 1/f = 1/u + 1/v for v"],
    [
      "u v = f u + f v [Multiply both sides by f u v]",
      "(u − f) v = f u [Bring the terms with v to one side and everything else to the other]",
      "v = f u/(u − f) (if u ≠ f) [Divide both sides by u − f]",
    ],
  ],
  [
    ["solve I = (U - x)/R for x"],
    ["I R = U − x [Multiply both sides by R]", "x = U − I R [Bring the terms with x to one side and everything else to the other]"],
  ],
  [
    ["solve eta = 1 - T_2/T_1 for T_2"],
    ["T₂/T₁ = 1 − η [Bring the terms with T₂ to one side and everything else to the other]", "T₂ = T₁ (1 − η) [Multiply both sides by T₁]"],
  ],
  [
    ["given g > 0, v > 0, T > 0", "solve sqrt(2d/g) + d/v = T for d"],
    [
      "u²/v + u √(2/g) = T [Write u for √d]",
      "u² + v u √(2/g) = T v [Multiply both sides by v]",
      "u² + v √(2/g) u − T v = 0 [Bring everything to one side]",
      "D = (v √(2/g))² − 4·1 (−T v) = 2v (2T g + v)/g [Work out the discriminant]",
      "u = (−v √(2/g) ± √(2v (2T g + v)/g))/(2·1) [Use the quadratic formula]",
      "u = (−v √(2/g) ± √(2v (2T g + v)/g))/2 [Simplify]",
      "√d = (−v √(2/g) ± √(2v (2T g + v)/g))/2 [Put √d back for u]",
      "case √d = (−v √(2/g) + √(2v (2T g + v)/g))/2",
      "  d = (−v √(2/g) + √(2v (2T g + v)/g))²/4 [Square both sides]",
      "case √d = (−v √(2/g) − √(2v (2T g + v)/g))/2",
      "  √d ≠ (−v √(2/g) − √(2v (2T g + v)/g))/2 [No real number solves this: a root is never negative]",
    ],
  ],
];

const SYSTEMS: readonly Derivation[] = [
  // Kirchhoff's loops without a word about the resistors: nothing is divided by what may be 0 before the end.
  [
    ["solve U - I1 R1 - I3 R3 = 0 and U - I1 R1 - I2 R2 = 0 and I1 = I2 + I3 for I1, I2, I3"],
    [
      "U − R₁ (I₂ + I₃) − I₃ R₃ = 0 [Put I₁ = I₂ + I₃ into the other equation]",
      "U − I₂ R₂ − R₁ (I₂ + I₃) = 0 [Put I₁ = I₂ + I₃ into the other equation]",
      "R₁ I₂ + (R₁ + R₃) I₃ = U [Sort by the unknowns]",
      "(R₁ + R₂) I₂ + R₁ I₃ = U [Sort by the unknowns]",
      "(R₁ R₂ + R₁ R₃ + R₂ R₃) I₂ = R₃ U [Multiply I₂ (R₁ + R₂) + I₃ R₁ = U by R₁ + R₃ and I₂ R₁ + I₃ (R₁ + R₃) = U by R₁, and subtract: I₃ drops out]",
      "(R₁ R₂ + R₁ R₃ + R₂ R₃) I₃ = R₂ U [Multiply I₂ R₁ + I₃ (R₁ + R₃) = U by R₁ + R₂ and I₂ (R₁ + R₂) + I₃ R₁ = U by R₁, and subtract: I₂ drops out]",
      "I₂ = R₃ U/(R₁ R₂ + R₁ R₃ + R₂ R₃) [Divide both sides by R₁ R₂ + R₁ R₃ + R₂ R₃]",
      "I₃ = R₂ U/(R₁ R₂ + R₁ R₃ + R₂ R₃) [Divide both sides by R₁ R₂ + R₁ R₃ + R₂ R₃]",
      "I₁ = U (R₂ + R₃)/(R₁ R₂ + R₁ R₃ + R₂ R₃) [Put back I₂, I₃]",
    ],
  ],
  [
    ["solve x^2 + y^2 = 25 and x + y = 7"],
    [
      "x = 7 − y [Solve x + y = 7 for x]",
      "(7 − y)² + y² = 25 [Put x = 7 − y into the other equation]",
      "2y² − 14y + 24 = 0 [Bring everything to one side]",
      "y² − 7y + 12 = 0 [Divide both sides by 2]",
      "(y − 4) (y − 3) = 0 [Factor the left side]",
      "y − 3 = 0 or y − 4 = 0 [A product is 0 exactly when one of its factors is 0]",
      "y = 3 or 4 [Solve each equation for y]",
      "case y = 3",
      "  x = 4 [Put back y = 3]",
      "case y = 4",
      "  x = 3 [Put back y = 4]",
      "4² + 3² = 25 and 4 + 3 = 7 [Put x = 4, y = 3 into the equations: they hold]",
      "3² + 4² = 25 and 3 + 4 = 7 [Put x = 3, y = 4 into the equations: they hold]",
    ],
  ],
  [
    ["solve a x + b y = c and d x + e y = f for x, y"],
    [
      "(e a − b d) x = e c − b f [Multiply a x + b y = c by e and d x + e y = f by b, and subtract: y drops out]",
      "(e a − b d) y = a f − c d [Multiply d x + e y = f by a and a x + b y = c by d, and subtract: x drops out]",
      "x = (e c − b f)/(e a − b d) [Divide both sides by e a − b d]",
      "y = (a f − c d)/(e a − b d) [Divide both sides by e a − b d]",
    ],
  ],
  [
    ["given m1 > 0, m2 > 0", "solve m1 g - T = m1 a and T - m2 g = m2 a for a, T"],
    [
      "T = m₂ a + m₂ g [Solve T − m₂ g = m₂ a for T]",
      "m₁ g − (m₂ a + m₂ g) = m₁ a [Put T = m₂ a + m₂ g into the other equation]",
      "m₁ g − m₂ a − m₂ g = m₁ a [Multiply out and collect like terms]",
      "a = g (m₁ − m₂)/(m₁ + m₂) [Solve m₁ g − m₂ a − m₂ g = m₁ a for a]",
      "T = 2m₁ m₂ g/(m₁ + m₂) [Put back a = g (m₁ − m₂)/(m₁ + m₂)]",
    ],
  ],
  [
    ["given k > 0", "solve x^2 = k y and y^2 = k x for x, y"],
    [
      "y = x²/k [Solve x² = k y for y]",
      "x⁴/k² = k x [Put y = x²/k into the other equation]",
      "x⁴/k² − k x = 0 [Bring everything to one side]",
      "x (k − x) (k² + k x + x²) = 0 [Factor the left side]",
      "x = 0 or k − x = 0 or k² + k x + x² = 0 [A product is 0 exactly when one of its factors is 0]",
      "case k² + k x + x² = 0",
      "  D = k² − 4·1 k² = −3k² [Work out the discriminant]",
      "  −3k² < 0 [The discriminant is negative, so no real number solves the equation]",
      "x = 0 or k [Solve each equation for x]",
      "case x = 0",
      "  y = 0 [Put back x = 0]",
      "case x = k",
      "  y = k [Put back x = k]",
    ],
  ],
  [
    ["given m1 = 2 kg, m2 = 3 kg, g = 9.8 m/s^2", "solve m2 g - T = m2 a and T - m1 g = m1 a for a, T"],
    [
      "T = m₁ a + m₁ g [Solve T − m₁ g = m₁ a for T]",
      "m₂ g − (m₁ a + m₁ g) = m₂ a [Put T = m₁ a + m₁ g into the other equation]",
      "m₂ g − m₁ a − m₁ g = m₂ a [Multiply out and collect like terms]",
      "a = g (m₂ − m₁)/(m₁ + m₂) [Solve m₂ g − m₁ a − m₁ g = m₂ a for a]",
      "T = 2m₁ m₂ g/(m₁ + m₂) [Put back a = g (m₂ − m₁)/(m₁ + m₂)]",
      "a = 9.8 m/s²·(3 kg − 2 kg)/(2 kg + 3 kg) = 49/25 m/s² = 1.96 m/s² [Put the numbers in]",
      "T = 2·2 kg·3 kg·9.8 m/s²/(2 kg + 3 kg) = 588/25 N = 23.52 N [Put the numbers in]",
    ],
  ],
];

const OPTIMA: readonly Derivation[] = [
  [
    ["minimise x + 4/x in (0, infinity)"],
    [
      "d/dx (x + 4/x) = 1 − 4/x² [Differentiate x + 4/x by x]",
      "1 − 4/x² = 0 [The derivative is 0 at a stationary point]",
      "x² − 4 = 0 [Multiply both sides by x²]",
      "x² = 4 [Leave the square alone on one side]",
      "x = ±2 [Take the square root of both sides: both signs are possible]",
      "−2 < 0 [x = −2 is left out, since x > 0 is given]",
      "d/dx (1 − 4/x²) = 8/x³ [Differentiate 1 − 4/x² by x once more]",
      "8/2³ = 1 > 0 [At x = 2 the second derivative is positive: minimum]",
      "2 + 4/2 = 4 [There is no other place where the slope changes its sign: at x = 2 is the least value of all]",
    ],
  ],
  [
    ["maximise x (10 - x)"],
    [
      "d/dx (x (10 − x)) = 10 − 2x [Differentiate x (10 − x) by x]",
      "10 − 2x = 0 [The derivative is 0 at a stationary point]",
      "2x = 10 [Bring the terms with x to one side and everything else to the other]",
      "x = 5 [Divide both sides by 2]",
      "d/dx (10 − 2x) = −2 [Differentiate 10 − 2x by x once more]",
      "−2 < 0 [At x = 5 the second derivative is negative: maximum]",
      "5(10 − 5) = 25 [There is no other place where the slope changes its sign: at x = 5 is the greatest value of all]",
    ],
  ],
  [
    ["maximise x^3 - 3x in [-2, 3]"],
    [
      "d/dx (x³ − 3x) = 3x² − 3 [Differentiate x³ − 3x by x]",
      "3x² − 3 = 0 [The derivative is 0 at a stationary point]",
      "x² = 1 [Leave the square alone on one side]",
      "x = ±1 [Take the square root of both sides: both signs are possible]",
      "d/dx (3x² − 3) = 6x [Differentiate 3x² − 3 by x once more]",
      "6(−1) = −6 < 0 [At x = −1 the second derivative is negative: maximum]",
      "6·1 = 6 > 0 [At x = 1 the second derivative is positive: minimum]",
      "3³ − 3·3 = 18 [The value at x = 3]",
      "(−1)³ − 3(−1) = 2 [The value at x = −1]",
      "−2 [The value at x = −2, x = 1]",
      "18 > 2 and 18 > −2 [The greatest of these values]",
    ],
  ],
  [
    ["given v > 0, g > 0", "maximise v^2 sin(2 theta)/g over theta in [0, pi/2]"],
    [
      "d/dθ (v² sin(2θ)/g) = 2v² cos(2θ)/g [Differentiate v² sin(2θ)/g by θ]",
      "2v² cos(2θ)/g = 0 [The derivative is 0 at a stationary point]",
      "cos(2θ) = 0 [Divide both sides by 2v²/g]",
      "2θ = π/2 + π n [The cosine is 0 at a quarter turn and every half turn from there]",
      "θ = π/4 + π n/2 [Divide both sides by 2]",
      "θ = π/4 [Those with 0 ≤ θ ≤ π/2]",
      "d/dθ (2v² cos(2θ)/g) = −4v² sin(2θ)/g [Differentiate 2v² cos(2θ)/g by θ once more]",
      "−4v² sin(2(π/4))/g = −4v²/g < 0 [At θ = π/4 the second derivative is negative: maximum]",
      "v² sin(2(π/4))/g = v²/g [There is no other place where the slope changes its sign: at θ = π/4 is the greatest value of all]",
    ],
  ],
  [
    ["given b > 0", "maximise x sqrt(b - x) over x in [0, b]"],
    [
      "d/dx (x √(b − x)) = (2b − 3x)/(2√(b − x)) [Differentiate x √(b − x) by x]",
      "(2b − 3x)/(2√(b − x)) = 0 [The derivative is 0 at a stationary point]",
      "2b − 3x = 0 [Multiply both sides by √(b − x)]",
      "3x = 2b [Bring the terms with x to one side and everything else to the other]",
      "x = 2b/3 [Divide both sides by 3]",
      "x = 0 or b [The ends of the domain]",
      "2b/3 √(b − 2b/3) = 2b √(3b)/9 [The value at x = 2b/3]",
      "0 [The value at x = 0, x = b]",
      "2b √(3b)/9 > 0 [The greatest of these values]",
    ],
  ],
];

const REWRITING_AND_VALUES: readonly Derivation[] = [
  [
    ["factor x^4 - 5x^2 + 4"],
    [
      "x⁴ − 5x² + 4 = (x² − 4) (x² − 1) [A quadratic in x²: two numbers with the sum −5 and the product 4 are −4 and −1]",
      "= (x − 2) (x² − 1) (x + 2) [A difference of two squares: p² − q² = (p + q) (p − q) with p = x and q = 2]",
      "= (x − 2) (x − 1) (x + 1) (x + 2) [A difference of two squares: p² − q² = (p + q) (p − q) with p = x and q = 1]",
    ],
  ],
  [
    ["factor x^4 + 4"],
    [
      "x⁴ + 4 = (x² + 2)² − 4x² [Add and subtract 4x², which makes it a difference of two squares]",
      "= (x² − 2x + 2) (x² + 2x + 2) [A difference of two squares: p² − q² = (p + q) (p − q) with p = x² + 2 and q = 2x]",
    ],
  ],
  [
    ["factor x^3 - 2x^2 - 5x + 6"],
    [
      "x³ − 2x² − 5x + 6 = (x² − x − 6) (x − 1) [Put in x = 1: the value is 0, so x − 1 is a factor; divide by it]",
      "= (x − 3) (x − 1) (x + 2) [Two numbers with the sum −1 and the product −6 are 2 and −3]",
    ],
  ],
  [
    ["combine (x^2 - 1)/(x^2 + 2x + 1)"],
    [
      "(x² − 1)/(x² + 2x + 1) = (x² − 1)/(x + 1)² [Factor the denominator]",
      "= (x − 1) (x + 1)/(x + 1)² [Factor the numerator]",
      "= (x − 1)/(x + 1) [Cancel the common factor x + 1]",
    ],
  ],
  [
    ["rewrite 1/(sqrt(3) - 1) with rational denominator"],
    [
      "1/(√3 − 1) = (1 + √3)/((√3 − 1) (1 + √3)) [Multiply numerator and denominator by 1 + √3, so that no root is left below]",
      "= (1 + √3)/2 ≈ 1.36603 [Multiply out and collect like terms]",
    ],
  ],
  [
    ["partial fractions of (2x + 3)/(x^2 (x + 1))"],
    [
      "(2x + 3)/(x² (x + 1)) = A/x + B/x² + C/(x + 1) [Write it as a sum of fractions with unknown numerators A, B, C]",
      "2x + 3 = A x (x + 1) + B (x + 1) + C x² [Multiply by the denominator]",
      "A + C = 0 and A + B = 2 and B = 3 [Compare the coefficients of the powers of x]",
      "(2x + 3)/(x² (x + 1)) = 1/(x + 1) − 1/x + 3/x² [So A = −1, B = 3, C = 1]",
    ],
  ],
  [["rewrite sin(3x) + sin(x) with products"], ["sin(x) + sin(3x) = 2sin(2x) cos(x) [By the formula sin(a) + sin(b) = 2sin((a + b)/2) cos((a − b)/2)]"]],
  [
    ["differentiate e^(-t/2) cos(2t) by t"],
    [
      "d/dt (e^(−t/2) cos(2t)) = −e^(−t/2) cos(2t)/2 − 2e^(−t/2) sin(2t) [Product rule: u v has the derivative u′ v + u v′, with u = e^(−t/2) and v = cos(2t)]",
      "= −e^(−t/2) (4sin(2t) + cos(2t))/2 [Simplify]",
    ],
  ],
  [["evaluate 1/2 m v^2 with m = 3.2 kg, v = 4.5 m/s"], ["1/2 m v² = 1/2·3.2 kg·(4.5 m/s)² [Put the numbers in]", "= 32.4 J []"]],
  [
    ["given A in (pi, 3pi/2) with cos A = -5/13", "evaluate sin(2A)"],
    [
      "sin(A) = −√(1 − cos^2(A)) = −√(1 − (−5/13)²) = −12/13 [A lies in the third quadrant, with the reference angle A − π; there the sine is negative]",
      "sin(2A) = 2sin(A) cos(A) = 2·(−12/13)·(−5/13) = 120/169 ≈ 0.710059 [By the double-angle formula]",
    ],
  ],
  [
    ["given A in (pi/2, pi) with sin A = 3/5", "evaluate tan(A/2)"],
    [
      "cos(A) = −√(1 − sin^2(A)) = −√(1 − (3/5)²) = −4/5 [A lies in the second quadrant, with the reference angle π − A; there the cosine is negative]",
      "tan(A/2) = (1 − cos(A))/sin(A) = (1 − (−4/5))/(3/5) = 3 [By the half-angle formula]",
    ],
  ],
  [
    ["evaluate cos(75°)"],
    ["cos(75°) = cos(45° + 30°) = cos(45°) cos(30°) − sin(45°) sin(30°) = √2/2·(√3/2) − √2/2·(1/2) = (√6 − √2)/4 ≈ 0.258819 [By the addition formula]"],
  ],
  [
    ["evaluate (2 + 3i)/(1 - i)"],
    [
      "(2 + 3i)/(1 − i) = (2 + 3i) (1 + i)/((1 − i) (1 + i)) [Multiply above and below by 1 + i, the conjugate of the denominator]",
      "= (2 + 2i + 3i + 3i²)/(1² + 1²) = (−1 + 5i)/2 ≈ −0.5 + 2.5i [Multiply every term by every term, with i² = −1]",
    ],
  ],
  [
    ["evaluate (1 + i)^8"],
    [
      "1 + i = √2 (cos(π/4) + i sin(π/4)) [In polar form: the modulus is √2, the angle π/4]",
      "(1 + i)⁸ = 16(cos(2π) + i sin(2π)) [By de Moivre's formula: the modulus to the power 8, the angle times 8]",
      "= 16(cos(0) + i sin(0)) = 16 [Leave out whole turns]",
    ],
  ],
  [
    ["solve z^3 = 8i over complex"],
    [
      "8i = 8(cos(π/2) + i sin(π/2)) [In polar form: the modulus is 8, the angle π/2]",
      "z = 2(cos(π/6) + i sin(π/6)) or 2(cos(5π/6) + i sin(5π/6)) or 2(cos(3π/2) + i sin(3π/2)) [By de Moivre's formula: the roots have the modulus 2 and the angles (2π k + π/2)/3, for k from 0 to 2]",
      "z = √3 + i ≈ 1.73205 + i or −√3 + i ≈ −1.73205 + i or −2i [Simplify]",
    ],
  ],
  [["evaluate |3 - 4i|"], ["|3 − 4i| = √(3² + 4²) = 5 [The modulus of p + i q is √(p² + q²)]"]],
  [["write -1 + i in polar form"], ["−1 + i = √2 (cos(3π/4) + i sin(3π/4)) [In polar form: the modulus is √2, the angle 3π/4]"]],
  [["simplify sqrt(7 + 4 sqrt(3))"], ["√(7 + 4√3) = 2 + √3 ≈ 3.73205 [Untangle nested roots]"]],
  [["expand e^(x + y)"], ["e^(x + y) = e^x e^y [A power with a sum in its exponent is a product of powers]"]],
  [
    ["series of e^x cos x at x = 0 to order 4"],
    [
      "f(0) = 1 [The value at the place: put it into e^x cos(x)]",
      "f′(0) = 1 [The derivative of order 1 is e^x (cos(x) − sin(x)): put the place in and divide by 1!]",
      "f′′(0)/2! = 0 [The derivative of order 2 is −2e^x sin(x): put the place in and divide by 2!]",
      "f′′′(0)/3! = −1/3 [The derivative of order 3 is 2e^x (−sin(x) − cos(x)): put the place in and divide by 3!]",
      "f′′′′(0)/4! = −1/6 [The derivative of order 4 is −4e^x cos(x): put the place in and divide by 4!]",
      "1 + x − x³/3 − x⁴/6 [Add the terms up: what is left out is of the order of x⁵, beyond order 4]",
    ],
  ],
];

describe.each([
  ["equations", EQUATIONS],
  ["systems", SYSTEMS],
  ["optima", OPTIMA],
  ["rewriting and values", REWRITING_AND_VALUES],
] as const)("derivations as a textbook prints them: %s", (_, derivations) => {
  test.each(derivations)("%j", (working, expected) => {
    const { verdict, way, steps } = answered(...working);
    expect(verdict).toBe("nailed");
    expect(steps.map((own) => own.verdict)).toEqual(steps.map(() => "nailed"));
    expect(outline(way).map((row) => row.replaceAll(" · ", "·"))).toEqual(expected);
  });
});
