import * as rational from "../../number/rational.ts";
import * as dense from "../../polynomial/rational-dense.ts";
import { type Quotient, simplePart } from "../../polynomial/rational-function.ts";

/**
 * Whether r t with t′ = `slope` (t a logarithm, an arctangent …) has no elementary antiderivative: it has one exactly where that of r is c t and a rational function, so that the
 * residues of r are those of c t′ (M. Bronstein, Symbolic Integration I, theorem 5.8.1).
 */
export function hasOtherResidues(r: Quotient, slope: Quotient): boolean {
  const [own, other] = [simplePart(r), simplePart(slope)];
  if (own.above.length === 0) return false;
  if (other.above.length === 0) return true;
  const [left, right] = [dense.multiply(own.above, other.below), dense.multiply(other.above, own.below)];
  if (left.length !== right.length) return true;
  const c = rational.divide(left.at(-1) ?? rational.ZERO, right.at(-1) ?? rational.ONE);
  return dense.subtract(left, dense.scale(right, c)).length > 0;
}
