import fc from "fast-check";

/** Whole numbers between two. */
export const whole = (min: number, max: number) => fc.integer({ min, max });

/** One of several. */
export const pick = <const T>(...values: readonly T[]) => fc.constantFrom(...values);

/** As one writes it: x - 3 for x + -3. */
export const tidy = (source: string): string => source.replaceAll("+ -", "- ").replaceAll("- -", "+ ");
