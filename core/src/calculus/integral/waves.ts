import { type Expression, equal, factorsOf, findAll } from "../../expression/expression.ts";
import { indefiniteIntegral } from "../../expression/integral.ts";
import { asSumOfWaves } from "../../rewrite/harmonics.ts";
import { integralStep, type Rule } from "./rule.ts";

const isWave = (part: Expression): boolean => part.kind === "call" && (part.name === "sin" || part.name === "cos");

/** Products of waves of different angles, written as sums. */
export const MIXED_WAVES: Rule = (f, search) => {
  const factors = factorsOf(f);
  const angles = factors.flatMap((factor) => (factor.kind === "call" && isWave(factor) ? factor.args : []));
  return angles.length === factors.length && angles.some((angle) => !equal(angle, angles[0] ?? angle)) ? WAVES(f, search) : undefined;
};

/** Products and powers of sines and cosines, written as sums of sines and cosines of multiple angles. */
export const WAVES: Rule = (f, { variable, assumptions, integrate }) => {
  if (findAll(f, isWave).length === 0) return undefined;
  const waves = asSumOfWaves(f, assumptions);
  if (!waves || equal(waves, f) || waves.kind !== "sum") return undefined;
  const found = integrate(waves);
  if (!found) return undefined;
  const rewritten = integralStep("products to sums", [], f, variable, indefiniteIntegral(waves, variable));
  return { value: found.value, steps: [rewritten, ...found.steps] };
};
