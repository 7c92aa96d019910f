import type { Block } from "../../document/block.ts";
import type { Expression } from "../../expression/expression.ts";
import type { Line } from "../../notation/inline.ts";
import { aside, asSentence, large, words } from "../../notation/inline.ts";
import { present } from "../../notation/present.ts";
import type { Rejected, Solution } from "../../solve/solution.ts";
import type { Answer } from "../answer.ts";
import { conditionsAside, lettersAside, rightSide, type Showing, valuesLine } from "./values.ts";

/** The solutions of an equation or a system: each by itself, why these are all, the complex ones apart, and what was set aside. */
export function composeSolutions({ set, kept, angles, units, digits }: Answer & { readonly kind: "solutions" }): readonly Block[] {
  const showing = { angles, units, digits };
  const results = set.solutions.map((one) => solutionLine(one, showing));
  const complex = set.complexSolutions.flatMap((one, k) => [words(k === 0 ? "The complex solutions are " : " and "), ...solutionLine(one, { units })]);
  const setAside = (rejected: readonly Rejected[]): readonly Line[] =>
    rejected.map(({ values, reason: why }) => [...valuesLine(values, { angles, units, digits }), words(": "), ...why]);
  const tried = setAside(set.rejected.filter(({ sides }) => sides));
  const others = setAside(set.rejected.filter(({ sides }) => !sides));
  return [
    ...(results.length > 0 ? [{ kind: "results", items: results } as const] : []),
    // What was kept, and what set aside, is seen from the lists.
    ...(kept && results.length > 0 && others.length > 0
      ? []
      : [{ kind: "paragraph", role: results.length > 0 ? "remark" : "answer", line: [...asSentence(set.reason), words(".")] } as const]),
    ...(complex.length > 0 ? [{ kind: "paragraph", role: "remark", line: [...complex, words(".")] } as const] : []),
    ...(tried.length > 0 ? [{ kind: "set aside", items: tried, tried: true } as const] : []),
    ...(others.length > 0 ? [{ kind: "set aside", items: others } as const] : []),
  ];
}

/** One solution with how often it counts, what its letters stand for and what it needs. */
export function solutionLine(solution: Solution, showing: Showing): Line {
  const { values, multiplicity, integers, free, conditions } = solution;
  if (isInterval(solution))
    return [...conditions.flatMap((one, k) => [...(k > 0 ? [words(" and ")] : []), large(present(one))]), ...lettersAside(integers, [])];
  return [
    ...valuesLine(values, { ...showing, integers }),
    ...(multiplicity > 1 ? [aside(words(`counts ${multiplicity} times`))] : []),
    ...lettersAside(integers, free),
    ...conditionsAside(conditions),
  ];
}

/** The value of an unknown as it is listed, by itself. */
export function listedValue({ angles, units, digits }: Answer & { readonly kind: "solutions" }, unknown: string, value: Expression): Line {
  return [rightSide(unknown, value, { angles, units, digits })];
}

/** The solutions as the right sides of an equation for the one unknown. */
export const rightSides = ({ set, angles, units, digits }: Answer & { readonly kind: "solutions" }, unknown: string): readonly Line[] =>
  set.solutions.map(({ values, multiplicity, integers, conditions }) => {
    const value = values.get(unknown);
    return [
      ...(value ? [rightSide(unknown, value, { angles, units, digits, integers })] : []),
      ...(multiplicity > 1 ? [aside(words(`counts ${multiplicity} times`))] : []),
      ...lettersAside(integers, []),
      ...conditionsAside(conditions),
    ];
  });

/** Whether a solution says only where its unknown lies: −2 < x < 2. */
function isInterval({ values, free, conditions }: Solution): boolean {
  const [[key, value] = [], ...more] = values;
  return conditions.length > 0 && more.length === 0 && key !== undefined && free.includes(key) && value?.kind === "name" && value.name === key;
}
