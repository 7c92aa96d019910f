import { realAndImaginary } from "../../canonical/real-and-imaginary.ts";
import { isNumber, ONE } from "../../expression/construct.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { holdsImaginary } from "../../expression/realness.ts";
import type { Syntax } from "../../notation/syntax.ts";
import type { Arithmetic } from "./work.ts";

/** A number as its author wrote it by its modulus and angle. */
export interface WrittenPolar {
  readonly modulus: Expression;
  readonly angle: Expression;
  readonly isExponential: boolean;
}

/** r (cos φ + i sin φ) or r e^(i φ) in a written form; undefined for anything else. */
export function asPolar(written: Syntax, work: Arithmetic): WrittenPolar | undefined {
  if (written.kind === "group") return asPolar(written.inner, work);
  if (written.kind === "times") {
    const inner = asPolar(written.right, work);
    const modulus = work.meaning(written.left);
    return inner && equal(inner.modulus, ONE) && !holdsImaginary(modulus) ? { ...inner, modulus } : undefined;
  }
  if (written.kind === "power") return asEuler(written, work);
  if (written.kind !== "binary" || written.operator !== "+") return undefined;
  const { left: cosine, right } = written;
  const sine = right.kind === "times" && right.left.kind === "name" && right.left.name === "i" ? right.right : undefined;
  const [angle, other] = [
    cosine.kind === "call" && cosine.name === "cos" ? cosine.args[0] : undefined,
    sine?.kind === "call" && sine.name === "sin" ? sine.args[0] : undefined,
  ];
  if (!angle || !other || !equal(work.meaning(angle), work.meaning(other))) return undefined;
  return { modulus: ONE, angle: work.meaning(angle), isExponential: false };
}

function asEuler({ base, exponent }: Syntax & { kind: "power" }, work: Arithmetic): WrittenPolar | undefined {
  const parts = base.kind === "name" && base.name === "e" && !base.own ? realAndImaginary(work.meaning(exponent)) : undefined;
  return parts && isNumber(parts.re, 0) && !isNumber(parts.im, 0) ? { modulus: ONE, angle: parts.im, isExponential: true } : undefined;
}
