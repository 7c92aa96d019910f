import { iterated } from "./construct.ts";
import { contains, type Expression, type IteratedNode } from "./expression.ts";

/** An integral between two bounds. */
export type DefiniteIntegral = IteratedNode & { readonly operator: "integral"; readonly lower: Expression; readonly upper: Expression };

export function isDefiniteIntegral(e: Expression): e is DefiniteIntegral {
  return e.kind === "iterated" && e.operator === "integral" && e.lower !== undefined && e.upper !== undefined;
}

/** The integral of a body over a variable from one bound to another. */
export function definiteIntegral(body: Expression, variable: string, lower: Expression, upper: Expression): DefiniteIntegral {
  const made = iterated({ operator: "integral", variable, lower, upper, body });
  if (!isDefiniteIntegral(made)) throw new TypeError("an integral stays one");
  return made;
}

/** The integral without bounds: any antiderivative of the body. */
export function indefiniteIntegral(body: Expression, variable: string): Expression {
  return iterated({ operator: "integral", variable, body });
}

/** Whether an expression is an integral without bounds over this name. */
export function isIndefiniteIntegral(e: Expression, variable: string): boolean {
  return e.kind === "iterated" && e.operator === "integral" && e.lower === undefined && e.variable === variable;
}

/** What is given, but for what speaks of a variable of integration: a letter of that name outside the integral is another one. */
export function givenOutside(given: readonly Expression[], variable: string): readonly Expression[] {
  return given.filter((relation) => !contains(relation, variable));
}
