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
  "take square roots": () => "Take the square root of both sides: both signs are possible",
  "the square is zero": () => "A square is 0 only where what is squared is 0",
  "solve each": (unknown: string) => `Solve each equation for $${unknown}$`,
  "take out a factor": (factor: string) => `Take out the common factor $${factor}$`,
  factor: () => "Factor the left side",
  "zero product": () => "A product is 0 exactly when one of its factors is 0",
  "halve the middle": (half: string, square: string) =>
    `Complete the square: half the coefficient of the middle term is $${half}$, so add $${square}$ to both sides`,
  "write as square": () => "Write the left side as a square",
  discriminant: () => "Work out the discriminant",
  "discriminant negative": () => "The discriminant is negative, so no real number solves the equation",
  "square negative": () => "A square of a real number is never negative, so no real number solves the equation",
  "quadratic formula": () => "Use the quadratic formula",
  "simplify values": () => "Simplify",
  identity: (unknown: string) => `Both sides are the same, whatever $${unknown}$ is`,
  contradiction: (unknown: string) => `$${unknown}$ has dropped out and what is left is false`,
  "depends on letters": (unknown: string) => `$${unknown}$ has dropped out: what is left holds or fails with the other letters`,
  "put in values": (values: string) => `Put in ${values}`,
  evaluate: () => "Work out the value",
} as const;

type Rules = typeof RULES;
export type RuleName = keyof Rules;

/** The pieces that a rule's wording names. */
export type Pieces<Name extends RuleName> = Parameters<Rules[Name]>;

/** The words of a rule, with its pieces put in. */
export function wording<Name extends RuleName>(rule: Name, pieces: Pieces<Name>): string {
  const words = RULES[rule] as (...pieces: Pieces<Name>) => string;
  return words(...pieces);
}
