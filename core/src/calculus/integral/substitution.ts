import { divide, name, number, power, product, subtract, TWO } from "../../expression/construct.ts";
import { children, contains, type Expression, equal, findAll } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import * as rational from "../../number/rational.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { byTangents, inOne } from "../../rewrite/forms/angle-forms.ts";
import { simplify } from "../../truth/index.ts";
import { differentiate } from "../derivative.ts";
import { continued } from "./continued-arctangent.ts";
import { linearIn } from "./linear.ts";
import { type InLetter, integrateInLetter, newLetter } from "./new-letter.ts";
import { integralStep, type Rule } from "./rule.ts";

const LARGEST_POWER = 20;

/** Substitution: with u for a part of the integrand, what is left over by the derivative of u must hold the variable in u only. */
export const SUBSTITUTION: Rule = (f, search) => {
  const { variable } = search;
  const letter = newLetter(f);
  for (const part of candidates(f, variable)) {
    const slope = simplify(differentiate(part, variable)).expression;
    if (equal(slope, number(0))) continue;
    const over = simplify(divide(f, slope)).expression;
    const inside = written(over, part, letter, variable);
    if (!inside || contains(inside, variable)) continue;
    const integrand = simplify(inside).expression;
    const begin: InLetter["begin"] = (after, named) => integralStep("integrate by substitution", [letter, part, slope, variable], f, variable, after, named);
    const angle = part.kind === "call" && part.name === "tan" ? part.args[0] : undefined;
    const back = angle ? { back: (value: Expression): Expression => continued(value, letter, product(TWO, angle), search.assumptions) } : {};
    const found = integrateInLetter(f, { letter, meaning: part, integrand, begin, ...back }, search);
    if (found) return found;
  }
  return undefined;
};

/** What could be named: arguments, bases and exponents that are not linear, and functions themselves; the largest first. */
function candidates(f: Expression, variable: string): readonly Expression[] {
  const found: Expression[] = [];
  const add = (part: Expression): void => {
    if (contains(part, variable) && !linearIn(part, variable) && !equal(part, f) && !found.some((known) => equal(known, part))) found.push(part);
  };
  for (const part of findAll(f, (e) => e.kind === "call" || e.kind === "power")) {
    for (const child of children(part)) add(child);
    if (part.kind === "call") add(part);
    if (part.kind === "power" && !contains(part.base, variable)) {
      const inner = linearIn(part.exponent, variable);
      if (inner) add(power(part.base, unitExponent(f, part.base, variable) ?? part.exponent));
    }
    for (const lower of lowerPowers(part)) add(lower);
  }
  return found.sort((a, b) => text(b).length - text(a).length);
}

/** Of x^n all powers x^k of which it is one: x beside a function of x^4 asks for x^2. */
function lowerPowers(part: Expression): readonly Expression[] {
  if (part.kind !== "power" || part.base.kind !== "name" || part.exponent.kind !== "number" || part.exponent.value.den !== 1) return [];
  const n = Number(part.exponent.value.num);
  const divisors = Array.from({ length: Math.max(0, Math.min(n, LARGEST_POWER) - 1) }, (_, k) => k + 2).filter((k) => n % k === 0);
  return divisors.map((k) => power(part.base, number(k)));
}

/** The largest exponent r x of which all exponents over this base are whole multiples. */
function unitExponent(f: Expression, base: Expression, variable: string): Expression | undefined {
  const slopes = findAll(f, (e) => e.kind === "power" && equal(e.base, base) && contains(e.exponent, variable)).flatMap((e) => {
    const inner = e.kind === "power" ? linearIn(e.exponent, variable) : undefined;
    return inner ? [inner.slope] : [];
  });
  if (!slopes.every((slope) => slope.kind === "number")) return undefined;
  const values = slopes.flatMap((slope) => (slope.kind === "number" ? [rational.abs(slope.value)] : []));
  const [first] = values;
  const unit = first && values.reduce((a, b) => (rational.compare(a, b) <= 0 ? a : b));
  return unit && values.every((value) => rational.isInteger(rational.divide(value, unit))) ? product(number(unit), name(variable)) : undefined;
}

/** An expression with the letter for a part of it, also where the part stands in powers, exponentials and squares of its partner. */
function written(e: Expression, part: Expression, letter: string, variable: string): Expression | undefined {
  const by = name(letter);
  const direct = replaced(e, part, by);
  if (!contains(direct, variable)) return direct;
  const partner = part.kind === "call" ? part.name : "";
  if (partner === "sin" || partner === "cos") return replaced(inOne(e, partner), part, by);
  if (partner === "tan") {
    const tangents = byTangents(e);
    return tangents && replaced(tangents, part, by);
  }
  if (part.kind === "power" && !contains(part.base, variable)) return exponentials(e, part, by, variable);
  return powers(direct, part, by, variable);
}

function replaced(e: Expression, part: Expression, by: Expression): Expression {
  return equal(e, part) ? by : mapChildren(e, (child) => replaced(child, part, by));
}

/** b^(n r x + c) as b^c u^n where u = b^(r x). */
function exponentials(e: Expression, part: Expression & { kind: "power" }, by: Expression, variable: string): Expression {
  if (e.kind === "power" && equal(e.base, part.base)) {
    const [own, unit] = [linearIn(e.exponent, variable), linearIn(part.exponent, variable)];
    if (own && unit) {
      const times = divide(own.slope, unit.slope);
      const rest = subtract(own.constant, product(times, unit.constant));
      return product(power(part.base, rest), power(by, times));
    }
  }
  return mapChildren(e, (child) => exponentials(child, part, by, variable));
}

/** x^(k m) as ((u − c)/a)^m where u = a x^k + c. */
function powers(e: Expression, part: Expression, by: Expression, variable: string): Expression | undefined {
  const coefficients = polynomialCoefficients(part, variable);
  const k = coefficients ? coefficients.length - 1 : 0;
  const [constant, leading] = [coefficients?.[0], coefficients?.[k]];
  if (!constant || !leading || k < 2 || coefficients?.slice(1, k).some((coefficient) => !equal(coefficient, number(0)))) return undefined;
  const meaning = divide(subtract(by, constant), leading);
  const change = (one: Expression): Expression => {
    if (one.kind === "power" && one.base.kind === "name" && one.base.name === variable && one.exponent.kind === "number") {
      const { num, den } = one.exponent.value;
      if (den === 1 && typeof num === "number" && num % k === 0) return power(meaning, number(num / k));
    }
    return mapChildren(one, change);
  };
  return change(e);
}
