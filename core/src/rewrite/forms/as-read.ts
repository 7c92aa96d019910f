import { type Step, step } from "../../derivation/step.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { elaborate, namesAsIn } from "../../notation/elaborate.ts";
import { present } from "../../notation/present.ts";
import { partsOf, plus, replaceIn, type Syntax, signedTerms } from "../../notation/syntax.ts";
import { writtenText } from "../../notation/text.ts";
import { inBrackets } from "../complex/written.ts";

type ReadingRule = "square factors out of roots" | "values of functions" | "root as a power" | "simplify values" | "collect like terms" | "evaluate";

/**
 * What an expression came to by being read, as rows: values of functions and roots of numbers put in, terms multiplied out of their
 * factors, like terms collected. √12 + √27 is 2√3 + 3√3 and that is 5√3. None where it stands as its author wrote it, but for the order.
 */
export function stepsOfReading(written: Syntax, e: Expression): readonly Step[] {
  const meant = (part: Syntax): Expression => elaborate(part, namesAsIn(e));
  const steps: Step[] = [];
  let current = written;
  const to = (rule: ReadingRule, next: Syntax): void => {
    if (spelling(next) === spelling(current) || !equal(meant(next), e)) return;
    steps.push(step(rule, [], { kind: "equal", before: e, after: e }, { written: next }));
    current = next;
  };
  const values = valuesIn(written, meant);
  const areRoots = values.every(({ part }) => part.kind === "call" && part.name === "sqrt");
  const put = replaceIn(written, (part) => {
    const own = values.find((one) => one.part === part);
    return own && (part === written ? own.value : inBrackets(own.value));
  });
  // Of a single function its value is worked out.
  if (areRoots || values[0]?.part !== written) to(areRoots ? "square factors out of roots" : "values of functions", put);
  const hasNames = freeNames(e).size > 0;
  if (hasNames) {
    const terms = signedTerms(current);
    const multiplied = terms.map((term) => present(meant(term)));
    to(
      terms.some(sharesBase) ? "root as a power" : "simplify values",
      multiplied.reduce((left, right) => plus(left, right)),
    );
  }
  to(hasNames ? "collect like terms" : "evaluate", present(e));
  return steps;
}

/** Functions and roots of numbers that have a shorter value, the outermost, each once. */
function valuesIn(written: Syntax, meant: (part: Syntax) => Expression): readonly { readonly part: Syntax; readonly value: Syntax }[] {
  if (written.kind === "call" || written.kind === "factorial") {
    const e = meant(written);
    const value = present(e);
    if (freeNames(e).size === 0 && spelling(value) !== spelling(written)) return [{ part: written, value }];
  }
  return partsOf(written).flatMap((part) => valuesIn(part, meant));
}

/** Whether two factors of a term are powers of one base. */
function sharesBase(term: Syntax): boolean {
  const bases = factorsIn(term).map((factor) => spelling(factor.kind === "power" ? factor.base : factor));
  return new Set(bases).size < bases.length;
}

function factorsIn(e: Syntax): readonly Syntax[] {
  if (e.kind === "group" || e.kind === "sign") return factorsIn(e.kind === "group" ? e.inner : e.operand);
  return e.kind === "times" ? [...factorsIn(e.left), ...factorsIn(e.right)] : [e];
}

/** A written form by what stands in it, whatever the order of its terms and factors and the brackets around them. */
function spelling(e: Syntax): string {
  if (e.kind === "group") return spelling(e.inner);
  if (e.kind === "times") return factorsIn(e).map(spelling).sort().join("*");
  if (e.kind === "binary" && e.operator !== "±") return signedTerms(e).map(spelling).sort().join("+");
  if (e.kind === "sign" && e.sign !== "±") return `${e.sign}${spelling(e.operand)}`;
  const parts = partsOf(e);
  return parts.length === 0 ? writtenText(e) : `${e.kind} ${"name" in e ? e.name : ""}(${parts.map(spelling).join(",")})`;
}
