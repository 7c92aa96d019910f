/** Rules of systems of equations. */
export const SYSTEMS = {
  main: {
    "put back": (values: string) => `Put back ${values}`,
    "sort by the unknowns": () => "Sort by the unknowns",
    "express one unknown": (unknown: string, from: string) => `Solve $${from}$ for $${unknown}$`,
    "sort members by remainder": (letter: string, by: string, statement: string) =>
      `Whether ${statement} depends on the remainder of $${letter}$ by ${by}: write the members by their remainders`,
    "power into the other equation": (stated: string) => `Put $${stated}$ into the other equation`,
    "sort members for the others": (letter: string, by: string) =>
      `What the members leave of the other equations depends on the remainder of $${letter}$ by ${by}: write them by their remainders`,
    "put into the other equation": (relation: string) => `Put $${relation}$ into the other equation`,
    eliminate: (unknowns: string) => `Eliminate ${unknowns} one after the other; put into the equations, the values make both sides equal`,
    "add two equations": (one: string, other: string, unknown: string) => `Add $${one}$ and $${other}$: $${unknown}$ drops out`,
    "subtract an equation": (one: string, from: string, unknown: string) => `Subtract $${one}$ from $${from}$: $${unknown}$ drops out`,
    "subtract a multiple of an equation": (one: string, factor: string, from: string, unknown: string) =>
      `Multiply $${one}$ by $${factor}$ and subtract it from $${from}$: $${unknown}$ drops out`,
    "add a multiple of an equation": (one: string, factor: string, other: string, unknown: string) =>
      `Multiply $${one}$ by $${factor}$ and add $${other}$: $${unknown}$ drops out`,
    "add multiples of equations": (one: string, factor: string, other: string, otherFactor: string, unknown: string) =>
      `Multiply $${one}$ by $${factor}$ and $${other}$ by $${otherFactor}$, and add: $${unknown}$ drops out`,
    "subtract an equation from a multiple": (first: string, by: string, second: string, unknown: string) =>
      `Multiply $${first}$ by $${by}$ and subtract $${second}$: $${unknown}$ drops out`,
    "subtract multiples of equations": (one: string, factor: string, other: string, otherFactor: string, unknown: string) =>
      `Multiply $${one}$ by $${factor}$ and $${other}$ by $${otherFactor}$, and subtract: $${unknown}$ drops out`,
    "check a solution": (values: string) => `Put ${values} into the equations: they hold`,
    "isolate the common roots": (count: string) => `A search with proven bounds, box by box: ${count}`,
    "difference of equations": (one: string, other: string) => `Subtract $${other}$ from $${one}$, so that what they share drops out`,
    "eliminate unknowns": (names: string) => `Combine the equations so that ${names} drops out: these have the same solutions (put in to check)`,
    "factor an equation": () => "A product is 0 where one of its factors is 0: a case for each",
    "subtract multiples": (unknown: string) => `Subtract multiples of this equation from those below, so that $${unknown}$ drops out of them`,
    "work upwards": (unknown: string) => `Work upwards: this gives $${unknown}$; put it into the equations above`,
  },
  routine: {
    "swap equations": (which: string) => `Swap the equations ${which}: the easier one comes first`,
    "drop equations": (_: string) => "An equation 0 = 0 says nothing and is left out",
  },
} as const;
