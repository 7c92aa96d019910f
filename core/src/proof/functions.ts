import { call, MINUS_ONE, number, power } from "../expression/construct.ts";
import { type Expression, factorsOf } from "../expression/expression.ts";

/** A function of one argument to a whole power. */
export interface Powered {
  readonly name: string;
  readonly argument: Expression;
  readonly exponent: number;
}

/** sin² u as the sine of u to the power 2; undefined for what is no function to a whole power. */
export function powered(e: Expression): Powered | undefined {
  const [base, exponent] = e.kind === "power" ? [e.base, wholeExponent(e.exponent)] : [e, 1];
  const [argument, second] = base.kind === "call" ? base.args : [];
  return base.kind === "call" && argument && !second && exponent !== undefined ? { name: base.name, argument, exponent } : undefined;
}

function wholeExponent(e: Expression): number | undefined {
  return e.kind === "number" && e.value.den === 1 && typeof e.value.num === "number" ? e.value.num : undefined;
}

/** The function of the argument to a whole power. */
export const raised = (name: string, argument: Expression, exponent: number): Expression => power(call(name, argument), number(exponent));

/** The factors of a product without one of them. */
export const without = (e: Expression, ...left: readonly Expression[]): readonly Expression[] => factorsOf(e).filter((factor) => !left.includes(factor));

/** 1/e. */
export const inverse = (e: Expression): Expression => power(e, MINUS_ONE);

/** The circular functions and the hyperbolic ones, whose formulas differ in signs alone. */
export interface Kind {
  readonly sine: string;
  readonly cosine: string;
  readonly tangent: string;
  /** cosine(u + v) = cosine u cosine v − sign · sine u sine v. */
  readonly sign: 1 | -1;
}

export const CIRCULAR: Kind = { sine: "sin", cosine: "cos", tangent: "tan", sign: 1 };
export const HYPERBOLIC: Kind = { sine: "sinh", cosine: "cosh", tangent: "tanh", sign: -1 };
export const KINDS: readonly Kind[] = [CIRCULAR, HYPERBOLIC];

/** The kind to which a function belongs as sine, cosine or tangent. */
export const kindOf = (name: string): Kind | undefined => KINDS.find(({ sine, cosine, tangent }) => [sine, cosine, tangent].includes(name));
