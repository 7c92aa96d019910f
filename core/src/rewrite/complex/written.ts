import { call, I, isNumber, power, product, sum, TWO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { present } from "../../notation/present.ts";
import { name, plus, type Syntax } from "../../notation/syntax.ts";

export const IMAGINARY_UNIT: Syntax = name("i");

/** A number with brackets around it where it is a sum or has a sign. */
export function inBrackets(written: Syntax): Syntax {
  return written.kind === "sign" || written.kind === "binary" ? { kind: "group", inner: written } : written;
}

const negated = (written: Syntax): Syntax => ({ kind: "sign", sign: "-", operand: written });

/** c times a unit such as i or i²: 3i, −i², i ω L. */
export function multipleOf(c: Expression, unit: Syntax): Syntax {
  if (isNumber(c, 1)) return unit;
  if (isNumber(c, -1)) return negated(unit);
  const written = present(c);
  const size = written.kind === "sign" && written.sign === "-" ? written.operand : written;
  const own: Syntax =
    freeNames(c).size > 0
      ? { kind: "times", dot: false, left: unit, right: inBrackets(size) }
      : { kind: "times", dot: false, left: inBrackets(size), right: unit };
  return size === written ? own : negated(own);
}

/** i to a power as it is written before it is worked out. */
export const unitTo = (exponent: number): Syntax =>
  exponent === 1 ? IMAGINARY_UNIT : { kind: "power", base: IMAGINARY_UNIT, exponent: { kind: "number", text: `${exponent}` } };

/** The sum of terms, those that are 0 left out. */
export function sumOf(terms: readonly { readonly c: Expression; readonly exponent: number }[]): Syntax {
  const written = terms.filter(({ c }) => !isNumber(c, 0)).map(({ c, exponent }) => (exponent === 0 ? present(c) : multipleOf(c, unitTo(exponent))));
  return written.length === 0 ? { kind: "number", text: "0" } : written.reduce(plus);
}

/** cos φ + i sin φ. */
export function turned(angle: Expression): Syntax {
  const [cosine, sine] = (["cos", "sin"] as const).map((of): Syntax => ({ kind: "call", name: of, args: [present(angle)] }));
  if (!cosine || !sine) return IMAGINARY_UNIT;
  return { kind: "binary", operator: "+", left: cosine, right: { kind: "times", dot: false, left: IMAGINARY_UNIT, right: sine } };
}

/** The number cos φ + i sin φ. */
export const turnedOf = (angle: Expression): Expression => sum(call("cos", angle), product(I, call("sin", angle)));

/** r (cos φ + i sin φ). */
export function writtenPolar(modulus: Expression, angle: Expression): Syntax {
  if (isNumber(modulus, 1)) return turned(angle);
  return { kind: "times", dot: false, left: inBrackets(present(modulus)), right: { kind: "group", inner: turned(angle) } };
}

/** i φ, with i before the angle: iπ/4, −i arctan 2. */
function imaginary(angle: Syntax): Syntax {
  if (angle.kind === "sign") return { ...angle, operand: imaginary(angle.operand) };
  if (angle.kind === "fraction") return { ...angle, numerator: imaginary(angle.numerator) };
  if (angle.kind === "number") return { kind: "times", dot: false, left: angle, right: IMAGINARY_UNIT };
  if (angle.kind === "times" && angle.left.kind === "number") return { ...angle, left: { kind: "times", dot: false, left: angle.left, right: IMAGINARY_UNIT } };
  return { kind: "times", dot: false, left: IMAGINARY_UNIT, right: inBrackets(angle) };
}

/** r e^(i φ). */
export function writtenExponential(modulus: Expression, angle: Expression): Syntax {
  const own: Syntax = { kind: "power", base: name("e"), exponent: imaginary(present(angle)) };
  return isNumber(modulus, 1) ? own : { kind: "times", dot: false, left: inBrackets(present(modulus)), right: own };
}

/** p² + q² with the numbers in it. */
export function sumOfSquares(p: Expression, q: Expression): Syntax {
  const square = (e: Expression): Syntax => {
    if (freeNames(e).size > 0) return present(power(e, TWO));
    const signed = present(e);
    const written = signed.kind === "sign" ? signed.operand : signed;
    const base = written.kind === "number" || written.kind === "name" ? written : ({ kind: "group", inner: written } as const);
    return { kind: "power", base, exponent: { kind: "number", text: "2" } };
  };
  return { kind: "binary", operator: "+", left: square(p), right: square(q) };
}
