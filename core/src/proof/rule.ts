import type { RuleName } from "../derivation/rules/catalogue.ts";
import type { Expression } from "../expression/expression.ts";

/** One use of a formula at a node: what is replaced there, what by, and what the node becomes. */
export interface Use {
  /** What the formula is used on: the node itself, or some of its terms or factors. */
  readonly part: Expression;
  readonly by: Expression;
  readonly node: Expression;
}

/** Uses of a formula, each with the way in which it is read. */
export type Uses = readonly (Use & { readonly way: string })[];

/** What a proof is about: the angles that both sides hold, and what is known. */
export interface Setting {
  readonly angles: readonly Expression[];
  readonly assumptions: readonly Expression[];
}

/** Rules whose wording names the formulas that were used. */
export type FormulaRule = Extract<
  RuleName,
  | "by definition"
  | "Pythagorean formula"
  | "double-angle formula"
  | "half-angle formula"
  | "triple-angle formula"
  | "addition formula"
  | "sum as a product"
  | "product as a sum"
  | "parts of a complex number"
  | "Euler's formula"
  | "power law"
  | "step of a factorial"
>;

/** A family of formulas, read from left to right or from right to left at a node of an expression. */
export interface Formulas {
  readonly rule: FormulaRule;
  /** How far it is from what one does first. */
  readonly cost: number;
  /** Uses at a node, by the way in which the formula is read: what is read in the same way may be done at once everywhere. */
  readonly uses: (node: Expression, setting: Setting) => Uses;
}

/** The use of a formula on a whole node. */
export const whole = (way: string, part: Expression, by: Expression): Use & { readonly way: string } => ({ way, part, by, node: by });
