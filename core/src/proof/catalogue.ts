import { CONJUGATE_FACTORS, DIFFERENCE_OF_SQUARES, FACTOR, MULTIPLY_OUT } from "./manipulations/brackets.ts";
import { CANCEL, COMMON_DENOMINATOR, CONJUGATE, SPLIT_FRACTION } from "./manipulations/fractions.ts";
import { REWRITES } from "./manipulations/rewrites.ts";
import type { Manipulation } from "./move.ts";
import type { Formulas } from "./rule.ts";
import { ADDITION, AS_ONE_ANGLE } from "./rules/addition.ts";
import { AS_EULER, AS_MODULUS, COMPLEX_PARTS, EULER, IMAGINARY_ANGLES } from "./rules/complex-parts.ts";
import { AS_QUOTIENT, BY_DEFINITION } from "./rules/definitions.ts";
import { BINOMIAL_COEFFICIENT, STEP_OF_FACTORIAL } from "./rules/factorials.ts";
import { AS_DOUBLE_ANGLE, DOUBLE_ANGLES, ONE_AND_COSINE, SQUARES_BY_DOUBLE, TRIPLE_ANGLES } from "./rules/multiple-angles.ts";
import { LOGARITHM_DEFINITIONS, POWER_LAWS } from "./rules/powers-and-logarithms.ts";
import { PYTHAGOREAN, SQUARE_REPLACED } from "./rules/pythagorean.ts";
import { PRODUCT_AS_SUM, SUM_AS_PRODUCT } from "./rules/sums-and-products.ts";

/** The formulas that a proof may use. */
export const FORMULAS: readonly Formulas[] = [
  BY_DEFINITION,
  AS_QUOTIENT,
  PYTHAGOREAN,
  SQUARE_REPLACED,
  DOUBLE_ANGLES,
  AS_DOUBLE_ANGLE,
  SQUARES_BY_DOUBLE,
  ONE_AND_COSINE,
  TRIPLE_ANGLES,
  ADDITION,
  AS_ONE_ANGLE,
  SUM_AS_PRODUCT,
  PRODUCT_AS_SUM,
  COMPLEX_PARTS,
  IMAGINARY_ANGLES,
  AS_MODULUS,
  EULER,
  AS_EULER,
  POWER_LAWS,
  LOGARITHM_DEFINITIONS,
  BINOMIAL_COEFFICIENT,
  STEP_OF_FACTORIAL,
];

/** What else a proof may do. */
export const MANIPULATIONS: readonly Manipulation[] = [
  COMMON_DENOMINATOR,
  SPLIT_FRACTION,
  CANCEL,
  CONJUGATE,
  CONJUGATE_FACTORS,
  DIFFERENCE_OF_SQUARES,
  MULTIPLY_OUT,
  FACTOR,
  ...REWRITES,
];
