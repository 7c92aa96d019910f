/** Rules of series. */
export const SERIES = {
  main: {
    "value at a place": (of: string) => `The value at the place: put it into $${of}$`,
    "Taylor coefficient": (order: string, derivative: string) =>
      `The derivative of order ${order} is $${derivative}$: put the place in and divide by $${order}!$`,
    "known series": (outer: string, letter: string, inner: string) => `Write $${outer}$ as its series for small $${letter}$; here $${letter} = ${inner}$`,
    "series of a part": (part: string) => `Near the place, write $${part}$ as its series`,
    "remainder of a series": (rest: string, order: string) => `Add the terms up: what is left out is of the order of $${rest}$, beyond order ${order}`,
    "series ends": () => "The series ends here: nothing is left out",
  },
  routine: {},
} as const;
