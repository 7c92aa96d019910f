const ROOTS = ["", "", "square", "cube", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth"];

/** What is done to both sides when they are raised to a power. */
const raised = (degree: string): string =>
  degree === "2" ? "Square both sides" : degree === "3" ? "Cube both sides" : `Raise both sides to the power $${degree}$`;

/** Square, cube, fourth, … */
const rootWord = (degree: string): string => ROOTS[Number(degree)] || `${degree}-th`;

/** Rules of equations and inequalities in one unknown. */
export const EQUATIONS = {
  main: {
    "put the part back in": (name: string, meaning: string) => `Put $${meaning}$ back for $${name}$`,
    discriminant: () => "Work out the discriminant",
    "divide by an exponential": (by: string) => `Divide by $${by}$, which is never 0`,
    rounding: (way: string, to: string) => `A number that rounds ${way} to $${to}$ lies within 1 of it`,
    "factorial undone": () => "Factorials grow from 1! on: look which number has this factorial",
    "write with exponentials": () => "Write the functions with exponentials and powers",
    "modulus and angle": (angle: string) => `A number with this modulus may have any angle $${angle}$`,
    "undo the branch": (part: string) => `Undo $${part}$: this may add solutions, so candidates are put back at the end`,
    "put in parts": (unknown: string, parts: string) => `Write $${unknown} = ${parts}$ with real parts`,
    "compare parts": (part: string) => `Both the real and the imaginary parts must be equal: compare the ${part} parts first`,
    "sum of squares": () => "None of the terms is ever negative, or none positive: their sum is 0 only where each of them is",
    "members by number": (letter: string) => `Only some values of $${letter}$ are possible: write the members one by one`,
    "whole members": (unknown: string) => `Keep the members for which $${unknown}$ is a whole number`,
    "equal bars": () => "Two numbers have the same size where they are equal or opposite",
    "pieces of the line": (places: string) => `The bars change their sign at ${places}: each interval between is a case`,
    "inside of the case": (found: string) => `$${found}$ lies in this case`,
    "outside of the case": (found: string) => `$${found}$ lies outside of this case: no solution here`,
    "signs of the base": (base: string) =>
      `A power with the unknown above and below: where $${base} > 0$ take ln of both sides; where $${base} < 0$ the exponent must be whole, and the power of $-(${base})$ has the same size; $${base} = 0$ is looked at by itself`,
    "take square roots": () => "Take the square root of both sides: both signs are possible",
    "the square is zero": () => "A square is 0 only where what is squared is 0",
    "take out a factor": (factor: string) => `Take out the common factor $${factor}$`,
    factor: () => "Factor the left side",
    "divide by what is never 0": (factor: string) => `Divide by $${factor}$, which is never 0`,
    "zero product": () => "A product is 0 exactly when one of its factors is 0",
    "discriminant negative": () => "The discriminant is negative, so no real number solves the equation",
    "square negative": () => "A square of a real number is never negative, so no real number solves the equation",
    "quadratic formula": () => "Use the quadratic formula",
    "decided by what is given": () => "What is given decides which of its values a part has",
    identity: (unknown: string) => `Both sides are the same, whatever $${unknown}$ is`,
    contradiction: (unknown: string) => `$${unknown}$ has dropped out and what is left is false`,
    "depends on letters": (unknown: string) => `$${unknown}$ has dropped out: what is left holds or fails with the other letters`,
    "undo the function": (name: string) => `Apply the inverse function of ${name} to both sides`,
    "complete the square": (half: string, square: string) =>
      `Complete the square: half the coefficient of the middle term is $${half}$, so add $${square}$ to both sides`,
    "take logarithms": (base: string) => `Take logarithms on both sides: $${base}$ to a power has each value only once`,
    "put back and it holds": (candidate: string) => `Put back $${candidate}$: it solves the equation`,
    "put back in vain": (candidate: string) => `Put back $${candidate}$: no solution`,
    "not as given": (candidate: string, condition: string) => `$${candidate}$ is left out, since $${condition}$ is given`,
    "not defined there": (candidate: string, condition: string) => `$${candidate}$ is left out: the equation has a value only for $${condition}$`,
    "take roots": (n: string) => `Take the ${rootWord(n)} root of both sides`,
    "roots of both signs": (n: string) => `Take the ${rootWord(n)} root of both sides: both signs are possible`,
    "raise both sides": (n: string) => raised(n),
    "both signs": (_: string) => "Both signs are possible",
    "out of range": (why: string) => `No real number solves this: ${why}`,
    "raise both sides, maybe more": (n: string) => `${raised(n)}: this may add solutions, so candidates are put back at the end`,
    "name a quantity": (name: string, quantity: string) => `Write $${name}$ for ${quantity}`,
    "name a part": (name: string, meaning: string) => `Write $${name}$ for $${meaning}$`,
    "roots of the exponential": () => "Over the complex numbers the exponential repeats after $2 pi i$",
    "within the interval": (where: string) => `Those with ${where}`,
    "split the sign": (part: string) => `$${part}$ is what stands inside or its opposite: both cases are tried, and candidates are put back`,
    "split the cases": (part: string) => `$${part}$ is one of its values: every case is tried, and candidates are put back`,
    "take ln": () => "Both sides are positive: take the natural logarithm of both sides",
    "join the logarithms": () => "Join the logarithms: a sum of logarithms is the logarithm of the product",
    "raise to the power": (base: string) => `Take both sides as exponents of $${base}$, which undoes the logarithm`,
    "apply the function": (name: string) => `Apply ${name} to both sides: this may add solutions, so candidates are put back at the end`,
    "one base": (base: string) => `Write all logarithms to the base $${base}$`,
    "name the roots": (count: string) => `This polynomial does not factor and has ${count}; they are named by their number, from the left`,
    "isolate the roots": (count: string) => `Bisection with proven bounds: ${count}; everywhere else the two sides differ`,
    "cube sum": (unknown: string, meaning: string, productOfBoth: string, resolvent: string) =>
      `With $${unknown} = ${meaning}$ and $u v = ${productOfBoth}$ the cubes of $u$ and $v$ solve $${resolvent}$; add their roots`,
    "sign on an interval": (range: string, place: string, truth: string) => `On $${range}$ nothing changes: tried at $${place}$, it ${truth}`,
  },
  routine: {
    "multiply both sides": (by: string) => `Multiply both sides by $${by}$`,
    "collect the unknown": (unknown: string) => `Bring the terms with $${unknown}$ to one side and everything else to the other`,
    "bring to one side": () => "Bring everything to one side",
    "divide and turn": (by: string) => `Divide both sides by $${by}$, which is negative: the inequality turns`,
    "divide both sides": (by: string) => `Divide both sides by $${by}$`,
    "swap sides": () => "Swap the sides",
    "isolate the square": () => "Leave the square alone on one side",
    "solve each": (unknown: string) => `Solve each equation for $${unknown}$`,
    "bring over in each": () => "Bring terms over in each of them",
    "bring terms over": (left: string) => `Leave $${left}$ alone on one side`,
    "take reciprocals": (_: string) => "Take the reciprocal of both sides",
  },
} as const;
