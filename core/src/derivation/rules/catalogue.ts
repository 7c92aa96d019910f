import type { Expression } from "../../expression/expression.ts";
import { ANGLES } from "./angles.ts";
import { COMPLEX_NUMBERS } from "./complex-numbers.ts";
import { DERIVATIVES } from "./derivatives.ts";
import { EQUATIONS } from "./equations.ts";
import { IDENTITIES } from "./identities.ts";
import { INTEGRALS } from "./integrals.ts";
import { LIMITS } from "./limits.ts";
import { MATRICES } from "./matrices.ts";
import { OPTIMA } from "./optima.ts";
import { REWRITING } from "./rewriting.ts";
import { SERIES } from "./series.ts";
import { SYSTEMS } from "./systems.ts";

/** The steps that carry a derivation; the wording of each is a function of the pieces it names, with mathematics between dollar signs, in the notation. */
const MAIN = {
  ...ANGLES.main,
  ...COMPLEX_NUMBERS.main,
  ...DERIVATIVES.main,
  ...EQUATIONS.main,
  ...IDENTITIES.main,
  ...INTEGRALS.main,
  ...LIMITS.main,
  ...MATRICES.main,
  ...OPTIMA.main,
  ...REWRITING.main,
  ...SERIES.main,
  ...SYSTEMS.main,
} as const;

/** What a practised reader does in passing: tidying up, putting in, bringing over. */
const ROUTINE = {
  ...ANGLES.routine,
  ...COMPLEX_NUMBERS.routine,
  ...DERIVATIVES.routine,
  ...EQUATIONS.routine,
  ...IDENTITIES.routine,
  ...INTEGRALS.routine,
  ...LIMITS.routine,
  ...MATRICES.routine,
  ...OPTIMA.routine,
  ...REWRITING.routine,
  ...SERIES.routine,
  ...SYSTEMS.routine,
} as const;

/** The catalogue of rules with their wording. */
const RULES = { ...MAIN, ...ROUTINE } as const;

/** Whether a step is done in passing, so that a printed way may join it with the next. */
export const isRoutine = (rule: RuleName): boolean => rule in ROUTINE;

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
