import { antiderivative } from "../../calculus/integral/antiderivative.ts";
import { type Antiderivative, integralStep } from "../../calculus/integral/rule.ts";
import { type NotElementary, notElementary } from "../../check/elementary/elementary.ts";
import { stepsCheck } from "../../check/step.ts";
import { type Check, verdictOf } from "../../check/verdict.ts";
import type { Step } from "../../derivation/step.ts";
import { name as nameOf, relation, sum, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { contains, distinct, type Expression, findAll, freeNames, termsOf } from "../../expression/expression.ts";
import { givenOutside, indefiniteIntegral } from "../../expression/integral.ts";
import { plain } from "../../notation/plain.ts";
import { bookForm } from "../../rewrite/book-form.ts";
import { withoutBars } from "../../solve/integrals/plain-value.ts";
import { openConditions, tidyConditions } from "../../solve/sifting/conditions.ts";
import { complexity, decide, lostConditions } from "../../truth/index.ts";
import { DEFAULT_DIGITS, type Outcome } from "../answer.ts";
import type { Environment } from "../environment.ts";
import type { Antiderivative as OfIntegral } from "../hand/up-to-constant.ts";
import { constantOfIntegration, lastName } from "./constant.ts";

/** Antiderivatives one after the other, each with a constant of its own. */
export function indefinite(e: Expression, before: readonly Step[], variables: readonly string[], environment: Environment, component?: number): Outcome {
  const steps: Step[] = [...before];
  const conditions: Expression[] = [];
  let current = e;
  let constants: readonly OfIntegral[] = [];
  for (const variable of variables) {
    const assumptions = givenOutside(environment.assumptions, variable);
    const found = antiderivativeFor(current, variable, assumptions);
    if (!found) return unfound(current, variable, steps, environment);
    const known = [...assumptions, ...found.conditions];
    const constant = component === undefined ? constantOfIntegration(current, environment) : lastName(`C_${component}`);
    const value = sum(readableForm(found.value, known), constant);
    constants = [...constants, { constant: constant.name, variable }];
    steps.push(...found.steps, integralStep("add a constant", [constant.name], current, variable, value));
    const own = [...known, ...realDomain(current)];
    conditions.push(
      ...found.conditions,
      ...lostConditions(found.value, current)
        .filter((condition) => !contains(condition, variable) || leavesOutPoints(condition))
        .flatMap((one) => openConditions(one, own)),
    );
    current = value;
  }
  const { check, verdicts } = stepsCheck(steps, [...environment.assumptions, ...conditions]);
  const [only, ...more] = constants;
  return {
    answer: {
      kind: "expression",
      value: current,
      conditions: tidyConditions(distinct(conditions), environment.assumptions),
      digits: DEFAULT_DIGITS,
      ...(only && more.length === 0 ? { antiderivative: only } : {}),
    },
    steps,
    stepVerdicts: verdicts,
    checks: [check],
    verdict: verdictOf([check]),
  };
}

/** That a function has an antiderivative only inside of its domain is understood; a place inside that is left out is said, and what letters must satisfy. */
const leavesOutPoints = (condition: Expression): boolean => condition.kind === "relation" && condition.comparisons.includes("!=");

/** An antiderivative and what must hold of the letters for it. */
interface Conditional extends Antiderivative {
  readonly conditions: readonly Expression[];
}

/** An antiderivative, if need be for letters that are positive, or only not 0 where that is enough. */
function antiderivativeFor(e: Expression, variable: string, assumptions: readonly Expression[]): Conditional | undefined {
  const found = antiderivative(e, variable, assumptions);
  if (found) return { ...found, conditions: [] };
  const letters = [...freeNames(e)].filter((letter) => letter !== variable).map((letter) => nameOf(letter));
  const open = letters.filter((letter) => decide(relation(letter, ">", ZERO), assumptions) === undefined);
  if (open.length === 0) return undefined;
  const positive = open.map((letter) => relation(letter, ">", ZERO));
  const inPositive = antiderivative(e, variable, [...assumptions, ...positive]);
  if (!inPositive) return undefined;
  const nonZero = open.map((letter) => relation(letter, "!=", ZERO));
  const isReal = realDomain(inPositive.value).every((one) => contains(one, variable) || decide(one, [...assumptions, ...nonZero]) === true);
  const holds = isReal && stepsCheck(inPositive.steps, [...assumptions, ...nonZero]).check.outcome === "nailed";
  return { ...inPositive, conditions: holds ? nonZero : positive };
}

/** The shorter of an antiderivative as it was found and as a book gathers it; named roots are left as they stand. */
function readableForm(e: Expression, assumptions: readonly Expression[]): Expression {
  if (findAll(e, (part) => part.kind === "iterated").length > 0) return e;
  const plain = withoutBars(e, assumptions);
  const terms = termsOf(plain).map((term) => bookForm(term));
  return [sum(...terms), bookForm(plain)].reduce((best, next) => (complexity(next) < complexity(best) ? next : best), plain);
}

/** No antiderivative was found: the integral stays; where it is proven that none is elementary, that is said with the theorem. */
function unfound(of: Expression, variable: string, steps: readonly Step[], { assumptions }: Environment): Outcome {
  const { verdicts } = stepsCheck(steps, assumptions);
  const proof = notElementary(of, variable);
  const check = proof ? proofCheck(proof) : notFound();
  const answer = { kind: "expression", value: indefiniteIntegral(of, variable), conditions: [], digits: DEFAULT_DIGITS } as const;
  return { answer, steps, stepVerdicts: verdicts, checks: [check], verdict: verdictOf([check]), ...(proof ? { notes: [NOT_ELEMENTARY] } : {}) };
}

const NOT_ELEMENTARY =
  "it is proven that no formula with the functions of the notation is an antiderivative; between bounds the integral has a value all the same";

function notFound(): Check {
  const detail = "no antiderivative was found, so the integral stays as it is; that none exists was not proven";
  return { kind: "steps", outcome: "loose", detail, lines: [{ note: detail }] };
}

function proofCheck({ why, theorem, form }: NotElementary): Check {
  const detail = `no elementary antiderivative exists: ${why} (${theorem})`;
  const inLetter = form ? [{ note: `with ${form.letter} = ${plain(form.meaning)} the integrand is ${plain(form.integrand)}` }] : [];
  return { kind: "steps", outcome: "nailed", detail, lines: [...inLetter, { note: detail }] };
}
