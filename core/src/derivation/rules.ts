import type { Expression } from "../expression/expression.ts";

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
  "divide by an exponential": (by: string) => `Divide by $${by}$, which is never 0`,
  "principal values": () => "An inverse circular function gives the angle back exactly where it lies in the range of that function",
  "name components": (along: string, first: string, across: string, second: string) => `Write $${along} = ${first}$ and $${across} = ${second}$`,
  "length of components": (radius: string, along: string, across: string) => `$${radius}^2 = ${along}^2 + ${across}^2$ gives the size of $${radius}$`,
  "angle of components": (angle: string, along: string, across: string) =>
    `The tangent of $${angle}$ is $${across}/${along}$; the signs of $${along}$ and $${across}$ tell the quadrant`,
  "corner of the objective": (inside: string) => `Where $${inside} = 0$ there is no derivative: such points are looked at too`,
  rounding: (way: string, to: string) => `A number that rounds ${way} to $${to}$ lies within 1 of it`,
  "factorial undone": () => "Factorials grow from 1! on: look which number has this factorial",
  "write with exponentials": () => "Write the functions with exponentials and powers",
  "modulus and angle": (angle: string) => `A number with this modulus may have any angle $${angle}$`,
  "undo the branch": (part: string) => `Undo $${part}$: this may add solutions, so candidates are put back at the end`,
  "put in parts": (unknown: string, parts: string) => `Write $${unknown} = ${parts}$ with real parts`,
  "compare parts": (part: string) => `Both the real and the imaginary parts must be equal: compare the ${part} parts first`,
  "sort members by remainder": (letter: string, by: string, statement: string) =>
    `Whether ${statement} depends on the remainder of $${letter}$ by ${by}: write the members by their remainders`,
  "sum of squares": () => "None of the terms is ever negative, or none positive: their sum is 0 only where each of them is",
  "power into the other equation": (stated: string) => `Put $${stated}$ into the other equation`,
  "sort members for the others": (letter: string, by: string) =>
    `What the members leave of the other equations depends on the remainder of $${letter}$ by ${by}: write them by their remainders`,
  "members by number": (letter: string) => `Only some values of $${letter}$ are possible: write the members one by one`,
  "whole members": (unknown: string) => `Keep the members for which $${unknown}$ is a whole number`,
  "signs of the base": (base: string) =>
    `A power with the unknown above and below: where $${base} > 0$ take ln of both sides; where $${base} < 0$ the exponent must be whole, and the power of $-(${base})$ has the same size; $${base} = 0$ is looked at by itself`,
  "take square roots": () => "Take the square root of both sides: both signs are possible",
  "the square is zero": () => "A square is 0 only where what is squared is 0",
  "solve each": (unknown: string) => `Solve each equation for $${unknown}$`,
  "take out a factor": (factor: string) => `Take out the common factor $${factor}$`,
  factor: () => "Factor the left side",
  "divide by what is never 0": (factor: string) => `Divide by $${factor}$ and the denominators, which are never 0`,
  "zero product": () => "A product is 0 exactly when one of its factors is 0",
  "halve the middle": (half: string, square: string) =>
    `Complete the square: half the coefficient of the middle term is $${half}$, so add $${square}$ to both sides`,
  "write as square": () => "Write the left side as a square",
  discriminant: () => "Work out the discriminant",
  "discriminant negative": () => "The discriminant is negative, so no real number solves the equation",
  "square negative": () => "A square of a real number is never negative, so no real number solves the equation",
  "quadratic formula": () => "Use the quadratic formula",
  "simplify values": () => "Simplify",
  "decided by what is given": () => "What is given decides which of its values a part has",
  "whole turns": () => "Leave out whole turns, and count quarter turns",
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
  "conjugate product": () => "A number times its conjugate is the square of its modulus",
  "sum of cubes": () => "Three numbers whose sum is 0 have a sum of cubes that is three times their product",
  "express one unknown": (unknown: string, from: string) => `Solve $${from}$ for $${unknown}$`,
  "put into the other equation": (relation: string) => `Put $${relation}$ into the other equation`,
  "put back": (values: string) => `Put back ${values}`,
  eliminate: (unknowns: string) => `Eliminate ${unknowns} one after the other; put into the equations, the values make both sides equal`,
  "name a part": (name: string, meaning: string) => `Write $${name}$ for $${meaning}$`,
  "put the part back in": (name: string, meaning: string) => `Put $${meaning}$ back for $${name}$`,
  "roots of the sine": () => "The sine takes each value at an angle and at its supplement, again and again after full turns",
  "roots of the cosine": () => "The cosine takes each value at an angle and at its opposite, again and again after full turns",
  "roots of the tangent": () => "The tangent takes each value once in every half turn",
  "roots of the exponential": () => "Over the complex numbers the exponential repeats after $2 pi i$",
  "equal sines": () => "Two sines are equal where the angles are equal or add up to half a turn, up to full turns",
  "equal cosines": () => "Two cosines are equal where the angles are equal or opposite, up to full turns",
  "equal tangents": () => "Two tangents are equal where the angles differ by half turns",
  "cosine as a sine": () => "A cosine is the sine of the complement",
  "gather families": () => "Gather the solutions: what repeats together is written as one",
  "within the interval": (where: string) => `Those with ${where}`,
  "one angle": (angle: string) => `Write everything by the sine and cosine of $${angle}$`,
  "multiple angles": (angle: string) => `Write products and squares of sine and cosine of $${angle}$ by multiples of the angle`,
  "by sines": () => "Use $cos^2 x = 1 - sin^2 x$ so that only the sine is left",
  "by cosines": () => "Use $sin^2 x = 1 - cos^2 x$ so that only the cosine is left",
  "by tangents": (by: string) => `Divide by $${by}$, which is not 0 for a solution, so that only the tangent is left`,
  "one wave on the left": (wave: string) => `A sine and a cosine of one angle make one wave: $${wave}$`,
  "by the half-angle tangent": (name: string, angle: string) =>
    `With $${name} = tan(${angle}/2)$, sine and cosine are $2${name}/(1 + ${name}^2)$ and $(1 - ${name}^2)/(1 + ${name}^2)$`,
  "split the sign": (part: string) => `$${part}$ is what stands inside or its opposite: both cases are tried, and candidates are put back`,
  "split the cases": (part: string) => `$${part}$ is one of its values: every case is tried, and candidates are put back`,
  "take ln": () => "Both sides are positive: take the natural logarithm of both sides",
  "raise to the power": (base: string) => `Apply the exponential function to both sides: $${base}$ to the one equals $${base}$ to the other`,
  "apply the function": (name: string) => `Apply ${name} to both sides: this may add solutions, so candidates are put back at the end`,
  "by natural logarithms": () => "Write every logarithm by the natural logarithm",
  "name the roots": (count: string) => `This polynomial does not factor and has ${count}; they are named by their number, from the left`,
  "isolate the roots": (count: string) => `Bisection with proven bounds: ${count}; everywhere else the two sides differ`,
  "isolate the common roots": (count: string) => `A search with proven bounds, box by box: ${count}`,
  "triple angle": () => "With $4 cos^3 a - 3 cos a = cos 3a$ the three real roots are cosines",
  "cube sum": (unknown: string, meaning: string, productOfBoth: string, resolvent: string) =>
    `With $${unknown} = ${meaning}$ and $u v = ${productOfBoth}$ the cubes of $u$ and $v$ solve $${resolvent}$; add their roots`,
  differentiate: (of: string, variable: string) => `Differentiate $${of}$ by $${variable}$`,
  "the slope is the derivative": () => "The slope of the curve is its derivative",
  "line through a point": (point: string) => `The line through the point $${point}$ with this slope`,
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
  "bars of a condition": (condition: string) => `The condition $${condition}$ without bars`,
  "value at a corner": (place: string) => `At $${place}$ there is no derivative, so the value there is looked at, too`,
  "approaches at an end": (variable: string, place: string, from: string) => `As $${variable}$ approaches $${place}$${from}, the values approach`,
  "along a path": (places: string) => `Follow the values where $${places}$`,
  "smaller after a period": (period: string, factor: string) =>
    `After $${period}$ the values come back with the factor $${factor}$, which is less than 1: the best is found before that`,
  "best of these": (best: string) => `The ${best} of these values`,
  "other order": () => "The same region with the variables in the other order",
  "convex objective": (sense: string, best: string) =>
    `The objective is ${sense} (it is put together of ${sense} parts, such as lengths): a point at which all derivatives are 0 has the ${best} value of all`,
  "weighted means": (terms: string, weights: string) =>
    `The terms $${terms}$ are positive: with the weights $${weights}$ their arithmetic mean is at least the geometric one, and equal to it only where each term is its weight of the sum`,
  "geometric mean": () => "With these weights the geometric mean depends on nothing but what is fixed and what is sought",
  "equality of means": () => "So the best value is taken where each term is its weight of the sum",
  "shares put back": (place: string) => `These products are solved by $${place}$: put back, each term is its share`,
  "concave logarithm": (objective: string) =>
    `$${objective}$ is positive there and its logarithm, below, is concave: a point at which all derivatives are 0 has the greatest value of all`,
  "approached and put back": (place: string) => `Approached numerically, the place is recognised as $${place}$; put back, all derivatives are exactly 0 there`,
  "extrema by bars": () => "The greater of two values is half of their sum and their distance, the smaller half of their sum without their distance",
  "in an exponent": (whole: string, exponent: string) => `$${whole}$ grows with its exponent: both are best at the same points, so look at $${exponent}$`,
  "under a root": (root: string, inside: string) => `$${root}$ grows with what stands under the root: both are best at the same points, so look at $${inside}$`,
  "on a side": (conditions: string) => `Where $${conditions}$ the bars are known: all derivatives are 0 there at an optimum`,
  "on a face and a side": (equations: string, conditions: string) =>
    `On the face $${equations}$, where $${conditions}$: the slopes of objective and conditions are proportional there, with multipliers`,
  "on a face": (equations: string) => `On the face $${equations}$: the slopes of objective and conditions are proportional there, with multipliers`,
  inside: () => "Where no inequality holds with equality: the slopes of the objective are a combination of those of the equations",
  multipliers: (names: string) => `At an optimum on the condition the slopes are proportional: with the multipliers $${names}$ these derivatives are 0`,
  "from the condition": (relation: string) => `From the condition, $${relation}$`,
  "difference of equations": (one: string, other: string) => `Subtract $${other}$ from $${one}$, so that what they share drops out`,
  "eliminate unknowns": (names: string) => `Combine the equations so that ${names} drops out: these have the same solutions (put in to check)`,
  "factor an equation": () => "A product is 0 where one of its factors is 0: a case for each",
  "swap equations": (which: string) => `Swap the equations ${which}: the easier one comes first`,
  "subtract multiples": (unknown: string) => `Subtract multiples of this equation from those below, so that $${unknown}$ drops out of them`,
  "drop equations": (_: string) => "An equation 0 = 0 says nothing and is left out",
  "work upwards": (unknown: string) => `Work upwards: this gives $${unknown}$; put it into the equations above`,
  "case of a system": (relation: string) => `Case $${relation}$`,
  "rows by columns": () => "Multiply rows by columns: the entry in a row and a column is the sum of the products along them",
  "every entry": () => "Calculate with every entry",
  "power of a matrix": (matrix: string, exponent: string) => `Multiply $${matrix}$ by itself: power $${exponent}$`,
  "rows become columns": () => "Transpose: rows become columns",
  "length of a vector": (vector: string) => `The length of $${vector}$ is the root of the sum of the squares of its components`,
  "dot product": () => "Multiply component by component and add",
  "cross product": () => "Each component is the determinant of two rows of the other components",
  "determinant of two rows": () => "The determinant of two rows: $a d - b c$",
  "determinant of three rows": () => "The determinant of three rows: $a (e i - f h) - b (d i - f g) + c (d h - e g)$",
  "product of the diagonal": () =>
    "Adding multiples of rows leaves the determinant as it is, and swapping two changes its sign: it is the product of the diagonal, with that sign",
  "smaller determinant": () => "A determinant of one row and column less",
  "expand a determinant": (along: string, number: string) =>
    `Expand along ${along} ${number}: each entry times the smaller determinant, with alternating signs`,
  "put results together": () => "Put these results together",
  "identity beside a matrix": () => "Write the identity beside the matrix; what is done to the rows is done to both",
  "inverse beside the identity": () => "The identity stands on the left, so the inverse stands on the right",
  "swap rows": (one: string, other: string) => `Swap rows ${one} and ${other}`,
  "multiply a row": (row: string, factor: string) => `Multiply row ${row} by $${factor}$`,
  "add multiples of a row": (row: string, factors: string, rows: string) =>
    rows.includes(",")
      ? `Add $${factors}$ times row ${row} to rows ${rows}, in this order: zeros come into its column`
      : `Add $${factors}$ times row ${row} to row ${rows}: a zero comes into its column`,
  "characteristic polynomial": (letter: string) => `The eigenvalues are the zeros of the determinant of the matrix with $${letter}$ subtracted on the diagonal`,
  eigenvector: (vector: string, value: string) => `$${vector}$ solves it: the matrix only multiplies it by $${value}$`,
  "eigenvectors of a value": (value: string) => `Eigenvectors for $${value}$: solve the linear system with this value subtracted on the diagonal`,
  "already so": () => "It already has this form",
  "put the part back": (part: string) => `Put the new form of $${part}$ back where it stood; the rest stays as it is`,
  "equal in normal form": () => "Both sides have the same normal form, so they are equal",
  "Pythagorean identity": () => "Use $sin^2 x + cos^2 x = 1$ (and $cosh^2 x - sinh^2 x = 1$)",
  "products to sums": () => "Write products and powers of sines and cosines as sums",
  "sums to products": () => "Write sums of sines and cosines as products",
  "half-angle formulas": () => "Use the half-angle formulas: $sin^2(x/2) = (1 - cos x)/2$, $cos^2(x/2) = (1 + cos x)/2$",
  "one wave": (a: string, b: string, amplitude: string, phase: string) =>
    `Sine and cosine of one angle make one wave: its amplitude is $sqrt((${a})^2 + (${b})^2) = ${amplitude}$, its phase $${phase}$`,
  "roots of a number": (before: string, value: string, angle: string, degree: string) =>
    `Roots of a complex number: in $${before} = ${value}$ the right side has the angle $${angle}$; the roots have the $${degree}$-th part of it and of what full turns add`,
  "roots by radicals": () => "The formulas of Cardano and Ferrari give the root by radicals, or by a cosine where there are no real ones",
  "absolute value": () => "The root of a square is the absolute value",
  "one kind of logarithm": () => "Change the base: $log_b(x) = ln x/ln b$",
  "inverse functions by logarithms": () => "Write the inverse hyperbolic functions by logarithms",
  "rationalise the denominator": () => "Multiply numerator and denominator so that no root is left below",
  "untangle nested roots": () => "Untangle nested roots",
  "write out": () => "Write out sums and cases",
  "basic integrals": () => "Basic integrals",
  "integrate term by term": () => "Integrate term by term; constant factors stand before the integral",
  "add a constant": (constant: string) => `Antiderivatives differ by a constant $${constant}$ on every piece of the line`,
  "put the integrals in": () => "Put the integrals in",
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
  "put the angle back": (letter: string, meaning: string) => `Put $${letter} = ${meaning}$ back; its functions are read off the right triangle`,
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
  "signs between": (unknown: string, numbers: string) => `Between these places nothing can change: try one number of each interval, $${unknown}$ = ${numbers}`,
  "limit by substitution": (variable: string, at: string) => `The function is continuous there: put $${variable} = ${at}$`,
  "power rule": () => "Differentiate term by term: the exponent comes down as a factor and is lowered by 1",
  "basic derivatives": () => "Read the derivative from the table",
  "sum rule": () => "The derivative of a sum is the sum of the derivatives",
  "constant factor": (factor: string) => `The constant factor $${factor}$ stays`,
  "product rule": (u: string, v: string) => `Product rule, $(u v)' = u' v + u v'$, with $u = ${u}$ and $v = ${v}$`,
  "quotient rule": (u: string, v: string) => `Quotient rule, $(u/v)' = (u' v - u v')/v^2$, with $u = ${u}$ and $v = ${v}$`,
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
  "value at a place": (of: string) => `The value at the place: put it into $${of}$`,
  "Taylor coefficient": (order: string, derivative: string) =>
    `The derivative of order ${order} is $${derivative}$: put the place in and divide by $${order}!$`,
  "known series": (outer: string, letter: string, inner: string) => `Write $${outer}$ as its series for small $${letter}$; here $${letter} = ${inner}$`,
  "series of a part": (part: string) => `Near the place, write $${part}$ as its series`,
  "remainder of a series": (rest: string, order: string) => `Add the terms up: what is left out is of the order of $${rest}$, beyond order ${order}`,
  "series ends": () => "The series ends here: nothing is left out",
  "slope at a border": (side: string, at: string) => `From one case to the other, at $${at}$: the slope of the chords from the ${side}`,
  "implicit derivative": (dependent: string, variable: string) =>
    `$${dependent}$ depends on $${variable}$: differentiate both sides and solve for its derivative`,
  "constant function": (variable: string) => `This does not depend on $${variable}$`,
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
  "one side is enough": (side: string) => `The function is defined on the ${side} only`,
  "relations cancel": () => "Use the relations between the functions and cancel",
} as const;

type Rules = typeof RULES;
export type RuleName = keyof Rules;

/** A piece of a rule's wording: words or a name, a number as it is written, an expression, or several with commas between them. */
export type Said = string | Expression | readonly Expression[];

/** The pieces that a rule's wording names. */
export type Pieces<Name extends RuleName> = AsSaid<Parameters<Rules[Name]>>;
type AsSaid<Texts extends readonly string[]> = { readonly [Place in keyof Texts]: Said };

/** The words of a rule with these texts in the places of its pieces. */
export function wording(rule: RuleName, pieces: readonly string[]): string {
  const words = RULES[rule] as (...pieces: readonly string[]) => string;
  return words(...pieces);
}
