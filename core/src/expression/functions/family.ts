import type { ComplexBall } from "../../number/complex-ball.ts";
import type { Interval, MaybeInterval } from "../../number/interval.ts";
import type { Expression } from "../expression.ts";

/**
 * What a function family's file says about one function. Adding a function means one such object in one file and one
 * line in `registry.ts`.
 */
export interface FunctionFamily {
  /** The name in the notation. */
  readonly name: string;
  /** What it is, in a few words, for those who look for it. */
  readonly about: string;
  /** Number of arguments; `undefined` for any number from one. */
  readonly arity: number | undefined;
  /** Defined for every real (and complex) argument. */
  readonly total: boolean;
  /** What is wrong with arguments that are numbers as typed, such as a root of degree 0. */
  readonly fault?: (args: readonly Expression[]) => string | undefined;
  /** Known values and canonical rewritings (parity), or undefined to leave the call as it stands. They hold for complex arguments too. */
  readonly exact?: (args: readonly Expression[]) => Expression | undefined;
  /** The partial derivative by the argument with this index; absent where there is none. */
  readonly derivative?: (args: readonly Expression[], index: number) => Expression;
  /** An antiderivative by the last argument, itself a function of it; absent where no elementary one is known or the rules find it. */
  readonly antiderivative?: (args: readonly Expression[]) => Expression;
  /** Relations that must hold for a real value of real arguments. */
  readonly domain?: (args: readonly Expression[]) => readonly Expression[];
  /** Relations that must hold for a value of complex arguments; where absent, those of `domain` that say what must not be equal. */
  readonly singular?: (args: readonly Expression[]) => readonly Expression[];
  /** Real whatever the arguments are. */
  readonly realValued?: boolean;
  /** The inverse on the principal range, by name. */
  readonly inverse?: string;
  readonly parity?: "even" | "odd";
  /** The smallest positive period, as a rational multiple of π: 2 means 2π. */
  readonly periodInPi?: number;
  /** A ball that holds the value for every point of the argument balls; throws BallUndefined where it is undefined. */
  readonly ball?: (args: readonly ComplexBall[], precision: number) => ComplexBall;
  /** The interval that holds the value wherever there is one; undefined where there is none anywhere on the arguments. */
  readonly interval?: (args: readonly Interval[]) => MaybeInterval;
  /** Plain double value for graphs; NaN where undefined. */
  readonly double?: (...args: number[]) => number;
  /** LaTeX of the function's name, for the ordinary form `name(args)`. */
  readonly symbol?: string;
  /** Typesetting that replaces the ordinary form; the arguments come typeset. */
  readonly latex?: (args: readonly string[]) => string;
  readonly mathml?: (args: readonly string[]) => string;
  /** Names that the notation reads as this function besides its own: `cbrt(x)` is root(3, x). */
  readonly aliases?: Readonly<Record<string, (args: readonly Expression[]) => Expression>>;
}
