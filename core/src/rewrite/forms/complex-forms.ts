import { step } from "../../derivation/step.ts";
import { type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { holdsImaginary } from "../../expression/realness.ts";
import { present } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { lostConditions } from "../../truth/index.ts";
import { workedOut } from "../complex/arithmetic.ts";
import { partsOf } from "../complex/parts.ts";
import { polarOf } from "../complex/polar.ts";
import { holdsOperation } from "../complex/work.ts";
import { writtenExponential, writtenPolar } from "../complex/written.ts";
import type { Known, Rewriting } from "./way.ts";

/** p + iq, with the steps of the arithmetic; undefined where real and imaginary part are not found. */
export function withRectangular(e: Expression, { assumptions, written }: Known): Rewriting | undefined {
  const found = workedOut(written ?? present(e), e, assumptions);
  return found && { expression: found.value, steps: found.steps, conditions: lostConditions(e, found.value) };
}

/** r (cos φ + i sin φ); undefined where modulus and angle are not found. */
export const withPolar = (e: Expression, known: Known): Rewriting | undefined => bySizeAndAngle(e, known, writtenPolar);

/** r e^(i φ); undefined where modulus and angle are not found. */
export const withExponential = (e: Expression, known: Known): Rewriting | undefined => bySizeAndAngle(e, known, writtenExponential);

function bySizeAndAngle(e: Expression, known: Known, form: (modulus: Expression, angle: Expression) => Syntax): Rewriting | undefined {
  const plain = withRectangular(e, known) ?? { expression: e, steps: [], conditions: [] };
  const parts = partsOf(plain.expression);
  const polar = parts && polarOf(parts, known.assumptions);
  if (!polar) return undefined;
  const written = form(polar.modulus, polar.angle);
  const { modulus, angle } = polar;
  const last = step("in polar form", [modulus, angle], { kind: "equal", before: plain.expression, after: plain.expression }, { written });
  const steps = equal(plain.expression, e) ? [last] : [...plain.steps, last];
  return { expression: plain.expression, steps, conditions: plain.conditions, written };
}

/**
 * Complex numbers as far as they get simpler by being worked out: those without letters, and where Re, Im, conj, | | and arg go. The
 * expression itself where that is not so.
 */
export function withoutComplexParts(e: Expression, known: Known): Rewriting {
  const itself: Rewriting = { expression: e, steps: [], conditions: [] };
  if (!holdsImaginary(e) && !(known.written && holdsOperation(known.written))) return itself;
  const found = withRectangular(e, known);
  const isShorter = found && (freeNames(e).size === 0 || complexFunctions(found.expression) < complexFunctions(e));
  return found && isShorter ? found : itself;
}

/** How many functions of complex numbers stand in an expression over something with i. */
const complexFunctions = (e: Expression): number => findAll(e, (part) => part.kind === "call" && COMPLEX.has(part.name) && holdsImaginary(part)).length;

const COMPLEX: ReadonlySet<string> = new Set(["Re", "Im", "conj", "abs", "arg"]);
