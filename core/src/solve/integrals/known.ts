import { splitConstant } from "../../calculus/integral/rule.ts";
import { KNOWN_INTEGRALS, type KnownIntegral, stated, statedAt } from "../../calculus/known-integrals.ts";
import { step } from "../../derivation/step.ts";
import { name, product } from "../../expression/construct.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { type DefiniteIntegral, definiteIntegral } from "../../expression/integral.ts";
import { substitute } from "../../expression/substitute.ts";
import { decide, expand, simplify } from "../../truth/index.ts";
import type { IntegralValue } from "./found.ts";
import { matched, overVariable } from "./matching.ts";
import { plainValue } from "./plain-value.ts";

/** An integral whose value a theorem says; undefined where none does. */
export function byTheorem(integral: DefiniteIntegral, assumptions: readonly Expression[]): IntegralValue | undefined {
  const { variable, body, lower, upper } = integral;
  const { constant, rest: varying } = splitConstant(body, variable);
  const rest = simplify(varying).expression;
  for (const theorem of KNOWN_INTEGRALS) {
    const own = stated(theorem).integral;
    if (!equal(own.lower, lower) || !equal(own.upper, upper)) continue;
    for (const form of [rest, expand(rest)]) {
      const found = fitted(theorem, definiteIntegral(form, variable, lower, upper), assumptions);
      if (found) return scaled(integral, constant, found, assumptions);
    }
  }
  return undefined;
}

interface Fitted {
  readonly theorem: KnownIntegral;
  readonly values: ReadonlyMap<string, Expression>;
  readonly value: Expression;
  readonly conditions: readonly Expression[];
}

function fitted(theorem: KnownIntegral, integral: DefiniteIntegral, assumptions: readonly Expression[]): Fitted | undefined {
  const { variable, body } = integral;
  const pattern = overVariable(stated(theorem).integral.body, "x", variable);
  const letters = [...freeNames(pattern)].filter((letter) => letter !== variable);
  // The author's letters are told apart from those of the theorem.
  const hidden = (letter: string): string => `\u0002${letter}`;
  const told = substitute(pattern, new Map(letters.map((letter) => [letter, name(hidden(letter), theorem.whole?.includes(letter) ? "integer" : "real")])));
  const values = matched(told, body, { variable, letters: new Set(letters.map(hidden)), assumptions });
  const own = new Map(letters.flatMap((letter) => (values?.has(hidden(letter)) ? [[letter, values.get(hidden(letter)) ?? told] as const] : [])));
  if (!values || own.size < letters.length) return undefined;
  const { hypothesis, value } = statedAt(theorem, own, variable);
  const open = hypothesis.filter((condition) => decide(condition, assumptions) !== true);
  // What holds no letter must be decided here.
  if (open.some((condition) => freeNames(condition).size === 0 || decide(condition, assumptions) === false)) return undefined;
  return { theorem, values: own, value, conditions: open };
}

function scaled(
  integral: DefiniteIntegral,
  constant: Expression,
  { theorem, values, value, conditions }: Fitted,
  assumptions: readonly Expression[],
): IntegralValue {
  const { variable, lower, upper, body } = integral;
  const known = [...assumptions, ...conditions];
  const alone = definiteIntegral(simplify(splitConstant(body, variable).rest).expression, variable, lower, upper);
  const own = plainValue(value, known);
  const total = plainValue(product(constant, value), known);
  const first = step("known integral", [theorem.title], { kind: "known integral", before: alone, theorem: theorem.title, values, after: own }, { conditions });
  const rest = equal(alone, integral)
    ? []
    : [step("put the integrals in", [], { kind: "integral by terms", before: integral, parts: [{ factor: constant, integral: alone }], after: total })];
  return { value: total, steps: [first, ...rest], conditions, inPieces: integral };
}
