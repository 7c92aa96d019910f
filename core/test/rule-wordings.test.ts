import { expect, it, test } from "vitest";
import { ANGLES } from "../src/derivation/rules/angles.ts";
import { COMPLEX_NUMBERS } from "../src/derivation/rules/complex-numbers.ts";
import { DERIVATIVES } from "../src/derivation/rules/derivatives.ts";
import { EQUATIONS } from "../src/derivation/rules/equations.ts";
import { IDENTITIES } from "../src/derivation/rules/identities.ts";
import { INTEGRALS } from "../src/derivation/rules/integrals.ts";
import { LIMITS } from "../src/derivation/rules/limits.ts";
import { MATRICES } from "../src/derivation/rules/matrices.ts";
import { OPTIMA } from "../src/derivation/rules/optima.ts";
import { REWRITING } from "../src/derivation/rules/rewriting.ts";
import { SERIES } from "../src/derivation/rules/series.ts";
import { SYSTEMS } from "../src/derivation/rules/systems.ts";
import type { LineReport } from "../src/instruction/line-report.ts";
import { answered } from "./oracle.ts";
import { WORDINGS } from "./rule-wordings.ts";

const CATALOGUE = [ANGLES, COMPLEX_NUMBERS, DERIVATIVES, EQUATIONS, IDENTITIES, INTEGRALS, LIMITS, MATRICES, OPTIMA, REWRITING, SERIES, SYSTEMS].flatMap(
  ({ main, routine }) => [...Object.keys(main), ...Object.keys(routine)],
);

const seen = new Map<string, LineReport>();
function reported(working: readonly string[]): LineReport {
  const key = working.join("\n");
  const report = seen.get(key) ?? answered(...working);
  seen.set(key, report);
  return report;
}

test.each(WORDINGS)("the rule “%s” is taken by %j and reads: %s", (rule, working, words) => {
  const taken = reported(working).steps.filter((one) => one.rule === rule);
  expect(taken.map(({ text }) => text)).toContain(words);
  expect(taken.map(({ verdict }) => verdict)).not.toContain("bent");
});

it("leaves no rule without a working that shows it", () => {
  const shown = new Set(WORDINGS.map(([rule]) => rule));
  expect(CATALOGUE.filter((rule) => !shown.has(rule))).toEqual([]);
});
