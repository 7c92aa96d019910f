import type { Step } from "../../derivation/step.ts";
import { equation, name } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { indefiniteIntegral } from "../../expression/integral.ts";
import { substitute } from "../../expression/substitute.ts";
import { type Antiderivative, concluded, integralStep, type Search } from "./rule.ts";

const LETTERS = ["u", "w", "s", "q", "v", "z"];

/** A letter for a part of the integrand, none of its own. */
export function newLetter(f: Expression): string {
  return LETTERS.find((letter) => !freeNames(f).has(letter)) ?? "u_1";
}

/** The integrand in a new letter, what that stands for, and the step that brings it in. */
export interface InLetter {
  readonly letter: string;
  readonly meaning: Expression;
  readonly integrand: Expression;
  /** How the antiderivative is written with the meaning put back, where that is more than putting it in. */
  readonly back?: (found: Expression) => Expression;
  readonly begin: (after: Expression, named: { readonly name: string; readonly meaning: Expression }) => Step;
}

/** Integrates in the new letter and puts its meaning back. */
export function integrateInLetter(
  f: Expression,
  { letter, meaning, integrand, back, begin }: InLetter,
  { variable, integrate }: Search,
): Antiderivative | undefined {
  const found = integrate(integrand, letter);
  if (!found) return undefined;
  const value = substitute(back ? back(found.value) : found.value, new Map([[letter, meaning]]));
  const first = begin(indefiniteIntegral(integrand, letter), { name: letter, meaning });
  const last = integralStep("put back", [[equation(name(letter), meaning)]], f, variable, value);
  return { value, steps: [first, ...concluded(found, integrand, letter), last] };
}
