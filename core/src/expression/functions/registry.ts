import { ABSOLUTE_VALUE } from "./absolute-value.ts";
import { ARGUMENT, CONJUGATE, IMAGINARY_PART, REAL_PART } from "./complex-parts.ts";
import { COSINE } from "./cosine.ts";
import { EXPONENTIAL } from "./exponential.ts";
import { MAXIMUM, MINIMUM } from "./extremum.ts";
import { BINOMIAL, FACTORIAL } from "./factorial.ts";
import type { FunctionFamily } from "./family.ts";
import { HYPERBOLIC } from "./hyperbolic.ts";
import { ARCCOSECANT, ARCCOSINE, ARCCOTANGENT, ARCSECANT, ARCSINE, ARCTANGENT } from "./inverse-circular.ts";
import { INVERSE_HYPERBOLIC } from "./inverse-hyperbolic.ts";
import { LOGARITHM, NATURAL_LOGARITHM } from "./logarithm.ts";
import { COSECANT, COTANGENT, SECANT } from "./reciprocal-circular.ts";
import { ROOT } from "./root.ts";
import { CEILING, FLOOR } from "./rounding.ts";
import { SIGN } from "./sign.ts";
import { SINE } from "./sine.ts";
import { SQUARE_ROOT } from "./sqrt.ts";
import { TANGENT } from "./tangent.ts";
import { VECTOR_FUNCTIONS } from "./vectors.ts";

let byName: ReadonlyMap<string, FunctionFamily> | undefined;

function all(): readonly FunctionFamily[] {
  return [
    ...[SQUARE_ROOT, ROOT, EXPONENTIAL, NATURAL_LOGARITHM, LOGARITHM],
    ...[SINE, COSINE, TANGENT, SECANT, COSECANT, COTANGENT],
    ...[ARCSINE, ARCCOSINE, ARCTANGENT, ARCSECANT, ARCCOSECANT, ARCCOTANGENT],
    ...HYPERBOLIC,
    ...INVERSE_HYPERBOLIC,
    ...[ABSOLUTE_VALUE, SIGN, FLOOR, CEILING, MINIMUM, MAXIMUM],
    ...[REAL_PART, IMAGINARY_PART, ARGUMENT, CONJUGATE, FACTORIAL, BINOMIAL],
    ...VECTOR_FUNCTIONS,
  ];
}

/** The family of a function of the table. The table is built at first use, since families and constructors know each other. */
export function family(name: string): FunctionFamily | undefined {
  byName ??= new Map(families().map((entry) => [entry.name, entry]));
  return byName.get(name);
}

let inOrder: readonly FunctionFamily[] | undefined;

/** Every family, in the order of the table. */
export function families(): readonly FunctionFamily[] {
  inOrder ??= all();
  return inOrder;
}
